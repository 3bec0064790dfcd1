<script lang="ts">
  import type { Schemas } from '../api/client';
  import { day, many, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Outcome from '../mapping/Outcome.svelte';

  /** What other choices would do to open documents, before they are saved. */
  let {
    rehearsal,
    error,
    refused,
    differs,
    impossible,
    busy,
    confirmed = $bindable(),
    save,
    leave,
  }: {
    rehearsal: Schemas['ChoicesRehearsal'] | undefined;
    error: unknown;
    refused: string;
    differs: boolean;
    impossible: Schemas['Impossible'][];
    busy: boolean;
    confirmed: boolean;
    save: () => void;
    leave: () => void;
  } = $props();
</script>

<section class="bg-raised border-rule self-start border p-4" aria-label="Rehearsal" aria-live="polite">
  <h2>Rehearsal</h2>
  {#if refused}<p class="note bad mb-2" role="alert">{refused}</p>{/if}
  {#if !differs}
    <p class="text-soft">Change something, and see here what saving it would do to open documents.</p>
    {#if place.administers}<button class="btn plain mt-3" disabled={busy} onclick={save}>Leave everything as it is</button>{/if}
  {:else if error}
    <p class="note bad" role="alert">{(error as Error).message}</p>
  {:else if impossible.length > 0}
    <p class="text-madder">{many(impossible.length, 'choice')} cannot be made; the reason stands beside it.</p>
  {:else if rehearsal?.rehearsal}
    <p class="text-soft mb-2">
      If you save this: {rehearsal.rehearsal.changed.documents === 0
        ? 'no open document changes.'
        : `${many(rehearsal.rehearsal.changed.documents, 'open document')} change.`} Posted documents stay as they are.
    </p>
    <Outcome rehearsal={rehearsal.rehearsal} />
    {#if rehearsal.behindLock}
      {@const behind = rehearsal.behindLock}
      <h3 class="mt-3 font-semibold">Behind the lock of {day(behind.through)}</h3>
      {#each [['not posted yet', behind.unposted], ['in the ledger, not proved', behind.unproved]] as const as [title, outcome] (title)}
        <p class={outcome.tally.documents > 0 ? 'text-ochre' : 'text-soft'}>
          {outcome.tally.documents === 0
            ? 'Nothing is'
            : `${many(outcome.tally.documents, 'document')}, ${money(outcome.tally.money)},`}
          {title}
        </p>
        <ul class="pl-3">
          {#each outcome.sample as note (note.id)}<li class="flex gap-3 py-0.5">
              <a class="quiet truncate" href={place.href(`arrivals/${note.id}`)}>{note.title}</a><span
                class="ml-auto w-20 text-right">{money(note.money)}</span
              >
            </li>{/each}
        </ul>
      {/each}
    {/if}
    {#if rehearsal.asks.length > 0}
      <label class="note mt-3 flex gap-2"
        ><input type="checkbox" bind:checked={confirmed} />
        <span>{rehearsal.asks.join(' ')} Yes, this is meant.</span></label
      >
    {/if}
    <div class="mt-4 flex gap-2">
      <button class="btn" disabled={busy || (rehearsal.asks.length > 0 && !confirmed)} onclick={save}>Save</button>
      <button class="btn plain" onclick={leave}>Leave it</button>
    </div>
  {:else}<p class="text-soft" role="status">Rehearsing …</p>{/if}
</section>
