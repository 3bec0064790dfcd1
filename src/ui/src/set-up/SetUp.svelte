<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';

  /** The connection to the ledger, and the accounts that the work needs. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const connection = createQuery(() => ({
    queryKey: [place.company, 'connection'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/connection', { params: { path } })),
  }));
  const c = $derived(connection.data);
  const administers = $derived(place.role === 'administrator');
  let refused = $state('');
  let busy = $state('');
  let pulled = $state<Schemas['PullAnswer'] | null>(null);
  let asksToLeave = $state(false);

  const answers: Record<string, [string, string]> = {
    connected: ['good', 'The ledger is connected; its chart, suppliers and tax codes were pulled.'],
    refused: ['', 'The ledger’s owner did not allow the connection. Nothing was changed.'],
    currency: ['bad', 'That organisation keeps its ledger in another currency. Nothing was changed.'],
    unreachable: ['bad', 'The ledger did not answer. Nothing was changed; try again when it runs.'],
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
      pulled = await answer(api.POST('/api/companies/{companyId}/connection/pull', { params: { path } }));
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

<h1>Set-up</h1>
{#if said}<p class={['note mt-3 max-w-3xl', said[0]]} role="status">{said[1]}</p>{/if}
{#if refused}<p class="note bad mt-3 max-w-3xl" role="alert">{refused}</p>{/if}
<Waiting query={connection} what="the connection">
  {#if c}
    <div class="mt-4 grid grid-cols-[1fr_1.2fr] gap-12">
      <section>
        <h2>Ledger</h2>
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
              <tr
                ><td class="text-soft">Holds</td><td
                  >{many(c.accounts, 'account')}, {many(c.suppliers, 'supplier')}, {many(c.taxCodes, 'tax code')}</td
                ></tr
              >
            </tbody>
          </table>
          <div class="mt-4 flex gap-2">
            {#if place.keeps}<button class="btn" disabled={busy !== ''} onclick={pull}>{busy || 'Pull the chart again'}</button
              >{/if}
            {#if administers}<button class="btn plain" onclick={() => (asksToLeave = true)}>Disconnect</button>{/if}
          </div>
          {#if asksToLeave}
            <div class="note mt-4">
              <p>Without a connection nothing can be pulled, posted or proved. Documents and mappings are kept.</p>
              <div class="mt-2 flex gap-2">
                <button class="btn" onclick={disconnect}>Disconnect {c.organisation}</button>
                <button class="btn plain" onclick={() => (asksToLeave = false)}>Stay connected</button>
              </div>
            </div>
          {/if}
          {#if pulled}
            <div class="note good mt-4" role="status">
              Pulled {many(pulled.accounts, 'account')}, {many(pulled.suppliers, 'supplier')}, {many(
                pulled.taxCodes,
                'tax code',
              )}.
              {#each [['Added', pulled.added], ['Changed', pulled.changed], ['Closed or gone', pulled.closed]] as const as [name, list] (name)}
                {#if list.length > 0}<p>{name}: {list.join(', ')}.</p>{/if}
              {/each}
              {#if pulled.added.length + pulled.changed.length + pulled.closed.length === 0}<p>The chart is as it was.</p>{/if}
            </div>
          {/if}
        {:else}
          <p class="text-soft max-w-md">
            The ledger’s owner allows the connection once, on the ledger’s own page. Its chart of accounts, suppliers and tax
            codes are then pulled; here they are only read.
          </p>
          {#if administers}<button class="btn mt-4" disabled={busy !== ''} onclick={connect}
              >{busy || 'Connect the ledger'}</button
            >
          {:else}<p class="note mt-4">An administrator connects the ledger.</p>{/if}
        {/if}
      </section>
      <section>
        <h2>Required accounts</h2>
        {#if c.required.length === 0}
          <p class="text-soft">They are checked when a ledger is connected.</p>
        {:else}
          <table class="ledger">
            <thead><tr><th>Role</th><th>Account</th><th>Needed for</th></tr></thead>
            <tbody>
              {#each c.required as r (r.role)}
                <tr
                  ><td>{r.role}</td><td class={r.problem ? 'text-madder' : ''}>{r.account || r.problem}</td><td class="text-soft"
                    >{r.why}</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        {/if}
      </section>
    </div>
  {/if}
</Waiting>
