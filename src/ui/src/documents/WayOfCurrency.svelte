<script lang="ts">
  import type { Schemas } from '../api/client';
  import DayField from '../frame/DayField.svelte';
  import type { Deciding } from './deciding.svelte';

  /** The way on of a document in another currency: its amount in the company's, or the rate of a day. */
  let { document: d, deciding }: { document: Schemas['DocumentAnswer']; deciding: Deciding } = $props();

  let amount = $state('');
  let rate = $state('');
  let on = $state('');
</script>

<form
  class="flex flex-wrap items-center justify-end gap-2"
  onsubmit={(e) => {
    e.preventDefault();
    void deciding.edit({ convert: { total: amount, rate, on: on || d.date } }, 'It is in the company’s currency.');
  }}
>
  <input
    class="field w-26 text-right"
    inputmode="decimal"
    aria-label="Amount in the company’s currency"
    placeholder="amount"
    bind:value={amount}
  />
  <span class="text-soft">or at</span>
  <input
    class="field w-20 text-right"
    inputmode="decimal"
    aria-label={`Rate of ${d.currency}`}
    placeholder="rate"
    disabled={amount !== ''}
    bind:value={rate}
  />
  <span class="text-soft">of</span>
  <DayField value={on || d.date} chosen={(iso) => (on = iso)} label="Day of the rate" />
  <button class="btn plain" disabled={!amount && !rate}>Take it so</button>
</form>
