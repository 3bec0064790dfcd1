<script lang="ts">
  import type { Schemas } from '../api/client';
  import { counted, many } from '../amounts/format';
  import Changes from './Changes.svelte';
  import { kindTitle } from './kinds';
  import Outcome from './Outcome.svelte';

  /** What taking a book in would do: rows, open documents, and what is left out; or what is wrong with the file. */
  let {
    preview,
    confirmed = $bindable(),
    busy,
    take,
    leave,
  }: {
    preview: Schemas['BookTakenIn'];
    confirmed: boolean;
    busy: boolean;
    take: () => void;
    leave: () => void;
  } = $props();
</script>

{#if preview.errorCount > 0}
  <div class="note bad mt-3" role="alert">
    <p>
      {many(preview.errorCount, 'error')} in {preview.fileName}. Nothing was taken in; correct the file and choose it again.
    </p>
    <ul class="mt-1 text-xs">
      {#each preview.errors as e, i (i)}<li>
          {e.row ? `Row ${e.row}: ` : ''}{e.column ? `${e.column}: ` : ''}{e.message}
        </li>{/each}
    </ul>
  </div>
{:else}
  <div class="bg-raised border-rule mt-3 border p-4" aria-live="polite">
    <h2>What it would do</h2>
    <table class="ledger">
      <tbody>
        <tr><td>added</td><td class="n">{preview.added}</td></tr>
        <tr><td>changed</td><td class="n">{preview.changed}</td></tr>
        {#if preview.ended}<tr><td>of them ended</td><td class="n">{preview.ended}</td></tr>{/if}
        {#if preview.removed}<tr class="text-ochre"><td>taken away</td><td class="n">{preview.removed}</td></tr>{/if}
        <tr><td class="text-soft">as it is here</td><td class="n text-soft">{preview.unchanged}</td></tr>
      </tbody>
    </table>
    {#if preview.unknownAccounts.length > 0}
      <div class="note mt-3">
        {many(preview.unknownAccounts.length, 'row')} left out:
        <ul class="text-xs">
          {#each preview.unknownAccounts.slice(0, 12) as u, i (i)}<li>
              {kindTitle(u.kind)} “{u.key}” → {u.account}
              {u.why}
            </li>{/each}
        </ul>
      </div>
    {/if}
    {#if preview.rehearsal}
      <p class="text-soft mt-3 mb-1">
        {preview.rehearsal.rehearsal.changed.documents === 0
          ? 'No open document changes.'
          : `${many(preview.rehearsal.rehearsal.changed.documents, 'open document')} change.`}
        {preview.rehearsal.posted > 0
          ? `${counted(preview.rehearsal.posted, 'posted document')} keep what they were posted with.`
          : ''}
      </p>
      <Outcome rehearsal={preview.rehearsal.rehearsal} />
      {#if preview.rehearsal.asks.length > 0}
        <label class="note mt-3 flex gap-2"
          ><input type="checkbox" bind:checked={confirmed} />
          <span>{preview.rehearsal.asks.join(' ')} Yes, this is meant.</span></label
        >
      {/if}
    {/if}
    <div class="mt-3 flex gap-2">
      <button class="btn" disabled={busy || ((preview.rehearsal?.asks.length ?? 0) > 0 && !confirmed)} onclick={take}
        >Take it in</button
      >
      <button class="btn plain" onclick={leave}>Leave it</button>
    </div>
    {#if preview.changes.length > 0}
      <details class="mt-3">
        <summary class="cursor-pointer">The rows</summary><Changes changes={preview.changes} />
      </details>
    {/if}
  </div>
{/if}
