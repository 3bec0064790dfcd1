<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query';
  import { router } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { instant, lasted, many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountTotals from './AccountTotals.svelte';
  import Outcomes from './Outcomes.svelte';

  /** One dispatch: who sent what, when, how long it took, and what became of each instruction. It prints. */
  const id = $derived(Number(router.location.split('/')[4]));
  const dispatch = createInfiniteQuery(() => ({
    queryKey: [place.company, 'dispatch', id, 'page'],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/dispatches/{id}', {
          params: { path: { companyId: place.company, id }, query: { skip: pageParam || undefined } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (page, pages) => {
      const shown = pages.reduce((sum, p) => sum + p.outcomes.length, 0);
      return page.outcomes.length > 0 && shown < page.dispatch.planned ? shown : undefined;
    },
    enabled: Number.isInteger(id),
  }));
  const first = $derived(dispatch.data?.pages[0]);
  const outcomes = $derived(dispatch.data?.pages.flatMap((p) => p.outcomes) ?? []);
</script>

<Waiting query={dispatch} what="the dispatch">
  {#if first}
    {@const d = first.dispatch}
    <div class="flex items-end gap-5">
      <div>
        <h1>Dispatch of {instant(d.startedAt)}, by {d.who}</h1>
        <p class="text-soft mt-1">
          {d.running ? 'It runs.' : d.endedAt ? `It took ${lasted(d.startedAt, d.endedAt)}.` : ''}
          {many(d.planned, 'instruction')}: {d.accepted} accepted{d.refused ? `, ${d.refused} refused` : ''}{d.unknown
            ? `, ${d.unknown} without a clear answer`
            : ''}{d.unsent ? `, ${d.unsent} not sent` : ''}.
        </p>
      </div>
      <span class="ml-auto flex items-center gap-4 print:hidden">
        <a class="quiet text-soft" href={place.href('posting/dispatches')}>All dispatches</a>
        <button class="btn plain" onclick={() => window.print()}>Print</button>
      </span>
    </div>
    {#if d.outcome && d.outcome !== 'done'}<p class="note mt-3">{d.outcome}</p>{/if}
    <div class="mt-5 grid grid-cols-[1fr_380px] gap-10 print:block">
      <section>
        <h2>What became of it</h2>
        <Outcomes {outcomes} />
        {#if dispatch.hasNextPage}
          <button class="btn plain mt-3" disabled={dispatch.isFetchingNextPage} onclick={() => dispatch.fetchNextPage()}
            >Show more ({outcomes.length} of {d.planned.toLocaleString('en')})</button
          >
        {/if}
      </section>
      <section class="print:mt-6">
        <h2>What the ledger took, by account</h2>
        {#if first.accounts.length > 0}<AccountTotals
            totals={first.accounts}
            within={{ period: '', dispatch: String(id) }}
          />{:else}<p class="text-soft">Nothing.</p>{/if}
      </section>
    </div>
  {/if}
</Waiting>
