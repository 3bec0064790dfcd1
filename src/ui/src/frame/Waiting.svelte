<script lang="ts">
  import type { Snippet } from 'svelte';
  import { Refusal } from '../api/client';

  /** Loading, a refusal with a way on, or what was asked for. */
  let {
    query,
    what,
    children,
  }: {
    query: { isPending: boolean; isError: boolean; error: unknown; refetch: () => unknown };
    what: string;
    children: Snippet;
  } = $props();
</script>

{#if query.isPending}
  <p class="text-soft py-6" role="status">Reading {what} …</p>
{:else if query.isError}
  <div class="note bad my-4 max-w-2xl" role="alert">
    <p>{query.error instanceof Refusal ? query.error.message : `${what} could not be read.`}</p>
    <button class="btn plain mt-2" onclick={() => query.refetch()}>Try again</button>
  </div>
{:else}
  {@render children()}
{/if}
