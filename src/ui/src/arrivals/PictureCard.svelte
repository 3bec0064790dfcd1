<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { attach } from '../documents/attaching';
  import { money, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { documentKind } from '../frame/vocabulary';
  import type { Arriving } from './arriving.svelte';

  /** A picture, or a PDF without data: a bill begins with it, or it belongs to a document that is here. */
  let { arriving, gone }: { arriving: Arriving; gone: () => void } = $props();
  const client = useQueryClient();
  let text = $state('');
  let found = $state<Schemas['DocumentListRow'][]>([]);
  let looking = $state(false);

  async function begin() {
    const id = await arriving.beginDocument();
    if (id === undefined) return;
    await client.invalidateQueries();
    await push(place.to(`incomplete/${id}`));
  }

  async function look() {
    const asked = text.trim();
    if (!asked) return void (found = []);
    const page = await answer(
      api.GET('/api/companies/{companyId}/documents', {
        params: { path: { companyId: place.company }, query: { text: asked } },
      }),
    );
    if (asked === text.trim()) found = page.rows.slice(0, 8);
  }

  async function attachTo(d: Schemas['DocumentListRow']) {
    try {
      await attach(d.id, arriving.file);
    } catch (error) {
      arriving.refused = (error as Error).message;
      return;
    }
    await client.invalidateQueries();
    toast(`${arriving.file.name} is attached to ${d.who || d.sourceId}.`, {
      action: { label: 'Look at it', onClick: () => void push(place.to(`arrivals/${d.id}`)) },
    });
    gone();
  }
</script>

<p class="mt-3 max-w-3xl">
  There is no data in it. A person says what it shows: begin a document with it, or attach it to one that is here.
</p>
<div class="mt-3 flex gap-2">
  <button class="btn" disabled={arriving.busy !== ''} onclick={() => void begin()}>Begin a bill with it</button>
  <button class="btn plain" aria-expanded={looking} onclick={() => (looking = !looking)}>Attach it to a document …</button>
</div>
{#if looking}
  <label class="text-soft mt-4 block max-w-md"
    >Which document?
    <input
      class="field mt-1 block w-full"
      placeholder="supplier, number or amount"
      bind:value={text}
      oninput={() => void look()}
    /></label
  >
  {#if found.length > 0}
    <ul class="mt-2 max-w-3xl" aria-label="Documents found">
      {#each found as d (d.id)}
        <li class="border-rule flex items-baseline gap-3 border-b py-1.5">
          <span class="truncate">{d.who}, {documentKind(d.kind).title} {d.reference}</span>
          <span class="text-soft whitespace-nowrap">{shortDay(d.date)}</span>
          <span class="ml-auto whitespace-nowrap">{money(d.total)} {d.currency}</span>
          <button class="quiet" onclick={() => void attachTo(d)}>Attach it here</button>
        </li>
      {/each}
    </ul>
  {:else if text.trim()}<p class="text-soft mt-2">No document is found by that.</p>{/if}
{/if}
