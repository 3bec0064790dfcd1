<script lang="ts">
  import type { Stated } from './stated';

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

<label class="text-soft">From <input class="field mt-1 block" type="date" {required} bind:value={statement.firstDay} /></label>
<label class="text-soft">Through <input class="field mt-1 block" type="date" {required} bind:value={statement.lastDay} /></label>
<label class="text-soft"
  >Documents<span class="sr-only"> that {of || 'the source'} says</span>
  <input class="field mt-1 block w-20 text-right" inputmode="numeric" {required} bind:value={statement.documents} /></label
>
<label class="text-soft"
  >Money, credits negative<span class="sr-only"> that {of || 'the source'} says</span>
  <input class="field mt-1 block w-40 text-right" inputmode="decimal" {required} bind:value={statement.money} /></label
>
