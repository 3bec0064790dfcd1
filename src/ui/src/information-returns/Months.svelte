<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { money, period } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { placeTitle } from './words';
  import { href, year } from './year';

  /** What was paid by month, of one supplier or of all. */
  let { supplier }: { supplier: string } = $props();
  const months = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'months', supplier],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/information-returns/{year}/months', {
          params: { path: { companyId: place.company, year: year() }, query: { supplier } },
        }),
      ),
  }));
  const m = $derived(months.data?.months ?? []);
  const places = $derived(
    [...new Map(m.flatMap((x) => x.places).map((p) => [placeTitle(p), p])).values()].sort(
      (a, b) => Number(!a.box) - Number(!b.box) || placeTitle(a).localeCompare(placeTitle(b)),
    ),
  );
  const month = (n: number) => period(`${year()}-${String(n).padStart(2, '0')}`);
</script>

<Waiting query={months} what="the months">
  <table class="ledger mt-2" aria-label="What was paid by month">
    <thead
      ><tr
        ><th>Month</th>{#each places as p (placeTitle(p))}<th class="n">{placeTitle(p)}</th>{/each}<th class="n">Paid</th></tr
      ></thead
    >
    <tbody>
      {#each m as x (x.month)}
        <tr>
          <td>{month(x.month)}</td>
          {#each places as p (placeTitle(p))}
            {@const of = x.places.find((q) => placeTitle(q) === placeTitle(p))}
            <td class="n"
              >{#if of}<a
                  class="quiet"
                  href={href('', {
                    show: supplier ? null : 'months',
                    payments: supplier || 'all',
                    month: x.month,
                    box: of.box,
                    place: of.leftOut,
                  })}>{money(of.amount)}</a
                >{/if}</td
            >
          {/each}
          <td class="n font-semibold"
            ><a class="quiet" href={href('', { show: supplier ? null : 'months', payments: supplier || 'all', month: x.month })}
              >{money(x.paid)}</a
            ></td
          >
        </tr>
      {:else}<tr><td colspan="2" class="text-soft">Nothing was paid.</td></tr>{/each}
    </tbody>
  </table>
</Waiting>
