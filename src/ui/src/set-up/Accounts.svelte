<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import Chart from './Chart.svelte';
  import Rooms from './Rooms.svelte';

  /** The roles that the work needs filled, and the chart: read only, with what pickers do not offer. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const required = createQuery(() => ({
    queryKey: [place.company, 'required'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/connection/required', { params: { path } })),
  }));
  let refused = $state('');
  let busy = $state(false);

  async function change(call: () => Promise<unknown>, done: string, undo?: () => void) {
    refused = '';
    busy = true;
    try {
      await call();
      await client.invalidateQueries();
      if (done) toast(done, undo ? { action: { label: 'Undo', onClick: undo } } : undefined);
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = false;
    }
  }

  const choose = (role: Schemas['AccountRole'], account: string, before: string | null = null): Promise<void> =>
    change(
      () => answer(api.PUT('/api/companies/{companyId}/connection/required', { params: { path }, body: { role, account } })),
      account ? 'Chosen; open documents are re-coded.' : 'Left to the ledger again.',
      before === null ? undefined : () => void choose(role, before),
    );
  const check = () =>
    change(async () => {
      const pull = await answer(api.POST('/api/companies/{companyId}/connection/pulls', { params: { path } }));
      if (!pull.takenOver)
        throw new Error('The ledger changed in a way that breaks something. Look at it under Ledger before it counts.');
    }, 'Checked against the ledger again.');
</script>

<Rooms at="set-up/accounts" />
{#if refused}<p class="note bad mb-3 max-w-3xl" role="alert">{refused}</p>{/if}
<Waiting query={required} what="the roles">
  {#if required.data}
    {@const missing = required.data.filter((r) => r.problem)}
    <div class="flex items-baseline gap-4">
      <h1>
        {missing.length === 0 ? 'Every role is filled' : `${missing.length} of ${required.data.length} roles need an account`}
      </h1>
      {#if place.keeps}<button class="btn plain" disabled={busy} onclick={check}>Check again</button>{/if}
    </div>
    <table class="ledger mt-3">
      <thead
        ><tr
          ><th>Role</th><th>Needed for</th><th>Account</th>{#if place.administers}<th class="w-60">Choose another</th>{/if}</tr
        ></thead
      >
      <tbody>
        {#each required.data as r (r.role)}
          <tr>
            <td>{r.title}</td>
            <td class="text-soft">{r.why}</td>
            <td>
              {r.accountTitle}
              {#if r.chosen}<span class="text-soft text-xs"
                  >chosen here {#if place.administers}<button class="quiet" onclick={() => choose(r.role, '', r.account)}
                      >leave it to the ledger</button
                    >{/if}</span
                >{/if}
              {#if r.problem}<span class="text-madder block">{r.problem}</span>{/if}
              {#if r.create}<span class="text-soft block text-xs"
                  >Create it in the ledger: {r.create}.
                  {#if r.link}<a class="quiet" href={r.link} target="_blank" rel="noreferrer">Its accounts</a>{/if}</span
                >{/if}
            </td>
            {#if place.administers}
              <td>
                {#key `${r.role}${r.account}`}
                  <AccountPicker
                    value=""
                    label={`Account for ${r.title}`}
                    kinds={r.kinds}
                    chosen={(id) => choose(r.role, id, r.chosen ? r.account : '')}
                  />
                {/key}
              </td>
            {/if}
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</Waiting>
<Chart {change} />
