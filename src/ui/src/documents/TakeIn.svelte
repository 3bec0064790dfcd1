<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import type { Stated } from '../count/stated';
  import { place } from '../frame/place.svelte';
  import Brings from './Brings.svelte';
  import FileErrors from './FileErrors.svelte';

  /** A documents file: shown with every error before anything is saved, then taken in as a whole or not at all. */
  const client = useQueryClient();
  let file = $state<File | null>(null);
  let shown = $state<Schemas['TakeInAnswer'] | null>(null);
  let refused = $state('');
  let busy = $state('');
  let over = $state(false);
  // What each source itself says that it sent, where whoever takes the file in has it before them.
  let stated = $state<Record<string, Stated>>({});
  let field: HTMLInputElement;

  async function send(path: '/api/companies/{companyId}/arrivals/preview' | '/api/companies/{companyId}/arrivals') {
    return answer(
      api.POST(path, {
        params: { path: { companyId: place.company }, query: { fileName: file!.name } },
        body: file as unknown as string,
        bodySerializer: (body: unknown) => body as BodyInit,
        headers: { 'Content-Type': 'text/csv' },
      }),
    ) as Promise<Schemas['TakeInAnswer']>;
  }

  async function look(chosen: File | undefined) {
    if (!chosen) return;
    file = chosen;
    shown = null;
    refused = '';
    busy = `Checking ${chosen.name} …`;
    try {
      shown = await send('/api/companies/{companyId}/arrivals/preview');
      stated = {};
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = '';
      field.value = '';
    }
  }

  async function take() {
    busy = 'Taking it in …';
    refused = '';
    try {
      const taken = await send('/api/companies/{companyId}/arrivals');
      // The file is in; a statement that cannot be kept is said, and can be typed again on the count.
      for (const [source, statement] of Object.entries(stated)) {
        if (!statement.documents && !statement.money) continue;
        await answer(
          api.POST('/api/companies/{companyId}/statements', {
            params: { path: { companyId: place.company } },
            body: { source, ...statement },
          }),
        ).catch((error: Error) => toast.error(`The file was taken in. What ${source} says was not kept: ${error.message}`));
      }
      await client.invalidateQueries();
      toast(`${many(taken.added, 'document')} added, ${taken.updated} updated, ${taken.unchanged} unchanged.`);
      await push(place.to('arrivals', taken.held.documents > 0 ? { state: 'held' } : {}));
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = '';
    }
  }
</script>

<h1>Take in a file</h1>
<p class="text-soft mt-1 max-w-2xl">
  CSV in UTF-8 with a header: one row for each line of a bill, card charge or expense claim. It is checked as a whole first;
  nothing is saved until you say so.
</p>

<input
  bind:this={field}
  id="file"
  type="file"
  accept=".csv,text/csv"
  class="sr-only"
  onchange={(e) => look(e.currentTarget.files?.[0])}
/>
<label
  for="file"
  class={[
    'mt-4 block max-w-2xl cursor-pointer border border-dashed p-8 text-center',
    over ? 'border-ink bg-sunk' : 'border-strong',
  ]}
  ondragover={(e) => (e.preventDefault(), (over = true))}
  ondragleave={() => (over = false)}
  ondrop={(e) => (e.preventDefault(), (over = false), look(e.dataTransfer?.files[0]))}
>
  {#if busy}<span role="status">{busy}</span>{:else}<b class="font-semibold"
      >{file ? `${file.name}: choose another` : 'Choose a file'}</b
    > or drop one here{/if}
</label>

{#if refused}<div class="note bad mt-4 max-w-3xl" role="alert">{refused}</div>{/if}

{#if shown && shown.errorCount > 0}
  <FileErrors {shown} />
{:else if shown}
  <Brings {shown} bind:stated busy={busy !== ''} take={() => void take()} />
{/if}
