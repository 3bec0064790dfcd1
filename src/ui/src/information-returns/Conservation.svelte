<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money } from '../amounts/format';
  import { placeTitle, boxTitle } from './words';
  import { href } from './year';

  /** All that was paid, as the places in which it stands: it adds up, and agrees with the ledger's own total of payments. */
  let { tally, parameters }: { tally: Schemas['TallyAnswer']; parameters: Record<string, string | number | null> } = $props();
  const opens = (p: Schemas['PlaceSum']) => href('', { ...parameters, payments: 'all', box: p.box, place: p.leftOut });
</script>

<div class="border-rule mt-4 grid grid-cols-[1fr_auto] gap-8 border-y py-2.5" role="group" aria-label="What was paid, by place">
  <div class="flex flex-wrap gap-x-6 gap-y-2">
    {#each tally.places as p (`${p.box}${p.leftOut}`)}
      <a href={opens(p)} title={p.box ? boxTitle(p.box) : undefined}>
        <span class={['block text-xs', p.leftOut === 'no_box' ? 'text-ochre font-semibold' : 'text-soft']}>{placeTitle(p)}</span>
        <span class="quiet tabular-nums">{money(p.amount)}</span>
      </a>
    {/each}
  </div>
  <div class="text-right">
    <span class="text-soft block text-xs">paid in all</span>
    <a
      class={['font-serif text-lg tabular-nums', tally.difference ? '' : 'border-ink border-t border-b-3 border-b-double']}
      href={href('', { ...parameters, payments: 'all' })}>{money(tally.paid)}</a
    >
    <span class="block text-xs">
      {#if tally.difference}<span class="text-madder font-semibold"
          >The ledger says {money(tally.ledgerSays)} of its payments: {money(tally.difference)} differs. Read the payments again.</span
        >
      {:else if tally.ledgerSays}<span class="text-soft"
          >{isZero(tally.ofRuns) ? '' : `${money(tally.ofRuns)} in pay runs; `}the ledger’s own total agrees: {money(
            tally.ledgerSays,
          )}</span
        >{/if}
    </span>
  </div>
</div>
