<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many, money, period, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';

  /** What goes to the ledger, in the order in which it goes, and what became of it. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  let live = $state<Schemas['DispatchAnswer'] | null>(null);
  const posting = createQuery(() => ({
    queryKey: [place.company, 'posting', place.period],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/posting', { params: { path, query: { period: place.period || undefined } } })),
  }));
  const latest = $derived(posting.data?.latest);
  const dispatch = createQuery(() => ({
    queryKey: [place.company, 'dispatch', latest?.id, live?.accepted, live?.running],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/dispatches/{id}', { params: { path: { ...path, id: latest!.id } } })),
    enabled: !!latest,
    placeholderData: (before) => before,
  }));
  let refused = $state('');
  const now = $derived(live && latest && live.id === latest.id ? live : latest);

  $effect(() => {
    // The server tells of each step while a dispatch runs.
    if (!latest?.running) return;
    const events = new EventSource(`/api/companies/${place.company}/dispatches/${latest.id}/progress`);
    events.onmessage = (event) => {
      live = JSON.parse(event.data) as Schemas['DispatchAnswer'];
      if (live.running) return;
      events.close();
      void client.invalidateQueries();
    };
    return () => events.close();
  });

  async function run(call: () => Promise<unknown>) {
    refused = '';
    live = null;
    try {
      await call();
    } catch (error) {
      refused = (error as Error).message;
    }
    await client.invalidateQueries();
  }

  const post = () =>
    run(() => answer(api.POST('/api/companies/{companyId}/dispatches', { params: { path }, body: { period: place.period } })));
  const goOn = () => run(() => answer(api.POST('/api/companies/{companyId}/dispatches/resume', { params: { path } })));
  // Stops what runs, or takes back what was planned and not sent; what it says is what happened.
  const stop = (id: number) =>
    run(async () => {
      const said = await answer(
        api.POST('/api/companies/{companyId}/dispatches/{id}/cancel', { params: { path: { ...path, id } } }),
      );
      toast(said.says);
    });

  const planned = $derived(now?.running ? null : (posting.data?.planned ?? null));
  const may = $derived(place.keeps && !!posting.data?.connected && !now?.running);

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey && event.key === 'Enter' && may && (posting.data?.documents ?? 0) > 0) void post();
  }
</script>

<svelte:window {onkeydown} />
<Waiting query={posting} what="what is ready">
  {#if posting.data}
    <div class="flex items-end justify-between">
      <div>
        <h1>
          {posting.data.documents === 0
            ? `Nothing ${place.period ? `of ${period(place.period)} ` : ''}is ready to post`
            : `${many(posting.data.documents, 'document')} ready${place.period ? `, ${period(place.period)}` : ''}, ${money(posting.data.money)}`}
        </h1>
        <p class="text-soft mt-1 max-w-2xl">
          {#if posting.data.documents === 0}What is held comes here when its reasons are gone. <a
              class="quiet"
              href={place.href('arrivals', { state: 'held' })}>See what is held</a
            >.
          {:else}Suppliers go first, then documents. Each carries a key, so that it stands in the ledger once however often it is
            sent.{/if}
        </p>
      </div>
      {#if may && posting.data.documents > 0}<button class="btn" onclick={post}
          >Post {many(posting.data.documents, 'document')} <kbd>Ctrl Enter</kbd></button
        >{/if}
    </div>
    {#if !posting.data.connected}<p class="note mt-3">
        No ledger is connected. <a class="quiet" href={place.href('set-up')}>Connect one</a> to post.
      </p>{/if}
    {#if refused}<p class="note bad mt-3" role="alert">{refused}</p>{/if}
    {#if planned}
      <div class="note mt-3 flex items-center justify-between gap-4">
        <span
          >{many(planned.count, 'instruction')} of an earlier dispatch {planned.count === 1 ? 'is' : 'are'} planned and not sent{planned.otherLedger
            ? ', for another ledger than the one that is connected; they go to no other'
            : ''}.</span
        >
        {#if place.keeps}
          <span class="flex gap-2">
            {#if may && !planned.otherLedger}<button class="btn" onclick={goOn}>Go on with {planned.count}</button>{/if}
            <button class="btn plain" onclick={() => stop(planned.dispatch)}>Take them back</button>
          </span>
        {/if}
      </div>
    {/if}
    {#if posting.data.unknown > 0 && !now?.running}
      <div class="note mt-3 flex items-center justify-between gap-4">
        <span
          >{many(posting.data.unknown, 'instruction')}
          {posting.data.unknown === 1 ? 'was' : 'were'} sent and got no clear answer. The ledger is asked for {posting.data
            .unknown === 1
            ? 'its key'
            : 'their keys'} every few minutes; nothing goes twice.</span
        >
        {#if may && !planned}<button class="btn plain" onclick={goOn}>Ask now</button>{/if}
      </div>
    {/if}

    <div class="mt-5 grid grid-cols-[360px_1fr] gap-10">
      <section>
        <h2>What goes, in this order</h2>
        <table class="ledger">
          <thead><tr><th>Step</th><th class="n">How many</th><th class="n">Money</th></tr></thead>
          <tbody>
            <tr>
              <td
                >1 · suppliers that the ledger lacks{#if posting.data.newSuppliers.length > 0}<div class="text-soft text-xs">
                    {posting.data.newSuppliers.join(', ')}
                  </div>{/if}</td
              >
              <td class="n">{posting.data.newSuppliers.length || '–'}</td><td></td>
            </tr>
            {#each posting.data.kinds as kind (kind.kind)}
              <tr>
                <td>2 · <a class="quiet" href={place.href('arrivals', { state: 'ready', kind: kind.kind })}>{kind.title}s</a></td>
                <td class="n">{kind.documents}</td><td class="n">{money(kind.money)}</td>
              </tr>
            {/each}
            <tr class="sum"
              ><td>Together</td><td class="n">{posting.data.documents || '–'}</td><td class="n">{money(posting.data.money)}</td
              ></tr
            >
          </tbody>
        </table>
      </section>

      <section>
        {#if now}
          {@const done = now.accepted + now.refused}
          <div class="flex items-baseline justify-between">
            <h2>{now.running ? 'Posting now' : `Last dispatch, ${instant(now.startedAt)}, by ${now.who}`}</h2>
            {#if now.running && place.keeps}<button class="btn plain" onclick={() => stop(now.id)}>Stop after this one</button
              >{/if}
          </div>
          <div class="my-2 flex items-center gap-3" role="status">
            <progress class="flex-1" max={now.planned || 1} value={done} aria-label="Progress"></progress>
            <span class="whitespace-nowrap"
              >{done} of {now.planned}: {now.accepted} accepted{now.refused > 0 ? `, ${now.refused} refused` : ''}{now.unknown > 0
                ? `, ${now.unknown} without a clear answer`
                : ''}{now.unsent > 0 ? `, ${now.unsent} not sent` : ''}</span
            >
          </div>
          {#if !now.running && now.outcome && now.outcome !== 'done'}<p class="note mb-2">{now.outcome}</p>{/if}
          <table class="ledger">
            <thead><tr><th>What</th><th>Reference</th><th class="n">Money</th><th class="pl-5!">Outcome</th></tr></thead>
            <tbody>
              {#each dispatch.data?.outcomes ?? [] as o (o.id)}
                <tr>
                  <td
                    >{#if o.documentId}<a class="quiet" href={place.href(`arrivals/${o.documentId}`)}
                        >{o.who || words(o.documentKind)}</a
                      >{:else}new supplier {o.who}{/if}</td
                  >
                  <td>{o.reference}</td>
                  <td class="n">{o.documentId ? money(o.money) : ''}</td>
                  <td class="pl-5!">
                    {#if o.state === 'accepted'}in the ledger as {o.ledgerId}
                    {:else if o.state === 'refused'}<span class="text-madder font-semibold">refused</span>: {o.explanation}
                      {#if o.explanation}<span class="text-madder">: {o.explanation}</span>{/if}
                    {:else if o.state === 'unknown' || o.state === 'sent'}<span class="text-ochre"
                        >no clear answer; asked for by its key</span
                      >
                    {:else}<span class="text-soft">{o.state}</span>{/if}
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
          {#if (dispatch.data?.outcomes.length ?? 0) < now.planned}<p class="text-soft mt-2">
              The first {dispatch.data?.outcomes.length}, what needs you first.
            </p>{/if}
        {:else}
          <h2>Nothing was posted yet</h2>
          <p class="text-soft">What became of each document stands here after the first dispatch.</p>
        {/if}
      </section>
    </div>
  {/if}
</Waiting>
