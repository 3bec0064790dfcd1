<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import PullReview from './PullReview.svelte';
  import Rooms from './Rooms.svelte';

  /** The connection to the ledger, what was pulled from it, and what a pull would break. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const connection = createQuery(() => ({
    queryKey: [place.company, 'connection'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/connection', { params: { path } })),
  }));
  const c = $derived(connection.data);
  const waiting = createQuery(() => ({
    queryKey: [place.company, 'pull'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/connection/pulls/waiting', { params: { path } })),
    enabled: c?.pullWaits ?? false,
  }));
  const administers = $derived(place.role === 'administrator');
  let refused = $state('');
  let busy = $state('');
  let pulled = $state<Schemas['PullAnswer'] | null>(null);
  let asksToLeave = $state(false);

  const answers: Record<string, [string, string]> = {
    connected: ['good', 'The ledger is connected; its chart, suppliers and everything else that it owns were pulled.'],
    look: ['', 'The ledger is connected. What it owns differs from what is here; look at it below before it counts.'],
    refused: ['', 'The ledger’s owner did not allow the connection. Nothing was changed.'],
    currency: ['bad', 'That organisation keeps its ledger in another currency. Nothing was changed.'],
    unreachable: ['bad', 'The ledger did not answer. Nothing was changed; try again when it runs.'],
    'under-way': [
      'bad',
      'Instructions are planned or sent for the ledger that was connected. Nothing was changed; under Posting, go on with them or take them back.',
    ],
    busy: [
      'bad',
      'The ledger is connected, and something else was talking to it, so nothing was pulled. Pull when that is over.',
    ],
    stale: ['bad', 'That answer was too old or belonged to somebody else. Nothing was changed; connect again.'],
  };
  const said = $derived(answers[place.query.get('answer') ?? '']);

  async function run(doing: string, call: () => Promise<void>) {
    busy = doing;
    refused = '';
    try {
      await call();
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = '';
    }
  }

  const connect = () =>
    run('Going to the ledger …', async () => {
      const consent = await answer(api.POST('/api/companies/{companyId}/connection/consent', { params: { path } }));
      window.location.href = consent.url;
    });
  const pull = () =>
    run('Pulling …', async () => {
      pulled = await answer(api.POST('/api/companies/{companyId}/connection/pulls', { params: { path } }));
      await client.invalidateQueries();
    });
  const takeOver = (replacements: Schemas['Replacement'][]) =>
    run('Taking over …', async () => {
      pulled = await answer(
        api.POST('/api/companies/{companyId}/connection/pulls/waiting/take-over', { params: { path }, body: replacements }),
      );
      await client.invalidateQueries();
    });
  const discard = () =>
    run('Leaving …', async () => {
      await answer(api.DELETE('/api/companies/{companyId}/connection/pulls/waiting', { params: { path } }));
      toast('The pull was left; what is here stays as it was.');
      await client.invalidateQueries();
    });
  const disconnect = () =>
    run('Disconnecting …', async () => {
      await answer(api.DELETE('/api/companies/{companyId}/connection', { params: { path } }));
      asksToLeave = false;
      toast('The ledger is disconnected. Everything here was kept.');
      await client.invalidateQueries();
    });
</script>

<Rooms at="set-up/ledger" />
<h1>Ledger</h1>
{#if said}<p class={['note mt-3 max-w-3xl', said[0]]} role="status">
    {said[1]} <a class="quiet" href={place.href('set-up')}>On with the set-up</a>
  </p>{/if}
{#if refused}<p class="note bad mt-3 max-w-3xl" role="alert">{refused}</p>{/if}
<Waiting query={connection} what="the connection">
  {#if c}
    <div class="mt-4 grid grid-cols-[1fr_1fr] gap-12">
      <section>
        {#if c.connected}
          <table class="ledger">
            <tbody>
              <tr><td class="text-soft w-36">Organisation</td><td>{c.organisation}</td></tr>
              <tr
                ><td class="text-soft">Address</td><td
                  ><a class="quiet" href={c.address} target="_blank" rel="noreferrer">{c.address}</a></td
                ></tr
              >
              <tr><td class="text-soft">Connected</td><td>{instant(c.connectedAt)}, by {c.connectedBy}</td></tr>
              <tr><td class="text-soft">Last pulled</td><td>{c.pulledAt ? instant(c.pulledAt) : 'never'}</td></tr>
            </tbody>
          </table>
          <div class="mt-4 flex items-center gap-2">
            {#if place.keeps}<button class="btn" disabled={busy !== ''} onclick={pull}>{busy || 'Pull again'}</button>{/if}
            {#if administers}
              <button class="btn plain" disabled={busy !== ''} onclick={connect}>Connect anew</button>
              <button class="btn plain" onclick={() => (asksToLeave = true)}>Disconnect</button>
            {/if}
            {#if c.running}<span class="text-ochre">{c.running} is running</span>{/if}
          </div>
          {#if asksToLeave}
            <div class="note mt-4">
              <p>
                Without a connection nothing can be pulled, posted or proved, and what was sent and not answered stays unknown.
                Documents, mappings and the chart as it was pulled last are kept.
              </p>
              <div class="mt-2 flex gap-2">
                <button class="btn" onclick={disconnect}>Disconnect {c.organisation}</button>
                <button class="btn plain" onclick={() => (asksToLeave = false)}>Stay connected</button>
              </div>
            </div>
          {/if}
        {:else}
          <p class="text-soft max-w-md">
            The ledger’s owner allows the connection once, on the ledger’s own page. Its chart of accounts, suppliers, employees,
            tax codes, terms and dimensions are then pulled; here they are only read.
            {#if c.organisation}<br />What was pulled last from {c.organisation} is kept.{/if}
          </p>
          {#if administers}<button class="btn mt-4" disabled={busy !== ''} onclick={connect}
              >{busy || 'Connect the ledger'}</button
            >
          {:else}<p class="note mt-4">An administrator connects the ledger.</p>{/if}
        {/if}
      </section>
      {#if c.holds.length > 0}
        <section>
          <h2>What it holds</h2>
          <div class="grid grid-cols-2 items-start gap-8">
            <table class="ledger">
              <tbody>
                {#each c.holds as held (held.record)}<tr
                    ><td class="text-soft">{held.record}</td><td class="n">{held.count}</td></tr
                  >{/each}
              </tbody>
            </table>
            <table class="ledger">
              <tbody>
                {#each c.features as feature (feature.feature)}
                  <tr
                    ><td class="text-soft">{feature.feature}</td><td class={feature.on ? '' : 'text-soft'}
                      >{feature.on ? 'on' : 'off there'}</td
                    ></tr
                  >
                {/each}
              </tbody>
            </table>
          </div>
        </section>
      {/if}
    </div>
    {#if c.pullWaits && waiting.data}
      <PullReview pull={waiting.data} {takeOver} {discard} {busy} keeps={place.keeps} />
    {:else if pulled?.takenOver}
      <div class="note good mt-5 max-w-3xl" role="status">
        Pulled {many(pulled.accounts, 'account')} and {many(pulled.suppliers, 'supplier')}; {pulled.changes.length === 0
          ? 'everything is as it was.'
          : `${many(pulled.changes.length, 'change')}, nothing broken.`}
        {pulled.changed > 0 ? `${many(pulled.changed, 'open document')} ${pulled.changed === 1 ? 'changes' : 'change'}.` : ''}
      </div>
      {#if pulled.changes.length > 0}
        <table class="ledger mt-2 max-w-3xl">
          <thead><tr><th>Record</th><th>What happened</th><th>Before</th><th>Now</th></tr></thead>
          <tbody>
            {#each pulled.changes.slice(0, 60) as change (`${change.record}${change.id}${change.change}`)}
              <tr
                ><td class="text-soft">{change.record}</td><td>{change.change}</td><td>{change.before}</td><td
                  ><a class="quiet" href={change.link} target="_blank" rel="noreferrer">{change.after || '–'}</a></td
                ></tr
              >
            {/each}
          </tbody>
        </table>
      {/if}
    {/if}
  {/if}
</Waiting>
