<script lang="ts">
  import { createVirtualizer } from '@tanstack/svelte-virtual';
  import { push } from 'svelte-spa-router';
  import { get } from 'svelte/store';
  import { isZero, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import type { GridEditing } from './gridEditing.svelte';

  /** The cells, drawn as far as they are seen, and the keys that work in them. */
  let { grid, label }: { grid: GridEditing; label: string } = $props();

  let scroller = $state<HTMLDivElement>();
  const virtualizer = createVirtualizer<HTMLDivElement, HTMLDivElement>({
    count: 0,
    getScrollElement: () => scroller ?? null,
    estimateSize: () => 32,
    overscan: 12,
  });
  $effect(() => {
    const count = grid.list.length;
    if (scroller) get(virtualizer).setOptions({ count });
  });

  async function moveTo(index: number, select = false) {
    grid.moveTo(index, select);
    const at = grid.at;
    // The grid itself has the keys until the row is drawn, so that none is lost on the way.
    scroller?.focus({ preventScroll: true });
    $virtualizer.scrollToIndex(at, { align: 'auto' });
    for (let frames = 0; frames < 10; frames++) {
      await new Promise(requestAnimationFrame);
      const cell = scroller?.querySelector<HTMLElement>(`[data-index="${at}"] [role=gridcell][tabindex]`);
      if (cell) return cell.focus({ preventScroll: true });
    }
  }

  const ofAccount = (value: string) => place.href('arrivals', { account: grid.cell(value).account });

  function whileTyping({ key }: KeyboardEvent): boolean {
    if (key === 'Escape') {
      grid.typing = null;
      void moveTo(grid.at);
    } else if (key === 'Enter' || key === 'Tab') {
      grid.accept();
      void moveTo(key === 'Enter' ? grid.at + 1 : grid.at);
    } else if (key === 'ArrowDown') grid.option = Math.min(grid.option + 1, grid.options.length - 1);
    else if (key === 'ArrowUp') grid.option = Math.max(grid.option - 1, 0);
    else return false;
    return true;
  }

  function inCells({ key, ctrlKey, metaKey, altKey, shiftKey }: KeyboardEvent): boolean {
    if (altKey && key === 'Enter') void push(ofAccount(grid.list[grid.at] ?? '').slice(1));
    else if (ctrlKey && key.toLowerCase() === 'z') (shiftKey ? grid.redo : grid.undo)();
    else if (ctrlKey && key.toLowerCase() === 'y') grid.redo();
    else if (ctrlKey && key.toLowerCase() === 'd') grid.fill();
    else if (ctrlKey || metaKey || altKey) return false;
    else if (key === 'ArrowDown') void moveTo(grid.at + 1, shiftKey);
    else if (key === 'ArrowUp') void moveTo(grid.at - 1, shiftKey);
    else if (key === 'PageDown') void moveTo(grid.at + 15, shiftKey);
    else if (key === 'PageUp') void moveTo(grid.at - 15, shiftKey);
    else if (key === 'Home') void moveTo(0, shiftKey);
    else if (key === 'End') void moveTo(grid.list.length - 1, shiftKey);
    else if (key === 'Delete') grid.clear();
    else if (key === 'Enter' || key === 'F2') grid.begin('');
    else if (key.length === 1) grid.begin(key);
    else return false;
    return true;
  }

  function onkeydown(event: KeyboardEvent) {
    if (grid.typing !== null ? whileTyping(event) : inCells(event)) event.preventDefault();
  }

  function onpaste(event: ClipboardEvent) {
    if (grid.typing !== null) return;
    event.preventDefault();
    grid.paste(event.clipboardData?.getData('text/plain') ?? '');
  }
</script>

<div
  bind:this={scroller}
  class="border-rule h-[calc(100vh-230px)] overflow-y-auto border outline-none"
  role="grid"
  aria-label={label}
  aria-rowcount={grid.list.length}
  tabindex="-1"
  {onkeydown}
  {onpaste}
>
  <div class="bg-paper border-rule text-soft sticky top-0 z-10 grid grid-cols-[1fr_96px_300px_34px] border-b text-xs" role="row">
    <span class="px-2 py-1" role="columnheader">Value</span><span class="px-2 py-1 text-right" role="columnheader">Waits</span
    ><span class="px-2 py-1" role="columnheader">Account</span><span role="columnheader"
      ><span class="sr-only">Its documents</span></span
    >
  </div>
  {#if grid.list.length === 0}
    <p class="text-soft p-3">
      {grid.text || grid.only
        ? 'No value fits.'
        : 'No value of this kind has arrived. Paste two columns, value and account, to map them before they come.'}
    </p>
    <button class="sr-only" {onpaste}>Paste here</button>
  {/if}
  <div class="relative" style:height={`${$virtualizer.getTotalSize()}px`}>
    {#each $virtualizer.getVirtualItems().filter((i) => i.index < grid.list.length) as item (item.key)}
      {@const value = grid.list[item.index]!}
      {@const row = grid.byValue.get(value)}
      {@const edited = grid.isEdited(value)}
      <div
        class={[
          'border-rule absolute inset-x-0 grid h-8 grid-cols-[1fr_96px_300px_34px] items-center border-b',
          grid.isSelected(item.index) && 'bg-sunk',
        ]}
        style:transform={`translateY(${item.start}px)`}
        role="row"
        aria-rowindex={item.index + 1}
        data-index={item.index}
      >
        <span class="truncate px-2" role="rowheader" title={value}>{value}{row ? '' : ' (not arrived)'}</span>
        <span class="text-ochre px-2 text-right" role="gridcell">{!row || isZero(row.waiting) ? '' : money(row.waiting)}</span>
        {#if item.index === grid.at && grid.typing !== null}
          <span class="relative" role="gridcell">
            <!-- svelte-ignore a11y_autofocus -->
            <input
              class="field h-7 w-full"
              autofocus
              aria-label={`Account for ${value}`}
              bind:value={grid.typing}
              oninput={() => (grid.option = 0)}
              onblur={() => (grid.typing = null)}
            />
            {#if grid.options.length > 0}
              <ul class="bg-raised border-strong absolute top-8 left-0 z-20 w-80 border py-1">
                {#each grid.options as o, i (o.id)}
                  <li class={['px-3 py-1', i === grid.option && 'bg-sunk font-semibold']}>{o.title}</li>
                {/each}
              </ul>
            {/if}
          </span>
        {:else}
          <span
            class={[
              'h-full truncate px-2 leading-8',
              grid.isUnknown(value) || (row?.broken && !edited) ? 'text-madder' : edited ? 'font-semibold' : '',
            ]}
            role="gridcell"
            tabindex={item.index === grid.at ? 0 : -1}
            aria-selected={grid.isSelected(item.index)}
            onfocus={() => ((grid.at = item.index), (grid.said = ''))}
            onmousedown={(e) => grid.moveTo(item.index, e.shiftKey)}
            ondblclick={() => grid.begin('')}
            >{grid.shown(value) || '–'}{#if grid.isUnknown(value)}<span class="text-xs">
                · no such open account</span
              >{:else if edited && !grid.shown(value)}<span class="text-xs"> mapping taken away</span>{/if}</span
          >
        {/if}
        <span role="gridcell" class="text-center"
          >{#if grid.cell(value).account}<a
              class="text-soft hover:text-ink px-1"
              tabindex="-1"
              href={ofAccount(value)}
              aria-label={`The documents of ${grid.shown(value)}`}
              title="its documents">→</a
            >{/if}</span
        >
      </div>
    {/each}
  </div>
</div>
