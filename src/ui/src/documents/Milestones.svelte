<script lang="ts">
  /** A document's five milestones as beads: filled when reached. */
  let { reached, held = false }: { reached: number; held?: boolean } = $props();
  const names = ['arrived', 'coded', 'approved', 'posted', 'proved'];
  const says = $derived(
    `Reached: ${names.slice(0, reached).join(', ')}. To come: ${names.slice(reached).join(', ') || 'nothing'}.`,
  );
</script>

<svg width="142" height="26" role="img" aria-label={says}>
  <title>{says}</title>
  {#each names as name, i (name)}
    <line x1={i * 28} x2={i * 28 + 28} y1="13" y2="13" stroke="var(--rule-strong)" />
    {#if held && i === reached}
      <path d={`M${i * 28 + 7} 13l7 -9l7 9l-7 9z`} fill="var(--ochre-wash)" stroke="var(--ochre-mark)" stroke-width="1.4" />
    {:else}
      <ellipse
        cx={i * 28 + 14}
        cy="13"
        rx="5.500"
        ry="9"
        fill={i < reached ? (i === 4 ? 'var(--verdigris)' : 'var(--ink)') : 'var(--paper)'}
        stroke="var(--ink)"
        stroke-width="1.3"
      />
    {/if}
  {/each}
</svg>
