<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { money, shortDay } from '../amounts/format';
  import StateMark from '../documents/StateMark.svelte';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import EntryLink from '../ledger/EntryLink.svelte';
  import { kinds } from './items';
  import Rooms from './Rooms.svelte';

  /** Pay runs, the latest first: what each costs, when it is entered, and how far it came. */
  const runs = createInfiniteQuery(() => ({
    queryKey: [place.company, 'payroll', 'runs', place.period],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/payroll/runs', {
          params: {
            path: { companyId: place.company },
            query: { after: pageParam || undefined, period: place.period || undefined },
          },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  }));
  const all = $derived(runs.data?.pages.flatMap((p) => p.rows) ?? []);
  const open = (id: number) => push(place.to(`payroll/runs/${id}`));
</script>

<Rooms at="payroll" />
<div class="flex items-baseline gap-4">
  <h1>Pay runs</h1>
  {#if place.may('see_pay')}
    <span class="text-soft ml-auto"
      >Take away <a class="quiet" href={`/api/companies/${place.company}/payroll/files/register.csv`} download>every register</a
      ></span
    >
  {/if}
  {#if place.keeps}<a class={['btn plain', !place.may('see_pay') && 'ml-auto']} href={place.href('payroll/typed')}>Type totals</a>
    <a class="btn" href={place.href('arrivals/new')}>Take in a register</a>{/if}
</div>
<Waiting query={runs} what="the pay runs">
  {#if all.length === 0}
    <p class="text-soft mt-6 max-w-xl">
      No pay run {place.period ? 'is entered in this period' : 'has come yet'}. Take in a register: a CSV file with one row a pay
      item, and the columns run, pay_date, employee, item, type and amount.
    </p>
  {:else}
    <table class="ledger mt-3">
      <thead
        ><tr
          ><th>Run</th><th>Paid</th><th>Period to</th><th class="n">Employees</th><th class="n">Costs</th><th class="pl-5!"
            >Entry</th
          ><th>State</th><th>Why</th><th>In the ledger</th><th class="n">It holds</th></tr
        ></thead
      >
      <tbody {@attach rows}>
        {#each all as r (r.id)}
          <tr class="opens" tabindex="0" onclick={() => open(r.id)} onkeydown={(e) => e.key === 'Enter' && open(r.id)}>
            <td class="font-semibold whitespace-nowrap">{r.run}</td>
            <td class="whitespace-nowrap">{shortDay(r.payDate)}</td>
            <td class="text-soft whitespace-nowrap">{shortDay(r.periodEnd)}</td>
            <td class="n text-soft">{kinds[r.kind] || r.employees.toLocaleString('en')}</td>
            <td class="n">{money(r.total)}</td>
            <td class="pl-5! whitespace-nowrap">{shortDay(r.entryDate)}</td>
            <td class="whitespace-nowrap"><StateMark state={r.state} /></td>
            <td class="text-soft max-w-[150px] truncate" title={r.reason}
              >{r.reason}{r.reasons > 1 ? ` (and ${r.reasons - 1} more)` : ''}</td
            >
            <td onclick={(e) => e.stopPropagation()}
              >{#if r.ledgerEntry}<EntryLink entry={r.ledgerEntry} />{/if}</td
            >
            <td class={['n', r.holds && r.holds !== r.total ? 'text-madder font-semibold' : 'text-soft']}
              >{r.holds ? money(r.holds) : ''}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if runs.hasNextPage}
      <button class="btn plain mt-3" disabled={runs.isFetchingNextPage} onclick={() => runs.fetchNextPage()}
        >{runs.isFetchingNextPage ? 'Reading …' : 'Show earlier ones'}</button
      >
    {/if}
  {/if}
</Waiting>
