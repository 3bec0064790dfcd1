<script lang="ts">
  import type { Schemas } from '../api/client';
  import { many } from '../amounts/format';

  /** What is wrong with a file: where, and what to do. */
  let { shown }: { shown: Schemas['TakeInAnswer'] } = $props();
</script>

<div class="note bad mt-5 max-w-3xl" role="alert">
  {#if shown.incomplete > 0}
    <b class="font-semibold">{many(shown.incomplete, 'record')} of {shown.fileName} cannot be read; nothing was taken in yet.</b>
    Take in the others and hold {shown.incomplete === 1 ? 'this one' : 'these'} to be corrected here, or mend the file and choose it
    again.
    {#if shown.waiting > 0}{shown.waiting === shown.incomplete ? 'They came' : `${shown.waiting} of them came`} with an earlier file
      already, and will not be held twice.{/if}
  {:else}
    <b class="font-semibold">{many(shown.errorCount, 'error')} in {shown.fileName}. Nothing was taken in.</b> Mend the file and choose
    it again.
  {/if}
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
