<script lang="ts">
  import type { Schemas } from '../api/client';
  import DayField from '../frame/DayField.svelte';
  import { editing } from '../frame/keys';
  import type { Deciding, Edit } from './deciding.svelte';

  /** Puts the head of a document right: whose it is, its reference, its total, the day of its entry; and a note. */
  let { document: d, deciding, close }: { document: Schemas['DocumentAnswer']; deciding: Deciding; close: () => void } = $props();
  const as = () => ({
    supplier: d.supplier,
    employee: d.employee,
    reference: d.reference,
    total: d.total,
    note: d.note,
    entryDate: d.entryDateChoice || d.entryDate,
  });
  let typed = $state(as());
  const texts = [
    ['supplier', 'Supplier'],
    ['employee', 'Employee'],
    ['reference', 'Reference'],
    ['total', 'Total'],
  ] as const;
  const shown = $derived(texts.filter(([field]) => d.kind !== 'transfer' || (field !== 'supplier' && field !== 'employee')));

  async function save() {
    const [before, edit] = [as(), {} as Edit];
    for (const [field] of [...shown, ['note'] as const]) if (typed[field].trim() !== before[field]) edit[field] = typed[field];
    if (typed.entryDate && typed.entryDate !== d.entryDate) edit.entryDate = typed.entryDate;
    if (Object.keys(edit).length === 0 || (await deciding.edit(edit, 'Put right.'))) close();
  }
</script>

<div
  class="bg-raised border-rule mt-3 border p-3"
  role="group"
  aria-label="Put the document right"
  {@attach editing(() => void save(), close)}
>
  <div class="grid grid-cols-[1.4fr_1fr_1.2fr_0.8fr_auto] gap-3">
    {#each shown as [field, title], i (field)}
      <label class="text-soft"
        >{title}
        <input
          class={['field w-full', field === 'total' && 'text-right']}
          bind:value={typed[field]}
          {@attach (input) => {
            if (i === 0) input.focus();
          }}
        />
      </label>
    {/each}
    <label class="text-soft">Day of its entry <span class="block"><DayField bind:value={typed.entryDate} /></span></label>
  </div>
  <label class="text-soft mt-2 block">Note <input class="field w-full" bind:value={typed.note} /></label>
  <div class="mt-3 flex items-center gap-3">
    <button class="btn" disabled={deciding.busy} onclick={() => void save()}>Save <kbd>Ctrl Enter</kbd></button>
    <button class="btn plain" onclick={close}>Leave as it is <kbd>Esc</kbd></button>
    {#if d.entryDateChoice}
      <button
        class="quiet ml-auto"
        onclick={async () =>
          (await deciding.edit({ takeBack: ['entry_date'] }, 'The company’s rule decides its day.')) && close()}
        >Its day by the company’s rule</button
      >
    {/if}
  </div>
</div>
