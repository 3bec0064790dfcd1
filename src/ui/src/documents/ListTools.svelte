<script lang="ts">
  import { Popover } from 'bits-ui';
  import { push } from 'svelte-spa-router';
  import { look } from '../frame/look.svelte';
  import { place } from '../frame/place.svelte';
  import { columns as every, usual, type Column } from './columns';
  import { fileOf, type List } from './list';
  import Views from './Views.svelte';

  /** Grouping, order, columns, names and files of a list. */
  let { list, columns }: { list: List; columns: readonly Column[] } = $props();

  const groups = {
    payment_account: 'payment account',
    cardholder: 'cardholder',
    category: 'category',
    supplier: 'supplier',
    source: 'source',
    month: 'month',
  };
  const names = $derived(columns.map((c) => c.key));
  const go = (more: List) => push(place.to('arrivals', { ...list, ...more }));

  function show(key: string, isShown: boolean) {
    const chosen = every.filter((c) => (c.key === key ? isShown : names.includes(c.key))).map((c) => c.key);
    look.columns = (chosen.length > 0 ? chosen : usual).join(' ');
    look.apply();
  }
</script>

<select
  class="field"
  aria-label="Group by"
  value={list.group ?? ''}
  onchange={(e) => go({ group: e.currentTarget.value, ...(e.currentTarget.value ? {} : { over: '' }) })}
>
  <option value="">not grouped</option>
  {#each Object.entries(groups) as [by, title] (by)}<option value={by}>by {title}</option>{/each}
</select>
{#if list.group === 'month'}
  <select class="field" aria-label="Which day" value={list.over ?? ''} onchange={(e) => go({ over: e.currentTarget.value })}>
    <option value="">of the document</option><option value="arrival_date">of its arrival</option>
  </select>
{/if}
<Popover.Root>
  <Popover.Trigger class="field">Columns <span aria-hidden="true">▾</span></Popover.Trigger>
  <Popover.Portal>
    <Popover.Content
      class="bg-raised border-strong z-20 grid w-80 grid-cols-2 gap-x-4 gap-y-1 border p-4"
      sideOffset={6}
      align="start"
      aria-label="Columns"
    >
      {#each every as column (column.key)}
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            checked={names.includes(column.key)}
            onchange={(e) => show(column.key, e.currentTarget.checked)}
          />
          {column.title}</label
        >
      {/each}
    </Popover.Content>
  </Popover.Portal>
</Popover.Root>
<Views
  of="arrivals"
  query={new URLSearchParams(list).toString()}
  columns={look.columns}
  opened={(names) => {
    look.columns = names;
    look.apply();
  }}
/>
<span class="text-soft ml-auto"
  >Take away as <a class="quiet" href={fileOf(list, 'csv', names)} download>CSV</a> or
  <a class="quiet" href={fileOf(list, 'xlsx', names)} download>XLSX</a></span
>
