<script lang="ts">
  import { place } from '../frame/place.svelte';

  /** An entry's number, which opens the ledger's own record of it. */
  let { entry }: { entry: string } = $props();
</script>

<a
  class="quiet"
  href={`/api/companies/${place.company}/ledger/entries/${encodeURIComponent(entry)}`}
  target="_blank"
  rel="noreferrer"
  title="Open it in the ledger">{entry}</a
>
