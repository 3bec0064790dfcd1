<script lang="ts">
  import type { Schemas } from '../api/client';
  import { money, shortDay } from '../amounts/format';
  import { documentKind } from '../frame/vocabulary';

  /** The first documents of a file, as they would come. */
  let { documents, of }: { documents: Schemas['DocumentSample'][]; of: number } = $props();
</script>

<table class="ledger mt-3" aria-label="The first documents">
  <thead>
    <tr>
      <th>Where</th><th>Date</th><th>Kind</th><th>Who</th><th>What</th><th>Reference</th><th>Account</th><th class="n">Total</th>
    </tr>
  </thead>
  <tbody>
    {#each documents as d, i (i)}
      <tr>
        <td class="text-soft whitespace-nowrap">{d.place}</td>
        <td class="whitespace-nowrap">{shortDay(d.date)}</td>
        <td class="text-soft whitespace-nowrap">{documentKind(d.kind).title}</td>
        <td class="max-w-44 truncate">{d.who}</td>
        <td class="max-w-56 truncate">{d.what}{d.lines > 1 ? ` (and ${d.lines - 1} more)` : ''}</td>
        <td class="max-w-32 truncate">{d.reference}</td>
        <td class="max-w-32 truncate">{d.account}</td>
        <td class="n">{money(d.total)} {d.currency}</td>
      </tr>
    {/each}
  </tbody>
</table>
{#if of > documents.length}<p class="text-soft mt-1 text-xs">The first {documents.length} of {of.toLocaleString('en')}.</p>{/if}
