<script lang="ts">
  import { push } from 'svelte-spa-router';
  import type { Schemas } from '../api/client';
  import { many, money } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { overview as askOverview } from '../frame/overview';
  import { place } from '../frame/place.svelte';
  import { addressOf, besides, titleOf, toDo } from './causes';

  /** What needs a person: causes by the money of their documents, and what waits in other rooms. */
  let { count, more }: { count: Schemas['CountAnswer']; more: () => void } = $props();

  const overview = askOverview(() => place.period);
  const lines = $derived([
    ...count.waiting.map((cause) => ({
      key: `${cause.reason}${cause.value}`,
      says: titleOf(cause),
      money: `${money(cause.money)}${cause.reason === 'currency' ? ` ${cause.value}` : ''}`,
      does: toDo[cause.reason],
      to: addressOf(cause),
    })),
    ...count.corrections.map((c) => ({
      key: `correction ${c.documentId}`,
      says: `${c.title}: the source sent it anew after it was posted`,
      money: money(c.money),
      does: 'decide',
      to: place.to(`arrivals/${c.documentId}`),
    })),
    ...(overview.data ? besides(overview.data) : []),
  ]);
  const left = $derived(count.moreWaiting + count.moreCorrections);
</script>

<section class="flex-[1.25]">
  <h2>Waits for you</h2>
  {#if lines.length === 0}
    <p class="text-soft">
      Nothing. What is coded goes with the next <a class="quiet" href={place.href('posting')}>dispatch</a>.
    </p>
  {:else}
    <table class="ledger">
      <thead class="sr-only"><tr><th>What</th><th>Money</th><th>What to do</th></tr></thead>
      <tbody {@attach rows}>
        {#each lines as line (line.key)}
          <tr
            class="opens"
            tabindex="0"
            onclick={() => push(line.to)}
            onkeydown={(e) => {
              if (e.key !== 'Enter') return;
              e.stopPropagation();
              void push(line.to);
            }}
          >
            <td>{line.says}</td><td class="n text-ochre">{line.money}</td><td class="n text-soft">{line.does}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if left > 0}<button class="quiet text-soft mt-2" onclick={more}>and {many(left, 'more cause')}</button>{/if}
  {/if}
</section>
