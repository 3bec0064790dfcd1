<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { laid, stepped } from './chart';

  /** What an item of a supplier cost over time, a year ago, and elsewhere. */
  let { price, currency }: { price: Schemas['PriceAnswer']; currency: string } = $props();

  const [width, height] = [360, 110];
  const history = createQuery(() => ({
    queryKey: [place.company, 'prices', 'history', price.supplier, price.item],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/prices/history', {
          params: { path: { companyId: place.company }, query: { supplier: price.supplier, item: price.item } },
        }),
      ),
  }));
  const prices = $derived(history.data?.prices ?? []);
  const points = $derived(laid(prices, width, height));
  const spoken = $derived(prices.map((p) => `${shortDay(p.day)} ${p.now}`).join(', '));
  const span = $derived(
    prices.length > 0 ? [Math.min(...prices.map((p) => Number(p.now))), Math.max(...prices.map((p) => Number(p.now)))] : [0, 0],
  );
</script>

<section class="bg-raised border-rule border p-4" aria-label="History of a price">
  <h2>{price.item}</h2>
  <p class="text-soft">{price.supplier}, {currency} for one</p>
  {#if history.isError}<p class="note bad mt-2" role="alert">{history.error.message}</p>
  {:else if prices.length > 0}
    <svg {width} {height} viewBox={`0 0 ${width} ${height}`} class="mt-2 max-w-full" role="img" aria-label={`Prices: ${spoken}`}>
      <line x1="0" x2={width} y1={height - 0.5} y2={height - 0.5} class="stroke-rule-strong" />
      <path d={stepped(points)} class="stroke-ink fill-none" stroke-width="1.5" />
      {#each points as p, i (`${prices[i]?.document} ${prices[i]?.line}`)}
        <circle
          cx={p.x}
          cy={p.y}
          r={prices[i]?.state === 'moved' ? 4 : 2.5}
          class={prices[i]?.state === 'moved' ? 'fill-ochre' : 'fill-ink'}
          ><title>{shortDay(prices[i]!.day)} {prices[i]!.now}</title></circle
        >
      {/each}
    </svg>
    <p class="text-soft flex justify-between text-xs">
      <span>{shortDay(prices[0]!.day)}</span><span>lowest {span[0]!.toFixed(2)}, highest {span[1]!.toFixed(2)}</span><span
        >{shortDay(prices[prices.length - 1]!.day)}</span
      >
    </p>
    <table class="ledger mt-2">
      <tbody>
        <tr
          ><td class="text-soft">A year ago</td>
          {#if history.data?.yearAgo}{@const y = history.data.yearAgo}<td class="n"
              ><a class="quiet" href={place.href(`arrivals/${y.document}`)}>{y.now}</a></td
            ><td class="text-soft n">{shortDay(y.day)}</td>{:else}<td class="n text-soft" colspan="2">nothing is known</td
            >{/if}</tr
        >
        {#each history.data?.elsewhere ?? [] as e (e.supplier)}
          <tr
            ><td>{e.supplier}</td><td class="n"><a class="quiet" href={place.href(`arrivals/${e.document}`)}>{e.now}</a></td><td
              class="text-soft n">{shortDay(e.day)}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    {#if history.data?.elsewhere.length === 0}<p class="text-soft mt-1">No other supplier has sold it.</p>{/if}
  {:else}<p class="text-soft" role="status">Reading …</p>{/if}
</section>
