<script lang="ts">
  import { Popover } from 'bits-ui';
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import { dimensions as all } from '../ledger/values';
  import { demandOf, demands, dimensionsToShow, type Demand } from './demands';

  /** The dimensions that lines to an account need: what the ledger itself requires, and what the company decided beside it. */
  let { account: a, decide }: { account: Schemas['AccountAnswer']; decide: (dimension: string, demand: Demand) => void } =
    $props();

  const dimensions = all();
  const title = (dimension: string) => dimensions.data?.find((d) => d.dimension === dimension)?.title ?? dimension;
  const wanted = $derived(
    [
      a.requires && `${title(a.requires)}, by the ledger`,
      ...a.demands.map((d) => `${title(d.dimension)}${d.demand === 'asked' ? ', asked for' : ''}`),
    ].filter(Boolean),
  );
</script>

{wanted.join('; ')}
{#if place.administers && a.active}
  <Popover.Root>
    <Popover.Trigger class="quiet text-soft"
      >{wanted.length > 0 ? 'change' : 'none'}<span class="sr-only">: dimensions of {a.title}</span></Popover.Trigger
    >
    <Popover.Portal>
      <Popover.Content class="bg-raised border-strong z-20 flex w-72 flex-col gap-2 border p-4" sideOffset={4} align="start">
        <p class="font-semibold">Lines to {a.title}</p>
        {#each dimensionsToShow(dimensions.data ?? [], a.demands) as d (d.dimension)}
          <label class="flex items-center justify-between gap-3"
            >{d.title}
            <select
              class="field"
              value={demandOf(a.demands, d.dimension)}
              onchange={(e) => decide(d.dimension, e.currentTarget.value as Demand)}
            >
              {#each demands as [word, words] (word)}<option value={word}>{words}</option>{/each}
            </select></label
          >
        {/each}
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
{/if}
