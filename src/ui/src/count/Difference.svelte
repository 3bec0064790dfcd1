<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** What of what was sent the ledger holds otherwise, and what was not read back yet: with what it holds they add up to what was sent. */
  let { source }: { source: Schemas['SourceAnswer'] } = $props();
</script>

{#if !isZero(source.difference)}<a class="text-madder font-semibold" href={place.href('proof')}>{money(source.difference)}</a
  >{/if}
{#if !isZero(source.unread)}<a class="text-ochre block text-xs font-normal" href={place.href('proof')}
    >{money(source.unread)} not read yet</a
  >{/if}
{#if isZero(source.difference) && isZero(source.unread)}–{/if}
