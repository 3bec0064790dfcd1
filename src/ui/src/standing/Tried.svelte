<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { many, money, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Outcome from '../mapping/Outcome.svelte';
  import type { Standing } from './standing.svelte';
  import { sets } from './words';

  /** What the list would do with what is written: tried against all that has arrived, a moment after the last key. */
  let { standing, currency }: { standing: Standing; currency: string } = $props();
  let asked = $state('');
  $effect(() => {
    const list = JSON.stringify(standing.list);
    const timer = setTimeout(() => (asked = list), 350);
    return () => clearTimeout(timer);
  });
  const isWhole = $derived(
    !!standing.draft?.name.trim() && standing.draft.then.every((e) => !sets(e.field) || e.value.trim() !== ''),
  );
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'standing', 'rehearsal', asked],
    queryFn: () =>
      answer(
        api.POST('/api/companies/{companyId}/standing-decisions/rehearsals', {
          params: { path: { companyId: place.company } },
          body: { decisions: JSON.parse(asked), revision: '' },
        }),
      ),
    enabled: isWhole && asked !== '',
  }));
  const r = $derived(rehearsal.data);
</script>

<section class="border-rule self-start border p-4" aria-label="Rehearsal" aria-live="polite">
  <h2>Rehearsal</h2>
  {#if !isWhole}
    <p class="text-soft">Say what it is called, when it acts and what it sets, and see here what it would have done.</p>
  {:else if rehearsal.error}
    <p class="note bad" role="alert">{rehearsal.error.message}</p>
  {:else if !r}
    <p class="text-soft" role="status">Rehearsing …</p>
  {:else}
    <p>
      It fits {many(r.fits.documents, 'document')} of all that has arrived, {money(r.fits.money)}
      {currency}{#if r.sent.documents > 0}; {many(r.sent.documents, 'posted document')} of them
        {r.sent.documents === 1 ? 'stays as it is' : 'stay as they are'}{/if}.
    </p>
    <p class="text-soft mt-1 mb-2">
      {r.rehearsal.changed.documents === 0
        ? 'No open document changes.'
        : `${many(r.rehearsal.changed.documents, 'open document')} ${r.rehearsal.changed.documents === 1 ? 'changes' : 'change'}:`}
    </p>
    <Outcome rehearsal={r.rehearsal} />
    {#if r.sample.length > 0}
      <h3 class="mt-3 font-semibold">The latest that it fits</h3>
      <ul>
        {#each r.sample as note (note.id)}
          <li class="border-rule flex gap-3 border-b py-1">
            <a class="quiet truncate" href={place.href(`arrivals/${note.id}`)}>{note.title}</a>
            <span class="text-soft ml-auto whitespace-nowrap">{shortDay(note.date)}</span>
            <span class="w-20 text-right">{money(note.money)}</span>
          </li>
        {/each}
      </ul>
    {/if}
  {/if}
</section>
