<script lang="ts">
  import { createInfiniteQuery, createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { router } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { instant, many, money, shortDay, words } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { forms, skips } from './forms';

  /** A file that was taken in: what it brought, how far that is, what of it is no document, and its way back. */
  const id = $derived(Number(router.location.split('/')[3]));
  const path = $derived({ companyId: place.company, id });
  const act = new Acting(useQueryClient());
  let sure = $state(false);
  const page = 100;

  const file = createQuery(() => ({
    queryKey: [place.company, 'files', id],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/arrivals/{id}', { params: { path } })),
  }));
  const skipped = createInfiniteQuery(() => ({
    queryKey: [place.company, 'files', id, 'skipped'],
    queryFn: ({ pageParam }) =>
      answer(api.GET('/api/companies/{companyId}/arrivals/{id}/skipped', { params: { path, query: { after: pageParam } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (last.length === page ? pages.length * page : undefined),
  }));
  const left = $derived(skipped.data?.pages.flat() ?? []);

  const takeBack = () =>
    act
      .run(
        () => answer(api.POST('/api/companies/{companyId}/arrivals/{id}/take-back', { params: { path } })),
        'Taken back. The file can be taken in again at any time.',
      )
      .then(() => (sure = false));
</script>

<a class="quiet text-soft" href={place.href('files')}>Files taken in</a>
<Waiting query={file} what="the file">
  {@const f = file.data!}
  <div class="mt-1 flex items-baseline gap-4">
    <h1>{f.fileName}</h1>
    <span class="text-soft">{forms[f.form]}, taken in {instant(f.at)} by {f.who}</span>
    {#if f.hasOriginal}<a
        class="quiet text-soft ml-auto"
        href="/api/companies/{place.company}/arrivals/{f.id}/original"
        download={f.fileName}>The file as it came</a
      >{/if}
  </div>
  {#if f.takenBackAt}<p class="note mt-3 max-w-3xl">
      {f.takenBackBy} took it back {instant(f.takenBackAt)}: the documents that it brought are gone. It can be taken in again.
    </p>{/if}

  <table class="ledger mt-4 max-w-3xl">
    <tbody>
      <tr><td>Whose it is</td><td>{f.source || 'several sources, as the file says'}</td></tr>
      {#if f.account}<tr><td>Account</td><td>…{f.account}{f.paymentAccount ? `, called ${f.paymentAccount}` : ''}</td></tr>{/if}
      <tr
        ><td>Brought</td><td
          >{many(f.documents, 'document')} with {many(f.lines, 'line')}: {f.added} new, {f.updated} changed, {f.unchanged} already here;
          {money(f.money)}</td
        ></tr
      >
      {#if f.incomplete > 0}<tr
          ><td>to complete</td><td
            ><a class="quiet" href={place.href('incomplete', { arrival: f.id })}>{many(f.incomplete, 'record')}</a></td
          ></tr
        >{/if}
      {#each f.states as s (s.state)}
        <tr
          ><td>{words(s.state)}</td><td
            ><a class="quiet" href={place.href('arrivals', { state: s.state, arrival: f.id })}>{many(s.documents, 'document')}</a
            ></td
          ></tr
        >
      {/each}
    </tbody>
  </table>

  {#if left.length > 0}
    <h2 class="mt-7">What is no document</h2>
    <p class="text-soft">{many(f.skipped, 'record')} of the file, kept here so that nothing is silently gone.</p>
    <table class="ledger mt-2">
      <thead>
        <tr
          ><th>Where</th><th>Date</th><th>Why</th><th>What it is</th><th>Its own id</th><th class="n">Amount</th><th class="pl-5!"
            >Came since</th
          ></tr
        >
      </thead>
      <tbody>
        {#each left as s, i (i)}
          <tr>
            <td class="text-soft whitespace-nowrap">{s.place}</td>
            <td class="whitespace-nowrap">{s.day ? shortDay(s.day) : ''}</td>
            <td class="whitespace-nowrap">{skips[s.reason]}</td>
            <td class="max-w-96 truncate" title={s.detail}>{s.detail}</td>
            <td class="text-soft max-w-40 truncate">{s.sourceId}</td>
            <td class="n">{money(s.amount)} {s.currency}</td>
            <td class="pl-5!"
              >{#if s.document}<a class="quiet" href={place.href(`arrivals/${s.document}`)}>its document</a>{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if skipped.hasNextPage}<button class="btn plain mt-3" onclick={() => skipped.fetchNextPage()}>Show more</button>{/if}
  {/if}

  {#if place.keeps && !f.takenBackAt}
    <div class="mt-8">
      {#if act.refused}<div class="note bad mb-3 max-w-3xl" role="alert">{act.refused}</div>{/if}
      {#if sure}
        <p class="note max-w-3xl">
          The {many(
            f.states.reduce((sum, s) => sum + s.documents, 0),
            'document',
          )} that came with it go, with what was decided about them. The file itself and the record of it stay.
        </p>
        <div class="mt-3 flex gap-2">
          <button class="btn" disabled={act.busy} onclick={() => void takeBack()}>Take it back</button>
          <button class="btn plain" onclick={() => (sure = false)}>Leave it</button>
        </div>
      {:else}
        <button class="btn plain" onclick={() => (sure = true)}>Take this file back …</button>
      {/if}
    </div>
  {/if}
</Waiting>
