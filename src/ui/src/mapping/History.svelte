<script lang="ts">
  import { createInfiniteQuery, createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api } from '../api/client';
  import { instant, many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { codedAnew, rehearseUndo, undoOne, undoSet } from './changes';
  import Changes from './Changes.svelte';
  import Rehearsal from './Rehearsal.svelte';
  import Rooms from './Rooms.svelte';
  import DayField from '../frame/DayField.svelte';

  /** Every set of changes: who, when, from where, before and after; taken back one by one; two days compared. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const sets = createInfiniteQuery(() => ({
    queryKey: [place.company, 'history'],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/history', {
          params: { path, query: pageParam ? { before: pageParam } : {} },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next ?? undefined,
  }));
  const all = $derived((sets.data?.pages ?? []).flatMap((p) => p.sets));
  let opened = $state<number | null>(null);
  const set = createQuery(() => ({
    queryKey: [place.company, 'history', opened],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/history/{set}', {
          params: { path: { companyId: place.company, set: opened! } },
        }),
      ),
    enabled: opened !== null,
  }));
  let refused = $state('');
  let from = $state('');
  let to = $state('');
  const compared = createQuery(() => ({
    queryKey: [place.company, 'compared', from, to],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/mapping/compared', { params: { path, query: to ? { from, to } : { from } } })),
    enabled: from !== '',
  }));

  // Taking back is rehearsed first: what open documents do, and how many posted ones the rows coded.
  let asked = $state<{ set: number; row?: number; title: string } | null>(null);
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'undo-rehearsal', asked?.set, asked?.row],
    queryFn: () => rehearseUndo(asked!.set, asked!.row),
    enabled: asked !== null,
    staleTime: 0,
  }));

  async function undo(id: number, row?: number) {
    refused = '';
    try {
      const saved = await (row === undefined ? undoSet(id) : undoOne(id, row));
      asked = null;
      await client.invalidateQueries();
      toast(`${many(saved.changed, 'row')} as before, ${codedAnew(saved)}`);
    } catch (error) {
      refused = (error as Error).message;
    }
  }
</script>

<Rooms at="mapping/history" />
{#if refused}<p class="note bad mb-3 max-w-3xl" role="alert">{refused}</p>{/if}
<div class="grid grid-cols-[1.3fr_1fr] gap-10">
  <section>
    <h1>History of the mapping book</h1>
    <Waiting query={sets} what="the history">
      {#if all.length === 0}<p class="text-soft mt-3">
          Nothing was mapped yet. Each change will stand here with who made it and when.
        </p>{/if}
      <table class="ledger mt-2">
        <thead><tr><th>When</th><th>Who</th><th>From</th><th class="n">Rows</th><th></th></tr></thead>
        <tbody>
          {#each all as s (s.id)}
            <tr>
              <td class="whitespace-nowrap">{instant(s.at)}</td>
              <td>{s.who}</td>
              <td
                ><button class="quiet" aria-expanded={opened === s.id} onclick={() => (opened = opened === s.id ? null : s.id)}
                  >{s.origin}</button
                >
                {#if s.undoneBy > 0}<span class="text-soft text-xs">taken back</span>{/if}</td
              >
              <td class="n">{s.changes}</td>
              <td class="n">
                {#if place.keeps && s.undoneBy === 0}<button
                    class="quiet"
                    onclick={() => (asked = { set: s.id, title: `${s.origin}, ${instant(s.at)}` })}
                    >undo<span class="sr-only"> the set of {instant(s.at)}</span></button
                  >{/if}
              </td>
            </tr>
            {#if opened === s.id && set.data}
              <tr
                ><td colspan="5" class="bg-sunk"
                  ><Changes
                    changes={set.data.changes}
                    undo={place.keeps && s.undoneBy === 0
                      ? (row) => (asked = { set: s.id, row, title: `one change of ${s.origin}, ${instant(s.at)}` })
                      : undefined}
                  /></td
                ></tr
              >
            {/if}
          {/each}
        </tbody>
      </table>
      {#if sets.hasNextPage}<button class="btn plain mt-3" onclick={() => sets.fetchNextPage()}>Show more</button>{/if}
    </Waiting>
  </section>
  <section>
    {#if asked}
      <div class="mb-6">
        <p class="mb-1 font-semibold">Taking back: {asked.title}</p>
        <Rehearsal query={rehearsal} idle="" doing="take this back" {refused}>
          {#snippet actions()}
            <button class="btn" onclick={() => undo(asked!.set, asked!.row)}>Take it back</button>
            <button class="btn plain" onclick={() => (asked = null)}>Leave it</button>
          {/snippet}
        </Rehearsal>
        {#if rehearsal.error}
          <p class="mt-2">
            <a class="quiet" href={place.href('mapping/payment-accounts')}>Payment accounts</a>
            <button class="btn plain ml-3" onclick={() => (asked = null)}>Leave it</button>
          </p>
        {/if}
      </div>
    {/if}
    <h2>Two days compared</h2>
    <p class="text-soft">What differs between the book at the end of one day and of another.</p>
    <div class="mt-2 flex items-center gap-3">
      <label class="text-soft">From <DayField bind:value={from} /></label>
      <label class="text-soft">to <DayField bind:value={to} /> {to ? '' : '(now)'}</label>
    </div>
    {#if from}
      <Waiting query={compared} what="the difference">
        {#if compared.data}
          <p class="mt-3 font-semibold">
            {compared.data.length === 0 ? 'The book is the same on both.' : many(compared.data.length, 'row') + ' differ.'}
          </p>
          <Changes changes={compared.data} />
        {/if}
      </Waiting>
    {/if}
  </section>
</div>
