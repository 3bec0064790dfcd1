<script lang="ts">
  import { many } from '../amounts/format';
  import { overview as askOverview } from '../frame/overview';
  import { place } from '../frame/place.svelte';

  /** Records of feeds that are in no document yet, because nobody decided whose they are. */
  const overview = askOverview();
  const waiting = $derived((overview.data?.feeds ?? []).filter((f) => f.waiting > 0));
</script>

{#if waiting.length > 0}
  <p class="note mt-3 max-w-3xl">
    {#each waiting as f, i (f.id)}{i > 0 ? '; ' : ''}{many(f.waiting, 'record')} of
      <a class="quiet" href={place.href(`set-up/feeds/${f.id}`)}>{f.source}</a>{/each}
    {waiting.length === 1 && waiting[0]?.waiting === 1 ? 'waits' : 'wait'} until somebody says whose they are.
  </p>
{/if}
