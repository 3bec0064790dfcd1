<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { isZero, many, money, words } from '../amounts/format';
  import StatementFields from '../count/StatementFields.svelte';
  import { place } from '../frame/place.svelte';

  /** A documents file: shown with every error before anything is saved, then taken in as a whole or not at all. */
  const client = useQueryClient();
  let file = $state<File | null>(null);
  let shown = $state<Schemas['TakeInAnswer'] | null>(null);
  let refused = $state('');
  let busy = $state('');
  let over = $state(false);
  // What each source itself says that it sent, where whoever takes the file in has it before them.
  let stated = $state<Record<string, { firstDay: string; lastDay: string; documents: string; money: string }>>({});
  let field: HTMLInputElement;

  const fresh = $derived(shown ? shown.added + shown.updated : 0);

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
  <div class="note bad mt-5 max-w-3xl" role="alert">
    <b class="font-semibold">{many(shown.errorCount, 'error')} in {shown.fileName}. Nothing was taken in.</b> Mend the rows below and
    choose the file again.
  </div>
  <table class="ledger mt-3 max-w-4xl">
    <thead><tr><th class="n w-16">Row</th><th class="pl-5!">Column</th><th>What is wrong</th></tr></thead>
    <tbody>
      {#each shown.errors as error, i (i)}
        <tr><td class="n">{error.row || ''}</td><td class="pl-5!">{error.column}</td><td>{error.message}</td></tr>
      {/each}
    </tbody>
  </table>
  {#if shown.errorCount > shown.errors.length}<p class="text-soft mt-2">These are the first {shown.errors.length}.</p>{/if}
{:else if shown}
  <section class="mt-6 max-w-3xl" aria-label="What the file brings">
    <h2>{fresh === 0 ? 'Nothing new in this file' : `What ${shown.fileName} brings`}</h2>
    <p class="text-soft">
      {many(shown.documents, 'document')} with {many(shown.lines, 'line')}: {shown.added} new, {shown.updated} changed, {shown.unchanged}
      already here and the same.
    </p>
    {#if shown.locked.length > 0}
      <p class="note mt-2">
        {many(shown.locked.length, 'document')}
        {shown.locked.length === 1 ? 'differs' : 'differ'} from what is in the ledger or on its way there, which stays as it is; what
        the source sent anew waits there as a proposed correction: {shown.locked.slice(0, 10).join(', ')}{shown.locked.length > 10
          ? ' …'
          : ''}.
      </p>
    {/if}
    <table class="ledger mt-3">
      <thead><tr><th>Source</th><th class="n">Documents</th><th class="n">Money</th></tr></thead>
      <tbody>
        {#each shown.sources as source (source.source)}<tr
            ><td
              >{source.source}
              {#if fresh > 0}
                {#if stated[source.source]}
                  <div class="mt-2 flex flex-wrap items-end gap-3">
                    <StatementFields bind:statement={stated[source.source]!} of={source.source} />
                  </div>
                {:else}
                  <button
                    class="quiet text-soft block text-xs"
                    onclick={() =>
                      (stated[source.source] = {
                        firstDay: source.firstDay,
                        lastDay: source.lastDay,
                        documents: '',
                        money: '',
                      })}>it says itself how much it sent …</button
                  >
                {/if}
              {/if}</td
            ><td class="n">{source.documents}</td><td class="n">{money(source.money)}</td></tr
          >{/each}
      </tbody>
    </table>
    {#if fresh > 0}
      <table class="ledger mt-5">
        <thead><tr><th>Of the new and changed ones</th><th class="n">Documents</th><th class="n">Money</th></tr></thead>
        <tbody>
          <tr
            ><td>are coded and ready</td><td class="n">{shown.coded.documents}</td><td class="n">{money(shown.coded.money)}</td
            ></tr
          >
          <tr class="text-ochre"
            ><td>wait for you</td><td class="n">{shown.held.documents}</td><td class="n">{money(shown.held.money)}</td></tr
          >
          {#if !isZero(shown.setAside.money) || shown.setAside.documents > 0}
            <tr
              ><td>are set aside</td><td class="n">{shown.setAside.documents}</td><td class="n">{money(shown.setAside.money)}</td
              ></tr
            >
          {/if}
        </tbody>
      </table>
      {#if shown.reasons.length > 0}
        <p class="mt-3">They wait because of: {shown.reasons.map((r) => `${words(r.reason)} (${r.documents})`).join(', ')}.</p>
      {/if}
    {/if}
    {#if shown.noticed.length > 0}
      <p class="mt-3">
        Worth noticing, and held by nothing: {shown.noticed.map((r) => `${r.detail} (${r.documents})`).join(' ')}
      </p>
    {/if}
    {#each shown.notices as notice, i (i)}<p class="text-soft mt-2">
        {notice.column}{notice.column ? ': ' : ''}{notice.message}
      </p>{/each}
    <div class="mt-5 flex gap-2">
      {#if fresh > 0}<button class="btn" disabled={busy !== ''} onclick={take}>Take in {many(fresh, 'document')}</button>{/if}
      <a class="btn plain" href={place.href('arrivals')}>{fresh > 0 ? 'Leave it' : 'Back to arrivals'}</a>
    </div>
  </section>
{/if}
