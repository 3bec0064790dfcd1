<script lang="ts">
  /** The sign of the house: three beads on a rod. */
</script>

<svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
  <line x1="1" y1="10" x2="19" y2="10" stroke="var(--ink)" stroke-width="1.6" />
  <ellipse cx="6" cy="10" rx="2.4" ry="5" fill="var(--paper)" stroke="var(--ink)" stroke-width="1.5" />
  <ellipse cx="11.5" cy="10" rx="2.4" ry="5" fill="var(--ink)" />
  <ellipse cx="16.5" cy="10" rx="2.2" ry="5" fill="var(--verdigris)" />
</svg>
