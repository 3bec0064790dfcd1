<script lang="ts">
  import { answer, api, type Schemas } from '../api/client';
  import { words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { accounts as chart, dimensions as all } from '../ledger/values';
  import Demands from './Demands.svelte';
  import { demandOf, type Demand } from './demands';

  /** The chart: read only, with what pickers do not offer and the dimensions that lines to an account need. */
  let { change }: { change: (call: () => Promise<unknown>, done: string, undo?: () => void) => Promise<void> } = $props();

  const path = $derived({ companyId: place.company });
  const accounts = chart();
  const dimensions = all();
  let text = $state('');
  const shown = $derived((accounts.data ?? []).filter((a) => a.title.toLowerCase().includes(text.trim().toLowerCase())));

  const hide = (value: string, hidden: boolean) =>
    change(
      () =>
        answer(api.PUT('/api/companies/{companyId}/mapping/hidden', { params: { path }, body: { kind: null, value, hidden } })),
      '',
    );
  const demandOn = (a: Schemas['AccountAnswer'], dimension: string, demand: Demand, isUndo = false): Promise<void> =>
    change(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/accounts/demands', {
            params: { path },
            body: { account: a.id, dimension, demand },
          }),
        ),
      isUndo ? 'Taken back; open documents are re-coded.' : 'Decided; open documents are re-coded.',
      isUndo ? undefined : () => void demandOn(a, dimension, demandOf(a.demands, dimension), true),
    );
</script>

<Waiting query={accounts} what="the chart">
  <div class="mt-7 flex items-baseline gap-4">
    <h2>The chart</h2>
    <span class="text-soft">{(accounts.data ?? []).length} accounts, owned by the ledger and only read here</span>
    <input class="field ml-auto" placeholder="Number or name" aria-label="Find an account" bind:value={text} />
  </div>
  <table class="ledger mt-1">
    <thead><tr><th>Number</th><th>Name</th><th>Kind</th><th>Role</th><th>Dimensions</th><th></th><th>In pickers</th></tr></thead>
    <tbody>
      {#each shown as a (a.id)}
        <tr class={a.active && !a.hidden ? '' : 'text-soft'}>
          <td class="w-20">{a.number || a.id}</td>
          <td>{a.name}{a.active ? '' : ' (closed)'}</td>
          <td>{words(a.kind)}</td>
          <td>{a.role === 'none' ? '' : words(a.role)}</td>
          <td
            ><Demands
              of={a.title}
              wanted={a.demands}
              dimensions={dimensions.data ?? []}
              byLedger={a.requires}
              decide={place.administers && a.active ? (dimension, demand) => void demandOn(a, dimension, demand) : undefined}
            /></td
          >
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
