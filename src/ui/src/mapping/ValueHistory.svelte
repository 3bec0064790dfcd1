<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant, many } from '../amounts/format';

  /** How a value was mapped before. */
  let { history }: { history: Schemas['HistoryAnswer'][] } = $props();
</script>

{#if history.length > 0}
  <details class="mt-4">
    <summary class="text-soft cursor-pointer">{many(history.length, 'change')} before today</summary>
    <ul class="mt-1">
      {#each history as h (`${h.setId}${h.effectiveFrom}${h.forSource}`)}
        <li class="border-rule border-b py-1">
          <span class="text-soft">{instant(h.at)}, {h.who}, {h.origin}:</span>
          {h.before} → {h.after}{h.effectiveFrom ? `, from ${h.effectiveFrom}` : ''}
        </li>
      {/each}
    </ul>
  </details>
{/if}
