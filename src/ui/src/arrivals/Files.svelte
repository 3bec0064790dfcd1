<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { instant, many, money } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { forms } from './forms';

  /** Files that were taken in, the latest first: what each brought, and what waits of it. */
  const files = createInfiniteQuery(() => ({
    queryKey: [place.company, 'files'],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/arrivals', {
          params: { path: { companyId: place.company }, query: { before: pageParam || undefined } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (page) => page.next ?? undefined,
  }));
  const all = $derived(files.data?.pages.flatMap((p) => p.files) ?? []);
  const open = (id: number) => push(place.to(`files/${id}`));
</script>

<div class="flex items-baseline gap-5">
  <h1>Files taken in</h1>
  <a class="quiet text-soft" href={place.href('arrivals')}>All documents</a>
  {#if place.keeps}<a class="btn ml-auto" href={place.href('arrivals/new')}>Take in files</a>{/if}
</div>

<Waiting query={files} what="the files">
  {#if all.length === 0}
    <p class="text-soft mt-8 max-w-xl">No file was taken in yet.</p>
  {:else}
    <table class="ledger mt-4">
      <thead>
        <tr>
          <th>When</th><th>File</th><th>Form</th><th>Whose</th><th class="n">Documents</th><th class="n">New</th><th class="n"
            >Money</th
          ><th class="n">Wait</th><th class="n">No document</th><th class="pl-5!">By</th>
        </tr>
      </thead>
      <tbody {@attach rows}>
        {#each all as f (f.id)}
          {@const waits = (f.states.find((s) => s.state === 'held')?.documents ?? 0) + f.incomplete}
          <tr
            class={['opens', f.takenBackAt ? 'text-soft' : '']}
            tabindex="0"
            onclick={() => open(f.id)}
            onkeydown={(e) => e.key === 'Enter' && open(f.id)}
          >
            <td class="whitespace-nowrap">{instant(f.at)}</td>
            <td class="max-w-64 truncate"
              ><span class={f.takenBackAt ? 'line-through' : ''}>{f.fileName}</span>{f.takenBackAt ? ', taken back' : ''}</td
            >
            <td class="text-soft whitespace-nowrap">{forms[f.form]}</td>
            <td class="max-w-40 truncate">{f.source || 'several'}</td>
            <td class="n">{f.documents.toLocaleString('en')}</td>
            <td class="n">{f.added.toLocaleString('en')}</td>
            <td class="n">{money(f.money)}</td>
            <td class={['n', waits > 0 ? 'text-ochre' : '']}>{waits > 0 ? waits.toLocaleString('en') : ''}</td>
            <td class="n">{f.skipped > 0 ? f.skipped.toLocaleString('en') : ''}</td>
            <td class="text-soft pl-5! whitespace-nowrap">{f.who}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if files.hasNextPage}
      <button class="btn plain mt-3" disabled={files.isFetchingNextPage} onclick={() => files.fetchNextPage()}>
        {files.isFetchingNextPage ? 'Reading …' : `Show more (${many(all.length, 'file')} shown)`}
      </button>
    {/if}
  {/if}
</Waiting>
