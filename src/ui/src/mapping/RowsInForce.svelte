<script lang="ts">
  import type { Schemas } from '../api/client';

  /** Every row of a value: what it is mapped to, from which day, for which source. */
  let { rows }: { rows: Schemas['RowAnswer'][] } = $props();
  const fillsIn = (r: Schemas['RowAnswer']) => [r.taxCode && `tax ${r.taxCode}`, ...Object.values(r.dimensions)].filter(Boolean);
</script>

{#if rows.length > 0}
  <table class="ledger mt-2">
    <thead><tr><th>Mapped to</th><th>From</th><th>For</th></tr></thead>
    <tbody>
      {#each rows as r (`${r.forSource}${r.effectiveFrom}`)}
        <tr class={r.inForce ? 'font-semibold' : 'text-soft'}>
          <td class={r.broken ? 'text-madder' : ''}
            >{r.target || 'ended'}{r.broken ? ` ${r.broken}` : ''}
            {#if r.means}<span class="text-soft block text-xs font-normal">{r.means}</span>{/if}
            {#if r.percent}<span class="text-soft font-normal">· {r.percent} % recovered</span>{/if}
            {#if r.group && r.account}<span class="text-soft font-normal">· group {r.group}</span>{/if}
            {#if fillsIn(r).length > 0}
              <span class="text-soft font-normal">· fills in {fillsIn(r).join(', ')}</span>{/if}</td
          ><td>{r.effectiveFrom || 'always'}</td><td>{r.forSource || 'every source'}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
