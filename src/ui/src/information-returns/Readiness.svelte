<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many, money } from '../amounts/format';
  import { rows as keys } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Mend from './Mend.svelte';
  import Rooms from './Rooms.svelte';
  import { points } from './words';
  import { go, href, supplierRoom, year } from './year';
  import YearChoice from './YearChoice.svelte';

  /** What stands between the year and its returns: one list that empties. */
  const kind = $derived(place.query.get('kind') as Schemas['ReadinessKind'] | null);
  const readiness = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'readiness'],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/information-returns/{year}/readiness', {
          params: { path: { companyId: place.company, year: year() } },
        }),
      ),
  }));
  const r = $derived(readiness.data);
  const shown = $derived(r?.points.filter((p) => !kind || p.kind === kind) ?? []);
  let mending = $state('');
  const id = (p: Schemas['PointAnswer']) => `${p.kind} ${p.key}`;
</script>

<Rooms at="year-end/readiness" />
<Waiting query={readiness} what="what is missing">
  {#if r}
    <div class="flex items-baseline gap-4">
      <h1>{r.points.length === 0 ? 'The year is ready' : `${many(r.points.length, 'point')} to put right`}</h1>
      <YearChoice room="readiness" />
      {#if r.closed}<span class="text-soft">It was closed on {instant(r.closed)}.</span>{/if}
    </div>
    {#if r.points.length === 0}
      <p class="text-soft mt-4 max-w-xl">
        Everything that was paid has its box or its reason, and of everyone who is filed all is known.
        <a class="quiet" href={href('outputs')}>Go on to the outputs</a>.
      </p>
    {:else}
      <div class="mt-3 flex flex-wrap gap-x-5 gap-y-1">
        <a class={kind ? 'quiet text-soft' : 'font-semibold'} href={href('readiness', { kind: null })}
          >Everything {r.points.length}</a
        >
        {#each r.kinds as k (k.kind)}
          <a
            class={kind === k.kind ? 'font-semibold' : 'quiet text-soft'}
            aria-current={kind === k.kind ? 'page' : undefined}
            href={href('readiness', { kind: k.kind })}>{points[k.kind].title} {k.points}</a
          >
        {/each}
      </div>
      <table class="ledger mt-2">
        <thead><tr><th>Supplier</th><th>What</th><th class="n">Money in question</th><th></th></tr></thead>
        <tbody {@attach keys}>
          {#each shown as p (id(p))}
            <tr
              class="opens"
              tabindex="0"
              onkeydown={(e) => {
                if (e.key === 'Enter' && e.target === e.currentTarget) mending = id(p);
              }}
            >
              <td><a class="quiet" href={href(supplierRoom(p.key))}>{p.supplier}</a></td>
              <td>{points[p.kind].title}{p.detail ? `: ${p.detail}` : ''}</td>
              <td class="n"
                ><a
                  class="quiet"
                  href={href('', {
                    payments: p.key,
                    place: p.kind === 'no_box' ? 'no_box' : null,
                    unsaid: p.kind === 'method_unknown' ? 'yes' : null,
                  })}>{money(p.amount)}</a
                ></td
              >
              <td class="n"
                >{#if place.keeps}<button
                    class="quiet font-semibold"
                    aria-expanded={mending === id(p)}
                    onclick={() => (mending = mending === id(p) ? '' : id(p))}>{points[p.kind].does}</button
                  >{/if}</td
              >
            </tr>
            {#if mending === id(p)}<tr
                ><td colspan="4" class="bg-raised p-3!"><Mend point={p} leave={() => (mending = '')} /></td></tr
              >{/if}
          {:else}
            <tr
              ><td colspan="4" class="text-soft"
                >None of this kind. <button class="quiet" onclick={() => void go('readiness', { kind: null })}
                  >Show everything</button
                ></td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    {/if}
  {/if}
</Waiting>
