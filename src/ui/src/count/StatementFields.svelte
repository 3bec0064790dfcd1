<script lang="ts">
  import type { Stated } from './stated';
  import DayField from '../frame/DayField.svelte';

  /** The days, the number and the money of a source's own statement. */
  let {
    statement = $bindable(),
    required = false,
    of = '',
  }: {
    statement: Stated;
    required?: boolean;
    of?: string;
  } = $props();
</script>

<label class="text-soft">From <DayField bind:value={statement.firstDay} {required} /></label>
<label class="text-soft">Through <DayField bind:value={statement.lastDay} {required} /></label>
<label class="text-soft"
  >Documents<span class="sr-only"> that {of || 'the source'} says</span>
  <input class="field mt-1 block w-20 text-right" inputmode="numeric" {required} bind:value={statement.documents} /></label
>
<label class="text-soft"
  >Money, credits negative<span class="sr-only"> that {of || 'the source'} says</span>
  <input class="field mt-1 block w-40 text-right" inputmode="decimal" {required} bind:value={statement.money} /></label
>
