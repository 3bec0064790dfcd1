<script lang="ts">
  import { takingBack } from './takingBack';
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import ChooseBox from './ChooseBox.svelte';
  import { paymentsOf } from './paymentsOf';
  import { href } from './year';

  /** Where lines of a supplier's payments count, said where it is missing. */
  let { point, leave }: { point: Schemas['PointAnswer']; leave: () => void } = $props();
  const query = $derived(
    point.kind === 'no_box' ? { supplier: point.key, place: 'no_box' as const } : { supplier: point.key, leftOut: true },
  );
  const payments = createQuery(() => paymentsOf(query));
  const lines = $derived(
    (payments.data?.payments ?? []).flatMap((p) =>
      p.lines
        .filter((l) => (point.kind === 'no_box' ? l.leftOut === 'no_box' : l.leftOut))
        .map((l) => ({ payment: p.payment, bill: l.bill, line: l.line, account: l.account, title: l.accountTitle })),
    ),
  );
  const accounts = $derived([...new Map(lines.map((l) => [l.account, l.title]))]);
  const act = new Acting(useQueryClient());
  const takeBack = takingBack(act);

  async function decide(choice: Omit<Schemas['LinesRequest'], 'lines'>) {
    const of = lines.map(({ payment, bill, line }) => ({ payment, bill, line }));
    const done = await act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/lines', {
            params: { path: { companyId: place.company } },
            body: { ...choice, lines: of },
          }),
        ),
      `${many(of.length, 'line')} decided.`,
      { undo: (came) => takeBack(came.change) },
    );
    if (done) leave();
    return done;
  }
</script>

{#if act.refused}<p class="note bad mb-2" role="alert">{act.refused}</p>{/if}
<Waiting query={payments} what="the payments">
  <p class="text-soft mb-2">
    {many(lines.length, 'line')} of {payments.data?.more ? 'the latest ' : ''}payments for
    {#each accounts as [account, title], i (account)}{i > 0 ? ', ' : ''}<a class="quiet" href={href('boxes', { account })}
        >{title}</a
      >{/each}: say the box of the account for all, or of these payments alone.
  </p>
  <ChooseBox label={`${many(lines.length, 'line')} of theirs to count in`} busy={act.busy || !place.keeps} take={decide} />
</Waiting>
