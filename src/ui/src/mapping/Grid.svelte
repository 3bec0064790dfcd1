<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { createVirtualizer } from '@tanstack/svelte-virtual';
  import { push } from 'svelte-spa-router';
  import { get } from 'svelte/store';
  import { toast } from 'svelte-sonner';
  import { answer, api } from '../api/client';
  import { isZero, many, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { accounts as chart } from '../ledger/values';
  import { rehearse, rowOf, saveChanges, undoSet } from './changes';
  import { cellOf, change, emptySheet, fillDown, findAccount, paste, redo, undo, type Cell } from './grid';
  import { isOffset, kindGroups, kindTitle, mapsToValue } from './kinds';
  import Rehearsal from './Rehearsal.svelte';
  import Rooms from './Rooms.svelte';

  /** Many values at once: type to search an account, paste one or two columns, fill down, undo, and save it all as one change. */
  const client = useQueryClient();
  const kind = $derived(place.query.get('kind') ?? 'category');
  const values = createQuery(() => ({
    queryKey: [place.company, 'values', kind],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/{kind}/values', { params: { path: { companyId: place.company, kind } } }),
      ),
  }));
  const accounts = chart();
  const usable = $derived(
    (accounts.data ?? []).filter((a) => (isOffset(kind) ? a.kind === 'asset' || a.kind === 'liability' : !a.control)),
  );

  let sheet = $state.raw(emptySheet);
  let text = $state('');
  let only = $state(false);
  let at = $state(0);
  let anchor = $state(0);
  let typing = $state<string | null>(null);
  let option = $state(0);
  let from = $state('');
  let confirmed = $state(false);
  let refused = $state('');
  let said = $state('');
  let scroller = $state<HTMLDivElement>();

  const byValue = $derived(new Map((values.data?.rows ?? []).map((r) => [r.value, r])));
  // Values that were pasted and never arrived stand first.
  const added = $derived(Object.keys(sheet.edits).filter((v) => !byValue.has(v)));
  const list = $derived.by(() => {
    const needle = text.trim().toUpperCase();
    return [...added, ...(values.data?.rows ?? []).filter((r) => !r.hidden).map((r) => r.value)].filter((v) => {
      if (needle && !v.toUpperCase().includes(needle)) return false;
      const row = byValue.get(v);
      return !only || !row?.target || !isZero(row.waiting) || v in sheet.edits;
    });
  });
  const virtualizer = createVirtualizer<HTMLDivElement, HTMLDivElement>({
    count: 0,
    getScrollElement: () => scroller ?? null,
    estimateSize: () => 32,
    overscan: 12,
  });
  $effect(() => {
    const count = list.length;
    if (scroller) get(virtualizer).setOptions({ count });
  });
  const cell = (value: string): Cell =>
    sheet.edits[value] ?? { account: byValue.get(value)?.account ?? '', text: byValue.get(value)?.target ?? '' };
  const titles = $derived(new Map((accounts.data ?? []).map((a) => [a.id, a.title])));
  const shown = (value: string) => {
    const c = cell(value);
    return c.account ? (titles.get(c.account) ?? c.account) : c.text;
  };
  const isUnknown = (value: string) => value in sheet.edits && !sheet.edits[value]!.account && sheet.edits[value]!.text !== '';
  const unknown = $derived(Object.keys(sheet.edits).filter(isUnknown));
  const changed = $derived(
    Object.entries(sheet.edits).filter(([v, c]) => !isUnknown(v) && c.account !== (byValue.get(v)?.account ?? '')),
  );
  const options = $derived.by(() => {
    if (typing === null) return [];
    const needle = typing.trim().toLowerCase();
    return usable.filter((a) => a.active && !a.hidden && a.title.toLowerCase().includes(needle)).slice(0, 8);
  });
  const body = $derived({
    rows: changed.map(([key, c]) =>
      rowOf({
        kind,
        key,
        account: c.account,
        effectiveFrom: from,
        recoverablePercent: kind === 'tax_code' && !byValue.get(key)?.target ? '100' : null,
        remove: c.account === '',
      }),
    ),
    confirmed,
    origin: 'grid',
  });
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'rehearsal', 'grid', kind, from, JSON.stringify(sheet.edits)],
    queryFn: () => rehearse(body),
    enabled: changed.length > 0 && place.keeps && typing === null,
    staleTime: 0,
  }));

  async function moveTo(index: number, select = false) {
    at = Math.min(Math.max(index, 0), list.length - 1);
    if (!select) anchor = at;
    // The grid itself has the keys until the row is drawn, so that none is lost on the way.
    scroller?.focus({ preventScroll: true });
    $virtualizer.scrollToIndex(at, { align: 'auto' });
    for (let frames = 0; frames < 10; frames++) {
      await new Promise(requestAnimationFrame);
      const cell = scroller?.querySelector<HTMLElement>(`[data-index="${at}"] [role=gridcell][tabindex]`);
      if (cell) return cell.focus({ preventScroll: true });
    }
  }

  function begin(letters: string) {
    if (!place.keeps) return;
    typing = letters;
    option = 0;
  }

  async function accept(down: boolean) {
    const value = list[at]!;
    const chosen = options[option] ?? findAccount(typing ?? '', usable);
    const next =
      typing?.trim() === ''
        ? { account: '', text: '' }
        : chosen
          ? { account: chosen.id, text: chosen.title }
          : cellOf(typing ?? '', usable);
    typing = null;
    sheet = change(sheet, { [value]: next });
    await moveTo(down ? at + 1 : at);
  }

  function onkeydown(event: KeyboardEvent) {
    const key = event.key;
    if (typing !== null) {
      if (key === 'Escape') {
        typing = null;
        void moveTo(at);
      } else if (key === 'Enter' || key === 'Tab') void accept(key === 'Enter');
      else if (key === 'ArrowDown') option = Math.min(option + 1, options.length - 1);
      else if (key === 'ArrowUp') option = Math.max(option - 1, 0);
      else return;
      event.preventDefault();
      return;
    }

    if (event.ctrlKey && key.toLowerCase() === 'z') sheet = event.shiftKey ? redo(sheet) : undo(sheet);
    else if (event.ctrlKey && key.toLowerCase() === 'y') sheet = redo(sheet);
    else if (event.ctrlKey && key.toLowerCase() === 'd') fill();
    else if (event.ctrlKey || event.metaKey || event.altKey) return;
    else if (key === 'ArrowDown') void moveTo(at + 1, event.shiftKey);
    else if (key === 'ArrowUp') void moveTo(at - 1, event.shiftKey);
    else if (key === 'PageDown') void moveTo(at + 15, event.shiftKey);
    else if (key === 'PageUp') void moveTo(at - 15, event.shiftKey);
    else if (key === 'Home') void moveTo(0, event.shiftKey);
    else if (key === 'End') void moveTo(list.length - 1, event.shiftKey);
    else if (key === 'Delete' && place.keeps) sheet = change(sheet, { [list[at]!]: { account: '', text: '' } });
    else if (key === 'Enter' || key === 'F2') begin('');
    else if (key.length === 1) begin(key);
    else return;
    event.preventDefault();
  }

  function fill() {
    if (!place.keeps || list.length === 0) return;
    const [first, last] = [Math.min(anchor, at), Math.max(anchor, at)];
    sheet = change(sheet, fillDown(cell(list[first]!), list, first, last));
  }

  function onpaste(event: ClipboardEvent) {
    if (typing !== null || !place.keeps) return;
    event.preventDefault();
    const pasted = paste(event.clipboardData?.getData('text/plain') ?? '', list[at] ?? '', list, usable);
    sheet = change(sheet, pasted.cells);
    const count = Object.keys(pasted.cells).length;
    said = `${many(count, 'value')} pasted${pasted.added.length > 0 ? `, ${pasted.added.length} of them not arrived yet` : ''}${pasted.beyond > 0 ? `; ${many(pasted.beyond, 'row')} beyond the end of the list` : ''}.`;
  }

  async function save() {
    refused = '';
    try {
      const saved = await saveChanges(body);
      sheet = emptySheet;
      said = '';
      await client.invalidateQueries();
      toast(`${many(saved.changed, 'mapping')} saved as one change, ${many(saved.recoded, 'open document')} coded anew.`, {
        action: { label: 'Undo', onClick: () => takeBack(saved.setId) },
      });
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  async function takeBack(set: number) {
    try {
      await undoSet(set);
      await client.invalidateQueries();
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  function choose(next: string) {
    if (Object.keys(sheet.edits).length > 0 && !window.confirm('Leave what is not saved in this grid?')) return;
    sheet = emptySheet;
    at = anchor = 0;
    push(place.to('mapping/grid', { kind: next }));
  }
</script>

<Rooms at="mapping/grid" />
<div class="flex items-center gap-4">
  <h1>Many at once</h1>
  <select class="field" aria-label="Kind of value" value={kind} onchange={(e) => choose(e.currentTarget.value)}>
    {#each kindGroups as group (group.title)}
      <optgroup label={group.title}>
        {#each group.kinds.filter(([word]) => !mapsToValue(word)) as [word, title] (word)}<option value={word}>{title}</option
          >{/each}
      </optgroup>
    {/each}
  </select>
  <input class="field" placeholder="Find a value" aria-label="Find a value" bind:value={text} />
  <label class="text-soft flex items-center gap-1.5"
    ><input type="checkbox" bind:checked={only} /> only what needs an account</label
  >
  {#if place.keeps}<span class="ml-auto flex gap-2">
      <button class="btn plain" disabled={sheet.past.length === 0} onclick={() => (sheet = undo(sheet))}>Undo</button>
      <button class="btn plain" disabled={sheet.future.length === 0} onclick={() => (sheet = redo(sheet))}>Redo</button>
    </span>{/if}
</div>
<p class="text-soft mt-1" role="status">
  {said ||
    'Type to search an account. Paste one column down from a cell, or two columns, value and account. Shift and arrows choose cells, Ctrl D fills down.'}
</p>
<Waiting query={values} what="the values">
  <div class="mt-3 grid grid-cols-[1fr_330px] gap-7">
    <div
      bind:this={scroller}
      class="border-rule h-[calc(100vh-230px)] overflow-y-auto border outline-none"
      role="grid"
      aria-label={kindTitle(kind)}
      aria-rowcount={list.length}
      tabindex="-1"
      {onkeydown}
      {onpaste}
    >
      <div class="bg-paper border-rule text-soft sticky top-0 z-10 grid grid-cols-[1fr_96px_300px] border-b text-xs" role="row">
        <span class="px-2 py-1" role="columnheader">Value</span><span class="px-2 py-1 text-right" role="columnheader">Waits</span
        ><span class="px-2 py-1" role="columnheader">Account</span>
      </div>
      {#if list.length === 0}
        <p class="text-soft p-3">
          {text || only
            ? 'No value fits.'
            : 'No value of this kind has arrived. Paste two columns, value and account, to map them before they come.'}
        </p>
        <button class="sr-only" {onpaste}>Paste here</button>
      {/if}
      <div class="relative" style:height={`${$virtualizer.getTotalSize()}px`}>
        {#each $virtualizer.getVirtualItems() as item (item.key)}
          {@const value = list[item.index]!}
          {@const row = byValue.get(value)}
          {@const selected = item.index >= Math.min(at, anchor) && item.index <= Math.max(at, anchor)}
          <div
            class={[
              'border-rule absolute inset-x-0 grid h-8 grid-cols-[1fr_96px_300px] items-center border-b',
              selected && 'bg-sunk',
            ]}
            style:transform={`translateY(${item.start}px)`}
            role="row"
            aria-rowindex={item.index + 1}
            data-index={item.index}
          >
            <span class="truncate px-2" role="rowheader" title={value}>{value}{row ? '' : ' (not arrived)'}</span>
            <span class="text-ochre px-2 text-right" role="gridcell">{!row || isZero(row.waiting) ? '' : money(row.waiting)}</span
            >
            {#if item.index === at && typing !== null}
              <span class="relative" role="gridcell">
                <!-- svelte-ignore a11y_autofocus -->
                <input
                  class="field h-7 w-full"
                  autofocus
                  aria-label={`Account for ${value}`}
                  bind:value={typing}
                  oninput={() => (option = 0)}
                  onblur={() => (typing = null)}
                />
                {#if options.length > 0}
                  <ul class="bg-raised border-strong absolute top-8 left-0 z-20 w-80 border py-1">
                    {#each options as o, i (o.id)}
                      <li class={['px-3 py-1', i === option && 'bg-sunk font-semibold']}>{o.title}</li>
                    {/each}
                  </ul>
                {/if}
              </span>
            {:else}
              <span
                class={[
                  'h-full truncate px-2 leading-8',
                  isUnknown(value) ? 'text-madder' : value in sheet.edits ? 'font-semibold' : '',
                  row?.broken && !(value in sheet.edits) && 'text-madder',
                ]}
                role="gridcell"
                tabindex={item.index === at ? 0 : -1}
                aria-selected={selected}
                onfocus={() => ((at = item.index), (said = ''))}
                onmousedown={(e) => {
                  at = item.index;
                  if (!e.shiftKey) anchor = at;
                }}
                ondblclick={() => begin('')}
                >{shown(value) || '–'}{#if isUnknown(value)}<span class="text-xs">
                    · no such open account</span
                  >{/if}{#if value in sheet.edits && !isUnknown(value) && !shown(value)}<span class="text-xs">
                    mapping taken away</span
                  >{/if}</span
              >
            {/if}
          </div>
        {/each}
      </div>
    </div>
    <div class="flex flex-col gap-3">
      {#if unknown.length > 0}
        <div class="note bad" role="alert">
          {many(unknown.length, 'account')} in the grid {unknown.length === 1 ? 'is' : 'are'} unknown or closed: {unknown
            .slice(0, 4)
            .map((v) => `${sheet.edits[v]!.text} for “${v}”`)
            .join(', ')}{unknown.length > 4 ? ', …' : ''}. They stay in the grid and are not saved.
        </div>
      {/if}
      <label class="text-soft flex items-center gap-2"
        >Changes count from <input class="field" type="date" bind:value={from} /> {from ? '' : '(always)'}</label
      >
      <Rehearsal
        query={changed.length > 0 ? rehearsal : null}
        idle="Change accounts, and see here what saving them all would do."
        bind:confirmed
        {refused}
      >
        {#snippet actions(asks)}
          <button class="btn" disabled={asks} onclick={save}>Save {many(changed.length, 'change')}</button>
          <button class="btn plain" onclick={() => (sheet = emptySheet)}>Leave them</button>
        {/snippet}
      </Rehearsal>
    </div>
  </div>
</Waiting>
