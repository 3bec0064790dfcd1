<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { undoSet } from './changes';
  import BookPreview from './BookPreview.svelte';
  import Chapters from './Chapters.svelte';
  import Rooms from './Rooms.svelte';
  import DayField from '../frame/DayField.svelte';

  /** The mapping book: to read and print as of any day, out as files, and in again with a preview. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  let asOf = $state('');
  const book = createQuery(() => ({
    queryKey: [place.company, 'book', asOf],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/mapping/book', { params: { path, query: asOf ? { asOf } : {} } })),
  }));
  const file = (folder: string, name: string) =>
    `/api/companies/${place.company}/mapping/${folder}/files/${name}${asOf && name.startsWith('mapping') ? `?asOf=${asOf}` : ''}`;
  // For people: what a spreadsheet would run is made harmless. For programs: each cell as it is.
  const forPeople = [
    ['mapping-book.xlsx', 'the whole book as a spreadsheet'],
    ['mapping-book.csv', 'the whole book as CSV'],
  ] as const;
  const forPrograms = [
    ['mapping.csv', 'the book'],
    ['chart.csv', 'the chart'],
    ['documents.csv', 'every document'],
    ['settings.json', 'the choices'],
  ] as const;
  // What is taken in: a file, or the book of another company by its id.
  let chosen = $state<File | string | null>(null);
  const others = $derived((place.session?.companies ?? []).filter((c) => c.id !== place.company && c.rights.includes('read')));
  let replace = $state(false);
  let preview = $state<Schemas['BookTakenIn'] | null>(null);
  let confirmed = $state(false);
  let refused = $state('');
  let busy = $state(false);

  function ofFile(file: File, save: boolean) {
    const options = {
      params: { path, query: save ? { fileName: file.name, replace, confirmed } : { fileName: file.name, replace } },
      body: file as unknown as string,
      bodySerializer: (body: unknown) => body as BodyInit,
      headers: { 'Content-Type': 'text/csv' },
    };
    return answer(
      save
        ? api.POST('/api/companies/{companyId}/mapping/book', options)
        : api.POST('/api/companies/{companyId}/mapping/book/preview', options),
    );
  }

  const ofCompany = (other: string, save: boolean) =>
    answer(
      save
        ? api.POST('/api/companies/{companyId}/mapping/book/of/{other}', {
            params: { path: { ...path, other }, query: { replace, confirmed } },
          })
        : api.POST('/api/companies/{companyId}/mapping/book/of/{other}/preview', {
            params: { path: { ...path, other }, query: { replace } },
          }),
    );

  async function send(save: boolean) {
    if (!chosen) return;
    busy = true;
    refused = '';
    try {
      const answered = await (typeof chosen === 'string' ? ofCompany(chosen, save) : ofFile(chosen, save));
      if (!save) preview = answered;
      else {
        preview = null;
        chosen = null;
        await client.invalidateQueries();
        toast(
          answered.setId
            ? `${many(answered.changes.length, 'row')} taken in as one change.`
            : 'The book is as it was; nothing changed.',
          {
            action: answered.setId ? { label: 'Undo', onClick: () => undo(answered.setId) } : undefined,
          },
        );
      }
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = false;
    }
  }

  async function undo(set: number) {
    await undoSet(set);
    await client.invalidateQueries();
  }

  function choose(what: File | string | null) {
    chosen = what;
    preview = null;
    confirmed = false;
    if (chosen) void send(false);
  }
</script>

<div class="print:hidden"><Rooms at="mapping/book" /></div>
{#if refused}<p class="note bad mb-3 max-w-3xl print:hidden" role="alert">{refused}</p>{/if}
<div class="grid grid-cols-[1fr_340px] gap-9 print:block">
  <Waiting query={book} what="the book">
    {#if book.data}
      <Chapters book={book.data} />
    {/if}
  </Waiting>
  <aside class="print:hidden">
    <h2>As of</h2>
    <label class="flex items-center gap-2"><DayField bind:value={asOf} /> {asOf ? '' : '(today)'}</label>
    <button class="btn plain mt-3" onclick={() => window.print()}>Print it</button>
    <h2 class="mt-6">Files</h2>
    <table class="ledger">
      <tbody>
        {#each forPeople as [name, title] (name)}
          <tr
            ><td><a class="quiet" href={file('book', name)} download={name}>{name}</a></td><td class="text-soft text-xs"
              >{title}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    <h2 class="mt-4">For the command line</h2>
    <table class="ledger">
      <tbody>
        {#each forPrograms as [name, title] (name)}
          <tr
            ><td><a class="quiet" href={file('pipeline', name)} download={`pipeline-${name}`}>pipeline-{name}</a></td><td
              class="text-soft text-xs">{title}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    <p class="text-soft mt-1 text-xs">Programs read these: open them in no spreadsheet. Taking a file out changes nothing.</p>
    {#if place.keeps}
      <h2 class="mt-6">Take a book in</h2>
      <label class="text-soft block"
        >CSV or XLSX, columns by name
        <input
          id="book"
          class="field mt-1 w-full"
          type="file"
          accept=".csv,.xlsx"
          onchange={(e) => {
            choose(e.currentTarget.files?.[0] ?? null);
            e.currentTarget.value = '';
          }}
        />
      </label>
      {#if others.length > 0}
        <label class="text-soft mt-2 block"
          >or the book of another company, by account number
          <select
            class="field mt-1 w-full"
            value={typeof chosen === 'string' ? chosen : ''}
            onchange={(e) => choose(e.currentTarget.value || null)}
          >
            <option value="">none</option>
            {#each others as company (company.id)}<option value={company.id}>{company.name}</option>{/each}
          </select>
        </label>
      {/if}
      <label class="text-soft mt-2 flex items-center gap-2"
        ><input type="checkbox" bind:checked={replace} onchange={() => send(false)} /> it replaces the book: what it does not have is
        taken away</label
      >
      {#if busy}<p class="text-soft mt-2" role="status">Reading …</p>{/if}
      {#if preview}
        <BookPreview {preview} bind:confirmed {busy} take={() => send(true)} leave={() => ((preview = null), (chosen = null))} />
      {/if}
    {/if}
  </aside>
</div>
