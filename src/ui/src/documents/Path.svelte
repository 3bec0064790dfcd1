<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant, words } from '../amounts/format';

  /** What the proof found of a document, its path, and its notes. */
  let { document: d }: { document: Schemas['DocumentAnswer'] } = $props();
</script>

{#if d.differences.length > 0}
  <h2 class="mt-5">What the proof found</h2>
  {#each d.differences as difference (difference.id)}<p class="note bad mt-1">
      <b class="font-semibold">{words(difference.kind)}</b>: {difference.detail}
    </p>{/each}
{/if}
<h2 class="mt-6">Its path</h2>
<table class="ledger">
  <tbody>
    {#each d.path as step, i (i)}<tr
        ><td class="text-soft w-28 whitespace-nowrap">{instant(step.at)}</td><td
          >{step.what}{step.who ? `, by ${step.who}` : ''}</td
        ></tr
      >{/each}
  </tbody>
</table>
{#if d.notes}<h2 class="mt-5">Notes</h2>
  <p class="whitespace-pre-line">{d.notes}</p>{/if}
