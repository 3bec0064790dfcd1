<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push, router } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { day, isZero, many, money, shortDay, words } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import DayField from '../frame/DayField.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountLink from '../ledger/AccountLink.svelte';
  import EntryLink from '../ledger/EntryLink.svelte';
  import Beam from './Beam.svelte';
  import Employees from './Employees.svelte';
  import { faults, kinds, types } from './items';
  import { payee } from './owed';
  import Mend from './Mend.svelte';
  import Shares from './Shares.svelte';

  /** A pay run: its register on the left, the journal on the right, who is owed what, and what puts it out. */
  const id = $derived(Number(router.location.split('/')[4]));
  const run = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'run', id],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/payroll/runs/{id}', { params: { path: { companyId: place.company, id } } })),
    enabled: Number.isInteger(id),
  }));
  const r = $derived(run.data);
  const may = $derived(place.keeps && (r?.run.state === 'held' || r?.run.state === 'ready'));
  const act = new Acting(useQueryClient());
  let item = $state<Schemas['PayItemAnswer'] | null>(null);
  // A cause leads to its cell: the pay item, by employee.
  const itemOf = (c: Schemas['CauseAnswer']) =>
    r?.items.find((i) => i.type === c.type && i.item.toLowerCase() === c.item.toLowerCase()) ?? null;
  function show(c: Schemas['CauseAnswer']) {
    item = itemOf(c);
    document.getElementById('by-employee')?.scrollIntoView({ block: 'start' });
  }
  const side = (amount: string) => (isZero(amount) ? '' : money(amount));

  const edit = (body: Partial<Schemas['DocumentEditRequest']>, done: string, undo?: () => void) =>
    act.run(
      () =>
        answer(
          api.PATCH('/api/companies/{companyId}/documents/{id}', {
            params: { path: { companyId: place.company, id } },
            body: body as Schemas['DocumentEditRequest'],
          }),
        ),
      done,
      { undo },
    );
  const date = (iso: string) =>
    void edit({ entryDate: iso }, `It is entered on ${day(iso)}.`, () => void edit({ takeBack: ['entry_date'] }, 'As it was.'));

  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Escape' && event.target === document.body) void push(place.to('payroll'));
  }
</script>

<svelte:window {onkeydown} />
<Waiting query={run} what="the pay run">
  {#if r}
    <div class="flex items-baseline gap-4">
      <h1>Pay run {r.run.run}</h1>
      <span class={['font-semibold', r.run.state === 'held' ? 'text-ochre' : r.run.state === 'proved' ? 'text-verdigris' : '']}
        >{words(r.run.state)}</span
      >
      <a class="quiet text-soft" href={place.href(`arrivals/${r.run.id}`)}>its path as a document</a>
      <a class="quiet text-soft ml-auto" href={place.href('payroll')}>all pay runs</a>
    </div>
    <p class="text-soft mt-1">
      Paid on {day(r.run.payDate)}{r.run.periodEnd ? `, for the period to ${day(r.run.periodEnd)}` : ''} ·
      {kinds[r.run.kind] ? `what is ${kinds[r.run.kind]} of it` : many(r.run.employees, 'employee')} · costs {money(r.run.total)}
      {r.currency}{#if r.run.ledgerEntry}&nbsp;· in the ledger as <EntryLink entry={r.run.ledgerEntry} />{/if}
    </p>
    <p class="mt-2 flex items-center gap-2">
      {#if may}Entered on <DayField value={r.run.entryDate} label="Entry date" chosen={date} />{:else}Entered on {day(
          r.run.entryDate,
        )}{/if}
    </p>
    {#if act.refused}<p class="note bad mt-2" role="alert">{act.refused}</p>{/if}
    {#if r.run.reason && r.run.reasons > r.out.length}
      <p class="note mt-3">
        {r.out.length === 0 ? r.run.reason : 'Something else holds it, too.'}{r.run.reasons > 1
          ? ` There are ${many(r.run.reasons, 'reason')} in all.`
          : ''}
        <a class="quiet" href={place.href('payroll/mapping')}>See the pay items</a> or
        <a class="quiet" href={place.href(`arrivals/${r.run.id}`)}>every reason</a>
      </p>
    {/if}
    {#each r.out as o (o.employee)}
      <section class="note bad mt-3" aria-label={`What puts ${o.employee} out`}>
        <b class="font-semibold">{o.employee} is out by {money(o.outBy)}</b>
        <ul class="mt-1">
          {#each o.causes as c, i (i)}
            <li>
              {#if c.fault}{#if r.seesPay && itemOf(c)}<button class="quiet font-semibold" onclick={() => show(c)}
                    >{c.item}</button
                  >{:else}<b class="font-semibold">{c.item}</b>{/if}
                {faults[c.fault]}{c.detail ? `: ${c.detail}` : '.'}{#if may && r.seesPay}<Mend
                    run={r.run.id}
                    employee={o.employee}
                    cause={c}
                  />{/if}{:else}No single pay item explains it.{/if}
            </li>
          {/each}
        </ul>
        {#if place.keeps}<p class="mt-1">
            <a class="quiet" href={place.href('arrivals/new')}>Take the corrected register in</a>
          </p>{/if}
      </section>
    {/each}
    <div class="mt-5 grid grid-cols-[1.12fr_1fr] gap-8">
      <section>
        <h2>The register</h2>
        <table class="ledger">
          <thead
            ><tr
              ><th>Pay item</th><th></th><th class="n">Amount</th>{#if r.before}<th class="n">Run {r.before.run}</th><th class="n"
                  >Moved</th
                >{/if}</tr
            ></thead
          >
          <tbody>
            {#each r.items as i (i.key)}
              {@const chosen = item?.key === i.key}
              <tr class={chosen ? 'bg-sunk' : ''}>
                <td
                  >{#if r.seesPay}<button class="quiet text-left" aria-pressed={chosen} onclick={() => (item = chosen ? null : i)}
                      >{i.item}</button
                    >{:else}{i.item}{/if}</td
                >
                <td class="text-soft">{types[i.type]}</td>
                <td class="n">{money(i.amount)}</td>
                {#if r.before}<td class="n text-soft">{i.before === null ? 'new' : money(i.before)}</td><td
                    class={['n', i.standsOut ? 'text-ochre font-semibold' : 'text-soft']}
                    >{i.moved && i.moved !== '0.0' ? `${i.moved} %` : ''}</td
                  >{/if}
              </tr>
            {/each}
          </tbody>
        </table>
        {#if r.seesPay}
          <h2 class="mt-6" id="by-employee">{item ? `${item.item}, by employee` : 'By employee'}</h2>
          {#key id}<Employees run={id} {item} />{/key}
          {#key id}<Shares run={id} />{/key}
        {:else}<p class="text-soft mt-3">Who is paid what is for those who may see pay by name.</p>{/if}
      </section>
      <section>
        <h2>{r.run.ledgerEntry ? 'The journal' : 'The journal it becomes'}</h2>
        <Beam left={r.debit} right={r.credit} outBy={r.outBy} />
        <table class="ledger">
          <thead><tr><th>Account</th><th class="n">Debit</th><th class="n">Credit</th></tr></thead>
          <tbody>
            {#each r.lines as l, i (i)}
              <tr>
                <td class={isZero(l.debit) ? 'pl-6!' : ''}
                  ><AccountLink account={l.account}>{l.accountTitle}</AccountLink
                  >{#if l.department || l.project || l.employee}&nbsp;<span class="text-soft"
                      >· {[l.department, l.project, l.employee].filter(Boolean).join(' · ')}</span
                    >{/if}
                  <div class="text-soft text-xs">{l.because}</div></td
                >
                <td class="n">{side(l.debit)}</td><td class="n">{side(l.credit)}</td>
              </tr>
            {/each}
            <tr class={r.debit === r.credit && r.out.length === 0 && !r.run.reason ? 'sum' : 'open'}
              ><td>{r.debit === r.credit && r.out.length === 0 && !r.run.reason ? 'Balanced' : 'Decided so far'}</td><td class="n"
                >{money(r.debit)}</td
              ><td class="n">{money(r.credit)}</td></tr
            >
          </tbody>
        </table>
        <div class="mt-6 flex items-baseline gap-3">
          <h2>Who is owed what</h2>
          <a class="quiet text-soft ml-auto" href={place.href('payroll/owed')}>all that is owed</a>
        </div>
        <table class="ledger">
          <thead><tr><th>Owed to</th><th>Due</th><th class="n">Owed</th><th class="n">Open</th></tr></thead>
          <tbody>
            {#each r.owed as o, i (i)}
              <tr
                ><td>{payee(o.kind, o.payee)}</td><td class={['whitespace-nowrap', o.overdue && 'text-ochre']}
                  >{shortDay(o.due)}</td
                ><td class="n">{money(o.amount)}</td><td class="n">{money(o.open)}</td></tr
              >
            {/each}
          </tbody>
        </table>
      </section>
    </div>
  {/if}
</Waiting>
