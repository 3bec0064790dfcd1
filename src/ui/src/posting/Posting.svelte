<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, period } from '../amounts/format';
  import { SvelteSet } from 'svelte/reactivity';
  import { asked, listOf } from '../documents/list';
  import type { List } from '../documents/list';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountTotals from './AccountTotals.svelte';
  import Choice from './Choice.svelte';
  import Confirm from './Confirm.svelte';
  import LastDispatch from './LastDispatch.svelte';
  import Order from './Order.svelte';

  /** What goes to the ledger, in the order in which it goes, and what became of it. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  // What is chosen of all that is ready; whatever else the address says is not for here.
  const list = $derived(
    Object.fromEntries(Object.entries(listOf(place.query)).filter(([name]) => ['source', 'kind', 'supplier'].includes(name))),
  );
  const chosen = $derived(asked({ ...list, ...(place.period ? { period: place.period } : {}) }));
  const leftOut = new SvelteSet<number>();
  const left = $derived([...leftOut]);
  // What goes: every number opens exactly that.
  const going = $derived<List>({ ...list, ...(left.length > 0 ? { without: left.join('.') } : {}) });
  let asking = $state(false);
  let live = $state<Schemas['DispatchAnswer'] | null>(null);
  const posting = createQuery(() => ({
    queryKey: [place.company, 'posting', place.period, list, left],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/posting', { params: { path, query: { ...chosen, leaveOut: left } } })),
    placeholderData: (before: Schemas['ToPostAnswer'] | undefined) => before,
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
    run(() =>
      answer(
        api.POST('/api/companies/{companyId}/dispatches', {
          params: { path, query: chosen },
          body: { period: place.period, leaveOut: left, newSuppliers: posting.data!.newSuppliers },
        }),
      ).then(() => leftOut.clear()),
    );
  const goOn = () => run(() => answer(api.POST('/api/companies/{companyId}/dispatches/resume', { params: { path } })));
  // Stops what runs, or takes back what was planned and not sent; what it says is what happened.
  const stop = (id: number) =>
    run(async () => {
      const said = await answer(
        api.POST('/api/companies/{companyId}/dispatches/{id}/cancel', { params: { path: { ...path, id } } }),
      );
      toast(said.outcome);
    });

  const planned = $derived(now?.running ? null : (posting.data?.planned ?? null));
  const may = $derived(place.keeps && !!posting.data?.connected && !now?.running);

  function onkeydown(event: KeyboardEvent) {
    if (!event.ctrlKey || event.key !== 'Enter' || !may || !posting.data?.documents) return;
    // Else the same press would answer what is asked.
    event.preventDefault();
    asking = true;
  }
</script>

<svelte:window {onkeydown} />
<Waiting query={posting} what="what is ready">
  {#if posting.data}
    <div class="flex items-end">
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
      <a class="quiet text-soft mr-5 ml-auto" href={place.href('posting/dispatches')}>All dispatches</a>
      {#if may && posting.data.documents > 0}<button class="btn" onclick={() => (asking = true)}
          >Post {many(posting.data.documents, 'document')} <kbd>Ctrl Enter</kbd></button
        >{/if}
    </div>
    <Choice {list} {leftOut} />
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
      <div>
        <Order posting={posting.data} within={going} />
        {#if posting.data.accounts.length > 0}
          <h2 class="mt-6">What goes to each account</h2>
          <AccountTotals totals={posting.data.accounts} within={{ ...going, state: 'ready' }} />
        {/if}
      </div>
      <LastDispatch {now} outcomes={dispatch.data?.outcomes ?? []} {stop} />
    </div>
    <Confirm bind:open={asking} posting={posting.data} {post} />
  {/if}
</Waiting>
