<script lang="ts">
  import { takingBack } from './takingBack';
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, shortDay } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import ChooseMethod from './ChooseMethod.svelte';
  import { paymentsOf } from './paymentsOf';

  /** How a supplier was paid, said where nobody says it. */
  let { point, leave }: { point: Schemas['PointAnswer']; leave: () => void } = $props();
  const query = $derived({ supplier: point.key, unsaid: true });
  const payments = createQuery(() => paymentsOf(query));
  const of = $derived(payments.data?.payments ?? []);
  const from = $derived([...new Set(of.map((p) => p.paidFrom).filter(Boolean))].join(', '));
  const act = new Acting(useQueryClient());
  const takeBack = takingBack(act);

  async function decide(method: Schemas['PaymentMethod'], reason: string) {
    const done = await act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/methods', {
            params: { path: { companyId: place.company } },
            body: { payments: of.map((p) => p.payment), method, reason },
          }),
        ),
      'It is noted how they were paid.',
      { undo: (came) => takeBack(came.change) },
    );
    if (done) leave();
  }
</script>

{#if act.refused}<p class="note bad mb-2" role="alert">{act.refused}</p>{/if}
<Waiting query={payments} what="the payments">
  <p class="mb-2">
    {#each of.slice(0, 6) as p, i (p.payment)}{i > 0 ? ', ' : ''}{money(p.amount)} on {shortDay(p.day)}{/each}{of.length > 6
      ? ' …'
      : ''}{from ? `, paid from ${from}` : ''}.
    <span class="text-soft"
      >It counts as paid from a bank until somebody says how. Say once what is paid from there under <a
        class="quiet"
        href={place.href('mapping/payment-accounts')}>Payment accounts</a
      > and read the payments again, or say it of these alone.</span
    >
  </p>
  <ChooseMethod
    label={`${payments.data?.more ? 'The latest ' : ''}${many(of.length, 'payment')} made by`}
    busy={act.busy || !place.keeps}
    take={decide}
  />
</Waiting>
