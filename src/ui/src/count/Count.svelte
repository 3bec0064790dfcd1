<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, isZero, many, money, words } from '../amounts/format';
  import { isTyping, rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Difference from './Difference.svelte';
  import Legend from './Legend.svelte';
  import Rod from './Rod.svelte';

  /** Everything that arrived, and where each cent of it is now. */
  const count = createQuery(() => ({
    queryKey: [place.company, 'count', place.period],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/count', {
          params: { path: { companyId: place.company }, query: { period: place.period || undefined } },
        }),
      ),
  }));

  type State = Schemas['StateAnswer'];
  const state = (states: State[], name: string) => states.find((s) => s.state === name)!;
  const together = $derived(count.data?.together);
  // What arrived, by the documents' own days, against what the source itself says.
  const agrees = (source: Schemas['SourceAnswer']) =>
    !source.saysDifference || (source.saysDifference.documents === 0 && isZero(source.saysDifference.money));
  const held = $derived(together ? state(together.states, 'held') : undefined);
  const aside = $derived(together ? state(together.states, 'set_aside') : undefined);
  const first = $derived(count.data?.waiting[0]);

  // A cause that one mapping ends is opened there; all others open the documents.
  function address(cause: Schemas['WaitingAnswer']) {
    const list = { state: 'held', reason: cause.reason, reasonValue: cause.value };
    if (cause.reason === 'payment_account_unmapped') return place.to('mapping', { kind: 'payment_account', value: cause.value });
    if (cause.reason === 'supplier_undecided') return place.to('set-up/suppliers');
    if (cause.reason === 'settlement_unmapped') return place.to('mapping', { kind: 'settlement', value: cause.value });
    if (cause.keyKind && cause.keyKind !== 'supplier') return place.to('mapping', { kind: cause.keyKind, value: cause.value });
    return cause.documents === 1 ? place.to(`arrivals/${cause.firstDocument}`, list) : place.to('arrivals', list);
  }

  const says = (cause: Schemas['WaitingAnswer']) =>
    cause.keyKind && cause.keyKind !== 'supplier'
      ? `${words(cause.keyKind)} “${cause.value}” has no account: ${many(cause.documents, 'document')}`.replace(/^./, (c) =>
          c.toUpperCase(),
        )
      : cause.documents > 1
        ? `${cause.detail} ${many(cause.documents, 'document')}.`
        : `${cause.firstTitle}: ${cause.detail.charAt(0).toLowerCase()}${cause.detail.slice(1)}`;

  const todo: Record<string, string> = {
    unmapped: 'map it',
    payment_account_unmapped: 'map the account',
    settlement_unmapped: 'map the settlement',
    possible_duplicate: 'decide',
    mapping_broken: 'map anew',
    refused: 'read the refusal',
    supplier_undecided: 'decide who it is',
  };

  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Enter' && first && event.target === document.body && !isTyping(event)) push(address(first));
  }
</script>

<svelte:window {onkeydown} />
<svg width="0" height="0" class="absolute" aria-hidden="true">
  <defs>
    <pattern id="hatched" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="4" height="4" fill="var(--paper)" /><line x1="0" y1="0" x2="0" y2="4" stroke="var(--ink)" stroke-width="1.1" />
    </pattern>
  </defs>
</svg>

<Waiting query={count} what="the count">
  {#if count.data && together && together.arrived.documents === 0}
    <h1>Nothing has arrived yet</h1>
    <p class="text-soft mt-2 max-w-xl">
      Connect the ledger under <a class="quiet" href={place.href('set-up')}>Set-up</a>, then take in a file of bills, card charges
      or expense claims.
    </p>
    <a class="btn mt-4 inline-block" href={place.href('arrivals/new')}>Take in a file</a>
  {:else if count.data && together}
    <div class="flex items-end justify-between gap-6">
      <div>
        <h1>Of {money(together.arrived.money)} that arrived, {money(state(together.states, 'proved').money)} is proved</h1>
        <p class="text-soft mt-1">
          {#if held && held.documents > 0}{many(held.documents, 'document')} wait for you, {money(held.money)} in all.{:else}Nothing
            waits for you.{/if}
          {#if count.data.conserved}
            Nothing is lost: what arrived equals the sum of every bead{aside && aside.documents > 0
              ? ' and of what was set aside'
              : ''}.
          {:else}
            <b class="text-madder"
              >What arrived, {money(together.arrived.money)}, is not the sum of the states, {money(together.sum.money)}.</b
            >
          {/if}
        </p>
      </div>
      {#if first}<a class="btn" href={`#${address(first)}`}>Open the first <kbd>Enter</kbd></a>{/if}
    </div>

    {#each count.data.troubles as trouble (trouble.what)}
      <p class="note bad mt-3" role="alert">
        {trouble.what === 'schedule' ? 'The scheduled dispatch did not go through' : 'The work did not go on after the start'},
        {instant(trouble.at)}: {trouble.detail} It is tried again at the next time.
        <a class="quiet" href={place.href('posting')}>See the posting</a>
      </p>
    {/each}
    <table class="ledger mt-3.5">
      <thead>
        <tr>
          <th>Source</th><th class="n">Docs</th><th class="n">Arrived</th><th class="pl-5.5!"><Legend /></th>
          <th class="n">Source says</th><th class="n">Sent</th><th class="n">Ledger holds</th><th class="n">Difference</th>
        </tr>
      </thead>
      <tbody>
        {#each count.data.sources as source (source.source)}
          <tr class="h-[42px]">
            <td><a class="quiet" href={place.href('arrivals', { source: source.source })}>{source.source}</a></td>
            <td class="n text-soft">{source.arrived.documents}</td>
            <td class="n"><a href={place.href('arrivals', { source: source.source })}>{money(source.arrived.money)}</a></td>
            <td class="pl-5.5!"><Rod source={source.source} states={source.states} width={340} /></td>
            <td class="n">
              <a
                class={source.says ? (agrees(source) ? '' : 'text-madder font-semibold') : 'text-soft text-xs'}
                href={place.href('count/statements', { source: source.source })}
                title={agrees(source)
                  ? undefined
                  : `${many(source.saysDifference!.documents, 'document')}, ${money(source.saysDifference!.money)} apart`}
                >{source.says ? money(source.says.money) : 'not stated'}</a
              >
            </td>
            <td class="n">{money(source.sent)}</td>
            <td class="n">{count.data.proved ? money(source.holds) : 'not read'}</td>
            <td class="n"><Difference {source} /></td>
          </tr>
        {/each}
        <tr
          class={count.data.conserved &&
          agrees(together) &&
          isZero(together.difference) &&
          isZero(together.unread) &&
          count.data.proved
            ? 'sum'
            : 'open'}
        >
          <td>Together</td><td class="n">{together.arrived.documents}</td><td class="n">{money(together.arrived.money)}</td><td
          ></td>
          <td class={['n', !agrees(together) && 'text-madder']}
            >{#if together.says}{money(together.says.money)}{:else}<span class="text-soft text-xs font-normal">not stated</span
              >{/if}</td
          ><td class="n">{money(together.sent)}</td>
          <td class="n">{count.data.proved ? money(together.holds) : ''}</td>
          <td class="n"><Difference source={together} /></td>
        </tr>
      </tbody>
    </table>

    <div class="mt-6 flex gap-10">
      <section class="flex-[1.25]">
        <h2>Waits for you</h2>
        {#if count.data.waiting.length === 0 && count.data.corrections.length === 0}
          <p class="text-soft">
            Nothing. What is coded goes with the next <a class="quiet" href={place.href('posting')}>dispatch</a>.
          </p>
        {:else}
          <table class="ledger">
            <thead class="sr-only"><tr><th>What</th><th>Money</th><th>What to do</th></tr></thead>
            <tbody {@attach rows}>
              {#each count.data.waiting as cause (`${cause.reason}${cause.value}`)}
                <tr
                  class="opens"
                  tabindex="0"
                  onclick={() => push(address(cause))}
                  onkeydown={(e) => e.key === 'Enter' && (e.stopPropagation(), push(address(cause)))}
                >
                  <td>{says(cause)}</td>
                  <td class="n text-ochre">{money(cause.money)}{cause.reason === 'currency' ? ` ${cause.value}` : ''}</td>
                  <td class="n text-soft">{todo[cause.reason] ?? 'open it'}</td>
                </tr>
              {/each}
              {#each count.data.corrections as correction (correction.documentId)}
                <tr
                  class="opens"
                  tabindex="0"
                  onclick={() => push(place.to(`arrivals/${correction.documentId}`))}
                  onkeydown={(e) =>
                    e.key === 'Enter' && (e.stopPropagation(), push(place.to(`arrivals/${correction.documentId}`)))}
                >
                  <td>{correction.title}: the source sent it anew after it was posted</td>
                  <td class="n text-ochre">{money(correction.money)}</td>
                  <td class="n text-soft">decide</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
      </section>
      <section class="flex-1">
        <h2>Conservation</h2>
        <table class="ledger">
          <thead class="sr-only"><tr><th>State</th><th>Documents</th><th>Money</th></tr></thead>
          <tbody>
            {#each [...together.states].reverse() as s (s.state)}
              {#if s.documents > 0}
                <tr>
                  <td><a class="quiet" href={place.href('arrivals', { state: s.state })}>{s.state.replaceAll('_', ' ')}</a></td>
                  <td class="n text-soft">{s.documents}</td><td class="n">{money(s.money)}</td>
                </tr>
              {/if}
            {/each}
            <tr class={count.data.conserved ? 'sum' : 'open'}>
              <td>arrived</td><td class="n">{together.arrived.documents}</td><td class="n">{money(together.arrived.money)}</td>
            </tr>
          </tbody>
        </table>
        {#each count.data.otherCurrencies as other (other.currency)}
          <p class="text-soft mt-2">
            <a class="quiet" href={place.href('arrivals', { reason: 'currency', reasonValue: other.currency })}
              >{many(other.documents, 'document')} in {other.currency}</a
            >, {money(other.money)}, {other.documents === 1 ? 'is' : 'are'} counted but not added.
          </p>
        {/each}
        {#if count.data.noticed > 0}
          <p class="text-soft mt-2">
            <a class="quiet" href={place.href('arrivals', { noticed: 'true' })}>{many(count.data.noticed, 'document')}</a>
            {count.data.noticed === 1 ? 'has' : 'have'} something worth noticing.
          </p>
        {/if}
        <p class="text-soft mt-2">
          {count.data.proved
            ? `The ledger was last read back ${instant(count.data.provedAt)}.`
            : 'The ledger has not been read back yet.'}
        </p>
      </section>
    </div>
  {/if}
</Waiting>
