<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { brought } from './words';

  /** The latest pulls: what each brought, and what went wrong. */
  let { feed: d }: { feed: Schemas['FeedDetail'] } = $props();
</script>

<section>
  <h2>Pulls</h2>
  {#if d.pulls.length === 0}
    <p class="text-soft">It was not pulled yet.{d.decides ? ' Say whose its records are, then pull.' : ''}</p>
  {:else}
    <table class="ledger">
      <thead
        ><tr><th>When</th><th>By</th><th>What it brought</th><th class="n">Money of its documents, {d.currency}</th><th></th></tr
        ></thead
      >
      <tbody>
        {#each d.pulls as p (p.id)}
          <tr>
            <td class="whitespace-nowrap">{instant(p.at)}</td>
            <td class="text-soft whitespace-nowrap">{p.who}</td>
            <td class={p.trouble ? 'text-madder' : ''}>{p.trouble || brought(p)}</td>
            <td class="n">{p.arrival ? money(p.money) : ''}</td>
            <td class="n"
              >{#if p.arrival}<a class="quiet" href={place.href(`files/${p.arrival}`)}
                  >open<span class="sr-only"> what came at {instant(p.at)}</span></a
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if d.morePulls}<p class="text-soft mt-1">The latest {d.pulls.length} pulls are shown.</p>{/if}
  {/if}
</section>
