<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { types } from './items';
  import Rooms from './Rooms.svelte';
  import SaveRows from './SaveRows.svelte';

  /** Every pay item with its accounts for all, changed together and saved at once; what is for some of them stands in its own row. */
  type Item = Schemas['MappedItemAnswer'];
  type Row = Schemas['PayrollRowAnswer'];
  type Side = 'expense' | 'liability';
  const mapping = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'mapping'],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/payroll/mapping', { params: { path: { companyId: place.company } } })),
  }));
  const m = $derived(mapping.data);
  let busy = $state(false);
  let edits = $state<Record<string, Partial<Record<Side, string>>>>({});
  const forAll: Row = {
    department: '',
    group: '',
    agency: '',
    expense: '',
    expenseTitle: '',
    liability: '',
    liabilityTitle: '',
    broken: '',
  };
  const rowsOf = (i: Item) => (i.rows.some((r) => !r.department && !r.group && !r.agency) ? i.rows : [forAll, ...i.rows]);
  const key = (i: Item, r: Row) => [i.item, r.department, r.group, r.agency].join('|');
  const value = (i: Item, r: Row, side: Side) => edits[key(i, r)]?.[side] ?? r[side];
  const says = (r: Row) => [r.department, r.group, r.agency].filter(Boolean).join(', ') || 'for all';
  const lines = $derived((m?.items ?? []).flatMap((i) => rowsOf(i).map((r) => ({ i, r }))));
  const changed = $derived(
    lines
      .filter(({ i, r }) => value(i, r, 'expense') !== r.expense || value(i, r, 'liability') !== r.liability)
      .map(({ i, r }) => ({
        item: i.item,
        department: r.department,
        employeeGroup: r.group,
        agency: r.agency,
        expenseAccount: value(i, r, 'expense'),
        liabilityAccount: value(i, r, 'liability'),
      })),
  );
  const usual = $derived((m?.items ?? []).filter((i) => i.proposedExpense || i.proposedLiability));
  const set = (i: Item, r: Row, side: Side, account: string) =>
    (edits = { ...edits, [key(i, r)]: { ...edits[key(i, r)], [side]: account } });

  function takeUsual() {
    for (const i of usual) {
      const all = rowsOf(i).find((r) => !r.department && !r.group && !r.agency)!;
      if (i.proposedExpense && !value(i, all, 'expense')) set(i, all, 'expense', i.proposedExpense);
      if (i.proposedLiability && !value(i, all, 'liability')) set(i, all, 'liability', i.proposedLiability);
    }
  }
  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Escape' && event.target === document.body) void push(place.to('payroll/mapping'));
  }
</script>

<svelte:window {onkeydown} />
{#snippet picker(i: Item, r: Row, side: Side, has: boolean)}
  {#if has && !(side === 'expense' && r.agency)}
    <AccountPicker
      value={value(i, r, side)}
      label={`${side === 'expense' ? 'Expense' : 'Liability'} account of ${i.item}, ${says(r)}`}
      kinds={side === 'expense' ? undefined : ['asset', 'liability', 'equity', 'expense', 'cost_of_sales']}
      chosen={(account) => set(i, r, side, account)}
    />
  {/if}
{/snippet}

<Rooms at="payroll/mapping" />
<div class="flex items-baseline gap-4">
  <h1>Pay items in a grid</h1>
  {#if place.keeps && usual.length > 0}<button class="quiet" onclick={takeUsual}
      >take the usual accounts of {many(usual.length, 'pay item')}</button
    >{/if}
  <a class="quiet text-soft ml-auto" href={place.href('payroll/mapping')}>one by one</a>
</div>
<Waiting query={mapping} what="the pay items">
  {#if m}
    <div class="mt-3 grid grid-cols-[1fr_310px] gap-7">
      <table class="ledger">
        <thead
          ><tr><th>Pay item</th><th></th><th class="n">Money</th><th class="pl-5!">Costs go to</th><th>Is owed in</th></tr></thead
        >
        <tbody>
          {#each lines as { i, r } (key(i, r))}
            <tr>
              <td class="whitespace-nowrap"
                >{#if i.needsExpense || i.needsLiability}<span class="text-ochre" title="needs an account">◇</span
                  >&nbsp;{/if}{i.item}
                <span class="text-soft block text-xs">{i.types.map((t) => types[t]).join(', ') || 'never came'}</span></td
              >
              <td class="text-soft">{says(r)}</td>
              <td class="n">{r.department || r.group || r.agency ? '' : money(i.amount)}</td>
              <td class="w-52 pl-5!"
                >{#if place.keeps}{@render picker(i, r, 'expense', i.hasExpense)}{:else}{r.expenseTitle}{/if}</td
              >
              <td class="w-52"
                >{#if place.keeps}{@render picker(i, r, 'liability', i.hasLiability)}{:else}{r.liabilityTitle}{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      <SaveRows
        rows={changed}
        empty="Change accounts, as many as you like, and see here what saving them would do."
        done={`${many(changed.length, 'row')} saved.`}
        saved={() => (edits = {})}
        changes={m.changes}
        bind:busy
      />
    </div>
  {/if}
</Waiting>
