<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many, money } from '../amounts/format';
  import { isTyping } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { unattended } from '../frame/unattended';
  import Waiting from '../frame/Waiting.svelte';
  import { addressOf } from './causes';
  import Conservation from './Conservation.svelte';
  import Sources from './Sources.svelte';
  import WaitsForYou from './WaitsForYou.svelte';

  /** Everything that arrived, and where each cent of it is now. */
  let all = $state(false);
  const count = createQuery(() => ({
    queryKey: [place.company, 'count', place.period, all],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/count', {
          params: { path: { companyId: place.company }, query: { period: place.period || undefined, all: all || undefined } },
        }),
      ),
    placeholderData: (before: Schemas['CountAnswer'] | undefined) => before,
  }));

  const stateOf = (of: Schemas['SourceAnswer'], name: Schemas['DocumentState']) => of.states.find((s) => s.state === name)!;
  const together = $derived(count.data?.together);
  const held = $derived(together ? stateOf(together, 'held') : undefined);
  const aside = $derived(together ? stateOf(together, 'set_aside') : undefined);
  const first = $derived(count.data?.waiting[0]);

  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Enter' && first && event.target === document.body && !isTyping(event)) push(addressOf(first));
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
        <h1>Of {money(together.arrived.money)} that arrived, {money(stateOf(together, 'proved').money)} is proved</h1>
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
      {#if first}<a class="btn" href={`#${addressOf(first)}`}>Open the first <kbd>Enter</kbd></a>{/if}
    </div>

    {#each count.data.troubles as trouble (trouble.what)}
      <p class="note bad mt-3" role="alert">
        {unattended[trouble.what]},
        {instant(trouble.at)}: {trouble.detail} It is tried again at the next time.
        <a class="quiet" href={place.href('posting')}>See the posting</a>
      </p>
    {/each}
    <Sources count={count.data} />
    <div class="mt-6 flex gap-10">
      <WaitsForYou count={count.data} more={() => (all = true)} />
      <Conservation count={count.data} />
    </div>
  {/if}
</Waiting>
