<script lang="ts">
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { dimensions as allDimensions, ledgerValues } from '../ledger/values';
  import { vocabulary } from '../frame/vocabulary';
  import type { RowEditing } from './editing.svelte';
  import { dimensionOf, fillsIn, hasGroup, isOffset, mapsToValue, type KeyKind } from './kinds';
  import DayField from '../frame/DayField.svelte';

  /** The row of a value that is edited: its target, and what else it says. */
  let { kind, value, editing, sources }: { kind: KeyKind; value: string; editing: RowEditing; sources: string[] } = $props();

  const values = ledgerValues();
  const offered = $derived((what: string) => (values.data ?? []).filter((v) => v.kind === what && v.active && !v.hidden));
  let more = $state(false);
  const dimensions = allDimensions();
  const row = $derived(editing.row);
  const choices = $derived.by((): (readonly [string, string])[] => {
    if (kind === 'supplier_term') return offered('payment_term').map((v) => [v.id, v.name] as const);
    if (kind === 'supplier_form') return vocabulary().supplierForms.map((f) => [f.form, f.title] as const);
    return [
      ...offered(dimensionOf(kind)).map((v) => [v.name, v.name] as const),
      [vocabulary().leftOut, 'not sent to the ledger'] as const,
    ];
  });
</script>

{#if mapsToValue(kind)}
  <label class="text-soft block"
    >{kind === 'supplier_form' ? 'Its bills become a' : 'In the ledger'}
    <select class="field mt-1 w-full" bind:value={editing.row.value} aria-label={`Value for ${value}`}>
      <option value="">–</option>
      {#each choices as [word, title] (word)}<option value={word}>{title}</option>{/each}
    </select>
  </label>
{:else}
  {#if kind === 'tax_code'}
    <label class="text-soft mb-2 flex items-center gap-2"
      >Recovered <input
        class="field w-20 text-right"
        inputmode="decimal"
        aria-label={`Percent recovered of ${value}`}
        bind:value={editing.row.recoverablePercent}
      /> % of the tax</label
    >
  {/if}
  <div class="text-soft mb-1">
    {isOffset(kind) ? 'Ledger account' : kind === 'tax_code' ? 'Account (blank: the role input tax)' : 'Account'} for this value
  </div>
  {#key `${kind}|${value}`}
    <AccountPicker
      bind:value={editing.row.account as string}
      bind:item={editing.row.ledgerItem as string}
      label={`Account for ${value}`}
      offset={isOffset(kind) || kind === 'tax_code'}
      items={fillsIn(kind)}
    />
  {/key}
{/if}
<div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
  <label class="text-soft flex items-center gap-2"
    >from <DayField bind:value={editing.row.effectiveFrom} /> {row.effectiveFrom ? '' : '(always)'}</label
  >
  {#if !kind.startsWith('supplier_') || !mapsToValue(kind)}
    <button class="quiet text-soft" aria-expanded={more} onclick={() => (more = !more)}>{more ? 'less' : 'more'}</button>
  {/if}
</div>
{#if more}
  <div class="mt-2 grid grid-cols-2 gap-2">
    {#if kind !== 'category_group' && kind !== 'supplier_group'}
      <label class="text-soft"
        >Only for source
        <select class="field w-full" bind:value={editing.row.forSource}>
          <option value="">every source</option>
          {#each sources as source (source)}<option>{source}</option>{/each}
        </select>
      </label>
    {/if}
    {#if hasGroup(kind)}
      <label class="text-soft">Group <input class="field w-full" bind:value={editing.row.group} /></label>
    {/if}
    {#if fillsIn(kind)}
      <label class="text-soft"
        >Tax code when blank
        <select class="field w-full" bind:value={editing.row.taxCode}>
          <option value="">–</option>
          {#each offered('tax_code') as v (v.id)}<option value={v.id}>{v.id} · {v.name}</option>{/each}
        </select>
      </label>
    {/if}
    {#if fillsIn(kind) || dimensionOf(kind)}
      {#each dimensions.data ?? [] as d (d.dimension)}
        {#if d.dimension !== dimensionOf(kind) && offered(d.dimension).length > 0}
          <label class="text-soft"
            ><span class="inline-block first-letter:uppercase">{d.title}</span> when blank
            <select
              class="field w-full"
              value={row.dimensions?.[d.dimension] ?? ''}
              onchange={(e) => editing.fill(d.dimension, e.currentTarget.value)}
            >
              <option value="">–</option>
              {#each offered(d.dimension) as v (v.id)}<option>{v.name}</option>{/each}
            </select>
          </label>
        {/if}
      {/each}
    {/if}
    {#if kind === 'tax_code'}
      <label class="text-soft"
        >Tax code in the ledger
        <select class="field w-full" bind:value={editing.row.value}>
          <option value="">the same</option>
          {#each offered('tax_code') as v (v.id)}<option value={v.id}>{v.id} · {v.name}</option>{/each}
        </select>
      </label>
    {/if}
  </div>
{/if}
