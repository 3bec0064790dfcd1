<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';

  /** Changes of rows: before and after. */
  let {
    changes,
    most = 300,
    undo,
  }: { changes: Schemas['HistoryAnswer'][]; most?: number; undo?: (place: number) => void } = $props();
</script>

{#if changes.length > 0}
  <table class="ledger">
    <thead
      ><tr
        ><th>Value</th><th>Before</th><th>After</th>{#if undo}<th></th>{/if}</tr
      ></thead
    >
    <tbody>
      {#each changes.slice(0, most) as c, i (`${c.kind}|${c.key}|${c.forSource}|${c.effectiveFrom}`)}
        <tr>
          <td
            ><a class="quiet" href={place.href('mapping', { kind: c.kind, value: c.key })}>{c.key}</a><span
              class="text-soft block text-xs"
              >{c.kindTitle}{c.forSource ? `, of ${c.forSource}` : ''}{c.effectiveFrom ? `, from ${c.effectiveFrom}` : ''}</span
            ></td
          >
          <td class={c.before === 'not mapped' ? 'text-soft' : ''}>{c.before}</td>
          <td class={c.after === 'not mapped' ? 'text-soft' : ''}>{c.after}</td>
          {#if undo}<td class="n"
              ><button class="quiet" onclick={() => undo(i)}>undo<span class="sr-only"> {c.key}</span></button></td
            >{/if}
        </tr>
      {/each}
    </tbody>
  </table>
  {#if changes.length > most}<p class="text-soft">and {changes.length - most} more</p>{/if}
{/if}
