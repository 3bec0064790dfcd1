<script lang="ts">
  import { createInfiniteQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { capital, instant, many, shortDay } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { kindsWithLines, vocabulary } from '../frame/vocabulary';
  import Waiting from '../frame/Waiting.svelte';
  import { kindTitle } from './fields';

  /** Documents that wait to be completed: records of files that could not be read, pictures, and what was begun to be typed. */
  const arrival = $derived(Number(place.query.get('arrival')) || undefined);
  const list = createInfiniteQuery(() => ({
    queryKey: [place.company, 'incomplete', 'list', arrival],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/incomplete', {
          params: { path: { companyId: place.company }, query: { arrival, before: pageParam || undefined } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (page) => page.next ?? undefined,
  }));
  const all = $derived(list.data?.pages.flatMap((p) => p.documents) ?? []);
  const act = new Acting(useQueryClient());
  const open = (id: number) => push(place.to(`incomplete/${id}`));
  const titles = $derived(new Map(vocabulary().documentKinds.map((k) => [k.kind as string, k.title])));
  const day = (text: string) => (/^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(Date.parse(text)) ? shortDay(text) : text);

  const type = (kind: string) =>
    act.run(async () => {
      const begun = await answer(
        api.POST('/api/companies/{companyId}/incomplete', {
          params: { path: { companyId: place.company } },
          body: { kind: kind as Schemas['DocumentKind'], mark: crypto.randomUUID() },
        }),
      );
      await open(begun.id);
    }, '');
</script>

<div class="flex items-baseline gap-5">
  <h1>To complete</h1>
  {#if list.data}<span class="text-soft">{many(list.data.pages[0]!.count, 'document')}{arrival ? ' of one file' : ''}</span>{/if}
  {#if arrival}<a class="quiet text-soft" href={place.href('incomplete')}>of all files</a>{/if}
  <a class="quiet text-soft ml-auto" href={place.href('arrivals')}>All documents</a>
  {#if place.keeps}
    <select
      class="field w-56"
      aria-label="Type a document"
      disabled={act.busy}
      onchange={(e) => {
        void type(e.currentTarget.value);
        e.currentTarget.value = '';
      }}
    >
      <option value="">Type a document …</option>
      {#each kindsWithLines() as k (k.kind)}<option value={k.kind}>{capital(kindTitle(k))}</option>{/each}
    </select>
  {/if}
</div>
{#if act.refused}<div class="note bad mt-3 max-w-3xl" role="alert">{act.refused}</div>{/if}

<Waiting query={list} what="what waits to be completed">
  {#if all.length === 0}
    <p class="text-soft mt-8 max-w-xl">
      Nothing waits to be completed. Here stand bills that begin with a picture or a PDF, records of a file that could not be
      read, and what somebody began to type.
    </p>
  {:else}
    <table class="ledger mt-4">
      <thead>
        <tr>
          <th>Begun</th><th>From</th><th>Kind</th><th>Who</th><th>Date</th><th class="n">Total</th><th class="pl-5!"
            >What is missing</th
          >
        </tr>
      </thead>
      <tbody {@attach rows}>
        {#each all as d (d.id)}
          <tr class="opens" tabindex="0" onclick={() => open(d.id)} onkeydown={(e) => e.key === 'Enter' && open(d.id)}>
            <td class="whitespace-nowrap">{instant(d.at)}</td>
            <td class="max-w-60 truncate" title={`begun by ${d.by}`}>{d.fileName || 'typed'}{d.place ? `, ${d.place}` : ''}</td>
            <td class="text-soft whitespace-nowrap">{titles.get(d.kind) ?? d.kind}</td>
            <td class="max-w-44 truncate">{d.who}</td>
            <td class="max-w-28 truncate whitespace-nowrap">{day(d.date)}</td>
            <td class="n max-w-28 truncate">{d.total}</td>
            <td class={['max-w-80 truncate pl-5!', d.wrong ? 'text-madder' : 'text-soft']}>{d.wrong || 'nothing: take it in'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if list.hasNextPage}
      <button class="btn plain mt-3" disabled={list.isFetchingNextPage} onclick={() => list.fetchNextPage()}>Show more</button>
    {/if}
  {/if}
</Waiting>
