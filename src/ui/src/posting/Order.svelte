<script lang="ts">
  import type { Schemas } from '../api/client';
  import { money } from '../amounts/format';
  import type { List } from '../documents/list';
  import { place } from '../frame/place.svelte';

  /** What goes with the next dispatch, in the order in which it goes. */
  let { posting, within }: { posting: Schemas['ToPostAnswer']; within: List } = $props();
</script>

<section>
  <h2>What goes, in this order</h2>
  <table class="ledger">
    <thead><tr><th>Step</th><th class="n">How many</th><th class="n">Money</th></tr></thead>
    <tbody>
      <tr>
        <td
          >1 · suppliers that the ledger lacks{#if posting.newSuppliers.length > 0}<div class="text-soft text-xs">
              {posting.newSuppliers.join(', ')}
            </div>{/if}</td
        >
        <td class="n">{posting.newSuppliers.length || '–'}</td><td></td>
      </tr>
      {#each posting.kinds as kind (kind.kind)}
        <tr>
          <td
            >2 · <a class="quiet" href={place.href('arrivals', { ...within, state: 'ready', kind: kind.kind })}>{kind.title}s</a
            ></td
          >
          <td class="n">{kind.documents}</td><td class="n">{money(kind.money)}</td>
        </tr>
      {/each}
      <tr class="sum"
        ><td>Together</td>
        <td class="n"><a href={place.href('arrivals', { ...within, state: 'ready' })}>{posting.documents || '–'}</a></td><td
          class="n">{money(posting.money)}</td
        ></tr
      >
    </tbody>
  </table>
</section>
