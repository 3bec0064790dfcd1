<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** What the source sent anew for a document that is in the ledger: open until somebody decides. */
  let { correction: c, keep }: { correction: Schemas['CorrectionAnswer']; keep: () => void } = $props();
</script>

<section class="note mt-4" aria-label="A proposed correction">
  <p>
    <b class="font-semibold">The source {c.isCancelled ? 'cancelled it' : 'sent it anew'}</b>, {instant(c.at)}, file {c.fileName}.
    What is in the ledger stays as it is until somebody decides.
  </p>
  {#if !c.isCancelled}<table class="ledger mt-2">
      <thead><tr><th>What</th><th>Posted</th><th>Sent anew</th></tr></thead>
      <tbody>
        {#each c.changes as change, i (i)}
          <tr
            ><td>{[change.line ? `line ${change.line}` : '', words(change.field)].filter(Boolean).join(', ')}</td><td
              >{change.before || '–'}</td
            ><td>{change.after || '–'}</td></tr
          >
        {:else}<tr><td colspan="3" class="text-soft">Only what was decided here differs.</td></tr>{/each}
      </tbody>
    </table>{/if}
  {#if place.keeps}<button class="btn plain mt-3" onclick={keep}>Keep it as posted</button>{/if}
</section>
