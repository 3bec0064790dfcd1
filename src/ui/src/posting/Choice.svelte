<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import type { SvelteSet } from 'svelte/reactivity';
  import { answer, api } from '../api/client';
  import { many, money, shortDay } from '../amounts/format';
  import { asked, documentIn, type List } from '../documents/list';
  import { rows } from '../frame/keys';
  import { overview as askOverview } from '../frame/overview';
  import { place } from '../frame/place.svelte';
  import { documentKind, vocabulary } from '../frame/vocabulary';

  /** What of all that is ready goes: narrowed by source, kind and supplier, and single documents left out for this time. */
  let { list, leftOut }: { list: List; leftOut: SvelteSet<number> } = $props();

  let open = $state(false);
  const overview = askOverview();
  const ready = $derived<List>({ ...list, ...(place.period ? { period: place.period } : {}), state: 'ready', order: 'earliest' });
  const documents = createInfiniteQuery(() => ({
    queryKey: [place.company, 'documents', 'ready', ready],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/documents', {
          params: { path: { companyId: place.company }, query: { ...asked(ready), after: pageParam || undefined } },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
    enabled: open,
  }));
  const shown = $derived(documents.data?.pages.flatMap((p) => p.rows) ?? []);
  const narrow = (name: string, value: string) => push(place.to('posting', { ...list, [name]: value.trim() }));
  const toggle = (id: number) => {
    if (!leftOut.delete(id)) leftOut.add(id);
  };
</script>

<div class="mt-3 flex flex-wrap items-center gap-2">
  <select class="field" aria-label="Source" value={list.source ?? ''} onchange={(e) => narrow('source', e.currentTarget.value)}>
    <option value="">from every source</option>
    {#each overview.data?.sources ?? [] as s (s)}<option value={s}>{s}</option>{/each}
  </select>
  <select class="field" aria-label="Kind" value={list.kind ?? ''} onchange={(e) => narrow('kind', e.currentTarget.value)}>
    <option value="">of every kind</option>
    {#each vocabulary().documentKinds as k (k.kind)}<option value={k.kind}>{k.title}s</option>{/each}
  </select>
  <input
    class="field w-52"
    aria-label="Supplier"
    placeholder="of every supplier"
    value={list.supplier ?? ''}
    onchange={(e) => narrow('supplier', e.currentTarget.value)}
  />
  <button class="quiet" aria-expanded={open} onclick={() => (open = !open)}
    >{open ? 'Hide the documents' : 'See the documents, leave some out'}</button
  >
  {#if leftOut.size > 0}
    <span class="text-ochre">{many(leftOut.size, 'document')} left out</span>
    <button class="quiet text-soft" onclick={() => leftOut.clear()}>take all of them</button>
  {/if}
</div>
{#if open}
  <table class="ledger mt-2">
    <thead
      ><tr
        ><th class="w-20">It goes</th><th>Date</th><th>Who</th><th>Kind</th><th>Reference</th><th>Source</th><th class="n"
          >Total</th
        ></tr
      ></thead
    >
    <tbody {@attach rows}>
      {#each shown as d (d.id)}
        <tr
          class={['opens', leftOut.has(d.id) && 'text-soft line-through']}
          tabindex="0"
          onclick={() => push(documentIn(d.id, ready))}
          onkeydown={(e) => {
            if (e.target instanceof HTMLInputElement) return;
            if (e.key === 'Enter' && !e.ctrlKey) void push(documentIn(d.id, ready));
            else if (e.key === ' ') {
              e.preventDefault();
              toggle(d.id);
            }
          }}
        >
          <td onclick={(e) => e.stopPropagation()}
            >{#if place.keeps}<input
                type="checkbox"
                class="block size-4"
                tabindex="-1"
                aria-label={`${d.who} ${d.reference} goes`}
                checked={!leftOut.has(d.id)}
                onchange={() => toggle(d.id)}
              />{/if}</td
          >
          <td class="whitespace-nowrap">{shortDay(d.date)}</td>
          <td class="max-w-[220px] truncate">{d.who || 'nobody named'}</td>
          <td class="text-soft">{documentKind(d.kind).title}</td>
          <td>{d.reference}</td>
          <td class="text-soft">{d.source}</td>
          <td class="n">{money(d.total)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if documents.hasNextPage}
    <button class="btn plain mt-2" disabled={documents.isFetchingNextPage} onclick={() => documents.fetchNextPage()}
      >Show more</button
    >
  {/if}
{/if}
