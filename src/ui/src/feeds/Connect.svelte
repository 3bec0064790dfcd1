<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import { often } from './words';

  /** Connecting a source: which, what its documents' source is called, from which day on, and how often. */
  let { kinds }: { kinds: Schemas['FeedKindAnswer'][] } = $props();

  const act = new Acting(useQueryClient());
  let chosen = $state<Schemas['FeedKindAnswer'] | null>(null);
  let draft = $state({ source: '', fromDay: '', every: 'hour' as Schemas['PullEvery'], folder: '' });

  function choose(kind: Schemas['FeedKindAnswer']) {
    chosen = kind;
    draft = {
      source: kind.ownSource || kind.title,
      fromDay: place.period ? `${place.period}-01` : '',
      every: 'hour',
      folder: '',
    };
  }

  function connect(event: SubmitEvent) {
    event.preventDefault();
    const kind = chosen;
    if (!kind) return;
    const params = { path: { companyId: place.company } };
    const body = {
      kind: kind.kind,
      source: draft.source,
      fromDay: draft.fromDay || null,
      every: draft.every,
      folder: kind.needsConsent ? null : draft.folder,
      feed: null,
    };
    void act.run(async () => {
      if (kind.needsConsent)
        window.location.href = (await answer(api.POST('/api/companies/{companyId}/feeds/consent', { params, body }))).url;
      else {
        const watched = await answer(api.POST('/api/companies/{companyId}/feeds/folder', { params, body }));
        await push(place.to(`set-up/feeds/${watched.feed.id}`));
      }
    }, '');
  }
</script>

<section class="mt-7 max-w-4xl">
  <h2>Connect a source</h2>
  <div class="border-rule grid grid-cols-[15rem_1fr] border-y" role="group" aria-label="Kinds of sources">
    {#each kinds as kind (kind.kind)}
      <button
        class={[
          'border-rule col-span-2 grid grid-cols-subgrid border-b px-2 py-1.5 text-left last:border-b-0',
          chosen?.kind === kind.kind ? 'bg-raised font-semibold' : 'hover:bg-raised',
        ]}
        aria-pressed={chosen?.kind === kind.kind}
        onclick={() => choose(kind)}><span>{kind.title}</span><span class="text-soft font-normal">{kind.brings}</span></button
      >
    {/each}
  </div>
  {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
  {#if chosen}
    <form class="bg-raised border-rule mt-3 flex flex-wrap items-end gap-4 border p-4" onsubmit={connect}>
      {#if !chosen.ownSource}<label class="text-soft"
          >Its documents’ source is called
          <input class="field mt-1 block w-56" required maxlength="60" bind:value={draft.source} /></label
        >{/if}
      {#if chosen.needsConsent}
        <label class="text-soft"
          >From which day on <input
            class="field mt-1 block w-36"
            required
            placeholder="2026-11-01"
            bind:value={draft.fromDay}
          /></label
        >
      {:else}
        <label class="text-soft"
          >Folder <input class="field mt-1 block w-44" required placeholder="scanner" bind:value={draft.folder} /></label
        >
      {/if}
      <label class="text-soft"
        >Pulled
        <select class="field mt-1 block" bind:value={draft.every}>
          {#each Object.entries(often) as [word, title] (word)}<option value={word}>{title}</option>{/each}
        </select></label
      >
      <button class="btn" disabled={act.busy}>{chosen.needsConsent ? 'Go to its owner’s consent' : 'Watch this folder'}</button>
      <p class="text-soft w-full">
        {#if chosen.needsConsent}
          The source asks its owner once, on its own page.
          {#if chosen.decides}Where it serves several companies, its {chosen.decides} says whose a record is; you decide that before
            anything comes.{/if}
          {#if chosen.takesNews}It is told what became of each document.{/if}
        {:else}
          A folder of this server, under the company’s own; files with a name that ends in .part or .tmp are left until they are
          whole.
        {/if}
      </p>
    </form>
  {/if}
</section>
