<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Connected from './Connected.svelte';
  import Holdings from './Holdings.svelte';
  import Pulled from './Pulled.svelte';
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
  let refused = $state('');
  let busy = $state('');
  let pulled = $state<Schemas['PullAnswer'] | null>(null);

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
      <Connected connection={c} {busy} {connect} {pull} {disconnect} />
      <Holdings connection={c} />
    </div>
    {#if c.pullWaits && waiting.data}
      <PullReview pull={waiting.data} {takeOver} {discard} {busy} keeps={place.keeps} />
    {:else if pulled?.takenOver}
      <Pulled pull={pulled} />
    {/if}
  {/if}
</Waiting>
