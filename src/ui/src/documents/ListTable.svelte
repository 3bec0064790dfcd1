<script lang="ts">
  import { push } from 'svelte-spa-router';
  import type { Schemas } from '../api/client';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { nextOrder, sorted, type Column } from './columns';
  import { documentIn, type List } from './list';
  import type { Selecting } from './selecting.svelte';
  import StateMark from './StateMark.svelte';

  /** The documents of a list: each opens, each can be selected, each head sorts. */
  let {
    documents,
    list,
    columns,
    currency,
    selecting,
  }: {
    documents: Schemas['DocumentListRow'][];
    list: List;
    columns: readonly Column[];
    currency: string;
    selecting: Selecting;
  } = $props();

  const order = $derived(list.order ?? 'latest');
  const shown = $derived(columns.filter((c) => c.key !== 'state' || !list.state));
  const ids = $derived(documents.map((d) => d.id));
  const open = (id: number) => push(documentIn(id, list));
  const sort = (column: Column) => push(place.to('arrivals', { ...list, order: nextOrder(column, order) }));

  function onkeydown(event: KeyboardEvent, id: number) {
    if (event.target instanceof HTMLInputElement) return;
    if (event.key === 'Enter') open(id);
    else if (place.keeps && event.ctrlKey && event.key === 'a') {
      event.preventDefault();
      selecting.everything();
    } else if (place.keeps) selecting.keys(event, id, ids);
  }
</script>

<table class="ledger mt-3">
  <thead>
    <tr>
      {#if place.keeps}<th class="w-7"><span class="sr-only">Selected</span></th>{/if}
      {#each shown as column (column.key)}
        {@const by = sorted(column, order)}
        <th class={[column.figure && 'n', column.key === 'state' || column.key === 'reason' ? 'pl-5!' : '']} aria-sort={by}>
          {#if column.orders}
            <button class={['hover:text-ink', by && 'text-ink font-semibold']} onclick={() => sort(column)}
              >{column.title}{#if by}<span aria-hidden="true"> {by === 'ascending' ? '↑' : '↓'}</span>{/if}</button
            >
          {:else if column.group}
            <button class="hover:text-ink" onclick={() => push(place.to('arrivals', { ...list, group: column.group! }))}
              >{column.title}<span class="sr-only">, group by it</span></button
            >
          {:else}{column.title}{/if}
        </th>
      {/each}
    </tr>
  </thead>
  <tbody {@attach rows}>
    {#each documents as d (d.id)}
      <tr
        class={['opens', selecting.has(d.id) && 'bg-sunk']}
        tabindex="0"
        aria-selected={place.keeps ? selecting.has(d.id) : undefined}
        onclick={() => open(d.id)}
        onkeydown={(e) => onkeydown(e, d.id)}
      >
        {#if place.keeps}
          <td class="w-7" onclick={(e) => e.stopPropagation()}>
            <input
              type="checkbox"
              class="block size-4"
              tabindex="-1"
              aria-label={`Select ${d.who} ${d.reference}`}
              checked={selecting.has(d.id)}
              onclick={(e) => (e.shiftKey ? selecting.through(d.id, ids) : selecting.toggle(d.id))}
            />
          </td>
        {/if}
        {#each shown as column (column.key)}
          {#if column.key === 'state'}
            <td class="pl-5! whitespace-nowrap"><StateMark state={d.state} /></td>
          {:else if column.key === 'reason'}
            <td class={['text-soft truncate pl-5!', list.state ? 'max-w-[360px]' : 'max-w-[250px]']} title={d.reason}
              >{#if d.noticed}<span class="text-ink" title="worth noticing">※&nbsp;</span><span class="sr-only"
                  >worth noticing;
                </span>{/if}{column.text(d, currency)}{d.reasons > 1 ? ` (and ${d.reasons - 1} more)` : ''}</td
            >
          {:else}
            {@const text = column.text(d, currency)}
            <td
              class={[
                column.figure ? 'n' : column.wide ? `${column.wide} truncate` : 'whitespace-nowrap',
                column.soft && 'text-soft',
              ]}
              title={column.wide ? text : undefined}>{text}</td
            >
          {/if}
        {/each}
      </tr>
    {/each}
  </tbody>
</table>
