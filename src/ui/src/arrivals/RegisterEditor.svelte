<script lang="ts">
  import type { Schemas } from '../api/client';
  import DayField from '../frame/DayField.svelte';
  import { types } from '../payroll/items';
  import { payItem, type PayColumn, type RegisterDraft } from './register.svelte';

  /** What makes a table a pay register: which run it is, what its pay items are, and whether a row adds the others up. */
  let {
    register,
    fields,
    table,
    changed,
  }: { register: RegisterDraft; fields: string[]; table: Schemas['TableAnswer']; changed: () => void } = $props();
  const items = $derived(fields.flatMap((f, at) => (f === payItem ? [at] : [])));
  const words = $derived(register.words(fields));
  const asked: Record<string, string> = { run: 'Run', pay_date: 'Paid on', period_end: 'Period to' };

  function say(at: number, more: Partial<PayColumn>) {
    register.items[at] = { ...register.itemOf(at), ...more };
    changed();
  }
</script>

<div class="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2">
  {#each table.ofEachRun.filter((f) => !fields.includes(f)) as field (field)}
    <label class="text-soft"
      >{asked[field]}
      {#if field === 'run'}<input
          class="field mt-1 block w-40"
          placeholder="as its pay date"
          bind:value={register.said[field]}
          onchange={changed}
        />{:else}<span class="mt-1 block"
          ><DayField
            value={register.said[field] ?? ''}
            label={asked[field]!}
            chosen={(d) => {
              register.said[field] = d;
              changed();
            }}
          /></span
        >{/if}</label
    >
  {/each}
  <label class="text-soft"
    >The row of totals is called
    <input class="field mt-1 block w-40" placeholder="there is none" bind:value={register.totalRow} onchange={changed} /></label
  >
</div>
{#if items.length > 0 || words.length > 0}
  <table class="ledger mt-3 w-auto!" aria-label="What the pay items are">
    <thead
      ><tr
        ><th>{items.length > 0 ? 'Column' : 'The table says'}</th>{#if items.length > 0}<th>Pay item</th>{/if}<th>What it is</th
        >{#if items.length > 0}<th>Owed to</th>{/if}</tr
      ></thead
    >
    <tbody>
      {#each items as at (at)}
        {@const of = register.itemOf(at)}
        {@const name = table.columns[at]!.name}
        <tr>
          <td>{name}</td>
          <td
            ><input
              class="field w-48"
              aria-label={`Pay item of ${name}`}
              value={of.item}
              onchange={(e) => say(at, { item: e.currentTarget.value.trim() || name })}
            /></td
          >
          <td
            ><select
              class="field"
              aria-label={`What ${name} is`}
              value={of.type}
              onchange={(e) => say(at, { type: e.currentTarget.value as Schemas['PayItemType'] })}
              >{#each Object.entries(types) as [value, title] (value)}<option {value}>{title}</option>{/each}</select
            ></td
          >
          <td
            ><input
              class="field w-44"
              aria-label={`To whom ${name} is owed`}
              placeholder="nobody named"
              value={of.agency}
              onchange={(e) => say(at, { agency: e.currentTarget.value.trim() })}
            /></td
          >
        </tr>
      {/each}
      {#each words as word (word)}
        <tr>
          <td>{word}</td>
          <td
            ><select
              class="field"
              aria-label={`What ${word} is`}
              value={register.typeOf(word)}
              onchange={(e) => {
                register.types[word] = e.currentTarget.value as Schemas['PayItemType'];
                changed();
              }}
              >{#each Object.entries(types) as [value, title] (value)}<option {value}>{title}</option>{/each}</select
            ></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
