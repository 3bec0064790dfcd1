<script lang="ts">
  import { many } from '../amounts/format';
  import { differences } from './differences';

  /** What somebody else saved since it was opened, beside what was typed here: nothing is lost until one of the two is chosen. */
  let {
    mine,
    theirs,
    keepMine,
    takeTheirs,
    busy = false,
  }: { mine: unknown; theirs: unknown; keepMine: () => void; takeTheirs: () => void; busy?: boolean } = $props();
  const shown = 20;
  const differ = $derived(differences(mine, theirs));
</script>

<section class="note bad my-3" role="alert" aria-label="Saved by somebody else">
  <p>
    Somebody else saved this since you opened it. Nothing of yours was saved, and nothing of it is lost: choose one of the two.
  </p>
  {#if differ.length > 0}
    <table class="ledger mt-2">
      <thead><tr><th>What</th><th>Yours</th><th>Theirs, saved</th></tr></thead>
      <tbody>
        {#each differ.slice(0, shown) as d (d.field)}
          <tr><td class="text-soft">{d.field}</td><td>{d.mine || '–'}</td><td>{d.theirs || '–'}</td></tr>
        {/each}
      </tbody>
    </table>
    {#if differ.length > shown}<p class="text-soft mt-1">And {many(differ.length - shown, 'more field')}.</p>{/if}
  {:else}<p class="mt-1">Both say the same.</p>{/if}
  <div class="mt-2 flex gap-2">
    <button type="button" class="btn" disabled={busy} onclick={keepMine}>Save mine instead</button>
    <button type="button" class="btn plain" disabled={busy} onclick={takeTheirs}>Take theirs</button>
  </div>
</section>
