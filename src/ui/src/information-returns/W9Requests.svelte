<script lang="ts">
  import { answer, api, type Schemas } from '../api/client';
  import { shortDay } from '../amounts/format';
  import type { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import { requestHow } from './words';
  import { year } from './year';

  /** When a supplier was asked for its Form W-9, and the letter that asks again. */
  let { s, act, takeBack }: { s: Schemas['DeskSupplier']; act: Acting; takeBack: (change: number) => void } = $props();
  const ask = (how: Schemas['W9RequestHow']) => {
    void act.run(
      () =>
        answer(
          api.POST('/api/companies/{companyId}/information-returns/{year}/requests', {
            params: { path: { companyId: place.company, year: year() } },
            body: { keys: [s.key], how, day: null },
          }),
        ),
      'It is noted.',
      { undo: (came) => takeBack(came.change) },
    );
  };
</script>

{#if s.requests.length > 0}
  <ul class="text-soft mt-2">
    {#each s.requests as r, i (i)}<li>
        {i === 0 ? 'Asked' : 'Reminded'} on {shortDay(r.day)}
        {requestHow[r.how]}, {r.who}
      </li>{/each}
  </ul>
{/if}
{#if place.keeps && !s.hasW9}
  <p class="mt-2 flex flex-wrap items-center gap-3">
    <a
      class="btn plain"
      target="_blank"
      rel="noreferrer"
      href={`/api/companies/${place.company}/information-returns/${year()}/letters.pdf?key=${encodeURIComponent(s.key)}`}
      >{s.requests.length > 0 ? 'Reminder' : 'Request letter'} as PDF</a
    >
    <span class="text-soft"
      >note that it was asked today:
      {#each Object.entries(requestHow) as [h, called] (h)}<button
          type="button"
          class="quiet mr-2"
          disabled={act.busy}
          onclick={() => ask(h as Schemas['W9RequestHow'])}>{called}</button
        >{/each}</span
    >
  </p>
{/if}
