<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { isTyping } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Pages from '../pictures/Pages.svelte';
  import { attach } from './attaching';

  /** Pictures and PDFs that belong to a document: looked at here, added, and taken off. */
  let { document: d }: { document: Schemas['DocumentAnswer'] } = $props();
  const act = new Acting(useQueryClient());
  let shown = $state('');
  const at = $derived(d.attachments.find((a) => a.hash === shown));
  const path = (hash: string) => ({ companyId: place.company, id: d.id, hash });

  // Beside the lines, by one key.
  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 'v' || isTyping(event) || event.ctrlKey || event.altKey || event.metaKey || !d.attachments[0]) return;
    event.preventDefault();
    shown = shown ? '' : d.attachments[0].hash;
  }

  const add = (file: File | undefined) =>
    file && act.run(() => attach(d.id, file), `${file.name} is attached.`, { undo: undefined }).then(() => (shown = ''));

  const remove = (a: Schemas['AttachmentAnswer']) =>
    act.run(
      () =>
        answer(api.DELETE('/api/companies/{companyId}/documents/{id}/attachments/{hash}', { params: { path: path(a.hash) } })),
      `${a.fileName} is taken off.`,
      { undo: () => void putBack(a) },
    );

  const putBack = (a: Schemas['AttachmentAnswer']) =>
    act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/documents/{id}/attachments/{hash}', {
            params: { path: path(a.hash), query: { fileName: a.fileName } },
          }),
        ),
      `${a.fileName} is attached again.`,
    );
</script>

<svelte:window {onkeydown} />
{#if d.attachments.length > 0}<h2>Pictures and files</h2>{/if}
{#if act.refused}<div class="note bad mt-2" role="alert">{act.refused}</div>{/if}
<ul>
  {#each d.attachments as a, i (a.hash)}
    <li class="border-rule flex items-baseline gap-3 border-b py-1.5">
      <button class="quiet truncate" aria-expanded={shown === a.hash} onclick={() => (shown = shown === a.hash ? '' : a.hash)}
        >{a.fileName}</button
      >{#if i === 0}<kbd class="text-soft">v</kbd>{/if}
      <span class="text-soft">{a.cameWithIt ? 'it came from this' : `by ${a.who}`}</span>
      {#if place.keeps && !a.cameWithIt}<button class="quiet text-soft ml-auto" onclick={() => void remove(a)}>Take it off</button
        >{/if}
    </li>
  {/each}
</ul>
{#if place.keeps}
  <label class="quiet text-soft mt-1 mb-5 inline-block cursor-pointer">
    Attach a PDF or picture …<input
      type="file"
      accept=".pdf,.png,.jpg,.jpeg"
      class="sr-only"
      disabled={act.busy}
      onchange={(e) => {
        void add(e.currentTarget.files?.[0]);
        e.currentTarget.value = '';
      }}
    />
  </label>
{/if}
{#if at}
  <div class="mb-5">
    <Pages
      address={`/api/companies/${place.company}/documents/${d.id}/attachments/${at.hash}`}
      media={at.media}
      name={at.fileName}
    />
  </div>
{/if}
