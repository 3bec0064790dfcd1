<script lang="ts">
  /** The days, the number and the money of a source's own statement. */
  let {
    statement = $bindable(),
    required = false,
    of = '',
  }: {
    statement: { firstDay: string; lastDay: string; documents: string; money: string };
    required?: boolean;
    of?: string;
  } = $props();
</script>

<div class="mt-2 flex flex-wrap items-end gap-3">
  <label class="text-soft">From <input class="field" type="date" {required} bind:value={statement.firstDay} /></label>
  <label class="text-soft">through <input class="field" type="date" {required} bind:value={statement.lastDay} /></label>
  <label class="text-soft"
    >Documents<span class="sr-only"> that {of || 'the source'} says</span>
    <input class="field w-20 text-right" inputmode="numeric" {required} bind:value={statement.documents} /></label
  >
  <label class="text-soft"
    >Money, credits negative<span class="sr-only"> that {of || 'the source'} says</span>
    <input class="field w-32 text-right" inputmode="decimal" {required} bind:value={statement.money} /></label
  >
</div>
