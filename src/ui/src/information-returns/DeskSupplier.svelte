<script lang="ts">
  import Changes from '../frame/Changes.svelte';
  import { takingBack } from './takingBack';
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { untrack } from 'svelte';
  import { answer, api, type Schemas } from '../api/client';
  import SavedSince from '../frame/SavedSince.svelte';
  import { isZero, money } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Months from './Months.svelte';
  import Rooms from './Rooms.svelte';
  import { SupplierDraft } from './supplierDraft.svelte';
  import SupplierFields from './SupplierFields.svelte';
  import { boxTitle, points } from './words';
  import { href, year } from './year';
  import W9 from './W9.svelte';
  import W9Requests from './W9Requests.svelte';

  /** One supplier: what is known of it, whether it is reportable and why, its Form W-9, and what it was paid. */
  let { params }: { params: { key: string } } = $props();
  const key = $derived(decodeURIComponent(params.key));
  const path = $derived({ companyId: place.company, year: year(), key });
  const client = useQueryClient();
  const supplier = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'supplier', key],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/information-returns/{year}/suppliers/{key}', { params: { path } })),
  }));
  const s = $derived(supplier.data);
  const draft = new SupplierDraft();
  const act = new Acting(client);
  let whole = $state('');

  // What is typed stays, whatever is read anew of the same supplier.
  let of = '';
  $effect(() => {
    if (s && (s.key !== of || !untrack(() => draft.isChanged))) draft.begin(s.details);
    of = s?.key ?? '';
  });

  const takeBack = takingBack(act);
  const save = (revision = draft.request.revision) =>
    draft.isChanged &&
    void act.run(async () => {
      whole = '';
      const saved = await answer(
        api.PUT('/api/companies/{companyId}/information-returns/{year}/suppliers/{key}', {
          params: { path },
          body: { ...draft.request, revision },
        }),
      );
      draft.begin(saved.details);
    }, `What is known of ${s!.supplier} is saved.`);
  const theirs = $derived(act.theirs as Schemas['DeskSupplier'] | undefined);
  function takeTheirs() {
    draft.begin(theirs!.details);
    act.theirs = undefined;
    void client.invalidateQueries();
  }
  const reveal = () =>
    void act.run(async () => {
      whole = (
        await answer(
          api.POST('/api/companies/{companyId}/information-returns/suppliers/{key}/number', {
            params: { path: { companyId: place.company, key } },
          }),
        )
      ).number;
    }, '');

  function onkeydown(event: KeyboardEvent) {
    if (!event.ctrlKey || event.key !== 'Enter' || !place.keeps) return;
    event.preventDefault();
    save();
  }
</script>

<svelte:window {onkeydown} />
<Rooms at="year-end/suppliers" />
<Waiting query={supplier} what="the supplier">
  {#if s}
    <div class="flex items-baseline gap-4">
      <h1>{s.supplier}</h1>
      <a class="quiet text-soft" href={href('suppliers')}>all suppliers</a>
      {#if s.tally}<span class="ml-auto"
          ><a class="quiet" href={href('', { payments: s.key })}>{money(s.tally.paid)} paid in {s.year}</a
          >{#each s.tally.boxes as b (b.box)},
            <a class="quiet" href={href('', { payments: s.key, box: b.box })}>{boxTitle(b.box)} {money(b.amount)}</a>{b.isToFile
              ? ' to be filed'
              : ` of ${money(b.threshold)}`}{/each}</span
        >{/if}
    </div>
    {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
    {#if theirs}<SavedSince
        mine={{ ...draft.request, number: null }}
        theirs={theirs.details}
        keepMine={() => save(theirs.details.revision)}
        {takeTheirs}
        busy={act.busy}
      />{/if}
    {#if s.points.length > 0}
      <ul class="note mt-3">
        {#each s.points as p, i (i)}<li>
            {points[p.kind].title}{p.detail ? `: ${p.detail}` : ''}.
            {#if p.kind === 'no_box'}<a class="quiet font-semibold" href={href('', { payments: s.key, place: 'no_box' })}
                >Say the box</a
              >{/if}
            {#if p.kind === 'method_unknown'}<a class="quiet font-semibold" href={href('', { payments: s.key, unsaid: 'yes' })}
                >Say how</a
              >{/if}
            {#if p.kind === 'withheld'}<a class="quiet font-semibold" href={href('', { payments: s.key, place: 'left_out' })}
                >Look at the payments</a
              >{/if}
          </li>{/each}
      </ul>
    {/if}
    <div class="mt-4 grid grid-cols-[minmax(0,1fr)_minmax(0,420px)] gap-8">
      <form
        onsubmit={(e) => {
          e.preventDefault();
          save();
        }}
      >
        <SupplierFields {s} {draft} busy={act.busy} {whole} {reveal} />
        {#if place.keeps}
          <div class="mt-3 flex items-center gap-3">
            <button class="btn" disabled={act.busy || !draft.isChanged}>Save <kbd>Ctrl ⏎</kbd></button>
            {#if draft.isChanged}<button type="button" class="btn plain" onclick={() => draft.begin(s.details)}>Leave it</button
              >{/if}
          </div>
        {/if}
      </form>
      <div class="min-w-0">
        <section>
          <h2>Reportable</h2>
          {#each s.reportability as r (r.box)}
            <p class="border-rule border-b py-1.5">
              <b class="font-semibold">{boxTitle(r.box)}: {r.isReportable ? 'yes' : 'no'}.</b>
              <span class="text-soft">{r.because}</span>
            </p>
          {:else}<p class="text-soft">Nothing that it was paid is of a box.</p>{/each}
        </section>
        <section class="mt-5">
          <h2>Form W-9</h2>
          <W9 {s} {draft} {act} />
          <W9Requests {s} {act} {takeBack} />
        </section>
        {#if s.tally && !isZero(s.tally.paid)}
          <section class="mt-5">
            <h2>By month</h2>
            <Months supplier={s.key} />
          </section>
        {/if}
        <Changes changes={s.changes} {takeBack} />
      </div>
    </div>
  {/if}
</Waiting>
