<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { instant, lasted } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';

  /** Every dispatch, the latest first. */
  const dispatches = createInfiniteQuery(() => ({
    queryKey: [place.company, 'dispatches'],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/dispatches', {
          params: { path: { companyId: place.company }, query: { before: pageParam || undefined } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (page) => (page.length === 100 ? page.at(-1)!.id : undefined),
  }));
  const all = $derived(dispatches.data?.pages.flat() ?? []);
  const open = (id: number) => push(place.to(`posting/dispatches/${id}`));
</script>

<div class="flex items-baseline gap-5">
  <h1>Dispatches</h1>
  <a class="quiet text-soft ml-auto" href={place.href('posting')}>What is ready</a>
</div>
<Waiting query={dispatches} what="the dispatches">
  {#if all.length === 0}
    <p class="text-soft mt-4">Nothing was posted yet.</p>
  {:else}
    <table class="ledger mt-3 max-w-4xl">
      <thead
        ><tr
          ><th>When</th><th>By</th><th>Took</th><th class="n">Sent</th><th class="n">Accepted</th><th class="n">Refused</th><th
            class="n">No clear answer</th
          ><th class="pl-5!">Outcome</th></tr
        ></thead
      >
      <tbody {@attach rows}>
        {#each all as d (d.id)}
          <tr class="opens" tabindex="0" onclick={() => open(d.id)} onkeydown={(e) => e.key === 'Enter' && open(d.id)}>
            <td class="whitespace-nowrap">{instant(d.startedAt)}</td>
            <td>{d.who}</td>
            <td class="text-soft whitespace-nowrap">{d.running ? 'running' : lasted(d.startedAt, d.endedAt)}</td>
            <td class="n">{d.planned}</td><td class="n">{d.accepted || '–'}</td>
            <td class={['n', d.refused > 0 && 'text-madder font-semibold']}>{d.refused || '–'}</td>
            <td class={['n', d.unknown > 0 && 'text-ochre']}>{d.unknown || '–'}</td>
            <td class="text-soft max-w-[300px] truncate pl-5!" title={d.outcome}>{d.outcome}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if dispatches.hasNextPage}
      <button class="btn plain mt-3" disabled={dispatches.isFetchingNextPage} onclick={() => dispatches.fetchNextPage()}
        >Show more</button
      >
    {/if}
  {/if}
</Waiting>
