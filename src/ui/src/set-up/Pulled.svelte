<script lang="ts">
  import type { Schemas } from '../api/client';
  import { many, words } from '../amounts/format';

  /** What a pull brought that counts already. */
  let { pull: pulled }: { pull: Schemas['PullAnswer'] } = $props();
</script>

<div class="note good mt-5 max-w-3xl" role="status">
  Pulled {many(pulled.accounts, 'account')} and {many(pulled.suppliers, 'supplier')}; {pulled.changes.length === 0
    ? 'everything is as it was.'
    : `${many(pulled.changes.length, 'change')}, nothing broken.`}
  {pulled.changed > 0 ? `${many(pulled.changed, 'open document')} ${pulled.changed === 1 ? 'changes' : 'change'}.` : ''}
</div>
{#if pulled.changes.length > 0}
  <table class="ledger mt-2 max-w-3xl">
    <thead><tr><th>Record</th><th>What happened</th><th>Before</th><th>Now</th></tr></thead>
    <tbody>
      {#each pulled.changes.slice(0, 60) as change (`${change.record}${change.id}${change.change}`)}
        <tr
          ><td class="text-soft">{words(change.record)}</td><td>{words(change.change)}</td><td>{change.before}</td><td
            ><a class="quiet" href={change.link} target="_blank" rel="noreferrer">{change.after || '–'}</a></td
          ></tr
        >
      {/each}
    </tbody>
  </table>
{/if}
