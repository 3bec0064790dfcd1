<script lang="ts">
  import { createInfiniteQuery, createQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, shortDay, words } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { documentKind, vocabulary } from '../frame/vocabulary';
  import Waiting from '../frame/Waiting.svelte';
  import { asked, documentIn, listOf, narrowings } from './list';
  import StateMark from './StateMark.svelte';

  /** Documents that came in: filter, sort, and page on the server. */
  const list = $derived(listOf(place.query));
  const documents = createInfiniteQuery(() => ({
    queryKey: [place.company, 'documents', list],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/documents', {
          params: { path: { companyId: place.company }, query: { ...asked(list), after: pageParam || undefined } },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  }));
  const overview = createQuery(() => ({
    queryKey: [place.company, 'overview', ''],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/overview', { params: { path: { companyId: place.company } } })),
  }));
  const labels = createQuery(() => ({
    queryKey: [place.company, 'labels'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/labels', { params: { path: { companyId: place.company } } })),
  }));
  const all = $derived(documents.data?.pages.flatMap((p) => p.rows) ?? []);
  const total = $derived(documents.data?.pages[0]);
  const narrowed = $derived(narrowings.filter((n) => list[n] && n !== 'reasonValue' && n !== 'keyKind'));

  const states: Schemas['DocumentState'][] = ['held', 'ready', 'on_its_way', 'posted', 'proved', 'set_aside'];
  const orders = {
    latest: 'latest first',
    earliest: 'earliest first',
    largest: 'largest first',
    smallest: 'smallest first',
    supplier: 'by supplier',
  };

  const narrow = (name: string, value: string) => push(place.to('arrivals', { ...list, [name]: value }));
  const open = (id: number) => push(documentIn(id, list));
  const narrowing: Record<string, () => string> = {
    reason: () => `reason: ${words(list.reason!)}${list.reasonValue ? ` “${list.reasonValue}”` : ''}`,
    key: () => `${words(list.keyKind ?? '')} “${list.key}”`,
    account: () => `account ${list.account}`,
    label: () => `label “${list.label}”`,
    arrival: () => 'of one file',
    text: () => `“${list.text}”`,
    noticed: () => 'worth noticing',
  };
</script>

<div class="flex items-baseline gap-5">
  <h1>Arrivals</h1>
  {#if total}<span class="text-soft"
      >{total.more
        ? `more than ${many(total.documents, 'document')}`
        : `${many(total.documents, 'document')}, ${money(total.money)} ${total.currency}`}</span
    >{/if}
  <a class={['quiet ml-auto', overview.data?.incomplete ? 'text-ochre' : 'text-soft']} href={place.href('incomplete')}
    >{overview.data?.incomplete
      ? `${many(overview.data.incomplete, 'document')} to complete`
      : place.keeps
        ? 'Type a document'
        : 'To complete'}</a
  >
  <a class={['quiet', overview.data?.pricesMoved ? 'text-ochre' : 'text-soft']} href={place.href('prices')}
    >{overview.data?.pricesMoved ? `${many(overview.data.pricesMoved, 'price')} moved` : 'Prices'}</a
  >
  <a class="quiet text-soft" href={place.href('files')}>Files taken in</a>
  {#if place.keeps}<a class="btn" href={place.href('arrivals/new')}>Take in files</a>{/if}
</div>

<div class="mt-3 flex flex-wrap items-center gap-2">
  <select class="field" aria-label="State" value={list.state ?? ''} onchange={(e) => narrow('state', e.currentTarget.value)}>
    <option value="">every state</option>{#each states as s (s)}<option value={s}>{words(s)}</option>{/each}
  </select>
  <select class="field" aria-label="Source" value={list.source ?? ''} onchange={(e) => narrow('source', e.currentTarget.value)}>
    <option value="">every source</option>{#each overview.data?.sources ?? [] as s (s)}<option value={s}>{s}</option>{/each}
  </select>
  <select class="field" aria-label="Kind" value={list.kind ?? ''} onchange={(e) => narrow('kind', e.currentTarget.value)}>
    <option value="">every kind</option>{#each vocabulary().documentKinds as k (k.kind)}<option value={k.kind}>{k.title}</option
      >{/each}
  </select>
  <select
    class="field"
    aria-label="Order"
    value={list.order ?? 'latest'}
    onchange={(e) => narrow('order', e.currentTarget.value)}
  >
    {#each Object.entries(orders) as [order, title] (order)}<option value={order}>{title}</option>{/each}
  </select>
  {#if labels.data?.length && !list.label}
    <select class="field" aria-label="Label" value="" onchange={(e) => narrow('label', e.currentTarget.value)}>
      <option value="">with any label or none</option>{#each labels.data as l (l)}<option value={l}>{l}</option>{/each}
    </select>
  {/if}
  {#each narrowed.filter((n) => narrowing[n]) as name (name)}
    <button
      class="field border-dashed"
      onclick={() => push(place.to('arrivals', { ...list, [name]: '', ...(name === 'reason' ? { reasonValue: '' } : {}) }))}
    >
      {narrowing[name]!()} <span aria-hidden="true">×</span><span class="sr-only">, take away</span>
    </button>
  {/each}
  {#if !list.noticed}<button class="quiet text-soft" onclick={() => narrow('noticed', 'true')}>worth noticing</button>{/if}
  {#if narrowed.length > 0}<a class="quiet text-soft" href={`#/${place.company}/arrivals`}>everything</a>{/if}
</div>

<Waiting query={documents} what="the documents">
  {#if all.length === 0}
    <p class="text-soft mt-8 max-w-xl">
      {#if narrowed.length > 0 || list.period}Nothing here is so. <a class="quiet" href={`#/${place.company}/arrivals`}
          >Show everything</a
        > that arrived.
      {:else}Nothing has arrived yet. Take in a file of bills, card charges or expense claims to begin.{/if}
    </p>
  {:else}
    <table class="ledger mt-3">
      <thead>
        <tr>
          <th>Date</th>
          <th>Who</th>
          <th>Kind</th>
          <th>Reference</th>
          <th>Source</th>
          <th class="n">Total</th>
          {#if !list.state}<th class="pl-5!">State</th>{/if}
          <th class={list.state ? 'pl-5!' : ''}>Why</th>
        </tr>
      </thead>
      <tbody {@attach rows}>
        {#each all as d (d.id)}
          <tr class="opens" tabindex="0" onclick={() => open(d.id)} onkeydown={(e) => e.key === 'Enter' && open(d.id)}>
            <td class="whitespace-nowrap">{shortDay(d.date)}</td>
            <td class="max-w-[210px] truncate">{d.who || 'nobody named'}</td>
            <td class="text-soft whitespace-nowrap">{documentKind(d.kind).title}</td>
            <td>{d.reference}</td>
            <td class="text-soft whitespace-nowrap">{d.source}</td>
            <td class="n">{money(d.total)}{d.currency !== total?.currency ? ` ${d.currency}` : ''}</td>
            {#if !list.state}<td class="pl-5! whitespace-nowrap"><StateMark state={d.state} /></td>{/if}
            <td class={['text-soft truncate', list.state ? 'max-w-[380px] pl-5!' : 'max-w-[260px]']} title={d.reason}
              >{#if d.noticed}<span class="text-ink" title="worth noticing">※ </span><span class="sr-only"
                  >worth noticing;
                </span>{/if}{words(d.reason)}{d.reasons > 1 ? ` (and ${d.reasons - 1} more)` : ''}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if documents.hasNextPage}
      <button class="btn plain mt-3" disabled={documents.isFetchingNextPage} onclick={() => documents.fetchNextPage()}>
        {documents.isFetchingNextPage
          ? 'Reading …'
          : `Show more (${all.length} of ${total?.more ? 'more than ' : ''}${total?.documents.toLocaleString('en')})`}
      </button>
    {/if}
  {/if}
</Waiting>
