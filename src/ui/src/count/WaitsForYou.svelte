<script lang="ts">
  import { push } from 'svelte-spa-router';
  import type { Schemas } from '../api/client';
  import { money } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { addressOf, titleOf, toDo } from './causes';

  /** What needs a person, most money first. */
  let { count }: { count: Schemas['CountAnswer'] } = $props();
</script>

<section class="flex-[1.25]">
  <h2>Waits for you</h2>
  {#if count.waiting.length === 0 && count.corrections.length === 0}
    <p class="text-soft">
      Nothing. What is coded goes with the next <a class="quiet" href={place.href('posting')}>dispatch</a>.
    </p>
  {:else}
    <table class="ledger">
      <thead class="sr-only"><tr><th>What</th><th>Money</th><th>What to do</th></tr></thead>
      <tbody {@attach rows}>
        {#each count.waiting as cause (`${cause.reason}${cause.value}`)}
          <tr
            class="opens"
            tabindex="0"
            onclick={() => push(addressOf(cause))}
            onkeydown={(e) => e.key === 'Enter' && (e.stopPropagation(), push(addressOf(cause)))}
          >
            <td>{titleOf(cause)}</td>
            <td class="n text-ochre">{money(cause.money)}{cause.reason === 'currency' ? ` ${cause.value}` : ''}</td>
            <td class="n text-soft">{toDo[cause.reason]}</td>
          </tr>
        {/each}
        {#each count.corrections as correction (correction.documentId)}
          <tr
            class="opens"
            tabindex="0"
            onclick={() => push(place.to(`arrivals/${correction.documentId}`))}
            onkeydown={(e) => e.key === 'Enter' && (e.stopPropagation(), push(place.to(`arrivals/${correction.documentId}`)))}
          >
            <td>{correction.title}: the source sent it anew after it was posted</td>
            <td class="n text-ochre">{money(correction.money)}</td>
            <td class="n text-soft">decide</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</section>
