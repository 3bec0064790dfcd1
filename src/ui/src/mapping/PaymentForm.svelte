<script lang="ts">
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { paymentKinds, type PaymentDraft } from './paymentDraft.svelte';
  import DayField from '../frame/DayField.svelte';

  /** A payment account with its numbers, days and holders. */
  let { draft, save }: { draft: PaymentDraft; save: () => void } = $props();
</script>

<form
  class="bg-raised border-rule mt-5 grid grid-cols-2 gap-x-5 gap-y-3 border p-4"
  onsubmit={(e) => (e.preventDefault(), save())}
>
  <h2 class="col-span-2">{draft.id ? draft.name : 'A new payment account'}</h2>
  <label class="text-soft">Name <input class="field w-full" required bind:value={draft.name} /></label>
  <label class="text-soft"
    >Kind <select class="field w-full" bind:value={draft.kind}
      >{#each paymentKinds as [kind, title] (kind)}<option value={kind}>{title}</option>{/each}</select
    ></label
  >
  <div class="text-soft">
    {draft.own ? 'What is owed to the holder stands in (blank: employee payable)' : 'Ledger account'}
    {#key draft.id}<AccountPicker bind:value={draft.account} label="Ledger account of the payment account" offset />{/key}
  </div>
  <label class="text-soft">Currency <input class="field w-full" maxlength="3" bind:value={draft.currency} /></label>
  <label class="text-soft"
    >{draft.own ? 'Whose it is' : 'Main holder'}
    <input class="field w-full" required={draft.own} bind:value={draft.holder} /></label
  >
  <label class="text-soft">Other holders, by comma <input class="field w-full" bind:value={draft.others} /></label>
  <div class="col-span-2">
    <div class="text-soft">Numbers: final digits, or what sources call it. Never a whole card number.</div>
    {#each draft.numbers as number, i (i)}
      <div class="mt-1 flex items-center gap-2">
        <input class="field w-36" aria-label={`Number ${i + 1}`} bind:value={number.text} />
        <label class="text-soft">from <DayField bind:value={number.from} /></label>
        <label class="text-soft">through <DayField bind:value={number.through} /></label>
        <button type="button" class="quiet text-soft" onclick={() => draft.numbers.splice(i, 1)}>remove</button>
      </div>
    {/each}
    <button type="button" class="quiet mt-2" onclick={() => draft.claim()}>another number</button>
  </div>
  {#if draft.id}
    <label class="col-span-2 flex items-center gap-2"
      ><input type="checkbox" bind:checked={draft.removing} /> remove it: its documents are kept, and the open ones wait for another</label
    >
  {/if}
</form>
