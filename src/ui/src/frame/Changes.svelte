<script lang="ts">
  import { instant } from '../amounts/format';
  import { place } from './place.svelte';

  /** What was decided before, each with its way back. */
  let {
    title = 'What was changed',
    changes,
    takeBack,
    mayTakeBack = place.keeps,
  }: {
    title?: string;
    changes: readonly { id: number; says: string; who: string; at: string; isUndone: boolean }[];
    takeBack: (change: number) => void;
    mayTakeBack?: boolean;
  } = $props();
</script>

{#if changes.length > 0}
  <details class="mt-4 max-w-3xl">
    <summary class="cursor-pointer">{title}</summary>
    <ul class="mt-1">
      {#each changes as c (c.id)}
        <li class="border-rule border-b py-1.5 text-xs">
          {c.says}<span class="text-soft block"
            >{c.who}, {instant(c.at)}{#if c.isUndone}, taken back{:else if mayTakeBack}&nbsp;<button
                class="quiet"
                onclick={() => takeBack(c.id)}>take back</button
              >{/if}</span
          >
        </li>
      {/each}
    </ul>
  </details>
{/if}
