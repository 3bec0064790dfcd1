<script lang="ts">
  import { Popover } from 'bits-ui';
  import type { Schemas } from '../api/client';
  import { demandOf, demands, dimensionsToShow, type Demand } from './demands';

  /** The dimensions that lines need: what the ledger itself requires, and what the company decided beside it. */
  let {
    of,
    wanted,
    dimensions,
    byLedger = '',
    decide,
  }: {
    /** What the lines are of: a kind of document, or an account. */
    of: string;
    wanted: readonly Schemas['DemandText'][];
    dimensions: readonly Schemas['DimensionAnswer'][];
    byLedger?: string;
    /** Decides; none where one may only look. */
    decide?: (dimension: string, demand: Demand) => void;
  } = $props();

  const shown = $derived(dimensionsToShow(dimensions, wanted));
  const title = (dimension: string) => shown.find((d) => d.dimension === dimension)?.title ?? dimension;
  const said = $derived(
    [
      byLedger && `${title(byLedger)}, by the ledger`,
      ...wanted.map((d) => `${title(d.dimension)}${d.demand === 'asked' ? ', asked for' : ''}`),
    ].filter(Boolean),
  );
</script>

{#each said as text (text)}<span class="block">{text}</span>{/each}
{#if decide}
  <Popover.Root>
    <Popover.Trigger class="quiet text-soft"
      >{said.length > 0 ? 'change' : 'none'}<span class="sr-only">: dimensions of {of}</span></Popover.Trigger
    >
    <Popover.Portal>
      <Popover.Content class="bg-raised border-strong z-20 flex w-72 flex-col gap-2 border p-4" sideOffset={4} align="end">
        <p class="font-semibold">Dimensions of {of}</p>
        {#each shown as d (d.dimension)}
          <label class="flex items-center justify-between gap-3"
            >{d.title}
            <select
              class="field"
              value={demandOf(wanted, d.dimension)}
              onchange={(e) => decide(d.dimension, e.currentTarget.value as Demand)}
            >
              {#each demands as [word, words] (word)}<option value={word}>{words}</option>{/each}
            </select></label
          >
        {/each}
        <p class="text-soft text-xs">What is asked for is noticed where it is blank; what is required holds the document.</p>
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
{:else if said.length === 0}<span class="text-soft">none</span>{/if}
