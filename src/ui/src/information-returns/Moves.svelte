<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { instant, money } from '../amounts/format';
  import DayField from '../frame/DayField.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { placeTitle } from './words';
  import { go, href, year } from './year';

  /** What moved in the tally since a day: payments that came or were changed, and what persons decided. */
  const since = $derived(place.query.get('since') ?? '');
  const moves = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'moves', since],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/information-returns/{year}/moves', {
          params: { path: { companyId: place.company, year: year() }, query: { since } },
        }),
      ),
  }));
  const m = $derived(moves.data);
  let shown = $state(60);
</script>

{#snippet more(all: number)}
  {#if all > shown}<button class="btn plain mt-2" onclick={() => (shown += 600)}>More of {all}</button>{/if}
{/snippet}

<div class="mt-3 flex items-center gap-2">
  <span class="text-soft">Since</span>
  <DayField
    label="Since which day"
    value={since}
    placeholder="the beginning"
    chosen={(d) => void go('', { show: 'moves', since: d })}
  />
</div>
<Waiting query={moves} what="what changed">
  {#if m && m.moves.length === 0}<p class="text-soft mt-3">Nothing changed{since ? ' since then' : ''}.</p>
  {:else if m}
    <div class="mt-2 grid grid-cols-2 gap-8">
      <section>
        <h2>Altogether</h2>
        <table class="ledger">
          <thead><tr><th>Supplier</th><th>Place</th><th class="n">More, or (less)</th></tr></thead>
          <tbody>
            {#each m.sums.slice(0, shown) as s, i (i)}
              <tr
                ><td
                  ><a class="quiet" href={href('', { payments: s.key, box: s.box, place: s.leftOut, show: 'moves' })}
                    >{s.supplier}</a
                  ></td
                ><td>{placeTitle(s)}</td><td class="n"
                  ><a class="quiet" href={href('', { payments: s.key, box: s.box, place: s.leftOut, show: 'moves' })}
                    >{money(s.amount)}</a
                  ></td
                ></tr
              >
            {/each}
          </tbody>
        </table>
        {@render more(m.sums.length)}
      </section>
      <section>
        <h2>Act by act</h2>
        <table class="ledger">
          <thead><tr><th>When and why</th><th>Supplier</th><th class="n">More, or (less)</th></tr></thead>
          <tbody>
            {#each m.moves.slice(0, shown) as s, i (i)}
              <tr
                ><td class="max-w-[240px]"
                  ><span class="block truncate" title={s.because}>{s.because}</span><span class="text-soft text-xs"
                    >{s.who}, {instant(s.at)}</span
                  ></td
                ><td
                  ><a class="quiet" href={href('', { payments: s.key, box: s.box, place: s.leftOut, show: 'moves' })}
                    >{s.supplier}</a
                  ><span class="text-soft block text-xs">{placeTitle(s)}</span></td
                ><td class="n">{money(s.amount)}</td></tr
              >
            {/each}
          </tbody>
        </table>
        {@render more(m.moves.length)}
      </section>
    </div>
  {/if}
</Waiting>
