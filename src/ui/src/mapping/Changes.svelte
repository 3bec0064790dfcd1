<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';

  /** Changes of rows: before and after. */
  let { changes, most = 300 }: { changes: Schemas['HistoryAnswer'][]; most?: number } = $props();
</script>

{#if changes.length > 0}
  <table class="ledger">
    <thead><tr><th>Value</th><th>Before</th><th>After</th></tr></thead>
    <tbody>
      {#each changes.slice(0, most) as c (`${c.kind}|${c.key}|${c.forSource}|${c.effectiveFrom}`)}
        <tr>
          <td
            ><a class="quiet" href={place.href('mapping', { kind: c.kind, value: c.key })}>{c.key}</a><span
              class="text-soft block text-xs"
              >{c.kindTitle}{c.forSource ? `, of ${c.forSource}` : ''}{c.effectiveFrom ? `, from ${c.effectiveFrom}` : ''}</span
            ></td
          >
          <td class={c.before === 'not mapped' ? 'text-soft' : ''}>{c.before}</td>
          <td class={c.after === 'not mapped' ? 'text-soft' : ''}>{c.after}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if changes.length > most}<p class="text-soft">and {changes.length - most} more</p>{/if}
{/if}
