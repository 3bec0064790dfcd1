<script lang="ts">
  import { words } from '../amounts/format';
  import { kindsWithLines } from '../frame/vocabulary';
  import type { LayoutDraft } from './layout.svelte';
  import RegisterEditor from './RegisterEditor.svelte';
  import type { Shape } from './register.svelte';

  /** What the columns of a table mean: each is pointed at, above its first rows. */
  let {
    layout = $bindable(),
    again,
    changed,
  }: { layout: LayoutDraft; again: (layout: LayoutDraft) => void; changed: () => void } = $props();

  const table = $derived(layout.table);
  const signs: Record<string, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' };
  const groups: Record<string, string> = {
    '': 'run on',
    ',': 'a comma',
    '.': 'a point',
    ' ': 'a space',
    '\u00A0': 'a hard space',
    '\u202F': 'a narrow space',
    "'": 'an apostrophe',
    '\u2019': 'a curved apostrophe',
  };
  const encodings = ['utf-8', 'windows-1252', 'utf-16', 'iso-8859-15'];
  const shapes: [Shape | '', string][] = [
    ['', 'documents'],
    ['long', 'a pay register, a row for each pay item'],
    ['wide', 'a pay register, a row for each employee'],
  ];
  const documents = [
    ['', 'each row is a document'],
    ['reference', 'rows of one reference are a document'],
  ];
</script>

<label class="text-soft mt-4 block"
  >The table is
  <select
    class="field mt-1 block"
    value={layout.shape}
    onchange={(e) => {
      layout.become(e.currentTarget.value as Shape | '');
      changed();
    }}
  >
    {#each shapes as [value, title] (value)}<option {value}>{title}</option>{/each}
  </select></label
>
<div class="mt-4 overflow-x-auto">
  <table class="ledger w-auto!" aria-label="The table">
    <thead>
      <tr>
        {#each table.columns as column, i (i)}
          <th class="pb-2!">
            <span class="text-ink block max-w-48 truncate font-semibold">{column.name}</span>
            <select class="field mt-1" aria-label="What {column.name} is" bind:value={layout.fields[i]} onchange={changed}>
              <option value="">is not taken</option>
              {#each layout.offered as field (field)}<option value={field}>{words(field)}</option>{/each}
            </select>
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each table.rows.slice(0, 5) as row, r (r)}
        <tr>
          {#each row as cell, i (i)}<td
              class={['max-w-56 truncate', layout.fields[i] ? '' : 'text-soft', layout.isAmount(layout.fields[i]) && 'n']}
              >{cell}</td
            >{/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

{#if layout.register}<RegisterEditor register={layout.register} fields={layout.fields} {table} {changed} />{/if}
<div class="mt-3 flex max-w-5xl flex-wrap items-end gap-x-4 gap-y-2">
  {#if layout.hasDates}<label class="text-soft"
      >Dates are written
      <select class="field mt-1 block" bind:value={layout.date} onchange={changed}>
        <option value="">{layout.dates.length === 1 ? `${layout.dates[0]} (as it seems)` : 'say how'}</option>
        {#each layout.dates.length > 1 ? layout.dates : table.datePatterns as p (p)}<option value={p}>{p}</option>{/each}
      </select></label
    >{/if}
  <label class="text-soft"
    >Decimals after
    <select class="field mt-1 block" bind:value={layout.decimal} onchange={changed}>
      <option value=""
        >{layout.decimals.length === 1
          ? `a ${layout.decimals[0] === '.' ? 'point' : 'comma'} (as it seems)`
          : 'say which'}</option
      >
      <option value=".">a point</option>
      <option value=",">a comma</option>
    </select></label
  >
  <label class="text-soft"
    >Thousands
    <select class="field mt-1 block" bind:value={layout.group} onchange={changed}>
      <option value={null}>{groups[layout.groupSeen]} (as it seems)</option>
      {#each Object.entries(groups) as [sign, name] (sign)}<option value={sign}>{name}</option>{/each}
    </select></label
  >
  {#if !layout.register}<label class="text-soft"
      >Amounts
      <select class="field mt-1 block" bind:value={layout.amounts} onchange={changed}>
        <option value="as_is">as they stand</option>
        <option value="charges_negative">charges are negative, refunds positive</option>
      </select></label
    >
  {/if}{#if !layout.register && layout.amounts === 'as_is'}
    <label class="text-soft"
      >Its rows are
      <select class="field mt-1 block" bind:value={layout.kind} onchange={changed}>
        <option value="">{layout.fields.includes('kind') ? 'as a column says' : 'say what'}</option>
        {#each kindsWithLines() as k (k.kind)}<option value={k.kind}>{k.title}</option>{/each}
      </select></label
    >
    <label class="text-soft"
      >Documents
      <select class="field mt-1 block" bind:value={layout.document} onchange={changed}>
        {#each documents as [value, title] (value)}<option {value} disabled={value !== '' && !layout.fields.includes(value!)}
            >{title}</option
          >{/each}
      </select></label
    >
  {/if}
  <label class="text-soft"
    >Header in row
    <input
      class="field mt-1 block w-20 text-right"
      type="number"
      min="1"
      bind:value={layout.headerRow}
      onchange={() => again(layout)}
    /></label
  >
  {#if table.sheets.length > 1}
    <label class="text-soft"
      >Sheet
      <select class="field mt-1 block" bind:value={layout.sheet} onchange={() => again(layout)}>
        {#each table.sheets as s, i (s)}<option value={i === 0 ? '' : s}>{s}</option>{/each}
      </select></label
    >
  {:else if table.sheets.length === 0}
    <label class="text-soft"
      >Fields end with a
      <select class="field mt-1 block" bind:value={layout.delimiter} onchange={() => again(layout)}>
        {#each Object.entries(signs) as [sign, name] (sign)}<option value={sign}>{name}</option>{/each}
      </select></label
    >
    <label class="text-soft"
      >Encoding
      <select class="field mt-1 block" bind:value={layout.encoding} onchange={() => again(layout)}>
        {#each encodings.includes(layout.encoding) ? encodings : [layout.encoding, ...encodings] as e (e)}<option value={e}
            >{e}</option
          >{/each}
      </select></label
    >
  {/if}
</div>
