<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api } from '../api/client';
  import { many } from '../amounts/format';
  import Undecided from '../feeds/Undecided.svelte';
  import { place } from '../frame/place.svelte';
  import { Arriving } from './arriving.svelte';
  import FileCard from './FileCard.svelte';

  /** Files of any open form: each shown with every error before anything is saved, then taken in as a whole or not at all. */
  const client = useQueryClient();
  let files = $state<Arriving[]>([]);
  let over = $state(false);
  let field: HTMLInputElement;

  const busy = $derived(files.some((f) => f.busy));
  const ready = $derived(files.filter((f) => !f.taken && f.shown?.errorCount === 0 && f.shown.added + f.shown.updated > 0));

  function choose(chosen: FileList | undefined | null) {
    for (const file of chosen ?? []) {
      const arriving = new Arriving(file);
      files.push(arriving);
      // Read through the list, so that what it says of itself is seen.
      void files[files.length - 1]!.begin();
    }
    field.value = '';
  }

  async function take(arriving: Arriving): Promise<boolean> {
    if (!(await arriving.take())) return false;
    // The file is in; a statement that cannot be kept is said, and can be typed again on the count.
    for (const [source, statement] of Object.entries(arriving.stated)) {
      if (!statement.documents && !statement.money) continue;
      await answer(
        api.POST('/api/companies/{companyId}/statements', {
          params: { path: { companyId: place.company } },
          body: { source, ...statement },
        }),
      ).catch((error: Error) => toast.error(`The file was taken in. What ${source} says was not kept: ${error.message}`));
    }
    return true;
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 'Enter' || !event.ctrlKey || busy || ready.length === 0) return;
    event.preventDefault();
    void takeAll(ready);
  }

  async function takeAll(which: Arriving[]) {
    let taken = 0;
    // One after the other: each is one piece of work of its own.
    for (const arriving of which) if (await take(arriving)) taken++;
    await client.invalidateQueries();
    const all = which.flatMap((f) => (f.taken ? [f.taken] : []));
    const sum = (of: (t: (typeof all)[number]) => number) => all.reduce((s, t) => s + of(t), 0);
    if (taken > 0)
      toast(
        `${many(
          sum((t) => t.added),
          'document',
        )} added, ${sum((t) => t.updated)} updated, ${sum((t) => t.unchanged)} unchanged.`,
      );
    files = files.filter((f) => !f.taken);
    if (files.length > 0) return;
    const waiting = all.some((t) => t.incomplete > t.waiting);
    await push(
      waiting ? place.to('incomplete') : place.to('arrivals', all.some((t) => t.held.documents > 0) ? { state: 'held' } : {}),
    );
  }
</script>

<svelte:window {onkeydown} />
<div class="flex items-baseline gap-5">
  <h1>Take in files</h1>
  <a class="quiet text-soft ml-auto" href={place.href('files')}>Files taken in</a>
</div>
<p class="text-soft mt-1 max-w-2xl">
  Card and bank statements (OFX, camt.053), e-invoices (UBL, CII, also inside a PDF), bills as a PDF or a picture, pay registers,
  spreadsheets and CSV of any columns, and documents files. Each is checked as a whole first; nothing is saved until you say so.
  Sources that deliver by themselves are <a class="quiet" href={place.href('set-up/feeds')}>feeds</a>.
</p>
<Undecided />

<input bind:this={field} id="file" type="file" multiple class="sr-only" onchange={(e) => choose(e.currentTarget.files)} />
<label
  for="file"
  class={[
    'mt-4 block max-w-3xl cursor-pointer border border-dashed p-6 text-center',
    over ? 'border-ink bg-sunk' : 'border-strong',
  ]}
  ondragover={(e) => (e.preventDefault(), (over = true))}
  ondragleave={() => (over = false)}
  ondrop={(e) => (e.preventDefault(), (over = false), choose(e.dataTransfer?.files))}
>
  <b class="font-semibold">{files.length > 0 ? 'Choose more files' : 'Choose files'}</b> or drop them here
</label>

{#each files as arriving, i (arriving)}
  <FileCard
    {arriving}
    take={() => void takeAll([arriving])}
    leave={() => {
      arriving.stop();
      files.splice(i, 1);
    }}
  />
{/each}

{#if ready.length > 1}
  <div class="mt-8 flex gap-2">
    <button class="btn" disabled={busy} onclick={() => void takeAll(ready)}
      >Take in all {ready.length} files that are ready</button
    >
    <a class="btn plain" href={place.href('arrivals')}>Leave them</a>
  </div>
{/if}
