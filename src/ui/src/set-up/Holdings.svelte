<script lang="ts">
  import type { Schemas } from '../api/client';
  import { words } from '../amounts/format';

  /** What was pulled from the ledger, and which of its features are on. */
  let { connection: c }: { connection: Schemas['ConnectionAnswer'] } = $props();
</script>

{#if c.holds.length > 0}
  <section>
    <h2>What it holds</h2>
    <div class="grid grid-cols-2 items-start gap-8">
      <table class="ledger">
        <tbody>
          {#each c.holds as held (held.record)}<tr
              ><td class="text-soft">{words(held.record)}</td><td class="n">{held.count}</td></tr
            >{/each}
        </tbody>
      </table>
      <table class="ledger">
        <tbody>
          {#each c.features as feature (feature.feature)}
            <tr
              ><td class="text-soft">{words(feature.feature)}</td><td class={feature.on ? '' : 'text-soft'}
                >{feature.on ? 'on' : 'off there'}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </div>
  </section>
{/if}
