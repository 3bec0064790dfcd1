<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { many, words } from '../amounts/format';
  import { look } from '../frame/look.svelte';
  import { isTyping } from '../frame/keys';
  import { overview as askOverview } from '../frame/overview';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import ArrivalsHead from './ArrivalsHead.svelte';
  import Bulk from './Bulk.svelte';
  import { columnsOf } from './columns';
  import Groups from './Groups.svelte';
  import { asked, documentIn, listOf, narrowedBy } from './list';
  import ListTable from './ListTable.svelte';
  import ListTools from './ListTools.svelte';
  import Narrow from './Narrow.svelte';
  import { Selecting } from './selecting.svelte';

  /** Documents that came in: narrowed, sorted, grouped and paged on the server; one decision for as many as are selected. */
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
  const overview = askOverview();
  const all = $derived(documents.data?.pages.flatMap((p) => p.rows) ?? []);
  const total = $derived(documents.data?.pages[0]);
  const narrowed = $derived(narrowedBy(list));
  const chips = $derived([
    ...(['source', 'kind'] as const).filter((n) => list[n]).map((n) => ({ names: [n as string], says: words(list[n]!) })),
    ...narrowed,
  ]);
  const isNarrowed = $derived(chips.length > 0 || !!list.state);
  const columns = $derived(columnsOf(look.columns.split(' ')));

  let showNarrow = $state(false);
  let deciding = $state(false);
  const selecting = new Selecting();
  const selected = $derived(selecting.all ? (total?.documents ?? 0) : selecting.ids.size);

  function none() {
    selecting.clear();
    deciding = false;
  }

  // What is selected belongs to this list.
  let of = '';
  $effect(() => {
    const now = JSON.stringify({ ...list, order: '' });
    if (of && of !== now) none();
    of = now;
  });

  const states: Schemas['DocumentState'][] = ['held', 'ready', 'on_its_way', 'posted', 'proved', 'set_aside'];
  const narrow = (name: string, value: string) => push(place.to('arrivals', { ...list, [name]: value }));
  const without = (names: string[]) => push(place.to('arrivals', { ...list, ...Object.fromEntries(names.map((n) => [n, ''])) }));

  function onkeydown(event: KeyboardEvent) {
    if (isTyping(event) || event.ctrlKey || event.altKey || event.metaKey) return;
    if (event.key === 'f') showNarrow = !showNarrow;
    else if (event.key === 'd' && selecting.any) deciding = true;
    else if (event.key === 'Escape' && selecting.any) none();
    else if (event.key === 'h' && all.length > 0) void workThrough();
    else return;
    event.preventDefault();
  }

  // The queue: all that is held, most money first, from its first document on.
  async function workThrough() {
    const held = { ...list, state: 'held', order: list.order === 'earliest' ? 'earliest' : 'largest' };
    const first = await answer(
      api.GET('/api/companies/{companyId}/documents', {
        params: { path: { companyId: place.company }, query: asked(held) },
      }),
    );
    void push(first.rows[0] ? documentIn(first.rows[0].id, held) : place.to('arrivals', held));
  }
</script>

<svelte:window {onkeydown} />
<ArrivalsHead overview={overview.data} {total} {workThrough} />

<div class="mt-3 flex flex-wrap items-center gap-2">
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void narrow('text', new FormData(e.currentTarget).get('text') as string);
    }}
  >
    <input
      class="field w-56"
      name="text"
      aria-label="Look in this list"
      placeholder="Look in this list"
      value={list.text ?? ''}
    />
  </form>
  <select class="field" aria-label="State" value={list.state ?? ''} onchange={(e) => narrow('state', e.currentTarget.value)}>
    <option value="">every state</option>{#each states as s (s)}<option value={s}>{words(s)}</option>{/each}
  </select>
  <button class="field" aria-expanded={showNarrow} onclick={() => (showNarrow = !showNarrow)}>Narrow <kbd>f</kbd></button>
  <ListTools {list} {columns} />
</div>
{#if showNarrow}<Narrow {list} sources={overview.data?.sources ?? []} />{/if}
{#if chips.length > 0}
  <div class="mt-2.5 flex flex-wrap items-center gap-2">
    {#each chips as one (one.names[0])}
      <button class="field border-dashed py-0.5!" onclick={() => without(one.names)}>
        {one.says} <span aria-hidden="true">×</span><span class="sr-only">, take away</span>
      </button>
    {/each}
    <a class="quiet text-soft" href={`#/${place.company}/arrivals`}>everything</a>
  </div>
{/if}

{#if list.group}
  <Groups {list} />
{:else}
  {#if selecting.any && total}
    <div class="mt-3 flex items-center gap-3" role="status">
      <b class="font-semibold">{many(selected, 'document')} selected</b>
      {#if !selecting.all && total.documents > selected}
        <button class="quiet" onclick={selecting.everything}
          >Select all {total.more ? '' : total.documents.toLocaleString('en')} that match <kbd>Ctrl A</kbd></button
        >
      {/if}
      <button class="quiet text-soft" onclick={selecting.clear}>none <kbd>Esc</kbd></button>
      {#if !deciding}<button class="btn ml-auto" onclick={() => (deciding = true)}>Decide for all of them <kbd>d</kbd></button
        >{/if}
    </div>
    {#if deciding}<Bulk {list} {selecting} left={() => (deciding = false)} />{/if}
  {/if}
  <Waiting query={documents} what="the documents">
    {#if all.length === 0}
      <p class="text-soft mt-8 max-w-xl">
        {#if isNarrowed || list.period}Nothing here is so. <a class="quiet" href={`#/${place.company}/arrivals`}
            >Show everything</a
          > that arrived.
        {:else}Nothing has arrived yet. Take in a file of bills, card charges or expense claims to begin.{/if}
      </p>
    {:else}
      <ListTable documents={all} {list} {columns} currency={total!.currency} {selecting} />
      {#if documents.hasNextPage}
        <button class="btn plain mt-3" disabled={documents.isFetchingNextPage} onclick={() => documents.fetchNextPage()}>
          {documents.isFetchingNextPage
            ? 'Reading …'
            : `Show more (${all.length} of ${total?.more ? 'more than ' : ''}${total?.documents.toLocaleString('en')})`}
        </button>
      {/if}
    {/if}
  </Waiting>
{/if}
