<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant } from '../amounts/format';
  import { place } from './place.svelte';

  /** Rows of a record: when, who, what, of what, and how it was before and after. */
  let { rows }: { rows: Schemas['AuditRow'][] } = $props();
</script>

<table class="ledger mt-4">
  <thead><tr><th>When</th><th>Who</th><th>What</th><th>Of what</th></tr></thead>
  <tbody>
    {#each rows as row (row.id)}
      <tr>
        <td class="text-soft whitespace-nowrap">{instant(row.at)}</td>
        <td class="whitespace-nowrap">{row.who}</td>
        <td>
          {#if row.before || row.after}
            <details>
              <summary class="cursor-pointer">{row.what}</summary>
              {#if row.before}<div class="text-soft max-w-md text-xs break-words">before: {row.before}</div>{/if}
              {#if row.after}<div class="text-soft max-w-md text-xs break-words">after: {row.after}</div>{/if}
            </details>
          {:else}{row.what}{/if}
        </td>
        <td class="text-soft">
          {#if row.subject.startsWith('document/')}<a class="quiet" href={place.href(`arrivals/${row.subject.slice(9)}`)}
              >{row.subject.replace('/', ' ')}</a
            >{:else}{row.subject.replace('/', ' ')}{/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>
