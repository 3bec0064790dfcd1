<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import type { Deciding } from './deciding.svelte';

  /** What else may be decided about a document: not for the books, private, or taken up again. */
  let { document: d, deciding }: { document: Schemas['DocumentAnswer']; deciding: Deciding } = $props();
  const may = $derived(d.mayBeCoded && place.keeps);
</script>

{#if may && d.state !== 'set_aside' && !d.isPrivate}
  <p class="text-soft mt-4">
    {d.reasons.length === 0 ? 'Coded and ready. ' : ''}Not for the books? Set it aside as
    <button class="quiet" onclick={() => deciding.setAside('private')}>private</button>,
    <button class="quiet" onclick={() => deciding.setAside('duplicate')}>a duplicate</button> or
    <button class="quiet" onclick={() => deciding.setAside('already_in_ledger')}>already in the ledger</button>.
  </p>
{/if}
{#if d.isPrivate}
  <p class="mt-4">
    It was private: whoever holds the card owes it back.
    {#if may}<button class="btn plain ml-2" onclick={() => deciding.notPrivate()}>It was not private</button>{/if}
  </p>
{/if}
{#if d.state === 'set_aside' && d.setAsideBy && place.keeps}
  <p class="mt-4">
    Set aside by {d.setAsideBy}. <button class="btn plain ml-2" onclick={() => deciding.takeUp()}>Take it up again</button>
  </p>
{/if}
