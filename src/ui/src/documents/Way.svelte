<script lang="ts">
  import type { Schemas } from '../api/client';
  import { a, money, words } from '../amounts/format';
  import type { DecidedHere } from '../entries/remedies';
  import { place } from '../frame/place.svelte';
  import { documentKind } from '../frame/vocabulary';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { accounts as chart, ledgerValues } from '../ledger/values';
  import { day } from '../amounts/format';
  import type { Deciding } from './deciding.svelte';
  import WayOfBalance from './WayOfBalance.svelte';
  import WayOfCurrency from './WayOfCurrency.svelte';

  /** The way on of one reason, decided here, on this document. */
  let {
    document: d,
    reason,
    by,
    deciding,
  }: { document: Schemas['DocumentAnswer']; reason: Schemas['ReasonAnswer']; by: DecidedHere; deciding: Deciding } = $props();

  const values = ledgerValues();
  const accounts = chart();
  const name = $props.id();
  const offered = $derived((what: string) => (values.data ?? []).filter((v) => v.kind === what && v.active && !v.hidden));
  const line = $derived(d.lines.find((l) => l.number === reason.line));
  const abs = (amount: string) => amount.replace('-', '');
  const shorter = $derived(d.entryReference.slice(0, d.longestReference || undefined).trim());

  let text = $state('');
  const dimension = $derived(reason.reason === 'dimension_missing' ? reason.value : '');
  const named = $derived(
    line?.dimensions.find((of) => of.value.toLowerCase() === reason.value.toLowerCase())?.dimension ?? dimension,
  );
</script>

{#if by === 'duplicate'}
  <a class="btn plain" href={place.href(`arrivals/${d.duplicateOfId}`)}>Open the other</a>
  <button class="btn plain" onclick={() => void deciding.notDuplicate()}>Not the same</button>
  <button class="btn plain" onclick={() => void deciding.setAside('duplicate')}>Set aside</button>
{:else if by === 'payment_account'}
  {#if d.paymentAccountChoices.length > 0}
    <select
      class="field"
      aria-label="Which payment account it was"
      value={d.paymentAccountChoice}
      onchange={(e) => deciding.choosePaidFrom(e.currentTarget.value)}
    >
      <option value="">It was …</option>
      {#each d.paymentAccountChoices as of (of)}<option>{of}</option>{/each}
    </select>
  {/if}
  {#if reason.reason === 'payment_account_unmapped'}<a class="btn plain" href={place.href('mapping/payment-accounts')}>For all</a
    >{/if}
{:else if by === 'open_day'}
  {#if d.firstOpenDay}
    <button
      class="btn plain"
      onclick={() => void deciding.edit({ entryDate: d.firstOpenDay }, `It goes on ${day(d.firstOpenDay)}.`)}
      >Post it on {day(d.firstOpenDay)}</button
    >
  {/if}
  <a class="quiet" href={place.href('set-up/choices')}>See the lock</a>
{:else if by === 'convert'}
  <WayOfCurrency document={d} {deciding} />
{:else if by === 'balance'}
  <WayOfBalance document={d} {deciding} />
{:else if by === 'supplier' || by === 'employee'}
  <form
    class="flex gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      void deciding.edit({ [by]: text }, `Its ${by} is ${text}.`);
    }}
  >
    <input
      class="field w-52"
      aria-label={`The ${by}`}
      placeholder={`${by === 'supplier' ? 'Supplier' : 'Employee'}`}
      list={name}
      bind:value={text}
    />
    <datalist id={name}
      >{#each offered(by) as v (v.id)}<option value={v.name}></option>{/each}</datalist
    >
    <button class="btn plain" disabled={!text.trim()}>Name it</button>
  </form>
{:else if by === 'shorten'}
  <form
    class="flex gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      void deciding.edit({ reference: text || shorter }, 'Its reference is shorter.');
    }}
  >
    <input
      class="field w-60"
      aria-label="A shorter reference"
      value={text || shorter}
      oninput={(e) => (text = e.currentTarget.value)}
    />
    <button class="btn plain">Take this one</button>
  </form>
{:else if by === 'turn'}
  {#if d.otherKind}
    {@const other = documentKind(d.otherKind).title}
    <button class="btn plain" onclick={() => void deciding.edit({ otherKind: true }, `It is ${a(other)}.`)}
      >It is {a(other)} of {money(abs(d.total))}</button
    >
  {:else}
    <button class="btn plain" onclick={() => void deciding.setAside('other', 'its total is negative')}>Set it aside</button>
  {/if}
{:else if by === 'release'}
  <button class="btn plain" onclick={() => void deciding.edit({ takeBack: ['held_back'] }, 'Released.')}>Release it</button>
{:else if by === 'account'}
  {#if reason.successors.length > 0}
    {#each reason.successors as next (next.account)}
      <button
        class="btn plain"
        onclick={() =>
          void deciding.edit(
            { lines: [{ line: reason.line, account: next.account } as Schemas['LineEditRequest']] },
            `Line ${reason.line} goes to ${next.title}.`,
          )}>{next.title}</button
      >
    {/each}
  {/if}
  {#if line && (accounts.data?.length ?? 0) > 0}
    <span class="w-48"
      ><AccountPicker
        value={line.chosenAccount}
        label={`Another account for line ${reason.line}`}
        chosen={(account) => deciding.choose(line, account)}
      /></span
    >
  {:else if !line}
    <a class="btn plain" href={place.href('mapping/payment-accounts')}>See the accounts</a>
  {/if}
{:else if by === 'dimension'}
  {#if line && named}
    <select
      class="field"
      aria-label={`The ${words(named)} of line ${reason.line}`}
      value=""
      onchange={(e) =>
        void deciding.edit(
          {
            lines: [
              {
                line: reason.line,
                dimensions: [{ dimension: named, value: e.currentTarget.value }],
              } as Schemas['LineEditRequest'],
            ],
          },
          `Line ${reason.line}: ${words(named)} ${e.currentTarget.value}.`,
        )}
    >
      <option value="">{words(named)} …</option>
      {#each offered(named) as v (v.id)}<option>{v.name}</option>{/each}
    </select>
  {/if}
{:else if by === 'refused'}
  <a class="quiet" href={place.href(d.dispatch ? `posting/dispatches/${d.dispatch}` : 'posting')}>See the dispatch</a>
  <button class="btn plain" onclick={() => void deciding.codeAgain()}>Try again</button>
{/if}
