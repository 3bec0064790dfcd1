<script lang="ts">
  import { takingBack } from './takingBack';
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { editing } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import ChooseBox from './ChooseBox.svelte';
  import { SupplierDraft } from './supplierDraft.svelte';
  import SupplierFields from './SupplierFields.svelte';
  import { href, year } from './year';

  /** A point of the list, mended where it stands: what is known of the supplier, or where its payments count. */
  let { point, leave }: { point: Schemas['PointAnswer']; leave: () => void } = $props();
  const path = $derived({ companyId: place.company, year: year(), key: point.key });
  const isOfPayments = $derived(point.kind === 'no_box' || point.kind === 'withheld');
  const client = useQueryClient();
  const supplier = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'supplier', point.key],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/information-returns/{year}/suppliers/{key}', { params: { path } })),
    enabled: !isOfPayments,
  }));
  const query = $derived(
    point.kind === 'no_box' ? { supplier: point.key, place: 'no_box' as const } : { supplier: point.key, leftOut: true },
  );
  const payments = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'payments', query],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/information-returns/{year}/payments', {
          params: { path: { companyId: place.company, year: year() }, query },
        }),
      ),
    enabled: isOfPayments,
  }));
  const lines = $derived(
    (payments.data?.payments ?? []).flatMap((p) =>
      p.lines
        .filter((l) => (point.kind === 'no_box' ? l.leftOut === 'no_box' : l.leftOut))
        .map((l) => ({ payment: p.payment, bill: l.bill, line: l.line, account: l.account, title: l.accountTitle })),
    ),
  );
  const accounts = $derived([...new Map(lines.map((l) => [l.account, l.title]))]);
  const draft = new SupplierDraft();
  const act = new Acting(client);
  const takeBack = takingBack(act);

  $effect(() => {
    if (supplier.data) draft.begin(supplier.data.details);
  });

  async function save() {
    if (!draft.isChanged) return;
    const done = await act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/{year}/suppliers/{key}', {
            params: { path },
            body: draft.request,
          }),
        ),
      `What is known of ${point.supplier} is saved.`,
    );
    if (done) leave();
  }
  async function decide(choice: Omit<Schemas['LinesRequest'], 'lines'>) {
    let change = 0;
    const of = lines.map(({ payment, bill, line }) => ({ payment, bill, line }));
    const done = await act.run(
      async () => {
        change = (
          await answer(
            api.PUT('/api/companies/{companyId}/information-returns/lines', {
              params: { path: { companyId: place.company } },
              body: { ...choice, lines: of },
            }),
          )
        ).change;
      },
      `${many(of.length, 'line')} decided.`,
      { undo: () => takeBack(change) },
    );
    if (done) leave();
    return done;
  }
</script>

{#if act.refused}<p class="note bad mb-2" role="alert">{act.refused}</p>{/if}
{#if isOfPayments}
  <Waiting query={payments} what="the payments">
    <p class="text-soft mb-2">
      {many(lines.length, 'line')} of payments for
      {#each accounts as [account, title], i (account)}{i > 0 ? ', ' : ''}<a class="quiet" href={href('boxes', { account })}
          >{title}</a
        >{/each}: say the box of the account for all, or of these payments alone.
    </p>
    <ChooseBox label={`${many(lines.length, 'line')} of theirs to count in`} busy={act.busy || !place.keeps} take={decide} />
  </Waiting>
{:else}
  <Waiting query={supplier} what="the supplier">
    {#if supplier.data}
      <form
        class="max-w-3xl"
        onsubmit={(e) => {
          e.preventDefault();
          void save();
        }}
        {@attach editing(() => void save(), leave)}
      >
        <SupplierFields s={supplier.data} {draft} busy={act.busy} whole="" reveal={() => undefined} />
        <div class="mt-3 flex gap-2">
          <button class="btn" disabled={act.busy || !draft.isChanged}>Save <kbd>Ctrl ⏎</kbd></button>
          <button type="button" class="btn plain" onclick={leave}>Leave it</button>
        </div>
      </form>
    {/if}
  </Waiting>
{/if}
