<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import Journal from '../documents/Journal.svelte';

  /** What a typed document becomes, as one types: its journal, and why it would wait. */
  let { of }: { of: Schemas['BecomesAnswer'] | null | undefined } = $props();
</script>

{#if !of}
  <h2>The journal it becomes</h2>
  <p class="text-soft">It stands here as soon as nothing is wrong with what is typed.</p>
{:else if of.effect === 'unchanged'}
  <h2>It is here already</h2>
  <p class="text-soft">A document of the same source and id says the same. Taking it in adds nothing.</p>
{:else if of.effect === 'proposed_correction'}
  <h2>It is in the ledger already</h2>
  <p class="text-soft">
    A document of the same source and id is there, and says something else. What is typed here becomes a proposed correction of
    it.
  </p>
{:else}
  <Journal document={{ ...of, ledgerEntry: '' }} />
  {#if of.reasons.length > 0}
    <p class="mt-4">It will wait for you:</p>
    <ul>
      {#each of.reasons as reason, i (i)}<li class="border-rule border-b py-1.5">{reason}</li>{/each}
    </ul>
  {/if}
  {#if of.duplicateOf}
    <p class="note mt-3">
      It may be the same as {#if of.duplicateOfId}<a class="quiet" href={place.href(`arrivals/${of.duplicateOfId}`)}
          >{of.duplicateOf}</a
        >{:else}{of.duplicateOf}{/if}.
    </p>
  {/if}
{/if}
