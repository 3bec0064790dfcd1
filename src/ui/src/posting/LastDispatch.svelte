<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Outcomes from './Outcomes.svelte';

  /** The dispatch that runs or ran last, and what became of each instruction. */
  let {
    now,
    outcomes,
    stop,
  }: {
    now: Schemas['DispatchAnswer'] | null | undefined;
    outcomes: Schemas['OutcomeAnswer'][];
    stop: (dispatch: number) => void;
  } = $props();
</script>

<section>
  {#if now}
    {@const done = now.accepted + now.refused}
    <div class="flex items-baseline justify-between">
      <h2>{now.running ? 'Posting now' : `Last dispatch, ${instant(now.startedAt)}, by ${now.who}`}</h2>
      <a class="quiet text-soft" href={place.href(`posting/dispatches/${now.id}`)}>its page</a>
      {#if now.running && place.keeps}<button class="btn plain" onclick={() => stop(now.id)}>Stop after this one</button>{/if}
    </div>
    <div class="my-2 flex items-center gap-3" role="status">
      <progress class="flex-1" max={now.planned || 1} value={done} aria-label="Progress"></progress>
      <span class="whitespace-nowrap"
        >{done} of {now.planned}: {now.accepted} accepted{now.refused > 0 ? `, ${now.refused} refused` : ''}{now.unknown > 0
          ? `, ${now.unknown} without a clear answer`
          : ''}{now.unsent > 0 ? `, ${now.unsent} not sent` : ''}</span
      >
    </div>
    {#if !now.running && now.outcome && now.outcome !== 'done'}<p class="note mb-2">{now.outcome}</p>{/if}
    <Outcomes {outcomes} />
    {#if outcomes.length < now.planned}<p class="text-soft mt-2">
        The first {outcomes.length}, what needs you first.
      </p>{/if}
  {:else}
    <h2>Nothing was posted yet</h2>
    <p class="text-soft">What became of each document stands here after the first dispatch.</p>
  {/if}
</section>
