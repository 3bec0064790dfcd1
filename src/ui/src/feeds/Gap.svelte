<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, period, shortDay } from '../amounts/format';
  import { overview as askOverview } from '../frame/overview';
  import { place } from '../frame/place.svelte';
  import { gaps } from './words';

  /** What the source counts in a month against what arrived, named down to the records. It is asked when a person asks. */
  let { id, source, says }: { id: number; source: string; says: Schemas['FeedSaysAnswer'][] } = $props();

  let month = $state(place.period);
  let asked = $state('');
  const overview = askOverview();
  const months = $derived(overview.data?.periods ?? []);
  const last = (m: string) => new Date(Date.UTC(+m.slice(0, 4), +m.slice(5), 0)).toISOString().slice(0, 10);
  const gap = createQuery(() => ({
    queryKey: [place.company, 'gap', id, asked],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/feeds/{id}/gap', {
          params: { path: { companyId: place.company, id }, query: { firstDay: `${asked}-01`, lastDay: last(asked) } },
        }),
      ),
    enabled: asked !== '',
  }));
</script>

<section>
  <h2>What the source counts</h2>
  {#if says.length > 0}
    <table class="ledger mb-3">
      <thead><tr><th>From</th><th class="n">Docs</th><th class="n">It says</th><th class="n">Arrived</th></tr></thead>
      <tbody>
        {#each says as s (s.firstDay)}
          <tr>
            <td class="whitespace-nowrap">{shortDay(s.firstDay)}</td>
            <td class="n">{s.said.documents.toLocaleString('en')}</td>
            <td class="n">{money(s.said.money)}</td>
            <td class={['n', s.agrees ? 'text-verdigris' : 'text-madder font-semibold']}
              >{money(s.arrived.money)}<span class="sr-only">, {s.agrees ? 'agrees' : 'does not agree'}</span></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  <form
    class="flex items-end gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      if (asked === month) void gap.refetch();
      else asked = month;
    }}
  >
    <select class="field" aria-label="Month to compare" required bind:value={month}>
      <option value="">Which month?</option>
      {#each months as m (m)}<option value={m}>{period(m)}</option>{/each}
    </select>
    <button class="btn plain" disabled={gap.isFetching}>{gap.isFetching ? 'Asking …' : 'Compare'}</button>
  </form>
  {#if gap.isError}<p class="note bad mt-2" role="alert">{gap.error.message}</p>
  {:else if gap.data && asked}
    {@const g = gap.data}
    {#if g.differences.length === 0}
      <p class="text-verdigris mt-2" role="status">{source} counts what arrived: {many(g.compared, 'document')}.</p>
    {:else}
      <p class="text-madder mt-2" role="status">
        {many(g.differences.length, 'difference')}; {many(g.compared, 'document')} agree.
      </p>
      <table class="ledger mt-1">
        <thead><tr><th>Record</th><th class="n">There</th><th class="n">Here</th></tr></thead>
        <tbody>
          {#each g.differences as d (d.id)}
            <tr>
              <td
                >{#if d.document}<a class="quiet" href={place.href(`arrivals/${d.document}`)}>{d.id}</a>{:else}{d.id}{/if}<span
                  class="text-soft block text-xs">{gaps[d.kind]}</span
                ></td
              >
              <td class="n"
                >{d.moneyThere ? money(d.moneyThere) : '–'}<span class="text-soft block text-xs"
                  >{d.dayThere ? shortDay(d.dayThere) : ''}</span
                ></td
              >
              <td class="n"
                >{d.moneyHere ? money(d.moneyHere) : '–'}<span class="text-soft block text-xs"
                  >{d.dayHere ? shortDay(d.dayHere) : ''}</span
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      <p class="text-soft mt-1">What is not here may have settled since the last pull: pull, and compare again.</p>
    {/if}
  {/if}
</section>
