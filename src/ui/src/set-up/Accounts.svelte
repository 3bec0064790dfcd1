<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api } from '../api/client';
  import { words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { accounts as chart } from '../ledger/values';
  import Rooms from './Rooms.svelte';

  /** The roles that the work needs filled, and the chart: read only, with what pickers do not offer. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const required = createQuery(() => ({
    queryKey: [place.company, 'required'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/connection/required', { params: { path } })),
  }));
  const accounts = chart();
  const administers = $derived(place.role === 'administrator');
  let refused = $state('');
  let text = $state('');
  let busy = $state(false);
  const shown = $derived((accounts.data ?? []).filter((a) => a.title.toLowerCase().includes(text.trim().toLowerCase())));

  async function change(call: () => Promise<unknown>, done: string) {
    refused = '';
    busy = true;
    try {
      await call();
      await client.invalidateQueries();
      if (done) toast(done);
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = false;
    }
  }

  const choose = (role: string, account: string) =>
    change(
      () => answer(api.PUT('/api/companies/{companyId}/connection/required', { params: { path }, body: { role, account } })),
      account ? 'Chosen; open documents are coded anew.' : 'Left to the ledger again.',
    );
  const check = () =>
    change(async () => {
      const pull = await answer(api.POST('/api/companies/{companyId}/connection/pulls', { params: { path } }));
      if (!pull.takenOver)
        throw new Error('The ledger changed in a way that breaks something. Look at it under Ledger before it counts.');
    }, 'Checked against the ledger again.');
  const hide = (value: string, hidden: boolean) =>
    change(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/mapping/hidden', { params: { path }, body: { kind: 'account', value, hidden } }),
        ),
      '',
    );
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
          ><th>Role</th><th>Needed for</th><th>Account</th>{#if administers}<th class="w-60">Choose another</th>{/if}</tr
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
                  >chosen here {#if administers}<button class="quiet" onclick={() => choose(r.role, '')}
                      >leave it to the ledger</button
                    >{/if}</span
                >{/if}
              {#if r.problem}<span class="text-madder block">{r.problem}</span>{/if}
              {#if r.create}<span class="text-soft block text-xs"
                  >Create it in the ledger: {r.create}.
                  {#if r.link}<a class="quiet" href={r.link} target="_blank" rel="noreferrer">Its accounts</a>{/if}</span
                >{/if}
            </td>
            {#if administers}
              <td>
                {#key `${r.role}${r.account}`}
                  <AccountPicker value="" label={`Account for ${r.title}`} kinds={r.kinds} chosen={(id) => choose(r.role, id)} />
                {/key}
              </td>
            {/if}
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</Waiting>
<Waiting query={accounts} what="the chart">
  <div class="mt-7 flex items-baseline gap-4">
    <h2>The chart</h2>
    <span class="text-soft">{(accounts.data ?? []).length} accounts, owned by the ledger and only read here</span>
    <input class="field ml-auto" placeholder="Number or name" aria-label="Find an account" bind:value={text} />
  </div>
  <table class="ledger mt-1">
    <thead><tr><th>Number</th><th>Name</th><th>Kind</th><th>Role</th><th>Requires</th><th></th><th>In pickers</th></tr></thead>
    <tbody>
      {#each shown as a (a.id)}
        <tr class={a.active && !a.hidden ? '' : 'text-soft'}>
          <td class="w-20">{a.number || a.id}</td>
          <td>{a.name}{a.active ? '' : ' (closed)'}</td>
          <td>{words(a.kind)}</td>
          <td>{a.role === 'none' ? '' : words(a.role)}</td>
          <td>{a.requires ? `a ${a.requires}` : ''}</td>
          <td
            >{#if a.link}<a class="quiet" href={a.link} target="_blank" rel="noreferrer"
                >in the ledger<span class="sr-only">: {a.title}</span></a
              >{/if}</td
          >
          <td>
            {#if !a.active}–{:else if place.keeps}
              <label class="flex items-center gap-1.5"
                ><input type="checkbox" checked={!a.hidden} onchange={(e) => hide(a.id, !e.currentTarget.checked)} /> offered<span
                  class="sr-only">: {a.title}</span
                ></label
              >
            {:else}{a.hidden ? 'hidden' : 'offered'}{/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</Waiting>
