<script lang="ts">
  import type { Snippet } from 'svelte';
  import { place } from '../frame/place.svelte';

  /** An account, which opens the documents that make it up. */
  let { account, children }: { account: string; children: Snippet } = $props();
</script>

<a class="quiet" href={place.href('arrivals', { account })}>{@render children()}</a>
