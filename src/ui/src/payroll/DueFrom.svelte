<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { day, money, shortDay } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountLink from '../ledger/AccountLink.svelte';
  import EntryLink from '../ledger/EntryLink.svelte';
  import Rooms from './Rooms.svelte';

  /** What employees owe, by person and age, with what it came from. */
  const due = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'due-from'],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/payroll/due-from', { params: { path: { companyId: place.company } } })),
    enabled: place.may('see_pay'),
  }));
  const d = $derived(due.data);
  const act = new Acting(useQueryClient());
  const setOff = (employee: string, claim: Schemas['ClaimAnswer']) =>
    act.run(
      () =>
        answer(
          api.POST('/api/companies/{companyId}/payroll/due-from/set-off', {
            params: { path: { companyId: place.company } },
            body: { employee, document: claim.document },
          }),
        ),
      `${money(claim.maySetOff)} is set off against claim ${claim.reference}.`,
      { undo: () => void takeBack(claim) },
    );
  const takeBack = (claim: Schemas['ClaimAnswer']) =>
    act.run(
      () =>
        answer(
          api.PATCH('/api/companies/{companyId}/documents/{id}', {
            params: { path: { companyId: place.company, id: claim.document } },
            body: { takeBack: ['difference', 'total'] } as unknown as Schemas['DocumentEditRequest'],
          }),
        ),
      'The claim is as it was.',
    );
  let opened = $state<string | null>(null);
  const ages = $derived(
    d ? [...d.ages.map((a, i) => `${i === 0 ? 0 : d.ages[i - 1]! + 1} to ${a} days`), `over ${d.ages.at(-1)} days`] : [],
  );
</script>

<Rooms at="payroll/due-from" />
<h1>Due from employees</h1>
{#if !place.may('see_pay')}<p class="text-soft mt-3">What each of them owes is for those who may see pay by name.</p>
{:else}
  <Waiting query={due} what="what employees owe">
    {#if d}
      {#if !d.account}
        <p class="text-soft mt-3 max-w-xl">
          No account of the chart has the role <i>due from employees</i>, or several have.
          <a class="quiet" href={place.href('set-up/accounts')}>Choose one under Set-up</a>.
        </p>
      {:else if !d.read}
        <p class="text-soft mt-3 max-w-xl">
          The ledger was not read for it yet. <a class="quiet" href={place.href('payroll/owed')}>Read it under What is owed</a>.
        </p>
      {:else}
        <p class="text-soft mt-1">
          <AccountLink account={d.account}>{d.title}</AccountLink>, as the ledger was read through {day(d.readThrough)}.
          {#if d.difference}<a class="quiet text-madder font-semibold" href={place.href('proof')}
              >The ledger differs by {money(d.difference)}.</a
            >{:else}It agrees with the ledger: {money(d.ledger)}.{/if}
        </p>
        {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
        {#if d.employees.length === 0}<p class="text-soft mt-4">No employee owes anything.</p>
        {:else}
          <table class="ledger mt-3">
            <thead
              ><tr
                ><th>Employee</th>{#each ages as a (a)}<th class="n">{a}</th>{/each}<th class="n">Due</th></tr
              ></thead
            >
            <tbody>
              {#each d.employees as e (e.employee)}
                <tr>
                  <td
                    ><button
                      class="quiet"
                      aria-expanded={opened === e.employee}
                      onclick={() => (opened = opened === e.employee ? null : e.employee)}>{e.employee || 'nobody named'}</button
                    >{#if e.over}<span class="text-soft">&nbsp;· {money(e.over)} repaid too much</span>{/if}{#if e.setOff}<span
                        class="text-soft">&nbsp;· {money(e.setOff)} set off against claims that are not posted yet</span
                      >{/if}</td
                  >
                  {#each e.byAge as amount, i (i)}<td class="n">{money(amount)}</td>{/each}
                  <td class="n font-semibold">{money(e.total)}</td>
                </tr>
                {#if opened === e.employee}
                  {#each e.open as x, i (i)}
                    <tr class="text-soft"
                      ><td class="pl-6!" colspan={ages.length}
                        >{shortDay(x.day)}, {x.what}
                        {#if x.document}<a class="quiet" href={place.href(`arrivals/${x.document}`)}>the document</a
                          >{/if}{#if x.ledgerEntry}&nbsp;<EntryLink entry={x.ledgerEntry} />{/if}</td
                      ><td class="n">of {money(x.amount)}</td><td class="n">{money(x.open)}</td></tr
                    >
                  {/each}
                  {#each e.claims as claim (claim.document)}
                    <tr
                      ><td class="pl-6!" colspan={ages.length + 2}
                        ><a class="quiet" href={place.href(`arrivals/${claim.document}`)}>Claim {claim.reference}</a> of {money(
                          claim.total,
                        )} waits to be posted.
                        {#if place.keeps}<button
                            class="btn plain ml-2 py-0.5!"
                            disabled={act.busy}
                            onclick={() => void setOff(e.employee, claim)}>Set {money(claim.maySetOff)} off against it</button
                          >{/if}</td
                      ></tr
                    >
                  {/each}
                {/if}
              {/each}
              <tr class="sum"
                ><td>All</td>{#each d.totals as t, i (i)}<td class="n">{money(t)}</td>{/each}<td class="n">{money(d.total)}</td
                ></tr
              >
            </tbody>
          </table>
          <p class="text-soft mt-3 max-w-2xl">
            What is repaid clears the oldest first: money that comes back, a claim against which it is set off, or a deduction
            from pay that is <a class="quiet" href={place.href('payroll/mapping')}>owed in this account</a>.
          </p>
        {/if}
      {/if}
    {/if}
  </Waiting>
{/if}
