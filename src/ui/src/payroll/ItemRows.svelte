<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { accounts as chart } from '../ledger/values';
  import Flags from './Flags.svelte';
  import type { MappingDraft } from './mappingDraft.svelte';

  /** Where one pay item goes: for all, and for a department, an employee group or an agency; each side apart. */
  let {
    mapping,
    at,
    draft,
    busy,
  }: {
    mapping: Schemas['PayrollMappingAnswer'];
    at: Schemas['MappedItemAnswer'];
    draft: MappingDraft;
    busy: boolean;
  } = $props();
  const id = $props.id();
  const accounts = chart();
  const title = (account: string) => (accounts.data ?? []).find((a) => a.id === account)?.title ?? (account || 'no account');
  const named = $derived([
    ['department', 'Department', mapping.departments],
    ['employeeGroup', 'Employee group', mapping.groups],
    ['agency', 'Agency', mapping.agencies],
  ] as const);
</script>

<section class="sticky top-3 self-start" aria-label={`Where ${at.item} goes`}>
  <h2>Where “{at.item}” goes</h2>
  <p class="text-soft mb-2">
    Each side is decided apart, by the first of these rows that fits and names an account: agency before employee group before
    department, and what is for all at last.
  </p>
  {#each draft.rows as row, i (i)}
    <fieldset class={['border-rule border-t py-2', !place.keeps && 'only-said']} disabled={!place.keeps || busy}>
      <span class="text-soft float-right text-xs" aria-hidden="true">{i + 1}</span>
      {#if row.isForAll}<b class="font-semibold">For all</b>
      {:else}
        <div class="grid grid-cols-3 gap-2">
          {#each named as [name, called, values] (name)}
            <label class="text-soft text-xs"
              >{called} <input class="field w-full" list={`${id}${name}`} disabled={row.stands} bind:value={row[name]} /></label
            >
            <datalist id={`${id}${name}`}
              >{#each values as value (value)}<option {value}></option>{/each}</datalist
            >
          {/each}
        </div>
      {/if}
      <div class="mt-1 grid grid-cols-2 gap-2">
        {#if at.hasExpense}
          <div class="text-soft text-xs">
            Costs go to{#if place.keeps}<AccountPicker
                bind:value={row.expenseAccount}
                label={`Expense account, row ${i + 1}`}
              />{:else}<p class="text-ink text-sm">{title(row.expenseAccount)}</p>{/if}
          </div>
        {/if}
        {#if at.hasLiability}
          <div class="text-soft text-xs">
            Is owed in{#if place.keeps}<AccountPicker
                bind:value={row.liabilityAccount}
                label={`Liability account, row ${i + 1}`}
                kinds={['asset', 'liability', 'equity', 'expense', 'cost_of_sales']}
              />{:else}<p class="text-ink text-sm">{title(row.liabilityAccount)}</p>{/if}
          </div>
        {/if}
      </div>
      {#if place.keeps && row.isForAll && !row.expenseAccount && !row.liabilityAccount && (at.proposedExpense || at.proposedLiability)}
        <button
          type="button"
          class="quiet mt-1"
          onclick={() => ([row.expenseAccount, row.liabilityAccount] = [at.proposedExpense, at.proposedLiability])}
          >Usual: {[at.proposedExpense, at.proposedLiability].filter(Boolean).map(title).join(' and ')}. Take it</button
        >
      {/if}
      {#if place.keeps && (row.expenseAccount || row.liabilityAccount)}
        <button type="button" class="quiet text-soft mt-1" onclick={() => ([row.expenseAccount, row.liabilityAccount] = ['', ''])}
          >no account</button
        >
      {/if}
    </fieldset>
  {/each}
  {#if place.keeps}<button class="quiet mt-1" onclick={draft.add}>another for a department, a group or an agency</button>{/if}
  <Flags {at} />
  {#each at.rows.filter((r) => r.broken) as r, i (i)}<p class="note bad mt-2">{r.broken}.</p>{/each}
</section>
