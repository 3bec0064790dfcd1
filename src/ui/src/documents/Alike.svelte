<script lang="ts">
  import type { Schemas } from '../api/client';
  import { money, shortDay, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import StateMark from './StateMark.svelte';

  /** What else is like it: the same supplier, amount or reference. */
  let { document: d }: { document: Schemas['DocumentAnswer'] } = $props();
</script>

{#if d.alike.length > 0}
  <h2 class="mt-6">What else is like it</h2>
  <table class="ledger">
    <tbody>
      {#each d.alike as like (like.id)}
        <tr>
          <td class="whitespace-nowrap">{shortDay(like.date)}</td>
          <td
            ><a class="quiet" href={place.href(`arrivals/${like.id}`)}>{like.title}</a>
            <span class="text-soft block text-xs"
              >same {like.by.map(words).join(', ')}{like.account ? ` · ${like.account}` : ''}</span
            ></td
          >
          <td class="whitespace-nowrap"><StateMark state={like.state} /></td>
          <td class="n">{money(like.total)}{like.currency === d.currency ? '' : ` ${like.currency}`}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
