<script lang="ts">
  import type { Schemas } from '../api/client';
  import { counted, instant, many, money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** What arrived is the sum of its states: nothing is lost. */
  let { count }: { count: Schemas['CountAnswer'] } = $props();
</script>

<section class="flex-1">
  <h2>Conservation</h2>
  <table class="ledger">
    <thead class="sr-only"><tr><th>State</th><th>Documents</th><th>Money</th></tr></thead>
    <tbody>
      {#each [...count.together.states].reverse() as s (s.state)}
        {#if s.documents > 0}
          <tr>
            <td><a class="quiet" href={place.href('arrivals', { state: s.state })}>{words(s.state)}</a></td>
            <td class="n text-soft"
              ><a href={place.href('arrivals', { state: s.state })}>{s.documents.toLocaleString('en')}</a></td
            >
            <td class="n"><a href={place.href('arrivals', { state: s.state })}>{money(s.money)}</a></td>
          </tr>
        {/if}
      {/each}
      <tr class={count.conserved ? 'sum' : 'open'}>
        <td>arrived</td><td class="n"
          ><a href={place.href('arrivals')}>{count.together.arrived.documents.toLocaleString('en')}</a></td
        ><td class="n"><a href={place.href('arrivals')}>{money(count.together.arrived.money)}</a></td>
      </tr>
    </tbody>
  </table>
  {#each count.otherCurrencies as other (other.currency)}
    <p class="text-soft mt-2">
      <a class="quiet" href={place.href('arrivals', { reason: 'currency', reasonValue: other.currency })}
        >{many(other.documents, 'document')} in {other.currency}</a
      >, {money(other.money)}, {other.documents === 1 ? 'is' : 'are'} counted but not added.
    </p>
  {/each}
  {#if count.noticed > 0}
    <p class="text-soft mt-2">
      <a class="quiet" href={place.href('arrivals', { noticed: 'true' })}>{counted(count.noticed, 'document')}</a>
      {count.noticed === 1 ? 'has' : 'have'} something worth noticing.
    </p>
  {/if}
  <p class="text-soft mt-2">
    {count.proved ? `The ledger was last read back ${instant(count.provedAt)}.` : 'The ledger has not been read back yet.'}
  </p>
</section>
