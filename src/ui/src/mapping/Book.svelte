<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { day, many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { undoSet } from './changes';
  import Changes from './Changes.svelte';
  import { kindTitle } from './kinds';
  import Outcome from './Outcome.svelte';
  import Rooms from './Rooms.svelte';

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
  let chosen = $state<File | null>(null);
  let replace = $state(false);
  let preview = $state<Schemas['BookTakenIn'] | null>(null);
  let confirmed = $state(false);
  let refused = $state('');
  let busy = $state(false);

  async function send(save: boolean) {
    if (!chosen) return;
    busy = true;
    refused = '';
    try {
      const options = {
        params: { path, query: save ? { fileName: chosen.name, replace, confirmed } : { fileName: chosen.name, replace } },
        body: chosen as unknown as string,
        bodySerializer: (body: unknown) => body as BodyInit,
        headers: { 'Content-Type': 'text/csv' },
      };
      const answered = await answer(
        save
          ? api.POST('/api/companies/{companyId}/mapping/book', options)
          : api.POST('/api/companies/{companyId}/mapping/book/preview', options),
      );
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

  function choose(files: FileList | null) {
    chosen = files?.[0] ?? null;
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
      {@const b = book.data}
      <section aria-label="The book">
        <div>
          <h1>Mapping book of {b.company}</h1>
          <span class="text-soft"
            >as of {day(b.asOf)} · {many(b.rows, 'row')}{b.organisation ? ` · ledger ${b.organisation}` : ''}</span
          >
        </div>
        {#if b.rows === 0}<p class="text-soft mt-3">The book is empty. Map values, or take a book in on the right.</p>{/if}
        {#each b.chapters as chapter (chapter.kind)}
          <h2 class="mt-5">{kindTitle(chapter.kind)}</h2>
          <table class="ledger table-fixed">
            <thead
              ><tr><th class="w-[30%]">Value</th><th class="w-[34%]">Goes to</th><th>For</th><th>From</th><th>Fills in</th></tr
              ></thead
            >
            <tbody>
              {#each chapter.rows as row (`${row.key}${row.forSource}${row.effectiveFrom}`)}
                <tr>
                  <td>{row.key}</td>
                  <td class={row.broken ? 'text-madder' : ''}
                    >{row.target}{row.broken ? ` ${row.broken}` : ''}{row.group && !row.target.startsWith('group')
                      ? ` · group ${row.group}`
                      : ''}{row.percent ? ` · ${row.percent} recovered` : ''}</td
                  >
                  <td>{row.forSource || 'all'}</td>
                  <td>{row.effectiveFrom || 'always'}</td>
                  <td>{[row.taxCode && `tax ${row.taxCode}`, row.dimensions].filter(Boolean).join(' · ')}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/each}
      </section>
    {/if}
  </Waiting>
  <aside class="print:hidden">
    <h2>As of</h2>
    <label class="flex items-center gap-2"><input class="field" type="date" bind:value={asOf} /> {asOf ? '' : '(today)'}</label>
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
            choose(e.currentTarget.files);
            e.currentTarget.value = '';
          }}
        />
      </label>
      <label class="text-soft mt-2 flex items-center gap-2"
        ><input type="checkbox" bind:checked={replace} onchange={() => send(false)} /> it replaces the book: what it does not have is
        taken away</label
      >
      {#if busy}<p class="text-soft mt-2" role="status">Reading …</p>{/if}
      {#if preview}
        {#if preview.errorCount > 0}
          <div class="note bad mt-3" role="alert">
            <p>
              {many(preview.errorCount, 'error')} in {preview.fileName}. Nothing was taken in; correct the file and choose it
              again.
            </p>
            <ul class="mt-1 max-h-60 overflow-y-auto text-xs">
              {#each preview.errors as e, i (i)}<li>
                  {e.row ? `Row ${e.row}: ` : ''}{e.column ? `${e.column}: ` : ''}{e.message}
                </li>{/each}
            </ul>
          </div>
        {:else}
          <div class="bg-raised border-rule mt-3 border p-4" aria-live="polite">
            <h2>What it would do</h2>
            <table class="ledger">
              <tbody>
                <tr><td>added</td><td class="n">{preview.added}</td></tr>
                <tr><td>changed</td><td class="n">{preview.changed}</td></tr>
                {#if preview.ended}<tr><td>of them ended</td><td class="n">{preview.ended}</td></tr>{/if}
                {#if preview.removed}<tr class="text-ochre"><td>taken away</td><td class="n">{preview.removed}</td></tr>{/if}
                <tr><td class="text-soft">as it is here</td><td class="n text-soft">{preview.unchanged}</td></tr>
              </tbody>
            </table>
            {#if preview.unknownAccounts.length > 0}
              <div class="note mt-3">
                {many(preview.unknownAccounts.length, 'row')} left out, because the account cannot be used:
                <ul class="text-xs">
                  {#each preview.unknownAccounts.slice(0, 12) as u (`${u.kind}${u.key}`)}<li>
                      {u.kind} “{u.key}” → {u.account}
                      {u.why}
                    </li>{/each}
                </ul>
              </div>
            {/if}
            {#if preview.rehearsal}
              <p class="text-soft mt-3 mb-1">
                {preview.rehearsal.rehearsal.changed.documents === 0
                  ? 'No open document changes.'
                  : `${many(preview.rehearsal.rehearsal.changed.documents, 'open document')} change.`}
                {preview.rehearsal.posted > 0
                  ? `${many(preview.rehearsal.posted, 'posted document')} keep what they were posted with.`
                  : ''}
              </p>
              <Outcome rehearsal={preview.rehearsal.rehearsal} />
              {#if preview.rehearsal.asks.length > 0}
                <label class="note mt-3 flex gap-2"
                  ><input type="checkbox" bind:checked={confirmed} />
                  <span>{preview.rehearsal.asks.join(' ')} Yes, this is meant.</span></label
                >
              {/if}
            {/if}
            <div class="mt-3 flex gap-2">
              <button
                class="btn"
                disabled={busy || ((preview.rehearsal?.asks.length ?? 0) > 0 && !confirmed)}
                onclick={() => send(true)}>Take it in</button
              >
              <button class="btn plain" onclick={() => ((preview = null), (chosen = null))}>Leave it</button>
            </div>
            {#if preview.changes.length > 0}
              <details class="mt-3">
                <summary class="cursor-pointer">The rows</summary><Changes changes={preview.changes} />
              </details>
            {/if}
          </div>
        {/if}
      {/if}
    {/if}
  </aside>
</div>
