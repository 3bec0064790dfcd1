<script lang="ts">
  import { currencies, timeZones, type NewCompany } from './newCompany';
  import DayField from '../frame/DayField.svelte';

  /** What a company is from its first day on. */
  let { company = $bindable() }: { company: NewCompany } = $props();
</script>

<label class="flex flex-col gap-1"
  >Name of the company<input
    class="field"
    bind:value={company.name}
    required
    maxlength="100"
    autocomplete="organization"
  /></label
>
<div class="grid grid-cols-2 gap-3">
  <label class="flex flex-col gap-1"
    >Currency of its ledger
    <select class="field" bind:value={company.currency}>
      {#each currencies as c (c.code)}<option value={c.code}>{c.title}</option>{/each}
    </select>
  </label>
  <label class="flex flex-col gap-1"
    >Time zone
    <select class="field" bind:value={company.timeZone}>
      {#each timeZones as zone (zone)}<option value={zone}>{zone.replaceAll('_', ' ')}</option>{/each}
    </select>
  </label>
</div>
<label class="flex flex-col gap-1"
  >Documents count from <DayField bind:value={company.startDate} />
  <span class="text-soft text-xs"
    >What is older is set aside when it arrives. It can be changed later; blank for no such day.</span
  ></label
>
