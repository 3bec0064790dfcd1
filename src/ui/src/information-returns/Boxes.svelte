<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { isZero, many, money } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { rows as keys } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountBox from './AccountBox.svelte';
  import BoxRehearsal from './BoxRehearsal.svelte';
  import BoxesFile from './BoxesFile.svelte';
  import { BoxDraft } from './boxDraft.svelte';
  import Rooms from './Rooms.svelte';
  import { boxWord } from './words';
  import { href, year } from './year';
  import YearChoice from './YearChoice.svelte';

  /** Which account is of which box: those without one first, by money; the rows of one; what saving them would do. */
  const path = $derived({ companyId: place.company, year: year() });
  const boxes = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'boxes'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/information-returns/{year}/boxes', { params: { path } })),
  }));
  const b = $derived(boxes.data);
  const draft = new BoxDraft();
  const act = new Acting(useQueryClient());
  let named = $state(place.query.get('account') ?? '');
  let file = $state<Schemas['BoxesRead'] | null>(null);
  const at = $derived(b?.accounts.find((a) => a.account === named) ?? b?.accounts[0]);
  const changed = $derived(file ? (file.errorCount > 0 ? [] : file.rows) : draft.changed);
  const says = (a: Schemas['AccountBoxAnswer']) => {
    const all = a.rows.find((r) => !r.supplier);
    return all ? (all.box ? boxWord(all.box) : 'no box') : a.rows.length > 0 ? 'for some' : '';
  };

  $effect(() => {
    if (at && b) draft.begin(at, b.year);
  });

  function saved() {
    file = null;
    const i = b?.accounts.findIndex((a) => a.account === at?.account) ?? -1;
    const next = b?.accounts.slice(i + 1).find((a) => !isZero(a.waits)) ?? b?.accounts.find((a) => !isZero(a.waits));
    if (next) named = next.account;
  }
</script>

<Rooms at="year-end/boxes" />
<Waiting query={boxes} what="the accounts">
  {#if b}
    <div class="flex flex-wrap items-baseline gap-4">
      <h1>Accounts and boxes</h1>
      <YearChoice room="boxes" />
      {#if b.withBox}<span class="text-soft">{b.withBox} % of the money that may count has a box, or none, said of it.</span>{/if}
      <span class="ml-auto flex items-baseline gap-4">
        {#if place.keeps}<BoxesFile bind:read={file} />{/if}
        <a class="quiet text-soft" href={`/api/companies/${place.company}/information-returns/${year()}/files/boxes.csv`} download
          >Take away as CSV</a
        >
        <a class="quiet text-soft" href={href('boxes/book')}>Print</a>
      </span>
    </div>
    {#if !at}
      <p class="text-soft mt-6 max-w-xl">
        Nothing that was paid in {b.year} is here yet. <a class="quiet" href={href('')}>Read the payments from the ledger</a>; the
        accounts that they paid come here, those with most money first.
      </p>
    {:else}
      <div class="mt-4 grid grid-cols-[minmax(0,330px)_minmax(0,1fr)_minmax(0,330px)] gap-7">
        <section aria-label="Accounts">
          <table class="ledger">
            <thead><tr><th>Account</th><th>Box</th><th class="n">Waits</th></tr></thead>
            <tbody {@attach keys}>
              {#each b.accounts as a (a.account)}
                <tr
                  class="opens"
                  tabindex="0"
                  data-at={a.account === at.account}
                  aria-current={a.account === at.account ? 'true' : undefined}
                  onclick={() => (named = a.account)}
                  onfocus={() => (named = a.account)}
                >
                  <td class="max-w-[190px]"
                    ><span class="block truncate" title={a.title}
                      >{#if !isZero(a.waits)}<span class="text-ochre" title="waits for a box">◇</span>{:else}<span
                          class="text-soft">●</span
                        >{/if}
                      {a.title}</span
                    ><span class="text-soft block pl-4 text-xs">{money(a.paid)} paid</span></td
                  >
                  <td>{says(a)}</td>
                  <td class="n">{isZero(a.waits) ? '' : money(a.waits)}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </section>
        <AccountBox {at} {draft} year={b.year} busy={act.busy} />
        <BoxRehearsal
          rows={changed}
          empty={`Choose a box for ${at.title}, and see here who moves, and who crosses a threshold.`}
          done={file ? `${many(file.rows.length, 'row')} of ${file.fileName} saved.` : `${at.title} is mapped.`}
          {saved}
          changes={b.changes}
          {act}
        />
      </div>
    {/if}
  {/if}
</Waiting>
