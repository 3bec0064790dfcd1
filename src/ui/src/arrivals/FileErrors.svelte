<script lang="ts">
  import type { Schemas } from '../api/client';
  import { many } from '../amounts/format';

  /** What is wrong with a file: where, and what to do. */
  let { shown }: { shown: Schemas['TakeInAnswer'] } = $props();
</script>

<div class="note bad mt-5 max-w-3xl" role="alert">
  <b class="font-semibold">{many(shown.errorCount, 'error')} in {shown.fileName}. Nothing was taken in.</b> Mend the rows below and
  choose the file again.
</div>
<table class="ledger mt-3 max-w-4xl">
  <thead><tr><th class="n w-16">Row</th><th class="pl-5!">Column</th><th>What is wrong</th></tr></thead>
  <tbody>
    {#each shown.errors as error, i (i)}
      <tr><td class="n">{error.row || ''}</td><td class="pl-5!">{error.column}</td><td>{error.message}</td></tr>
    {/each}
  </tbody>
</table>
{#if shown.errorCount > shown.errors.length}<p class="text-soft mt-2">These are the first {shown.errors.length}.</p>{/if}
