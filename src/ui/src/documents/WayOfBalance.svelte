<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money } from '../amounts/format';
  import type { Deciding } from './deciding.svelte';

  /** The way on of a document that is out of balance: its total corrected, or the difference posted to rounding with a reason. */
  let { document: d, deciding }: { document: Schemas['DocumentAnswer']; deciding: Deciding } = $props();

  let text = $state('');
  const abs = (amount: string) => amount.replace('-', '');
  const balance = (edit: Parameters<Deciding['edit']>[0], done: string) => void deciding.edit(edit, done);
</script>

<span class="flex flex-wrap items-center justify-end gap-2">
  <button class="btn plain" onclick={() => balance({ total: d.linesTotal }, 'The total is corrected.')}
    >The total is {money(d.linesTotal)}</button
  >
  <form
    class="flex gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      balance({ difference: { account: null, reason: text } }, 'The difference goes to rounding.');
    }}
  >
    <input class="field w-40" aria-label="Why the difference is right" placeholder="or why it is right" bind:value={text} />
    <button class="btn plain" disabled={!text.trim() || isZero(d.outBy)}>Post {money(abs(d.outBy))} to rounding</button>
  </form>
</span>
