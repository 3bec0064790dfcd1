<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { editing } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { counts, payee } from './owed';

  /** When a payee is due, counted from the pay date of each run. */
  let { of, close }: { of: Schemas['OwedItemAnswer']; close: () => void } = $props();
  const act = new Acting(useQueryClient());
  const isPaidAtOnce = $derived(of.kind === 'employees' || of.kind === 'processor');
  let rule = $state<Schemas['TermRule'] | ''>('');
  let days = $state<number | null>(null);
  const chosen = $derived({
    rule: rule || (isPaidAtOnce ? ('net_days' as const) : ('day_of_next_month' as const)),
    days: days ?? (isPaidAtOnce ? 0 : 15),
  });

  async function take() {
    const isDone = await act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/payroll/owed/due', {
            params: { path: { companyId: place.company } },
            body: { kind: of.kind, payee: of.payee, ...chosen },
          }),
        ),
      `What is owed to ${payee(of.kind, of.payee)} is due ${counts(chosen.rule, chosen.days)}.`,
    );
    if (isDone) close();
  }
</script>

<form
  class="bg-sunk flex flex-wrap items-center gap-2 p-3"
  onsubmit={(e) => {
    e.preventDefault();
    void take();
  }}
  {@attach editing(() => void take(), close)}
>
  What is owed to {payee(of.kind, of.payee)} is due
  <input
    class="field w-16"
    type="number"
    aria-label="Days, day or months"
    min="0"
    max="366"
    value={chosen.days}
    oninput={(e) => (days = e.currentTarget.valueAsNumber)}
  />
  <select
    class="field"
    aria-label="How it counts"
    value={chosen.rule}
    onchange={(e) => (rule = e.currentTarget.value as Schemas['TermRule'])}
  >
    <option value="net_days">days after the pay date</option>
    <option value="day_of_next_month">is the day of the month after</option>
    <option value="end_of_month">months after, at the end of the month</option>
  </select>
  <button class="btn" disabled={act.busy || Number.isNaN(chosen.days)}>Keep that</button>
  <button type="button" class="btn plain" onclick={close}>Leave it</button>
  {#if act.refused}<p class="w-full" role="alert">{act.refused}</p>{/if}
</form>
