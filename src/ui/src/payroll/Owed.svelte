<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { day, instant, isZero, many, money, period } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { isTyping } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import OwedItems from './OwedItems.svelte';
  import OwedMonths from './OwedMonths.svelte';
  import Payments from './Payments.svelte';
  import Rooms from './Rooms.svelte';

  /** What pay runs owe: each account by month against the ledger, which payment pays what, and who waits for what. */
  const client = useQueryClient();
  const account = $derived(place.query.get('account') ?? undefined);
  const year = $derived(Number(place.query.get('year')) || undefined);
  const params = $derived({ path: { companyId: place.company }, query: { account, year } });
  const owed = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'owed', account, year],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/payroll/owed', { params })),
  }));
  const o = $derived(owed.data);
  const act = new Acting(client);
  let month = $state('');
  let all = $state(false);
  const waits = (p: Schemas['PaymentAnswer']) => !p.isApart && !isZero(p.open);
  const show = (more: Record<string, string | number>) => push(place.to('payroll/owed', { account, year, ...more }));
  const read = () =>
    act.run(() => answer(api.POST('/api/companies/{companyId}/payroll/owed/readings', { params })), 'The ledger was read.');

  type Chosen = { payment: Schemas['PaymentAnswer']; items: readonly string[]; isApart?: boolean };
  const confirm = (chosen: Chosen[]): Promise<boolean> => {
    const back = chosen.every((c) => c.items.length === 0 && !c.isApart);
    return act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/payroll/owed/payments', {
            params,
            body: {
              payments: chosen.map(({ payment, items, isApart }) => ({
                account: payment.account,
                ledgerEntry: payment.ledgerEntry,
                document: payment.ledgerEntry ? null : payment.document,
                items: [...items],
                isApart: isApart ?? false,
              })),
            },
          }),
        ),
      back ? 'That is taken back.' : chosen.length > 1 ? `${chosen.length} payments are confirmed.` : 'It is noted what that is.',
      { undo: back ? undefined : () => void confirm(chosen.map((c) => ({ payment: c.payment, items: [] }))) },
    );
  };

  function onkeydown(event: KeyboardEvent) {
    if (!isTyping(event) && event.key === 'Enter' && event.ctrlKey && place.keeps) void read();
  }
</script>

<svelte:window {onkeydown} />
<Rooms at="payroll/owed" />
<Waiting query={owed} what="what is owed">
  {#if o}
    <div class="flex items-baseline gap-4">
      <h1>What is owed</h1>
      <span class="text-soft"
        >{o.read
          ? `The ledger was read on ${instant(o.read)} by ${o.readBy}, through ${day(o.readThrough)}.`
          : 'The ledger was not read for it yet.'}</span
      >
      {#if o.accounts.length > 0}<a
          class="quiet text-soft ml-auto"
          href={`/api/companies/${place.company}/payroll/files/owed.csv`}
          download>Take away as CSV</a
        >{/if}
      {#if place.keeps && o.accounts.length > 0}<button class="btn" disabled={act.busy} onclick={() => void read()}
          >{act.busy ? 'Reading …' : 'Read the ledger'} <kbd>Ctrl ⏎</kbd></button
        >{/if}
    </div>
    {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
    {#if !o.account}
      <p class="text-soft mt-6 max-w-xl">
        No pay run owes anything yet. What runs owe stands here by month and by payee as soon as
        <a class="quiet" href={place.href('payroll/mapping')}>their pay items have accounts</a>.
      </p>
    {:else}
      <div class="mt-4 grid grid-cols-[270px_1fr] gap-8">
        <nav aria-label="Accounts in which something is owed" class="self-start">
          {#each o.accounts as a (a.account)}
            <button
              class={[
                'border-rule block w-full border-b px-2 py-2 text-left',
                a.account === o.account.account ? 'bg-raised' : 'hover:bg-raised',
              ]}
              aria-pressed={a.account === o.account.account}
              onclick={() => {
                month = '';
                void show({ account: a.account });
              }}
            >
              <span class="flex justify-between gap-3"
                ><span class={a.account === o.account.account ? 'font-semibold' : ''}>{a.title}</span><span class="tabular-nums"
                  >{money(a.closing)}</span
                ></span
              >
              {#if !isZero(a.overdue)}<span class="text-ochre block text-xs">{money(a.overdue)} overdue</span>{/if}
              {#if a.unexplained}<span class="text-soft block text-xs">{many(a.unexplained, 'payment')} to confirm</span>{/if}
              {#if a.difference}<span class="text-madder block text-xs">the ledger differs by {money(a.difference)}</span>{/if}
            </button>
          {/each}
        </nav>
        <div class="min-w-0">
          <OwedMonths owed={o} at={o.account} {month} choose={(m) => (month = m)} chooseYear={(y) => show({ year: y })} />
          {#if o.account.left.length > 0}
            <p class="note mt-3">
              After what was paid,
              {#each o.account.left as l, i (l.run)}{i > 0 ? ', ' : ''}<a class="quiet" href={place.href(`payroll/runs/${l.run}`)}
                  >run {l.called}</a
                >
                left {money(l.amount)}{/each}: it should be nothing.
            </p>
          {/if}
          <Payments
            title={month ? `Payments of ${period(month)}` : all ? 'Payments in the ledger' : 'Payments in the ledger to confirm'}
            payments={o.account.payments.filter((p) => (month ? p.day.startsWith(month) : all || waits(p)))}
            items={o.items.filter((i) => i.account === o.account?.account)}
            {confirm}
            busy={act.busy}
            none={o.read ? 'None waits.' : 'Read the ledger to see what was paid.'}
          />
          <p class="text-soft mt-2">
            {#if month}<button class="quiet" onclick={() => (month = '')}>every month</button>{:else}<label
                class="flex items-center gap-2"><input type="checkbox" bind:checked={all} />those that are confirmed, too</label
              >{/if}
          </p>
        </div>
      </div>
      <div class="mt-2">
        {#if o.statements.length > 0}
          <Payments
            title="Lines of statements that may pay something"
            payments={o.statements}
            items={o.items}
            {confirm}
            busy={act.busy}
            none=""
          />
        {/if}
        <OwedItems items={o.items} />
      </div>
    {/if}
  {/if}
</Waiting>
