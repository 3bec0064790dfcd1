<script lang="ts">
  import { createInfiniteQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Record from '../frame/Record.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from './Rooms.svelte';

  /** The record of every change and whether it is whole. For administrators. */
  const acting = new Acting(useQueryClient());
  const path = $derived({ companyId: place.company });
  const audit = createInfiniteQuery(() => ({
    queryKey: [place.company, 'audit'],
    queryFn: ({ pageParam }) =>
      answer(api.GET('/api/companies/{companyId}/audit', { params: { path, query: pageParam ? { before: pageParam } : {} } })),
    initialPageParam: 0,
    getNextPageParam: (last: Schemas['AuditAnswer']) => last.next ?? undefined,
    enabled: place.administers,
  }));
  const first = $derived(audit.data?.pages[0]);
  const rows = $derived((audit.data?.pages ?? []).flatMap((p) => p.latest));
  const check = () =>
    acting.run(
      () => answer(api.POST('/api/companies/{companyId}/audit/checks', { params: { path } })),
      'The record was checked.',
      {
        again: [place.company, 'audit'],
      },
    );
</script>

<Rooms at="set-up/safety" />
{#if !place.administers}
  <h1>The record</h1>
  <p class="text-soft mt-2">An administrator sees the record of every change.</p>
{:else}
  {#if acting.refused}<p class="note bad mb-3 max-w-3xl" role="alert">{acting.refused}</p>{/if}
  <div class="max-w-5xl">
    <section>
      <Waiting query={audit} what="the record">
        {#if first}
          <h1>
            {first.problem ? 'The record does not hold' : first.checkedAt ? 'The record is whole' : 'The record is being checked'}
          </h1>
          <p class={['mt-1', first.problem ? 'text-madder font-semibold' : 'text-soft']}>
            {first.problem}
            {#if first.checkedAt}{many(first.rows, 'row')}, each sealed over the one before with a key that is not in this
              company’s file; its end is noted outside of it. Checked {instant(first.checkedAt)}.{/if}
            {#if first.keyedAfter > 0}Rows up to {first.keyedAfter} were written before it was sealed.{/if}
          </p>
          <button class="btn plain mt-2" disabled={acting.busy} onclick={check}
            >{acting.busy ? 'Checking …' : 'Check it now'}</button
          >
          {#if first.owed.length > 0}
            <h2 class="mt-5">Not in the record yet</h2>
            <p class="text-soft">
              These were done while this company’s file could not be written. They stand in the record as soon as it can; check it
              to try now.
            </p>
            <Record rows={first.owed} />
            <h2 class="mt-5">In the record</h2>
          {/if}
          <Record {rows} />
          {#if audit.hasNextPage}<button class="btn plain mt-3" onclick={() => audit.fetchNextPage()}>Show more</button>{/if}
        {/if}
      </Waiting>
    </section>
  </div>
{/if}
