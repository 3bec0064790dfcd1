<script lang="ts">
  import type { Schemas } from '../api/client';
  import MendLines from './MendLines.svelte';
  import MendMethod from './MendMethod.svelte';
  import MendSupplier from './MendSupplier.svelte';

  /** A point of the list, mended where it stands. */
  let { point, leave }: { point: Schemas['PointAnswer']; leave: () => void } = $props();
</script>

{#if point.kind === 'no_box' || point.kind === 'withheld'}<MendLines {point} {leave} />
{:else if point.kind === 'method_unknown'}<MendMethod {point} {leave} />
{:else}<MendSupplier {point} {leave} />{/if}
