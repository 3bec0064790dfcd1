<script lang="ts">
  import { many, money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { beads, type StateMoney } from './rod';

  /** One source's money as beads on a rod, from held to proved; each bead opens its documents. */
  let { source, states, width = 380 }: { source: string; states: StateMoney[]; width?: number } = $props();

  const laid = $derived(beads(states, width));
  const says = (s: StateMoney) => `${words(s.state)}: ${many(s.documents, 'document')}, ${money(s.money)}`;
</script>

<svg {width} height="34" role="group" aria-label={`Where the money of ${source} is`}>
  <line x1="0" x2={width} y1="17" y2="17" stroke="var(--rule-strong)" />
  {#each laid as bead (bead.state)}
    <a href={place.href('arrivals', { source, state: bead.state })} aria-label={says(bead)}>
      <path d={bead.outline} class={`bead ${bead.state}`}><title>{says(bead)}</title></path>
      {#if bead.state === 'proved' && bead.width > 26}
        <path
          d={`M${bead.x + bead.width / 2 - 5} 17l3.4 4l6.2 -8`}
          fill="none"
          stroke="var(--paper)"
          stroke-width="1.8"
          pointer-events="none"
        />
      {/if}
    </a>
  {/each}
</svg>
