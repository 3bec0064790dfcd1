<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Schemas } from '../api/client';
  import { counted, many, money, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Outcome from './Outcome.svelte';

  /** What saving would do, before it is done; and the way to save it. */
  let {
    query,
    idle,
    posted = 0,
    confirmed = $bindable(false),
    refused = '',
    doing = 'save this',
    actions,
  }: {
    query: { data?: Schemas['MappingRehearsal']; isPending: boolean; error: unknown } | null;
    idle: string;
    posted?: number;
    confirmed?: boolean;
    refused?: string;
    doing?: string;
    actions: Snippet<[boolean]>;
  } = $props();

  const r = $derived(query?.data);
  const stay = $derived(r?.posted ?? posted);
  let showPosted = $state(false);
</script>

<section class="bg-raised border-rule sticky top-3 self-start border p-4" aria-label="Rehearsal" aria-live="polite">
  <h2>Rehearsal</h2>
  {#if refused}<p class="note bad mb-2" role="alert">{refused}</p>{/if}
  {#if !query}
    <p class="text-soft">{idle}</p>
    {#if stay > 0}<p class="text-soft mt-1">
        {counted(stay, 'posted document')}
        {stay === 1 ? 'stays as it is' : 'stay as they are'}.
      </p>{/if}
  {:else if query.error}
    <p class="note bad" role="alert">{(query.error as Error).message}</p>
  {:else if !r}
    <p class="text-soft" role="status">Rehearsing …</p>
  {:else}
    <p class="text-soft mb-2">
      If you {doing}{r.rows > 1 ? ` (${many(r.rows, 'row')})` : ''}: {r.rehearsal.changed.documents === 0
        ? 'no open document changes.'
        : `${many(r.rehearsal.changed.documents, 'open document')} ${r.rehearsal.changed.documents === 1 ? 'changes' : 'change'}.`}
    </p>
    <Outcome rehearsal={r.rehearsal} />
    {#if stay > 0}
      <p class="text-soft mt-2">
        <button class="quiet" aria-expanded={showPosted} onclick={() => (showPosted = !showPosted)}
          >{counted(stay, 'posted document')}</button
        >
        {stay === 1 ? 'keeps' : 'keep'} what {stay === 1 ? 'it was' : 'they were'} posted with.
      </p>
      {#if showPosted}
        <ul class="pl-3">
          {#each r.postedSample as note (note.id)}
            <li class="flex gap-3 py-0.5">
              <a class="quiet truncate" href={place.href(`arrivals/${note.id}`)}>{note.title}</a>
              <span class="text-soft ml-auto whitespace-nowrap">{shortDay(note.date)}</span><span class="w-20 text-right"
                >{money(note.money)}</span
              >
            </li>
          {/each}
          {#if r.posted > r.postedSample.length}<li class="text-soft">and {r.posted - r.postedSample.length} more</li>{/if}
        </ul>
      {/if}
    {/if}
    {#each r.means as meaning (meaning)}<p class="note mt-3">{meaning}</p>{/each}
    {#if r.asks.length > 0}
      <label class="note mt-3 flex gap-2"
        ><input type="checkbox" bind:checked={confirmed} /> <span>{r.asks.join(' ')} Yes, this is meant.</span></label
      >
    {/if}
    <div class="mt-4 flex flex-wrap items-center gap-2">{@render actions(r.asks.length > 0 && !confirmed)}</div>
  {/if}
</section>
