<script lang="ts">
  import Changes from '../frame/Changes.svelte';
  import { takingBack } from './takingBack';
  import { createInfiniteQuery, useQueryClient } from '@tanstack/svelte-query';
  import { Dialog } from 'bits-ui';
  import { SvelteSet } from 'svelte/reactivity';
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import ChooseBox from './ChooseBox.svelte';
  import Payment from './Payment.svelte';
  import { boxWord, leftOut, type LeftOut } from './words';
  import { go, href, supplierRoom, year } from './year';

  /** The payments behind a figure: each line counted or left out, and why; each to be changed with a reason, and taken back. */
  let { back }: { back: Record<string, string | number | null> } = $props();
  const supplier = $derived(place.query.get('payments') === 'all' ? '' : (place.query.get('payments') ?? ''));
  const box = $derived((place.query.get('box') as Schemas['ReturnBox'] | null) ?? undefined);
  const at = $derived(place.query.get('place') ?? '');
  const month = $derived(Number(place.query.get('month')) || undefined);
  const account = $derived(place.query.get('account') ?? undefined);
  const unsaid = $derived(place.query.get('unsaid') === 'yes');
  const query = $derived({
    supplier,
    box,
    place: at && at !== 'left_out' ? (at as LeftOut) : undefined,
    leftOut: at === 'left_out',
    month,
    account,
    unsaid,
  });
  const payments = createInfiniteQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'payments', query],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/information-returns/{year}/payments', {
          params: { path: { companyId: place.company, year: year() }, query: { ...query, after: pageParam } },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (last: Schemas['PaymentsAnswer']) => last.more || undefined,
  }));
  const all = $derived(payments.data?.pages.flatMap((p) => p.payments) ?? []);
  const changes = $derived(payments.data?.pages[0]?.changes ?? []);
  const act = new Acting(useQueryClient());
  const chosen = new SvelteSet<string>();
  const key = (p: Schemas['PaidAnswer'], l: Schemas['PaidLineAnswer']) => JSON.stringify([p.payment, l.bill, l.line]);
  const lines = $derived(
    all.flatMap((p) => p.lines.map((l) => ({ id: key(p, l), payment: p.payment, bill: l.bill, line: l.line }))),
  );
  const shown = (l: Schemas['PaidLineAnswer']) =>
    box ? l.box === box : at === 'left_out' ? !!l.leftOut && l.leftOut !== 'no_box' : at ? l.leftOut === at : true;
  const title = $derived(supplier ? (all[0]?.supplier ?? supplier) : 'All payments');
  const which = $derived(
    [
      box ? boxWord(box) : '',
      at === 'left_out' ? 'left out' : at ? leftOut[at as LeftOut] : '',
      month ? `month ${month}` : '',
      account ? `account ${account}` : '',
      unsaid ? 'nobody says how' : '',
    ]
      .filter(Boolean)
      .join(', '),
  );
  const close = () => void go('', back);

  const takeBack = takingBack(act);
  const decide = (
    of: readonly { payment: string; bill: string; line: string }[],
    choice: Omit<Schemas['LinesRequest'], 'lines'>,
  ) =>
    act.run(
      async () => {
        const came = await answer(
          api.PUT('/api/companies/{companyId}/information-returns/lines', {
            params: { path: { companyId: place.company } },
            body: { ...choice, lines: of.map(({ payment, bill, line }) => ({ payment, bill, line })) },
          }),
        );
        chosen.clear();
        return came;
      },
      `${many(of.length, 'line')} decided.`,
      { undo: (came) => takeBack(came.change) },
    );
  const method = (payment: string, to: Schemas['PaymentMethod'] | null, reason: string) =>
    act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/methods', {
            params: { path: { companyId: place.company } },
            body: { payments: [payment], method: to, reason },
          }),
        ),
      'It is noted how it was paid.',
      { undo: (came) => takeBack(came.change) },
    );
</script>

<Dialog.Root open onOpenChange={(open) => !open && close()}>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-20 bg-[rgb(0_0_0/0.25)]" />
    <Dialog.Content
      class="bg-paper border-strong fixed inset-y-0 right-0 z-20 flex w-[760px] max-w-full flex-col border-l p-5 outline-none"
    >
      <div class="flex items-baseline gap-3">
        <Dialog.Title class="font-serif text-xl">{title}</Dialog.Title>
        <Dialog.Description class="text-soft">payments of {year()}{which ? `, ${which}` : ''}</Dialog.Description>
        {#if supplier}<a class="quiet ml-auto shrink-0" href={href(supplierRoom(supplier))}>What is known of it</a>{/if}
        <Dialog.Close class={['btn plain', !supplier && 'ml-auto']}>Close</Dialog.Close>
      </div>
      {#if act.refused}<p class="note bad mt-2" role="alert">{act.refused}</p>{/if}
      {#if place.keeps && chosen.size > 0}
        <div class="border-rule bg-raised mt-3 border p-3">
          <ChooseBox
            label={`${many(chosen.size, 'line')} chosen count in`}
            busy={act.busy}
            take={(choice) =>
              decide(
                lines.filter((l) => chosen.has(l.id)),
                choice,
              )}
          />
        </div>
      {/if}
      <div class="mt-3 min-h-0 flex-1 overflow-y-auto pr-2">
        <Waiting query={payments} what="the payments">
          {#each all as p (p.payment)}
            <Payment
              payment={p}
              named={!supplier}
              {shown}
              isChosen={(l) => chosen.has(key(p, l))}
              choose={(l) => (chosen.has(key(p, l)) ? chosen.delete(key(p, l)) : chosen.add(key(p, l)))}
              busy={act.busy}
              decide={(l, choice) => decide([{ payment: p.payment, bill: l.bill, line: l.line }], choice)}
              method={(to, reason) => method(p.payment, to, reason)}
            />
          {:else}<p class="text-soft">No payment stands here.</p>{/each}
          {#if payments.hasNextPage}<button
              class="btn plain mt-3"
              disabled={payments.isFetching}
              onclick={() => payments.fetchNextPage()}>More payments</button
            >{/if}
          <Changes title="What was decided" {changes} {takeBack} />
        </Waiting>
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
