<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { many } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { documentKind } from '../frame/vocabulary';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from '../mapping/Rooms.svelte';
  import Editor from './Editor.svelte';
  import Tried from './Tried.svelte';
  import { blank, Standing } from './standing.svelte';
  import { oddOf, thenOf, whenOf } from './words';

  /** What is decided once and decides itself from then on: the list in its order, one that is written, and what it would do. */
  const path = $derived({ companyId: place.company });
  const decisions = createQuery(() => ({
    queryKey: [place.company, 'standing'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/standing-decisions', { params: { path } })),
  }));
  const all = $derived(decisions.data?.decisions ?? []);
  const standing = new Standing(
    useQueryClient(),
    () => all.map((a) => a.decision),
    () => decisions.data?.revision ?? '',
  );

  // From a document's page: what it says is where a decision begins.
  const document = $derived(Number(place.query.get('about') ?? 0));
  const about = createQuery(() => ({
    queryKey: [place.company, 'standing', 'about', document],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/standing-decisions/about/{document}', { params: { path: { ...path, document } } }),
      ),
    enabled: document > 0,
  }));
  let begun = 0;
  $effect(() => {
    if (about.data && decisions.data && begun !== document) {
      begun = document;
      standing.begin(about.data);
    }
  });
  function onkeydown(event: KeyboardEvent, i: number) {
    if (event.target !== event.currentTarget) return;
    if (event.key === 'Enter') standing.open(i);
    else if (event.altKey && place.keeps && !standing.draft && event.key === 'ArrowUp' && i > 0) void standing.move(i, -1);
    else if (event.altKey && place.keeps && !standing.draft && event.key === 'ArrowDown' && i < all.length - 1)
      void standing.move(i, 1);
    else return;
    event.preventDefault();
  }

  const shown = Number(place.query.get('id') ?? 0);
  $effect(() => {
    if (shown && decisions.data && !begun) {
      begun = -1;
      standing.open(all.findIndex((a) => a.decision.id === shown));
    }
  });
</script>

<Rooms at="mapping/standing" />
<div class="flex items-baseline gap-4">
  <h1>Standing decisions</h1>
  {#if place.keeps}<button class="btn ml-auto" onclick={() => standing.begin(blank())}>Decide something</button>{/if}
</div>
<p class="text-soft mt-1 max-w-3xl">
  What you decide once decides itself from then on, before the mapping is asked and never over a person. The first in the list
  that sets something holds. What is posted stays as it is.
</p>
<Waiting query={decisions} what="the standing decisions">
  {#if standing.act.refused && !standing.draft}<p class="note bad mt-3" role="alert">{standing.act.refused}</p>{/if}
  {#if standing.theirs && !standing.draft}<p class="note bad mt-3" role="alert">
      Somebody else saved the list in the meantime. Nothing was changed.
      <button class="quiet" onclick={() => void standing.takeTheirs()}>Look at it</button>
    </p>{/if}
  {#if all.length === 0 && !standing.draft}
    <p class="mt-6 max-w-2xl">
      Nothing is decided once and for all yet. Begin here, or on the page of a document that is decided in the same way each time.
    </p>
  {/if}
  {#if all.length > 0}
    <table class="ledger mt-4">
      <thead
        ><tr
          ><th class="w-8"></th><th>Called</th><th>When</th><th>Then</th><th class="n">Acted on</th><th class="n">Holds on</th><th
          ></th></tr
        ></thead
      >
      <tbody {@attach rows}>
        {#each all as a, i (a.decision.id)}
          {@const d = a.decision}
          <tr
            class={['opens', standing.draft?.id === d.id && 'bg-raised']}
            tabindex="0"
            onclick={() => standing.open(i)}
            onkeydown={(e) => onkeydown(e, i)}
          >
            <td class="text-soft">{i + 1}</td>
            <td class="max-w-52"
              ><b class="font-semibold">{d.name}</b>{#if oddOf(a)}<span
                  class={['block text-xs', d.isOn ? 'text-ochre' : 'text-soft']}>{oddOf(a)}</span
                >{/if}</td
            >
            <td class="max-w-80">{whenOf(d.when, d.when.kind ? documentKind(d.when.kind).title : '')}</td>
            <td class="max-w-64">{thenOf(d.then)}</td>
            <td class="n">{a.documents > 0 ? a.documents.toLocaleString('en') : '–'}</td>
            <td class="n">{a.won > 0 ? a.won.toLocaleString('en') : '–'}</td>
            <td class="n whitespace-nowrap" onclick={(e) => e.stopPropagation()}
              >{#if place.keeps && !standing.draft}
                <button class="quiet px-1" disabled={i === 0 || standing.act.busy} onclick={() => standing.move(i, -1)}
                  >up<span class="sr-only">, {d.name}</span></button
                >
                <button
                  class="quiet px-1"
                  disabled={i === all.length - 1 || standing.act.busy}
                  onclick={() => standing.move(i, 1)}>down<span class="sr-only">, {d.name}</span></button
                >
              {/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="text-soft mt-1">{many(all.length, 'decision')}, asked in this order.</p>
  {/if}
  {#if standing.draft && decisions.data}
    <div class="mt-5 grid grid-cols-[1.25fr_1fr] items-start gap-8">
      <Editor {standing} />
      <Tried {standing} currency={decisions.data.currency} />
    </div>
  {/if}
</Waiting>
