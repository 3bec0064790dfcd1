<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, words } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { editing } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Outcome from '../mapping/Outcome.svelte';
  import { decisions, requestOf, type Decision, type Reason } from './bulk';
  import BulkValue from './BulkValue.svelte';
  import { asked, type List } from './list';
  import type { Selecting } from './selecting.svelte';

  /** One decision for all selected documents: rehearsed first, made at once, taken back at once. */
  let { list, selecting, left }: { list: List; selecting: Selecting; left: () => void } = $props();

  const client = useQueryClient();
  const acting = new Acting(client);
  const empty = { what: '' as Decision | '', value: '', dimension: '', reason: '' as const, note: '', on: '' };
  let said = $state<{
    what: Decision | '';
    value: string;
    dimension: string;
    reason: Reason | '';
    note: string;
    on: string;
  }>({ ...empty });
  const request = $derived(requestOf(said, selecting.all ? null : [...selecting.ids]));
  const at = $derived({ params: { path: { companyId: place.company }, query: asked(list) } });

  const rehearsed = createQuery(() => ({
    queryKey: [place.company, 'documents', 'rehearsal', list, request],
    queryFn: () => answer(api.POST('/api/companies/{companyId}/documents/decisions/rehearsals', { ...at, body: request! })),
    enabled: request !== null,
  }));
  const r = $derived(request ? rehearsed.data : undefined);

  async function decide() {
    if (!request || !r || r.may.documents === 0) return;
    let made: Schemas['BulkAnswer'] | undefined;
    const body = request;
    const isDone = await acting.run(
      async () => (made = await answer(api.POST('/api/companies/{companyId}/documents/decisions', { ...at, body }))),
      `Decided for ${many(r.may.documents, 'document')}.`,
      {
        undo: () =>
          void acting.run(
            () =>
              answer(
                api.DELETE('/api/companies/{companyId}/documents/decisions/{batch}', {
                  params: { path: { companyId: place.company, batch: made!.batch } },
                }),
              ),
            'Taken back.',
          ),
      },
    );
    if (isDone) leave();
  }

  function leave() {
    said = { ...empty };
    selecting.clear();
    left();
  }
</script>

<section
  class="bg-raised border-strong mt-3 border p-4"
  aria-label="Decide for all selected"
  {@attach editing(() => void decide(), left)}
>
  <div class="flex flex-wrap items-center gap-2">
    <label
      >For all of them:
      <select
        class="field ml-1 w-72"
        bind:value={() => said.what, (what) => (said = { ...empty, what })}
        {@attach (select) => select.focus()}
      >
        <option value="">choose what is decided …</option>
        {#each Object.entries(decisions) as [what, { title }] (what)}<option value={what}>{title}</option>{/each}
      </select></label
    >
    {#if said.what}<BulkValue needs={decisions[said.what].needs} bind:said />{/if}
    <span class="ml-auto flex gap-2 whitespace-nowrap">
      <button class="btn" disabled={!r || r.may.documents === 0 || acting.busy} onclick={() => void decide()}
        >{r ? `Decide for ${many(r.may.documents, 'document')}` : 'Decide'} <kbd>Ctrl Enter</kbd></button
      >
      <button class="btn plain" onclick={left}>Leave it <kbd>Esc</kbd></button>
    </span>
  </div>
  {#if acting.refused}<p class="note bad mt-3" role="alert">{acting.refused}</p>{/if}
  <div class="mt-3" aria-live="polite">
    {#if !request}
      <p class="text-soft">What it would do is shown here before anything is changed.</p>
    {:else if rehearsed.error}
      <p class="note bad" role="alert">{(rehearsed.error as Error).message}</p>
    {:else if !r}
      <p class="text-soft" role="status">Rehearsing …</p>
    {:else}
      <div class="grid grid-cols-[1.2fr_1fr] gap-6">
        <div>
          <p class="mb-1">
            {many(r.may.documents, 'document')}, {money(r.may.money)}, {r.may.documents === 1 ? 'is' : 'are'} decided so.
          </p>
          <Outcome rehearsal={r.rehearsal} />
        </div>
        {#if r.left > 0}
          <div>
            <p class="text-ochre mb-1">
              {many(r.left, 'document')} cannot be, and {r.left === 1 ? 'stays' : 'stay'} as {r.left === 1
                ? 'it is'
                : 'they are'}:
            </p>
            <ul>
              {#each r.firstLeft as note (note.id)}
                <li class="border-rule border-b py-1">
                  <a class="quiet" href={place.href(`arrivals/${note.id}`)}>{note.title}</a>
                  <span class="text-soft">{words(note.why)}</span>
                </li>
              {/each}
              {#if r.left > r.firstLeft.length}<li class="text-soft py-1">and {r.left - r.firstLeft.length} more</li>{/if}
            </ul>
          </div>
        {/if}
      </div>
    {/if}
  </div>
</section>
