<script lang="ts">
  import { go, year } from './year';

  /** Which year. */
  let { years = [], room = '' }: { years?: number[]; room?: string } = $props();
  const now = $derived(year());
  const offered = $derived([...new Set([...years, now, now - 1])].sort((a, b) => b - a));
</script>

<select class="field" aria-label="Year" value={now} onchange={(e) => void go(room, { year: e.currentTarget.value })}>
  {#each offered as y (y)}<option value={y}>{y}</option>{/each}
</select>
