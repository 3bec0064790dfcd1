<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, period } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from './Rooms.svelte';
  import { sparkline } from './spark';

  /** How much of what arrives resolves, in lines and in money, over time; and what does not. */
  const query = createQuery(() => ({
    queryKey: [place.company, 'coverage'],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/mapping/coverage', { params: { path: { companyId: place.company } } })),
  }));
  const [width, height] = [150, 22];
</script>

{#snippet line(kind: Schemas['KindCoverage'])}
  {@const first = kind.months[0]}
  {@const last = kind.months.at(-1)}
  {#if first && last}
    <svg
      {width}
      height={height + 4}
      role="img"
      aria-label={`Money that resolves, by month: ${kind.months.map((m) => `${period(m.period)} ${m.percent} %`).join(', ')}`}
    >
      <line x1="0" x2={width} y1="2" y2="2" class="stroke-[var(--rule)]" />
      <g transform="translate(0 2)">
        <polyline
          points={sparkline(
            kind.months.map((m) => m.percent),
            width,
            height,
          )}
          fill="none"
          stroke="var(--ink)"
          stroke-width="1.5"
        />
      </g>
      <title>{kind.months.map((m) => `${period(m.period)}: ${m.percent} %, ${money(m.waiting)} waits`).join('\n')}</title>
    </svg>
  {/if}
{/snippet}

<Rooms at="mapping/coverage" />
<Waiting {query} what="the coverage">
  {#if query.data}
    {@const c = query.data}
    <h1>
      {c.together.lines === 0
        ? 'Nothing has arrived yet'
        : `${c.together.moneyPercent} % of the money finds its account by itself`}
    </h1>
    {#if c.together.lines > 0}
      <table class="ledger mt-4">
        <thead
          ><tr
            ><th>Kind</th><th class="n">Values</th><th class="n">of them wait</th><th class="n">Lines that resolve</th><th
              class="n">Money</th
            ><th class="n">Money that resolves</th><th class="pl-6!"
              >By month, up to {period(c.together.months.at(-1)?.period ?? '')}</th
            ></tr
          ></thead
        >
        <tbody>
          {#each c.kinds as kind (kind.kind)}
            <tr>
              <td><a class="quiet" href={place.href('mapping', { kind: kind.kind })}>{kind.title}</a></td>
              <td class="n">{kind.values}</td>
              <td class={['n', kind.valuesWaiting > 0 && 'text-ochre']}>{kind.valuesWaiting || ''}</td>
              <td class="n">{kind.linesPercent.toFixed(1)} %</td>
              <td class="n">{money(kind.money)}</td>
              <td class={['n', kind.moneyPercent < 100 && 'text-ochre']}>{kind.moneyPercent.toFixed(1)} %</td>
              <td class="pl-6!">{@render line(kind)}</td>
            </tr>
          {/each}
          <tr class="open">
            <td>documents together</td><td class="n"></td><td class="n"></td><td class="n"
              >{c.together.linesPercent.toFixed(1)} %</td
            ><td class="n">{money(c.together.money)}</td><td class="n">{c.together.moneyPercent.toFixed(1)} %</td><td
              class="pl-6!">{@render line(c.together)}</td
            >
          </tr>
        </tbody>
      </table>
      <div class="mt-7 grid grid-cols-3 gap-9">
        <section>
          <h2>Waits for a mapping</h2>
          {#if c.ranked.length === 0}<p class="text-soft">Nothing does.</p>{/if}
          <table class="ledger">
            <tbody>
              {#each c.ranked.slice(0, 30) as v (`${v.kind}${v.value}`)}
                <tr
                  ><td
                    ><a class="quiet" href={place.href('mapping', { kind: v.kind, value: v.value })}>{v.value}</a><span
                      class="text-soft block text-xs">{v.kindTitle}, {many(v.lines, 'line')}</span
                    ></td
                  ><td class="n text-ochre">{money(v.money)}</td></tr
                >
              {/each}
            </tbody>
          </table>
        </section>
        <section>
          <h2>Mapped, and never arrived</h2>
          {#if c.unused.length === 0}<p class="text-soft">Everything that is mapped arrived.</p>{/if}
          <table class="ledger">
            <tbody>
              {#each c.unused.slice(0, 30) as v (`${v.kind}${v.value}`)}
                <tr
                  ><td
                    ><a class="quiet" href={place.href('mapping', { kind: v.kind, value: v.value })}>{v.value}</a><span
                      class="text-soft block text-xs">{v.kindTitle} → {v.target}</span
                    ></td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
          {#if c.unused.length > 30}<p class="text-soft">and {c.unused.length - 30} more</p>{/if}
        </section>
        <section>
          <h2>Two spellings of the same</h2>
          {#if c.twins.length === 0}<p class="text-soft">No two mappings look like the same value.</p>{/if}
          <table class="ledger">
            <tbody>
              {#each c.twins as t (`${t.kind}${t.values[0]}`)}
                <tr
                  ><td
                    >{#each t.values as v, i (v)}{i > 0 ? ', ' : ''}<a
                        class="quiet"
                        href={place.href('mapping', { kind: t.kind, value: v })}>{v}</a
                      >{/each}<span class="text-soft block text-xs">{t.kindTitle} → {t.target}</span></td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        </section>
      </div>
    {:else}
      <p class="text-soft mt-2">
        <a class="quiet" href={place.href('arrivals/new')}>Take in a file</a>, and see here how much of it resolves.
      </p>
    {/if}
  {/if}
</Waiting>
