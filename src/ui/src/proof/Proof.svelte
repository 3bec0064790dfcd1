<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { day, instant, many, money, period, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import EntryLink from '../ledger/EntryLink.svelte';
  import Waiting from '../frame/Waiting.svelte';

  /** What was intended beside what the ledger holds, by kind of difference and money. */
  const client = useQueryClient();
  const proof = createQuery(() => ({
    queryKey: [place.company, 'proof', place.period],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/proofs/latest', {
          params: { path: { companyId: place.company }, query: { period: place.period || undefined } },
        }),
      ),
  }));
  let busy = $state(false);
  let refused = $state('');
  // Where all agrees, all of it is shown.
  let all = $state<boolean | null>(null);

  const p = $derived(proof.data);
  // What was asked for beyond the first of a kind; a proof made since begins anew.
  let further = $state<Record<string, Schemas['DifferenceAnswer'][]>>({});
  $effect(() => {
    if (proof.dataUpdatedAt) further = {};
  });
  const rowsOf = (group: Schemas['DifferenceKindAnswer']) => [...group.first, ...(further[group.kind] ?? [])];
  const disagree = $derived(p?.accounts.filter((a) => !a.agrees) ?? []);
  const showsAll = $derived(all ?? disagree.length === 0);
  const shown = $derived(showsAll ? (p?.accounts ?? []) : disagree);
  const figure = (text: string, isMoney: boolean) => (isMoney && text ? money(text) : text);

  async function more(group: Schemas['DifferenceKindAnswer']) {
    refused = '';
    try {
      const next = await answer(
        api.GET('/api/companies/{companyId}/proofs/differences/{kind}', {
          params: {
            path: { companyId: place.company, kind: group.kind },
            query: { after: rowsOf(group).at(-1)?.id ?? 0, period: place.period || undefined },
          },
        }),
      );
      further[group.kind] = [...(further[group.kind] ?? []), ...next];
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  async function prove() {
    busy = true;
    refused = '';
    try {
      await answer(
        api.POST('/api/companies/{companyId}/proofs', {
          params: { path: { companyId: place.company } },
          body: { period: place.period },
        }),
      );
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = false;
      await client.invalidateQueries();
    }
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey && event.key === 'Enter' && place.keeps && !busy) void prove();
  }
</script>

<svelte:window {onkeydown} />
<Waiting query={proof} what="the proof">
  {#if p}
    <div class="flex items-end justify-between gap-6">
      <div>
        <h1>
          {#if !p.done}Nothing {place.period ? `of ${period(place.period)} ` : ''}was proved yet{:else if p.differenceCount === 0}{p.intended ===
            1
              ? 'The entry stands'
              : `All ${p.intended.toLocaleString('en')} entries stand`} in the ledger as intended{:else}{many(
              p.differenceCount,
              'difference',
            )}, {money(p.atStake)} in question{/if}
        </h1>
        <p class="text-soft mt-1">
          {#if p.done}{p.proved.toLocaleString('en')} of {many(p.intended, 'entry', 'entries')} that were read back {place.period
              ? `of ${period(place.period)}`
              : 'so far'} are proved. Last read back {instant(p.at)} by {p.who}, {day(p.firstDay)} to {day(p.lastDay)}.
          {:else}The ledger is read back and compared with what was sent, document by document and account by account.{/if}
        </p>
      </div>
      {#if place.keeps}
        <button class="btn" disabled={busy} onclick={prove}
          >{busy ? 'Reading the ledger …' : `Prove ${place.period ? period(place.period) : 'all periods'}`}
          <kbd>Ctrl Enter</kbd></button
        >
      {/if}
    </div>
    {#if refused}<p class="note bad mt-3" role="alert">{refused}</p>{/if}

    {#if p.done}
      {#each p.kinds as group (group.kind)}
        <h2 class="mt-6">{words(group.kind)}</h2>
        <table class="ledger table-fixed">
          <thead>
            <tr>
              <th class="w-[22%]">Document</th>
              <th class="w-[14%]">Account</th>
              <th class="n w-[12%]">Intended</th>
              <th class="n w-[11%]">Found</th>
              <th class="n w-[9%]">In question</th>
              <th class="pl-6!">What to do</th>
            </tr>
          </thead>
          <tbody>
            {#each rowsOf(group) as d (d.id)}
              <tr>
                <td>
                  {#if d.documentId}<a class="quiet" href={place.href(`arrivals/${d.documentId}`)}
                      >{d.who || d.document}{d.reference ? `, ${d.reference}` : ''}</a
                    >{:else}{d.document || 'entered directly in the ledger'}{/if}
                  {#each d.ledgerEntries as entry (entry)}
                    <span class="text-soft ml-1.5"><EntryLink {entry} /></span>
                  {/each}
                </td>
                <td
                  >{#if d.account}<a class="quiet" href={place.href('arrivals', { account: d.account })}>{d.accountTitle}</a
                    >{:else}–{/if}</td
                >
                <td class="n whitespace-normal!">{figure(d.intended, d.isMoney) || '–'}</td>
                <td class="n text-madder font-semibold whitespace-normal!">{figure(d.found, d.isMoney) || 'nothing'}</td>
                <td class="n">{money(d.amount)}</td>
                <td class="text-soft pl-6!">{d.detail} {d.correction}</td>
              </tr>
            {/each}
          </tbody>
        </table>
        {#if rowsOf(group).length < group.differences}
          <button class="quiet text-soft mt-2" onclick={() => more(group)}
            >{many(group.differences - rowsOf(group).length, 'more difference')} of this kind</button
          >
        {/if}
      {/each}

      <div class="mt-7 flex items-baseline gap-4">
        <h2>Accounts, {day(p.firstDay)} to {day(p.lastDay)}</h2>
        <span class={disagree.length > 0 ? 'text-madder font-semibold' : 'text-verdigris'}>
          {disagree.length === 0
            ? `all ${p.accounts.length} agree with the trial balance`
            : `${disagree.length} of ${p.accounts.length} do not agree`}
        </span>
        <button class="quiet text-soft" onclick={() => (all = !showsAll)}
          >{showsAll ? 'only those that do not agree' : 'show all'}</button
        >
      </div>
      {#if shown.length > 0}
        <table class="ledger">
          <thead
            ><tr
              ><th>Account</th><th class="n">Opening</th><th class="n">Intended</th><th class="n">Found</th><th class="n"
                >Payments</th
              ><th class="n">Entered directly</th><th class="n">Trial balance</th><th class="n">Agrees</th></tr
            ></thead
          >
          <tbody>
            {#each shown as a (a.account)}
              <tr>
                <td><a class="quiet" href={place.href('arrivals', { account: a.account })}>{a.accountTitle}</a></td>
                <td class="n">{money(a.opening)}</td><td class="n">{money(a.intended)}</td>
                <td class={['n', a.found !== a.intended && 'text-madder font-semibold']}>{money(a.found)}</td>
                <td class="n">{money(a.payments)}</td><td class="n">{money(a.notOurs)}</td><td class="n">{money(a.closing)}</td>
                <td class={['n', a.agrees ? 'text-verdigris' : 'text-madder font-semibold']}>{a.agrees ? 'yes' : 'no'}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/if}
    {:else}
      <p class="mt-6">
        Post what is ready under <a class="quiet" href={place.href('posting')}>Posting</a>, then read the ledger back here.
      </p>
    {/if}
  {/if}
</Waiting>
