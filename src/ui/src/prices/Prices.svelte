<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, period, shortDay } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { moved } from './chart';
  import History from './History.svelte';
  import Tolerance from './Tolerance.svelte';

  /** Prices that moved against the last accepted ones: decided one by one or together; what each was before and elsewhere. */
  type Price = Schemas['PriceAnswer'];
  type How = 'new_price' | 'this_time';
  const path = $derived({ companyId: place.company });
  const prices = createQuery(() => ({
    queryKey: [place.company, 'prices', place.period],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/prices', { params: { path, query: { period: place.period || undefined } } })),
  }));
  const act = new Acting(useQueryClient());
  let upTo = $state('10');
  let chosen = $state<Price | null>(null);
  const shown = $derived(chosen ?? prices.data?.moved[0] ?? prices.data?.most[0] ?? null);
  const hows: Record<How, string> = { new_price: 'as the new price', this_time: 'for this time only' };

  function decide(as: How, lines: Price[] | null) {
    let id = 0;
    void act.run(
      async () => {
        const decided = await answer(
          api.POST('/api/companies/{companyId}/prices/decisions', {
            params: { path },
            body: { as, lines: lines?.map((p) => ({ document: p.document, line: p.line })) ?? null, upTo: lines ? null : upTo },
          }),
        );
        id = decided.id;
      },
      `Accepted ${hows[as]}.`,
      {
        undo: () =>
          void act.run(
            () =>
              answer(api.POST('/api/companies/{companyId}/prices/decisions/{id}/undo', { params: { path: { ...path, id } } })),
            'It waits again.',
          ),
      },
    );
  }
</script>

{#snippet row(p: Price, waits: boolean)}
  <tr
    class={shown?.document === p.document && shown.line === p.line ? 'bg-raised' : ''}
    tabindex="0"
    onfocus={() => (chosen = p)}
  >
    <td
      ><button class="quiet text-left" onclick={() => (chosen = p)}
        >{p.item}<span class="sr-only">, {p.supplier}, its history</span></button
      ><span class="text-soft block text-xs">{p.supplier}</span></td
    >
    <td class="whitespace-nowrap"><a class="quiet" href={place.href(`arrivals/${p.document}`)}>{shortDay(p.day)}</a></td>
    <td class="n">{p.before}</td>
    <td class="n">{p.now}</td>
    <td class="n whitespace-nowrap">{moved(p.percent)}</td>
    <td class="n">{money(p.effect)}</td>
    <td class="n whitespace-nowrap"
      >{#if waits && place.keeps}<button class="quiet" disabled={act.busy} onclick={() => decide('new_price', [p])}
          >new price<span class="sr-only">, {p.item} of {p.supplier}</span></button
        >
        <button class="quiet ml-3" disabled={act.busy} onclick={() => decide('this_time', [p])}
          >this time<span class="sr-only">, {p.item} of {p.supplier}</span></button
        >{:else if !waits}<span class="text-soft">{p.state === 'moved' ? 'waits' : p.state.replace('_', ' ')}</span>{/if}</td
    >
  </tr>
{/snippet}

{#snippet head()}
  <thead
    ><tr
      ><th>Item</th><th>Day</th><th class="n">Accepted</th><th class="n">Now</th><th class="n">Moved</th><th class="n"
        >In money</th
      ><th></th></tr
    ></thead
  >
{/snippet}

<div class="flex items-baseline gap-5">
  <h1>Prices that moved</h1>
  <a class="quiet text-soft" href={place.href('arrivals')}>All documents</a>
</div>
<p class="text-soft mt-1 max-w-2xl">
  Each price of an item is held against the last one of its supplier that was accepted. What moved further than it may is shown
  before it is paid.
</p>
{#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
<Waiting query={prices} what="the prices">
  {#if prices.data}
    {@const d = prices.data}
    <div class="mt-4 grid grid-cols-[1.7fr_1fr] items-start gap-8">
      <div class="flex flex-col gap-6">
        <section>
          {#if d.moved.length === 0}
            <p>No price waits to be decided.</p>
          {:else}
            <table class="ledger">
              {@render head()}
              <tbody {@attach rows}
                >{#each d.moved as p (`${p.document} ${p.line}`)}{@render row(p, true)}{/each}</tbody
              >
            </table>
            {#if d.count > d.moved.length}<p class="text-soft mt-1">
                The {d.moved.length} with most money of {d.count.toLocaleString('en')} are shown.
              </p>{/if}
            {#if place.keeps}
              <form
                class="mt-3 flex items-center gap-2"
                onsubmit={(e) => {
                  e.preventDefault();
                  decide('new_price', null);
                }}
              >
                <label class="flex items-center gap-2"
                  >All that moved by up to <input
                    class="field w-16 text-right"
                    inputmode="decimal"
                    aria-label="Per cent at most"
                    bind:value={upTo}
                  /> %:</label
                >
                <button class="btn plain" disabled={act.busy}>the new prices</button>
                <button type="button" class="btn plain" disabled={act.busy} onclick={() => decide('this_time', null)}
                  >this time only</button
                >
              </form>
            {/if}
          {/if}
        </section>
        {#if d.most.length > 0}
          <section>
            <h2>What moved most in money{place.period ? `, ${period(place.period)}` : ''}</h2>
            <table class="ledger">
              {@render head()}
              <tbody {@attach rows}
                >{#each d.most as p (`${p.document} ${p.line}`)}{@render row(p, false)}{/each}</tbody
              >
            </table>
            <p class="text-soft mt-1">{many(d.most.length, 'price')}, whatever was decided.</p>
          </section>
        {/if}
      </div>
      <aside class="flex flex-col gap-6">
        {#if shown}<History price={shown} currency={d.currency} />{/if}
        <Tolerance tolerance={d.tolerance} currency={d.currency} />
      </aside>
    </div>
  {/if}
</Waiting>
