<script lang="ts">
  import type { Schemas } from '../api/client';
  import { day } from '../amounts/format';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import DayField from '../frame/DayField.svelte';

  /** What is decided once for every document of the company. */
  let {
    edited = $bindable(),
    known,
    impossible,
  }: { edited: Schemas['Choices']; known: Schemas['ChoicesAnswer']; impossible: Schemas['Impossible'][] } = $props();
</script>

<section class="flex flex-col gap-3">
  <h2>Everywhere</h2>
  <label class="flex items-center justify-between gap-3"
    >When nothing maps a line
    <select class="field" bind:value={edited.whenNothingMaps}
      ><option value="hold">hold the document</option><option value="suspense">put it in suspense</option></select
    ></label
  >
  <label class="flex items-center justify-between gap-3"
    >Rounding difference up to <input
      class="field w-24 text-right"
      inputmode="decimal"
      bind:value={edited.roundingTolerance}
    /></label
  >
  <label class="flex items-center justify-between gap-3"
    >Lines of the same account
    <select
      class="field"
      value={edited.mergeLines ? 'yes' : 'no'}
      onchange={(e) => (edited.mergeLines = e.currentTarget.value === 'yes')}
      ><option value="no">stay apart</option><option value="yes">become one</option></select
    ></label
  >
  <label class="flex items-center justify-between gap-3">Documents count from <DayField bind:value={edited.startDate} /></label>
  <label class="flex items-center justify-between gap-3">Locked through <DayField bind:value={edited.lockedThrough} /></label>
  {#if known.ledgerLockedThrough}
    <p class="text-soft text-xs">
      The ledger itself is locked through {day(known.ledgerLockedThrough)}; the later of the two counts.
    </p>
  {/if}
  <div class="flex flex-col gap-1">
    What was private on a company’s card is owed in (blank: due from employees)
    <AccountPicker bind:value={edited.privateAccount as string} label="Account for private charges" />
  </div>
  <label class="flex items-center justify-between gap-3"
    >In a locked period
    <select class="field" bind:value={edited.entryDate}
      ><option value="document_date">hold the document</option><option value="first_open_day">take the first open day</option
      ></select
    ></label
  >
  <label class="flex items-center justify-between gap-3"
    >A transfer waits for its other side, in days <input
      class="field w-24 text-right"
      type="number"
      min="0"
      max="60"
      bind:value={edited.transferDays}
    /></label
  >
  <label class="flex items-center justify-between gap-3"
    >Posting
    <span class="flex items-center gap-2"
      >{edited.schedule ? 'daily at' : 'by hand'}
      <input
        class="field"
        type="time"
        aria-label="Time of the daily dispatch; blank for by hand"
        bind:value={edited.schedule}
      /></span
    ></label
  >
  <label class="flex items-center justify-between gap-3"
    >Time zone of its days
    <select class="field max-w-52" bind:value={edited.timeZone}
      >{#each known.timeZones as zone (zone)}<option>{zone}</option>{/each}</select
    ></label
  >
  {#each impossible.filter((i) => !i.kind) as i (i.field)}<p class="note bad">{i.reason}</p>{/each}
</section>
