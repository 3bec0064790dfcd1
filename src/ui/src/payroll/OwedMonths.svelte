<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money, period } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import AccountLink from '../ledger/AccountLink.svelte';

  /** An account by month: what was owed, what runs added, what was paid, and what the ledger says at the end. */
  let {
    owed,
    at,
    month,
    choose,
    chooseYear,
  }: {
    owed: Schemas['OwedAnswer'];
    at: Schemas['OwedAccountDetail'];
    month: string;
    choose: (month: string) => void;
    chooseYear: (year: number) => void;
  } = $props();
  let opened = $state('');
</script>

<div class="flex items-baseline gap-3">
  <h2><AccountLink account={at.account}>{at.title}</AccountLink></h2>
  <select
    class="field ml-auto py-0.5!"
    aria-label="Year"
    value={owed.year}
    onchange={(e) => chooseYear(Number(e.currentTarget.value))}
  >
    {#each owed.years as y (y)}<option value={y}>{y}</option>{/each}
  </select>
</div>
<table class="ledger">
  <thead
    ><tr
      ><th>Month</th><th class="n">Opening</th><th class="n">Runs added</th><th class="n">Paid</th><th class="n">Closing</th><th
        class="n">Ledger</th
      ><th class="n">Difference</th></tr
    ></thead
  >
  <tbody>
    {#each at.months as m (m.month)}
      <tr>
        <td class="whitespace-nowrap">{period(m.month)}</td>
        <td class="n text-soft">{money(m.opening)}</td>
        <td class="n"
          >{#if m.runs.length > 0}<button
              class="quiet"
              aria-expanded={opened === m.month}
              onclick={() => (opened = opened === m.month ? '' : m.month)}>{money(m.accrued)}</button
            >{:else}{money(m.accrued)}{/if}</td
        >
        <td class="n"
          >{#if isZero(m.paid)}{money(m.paid)}{:else}<button
              class="quiet"
              aria-pressed={month === m.month}
              onclick={() => choose(month === m.month ? '' : m.month)}>{money(m.paid)}</button
            >{/if}</td
        >
        <td class="n font-semibold">{money(m.closing)}</td>
        <td class="n text-soft">{m.ledger ? money(m.ledger) : 'not read'}</td>
        <td class="n"
          >{#if m.difference}<a
              class="quiet text-madder font-semibold"
              title="What differs between this and the ledger"
              href={place.href('proof', { period: m.month })}>{money(m.difference)}</a
            >{/if}</td
        >
      </tr>
      {#if opened === m.month}
        {#each m.runs as r (r.run)}
          <tr class="text-soft"
            ><td class="pl-6!" colspan="2"><a class="quiet" href={place.href(`payroll/runs/${r.run}`)}>run {r.called}</a></td><td
              class="n">{money(r.amount)}</td
            ><td colspan="4"></td></tr
          >
        {/each}
      {/if}
    {/each}
  </tbody>
</table>
