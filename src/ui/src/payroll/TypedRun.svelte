<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { isZero, money } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import DayField from '../frame/DayField.svelte';
  import { place } from '../frame/place.svelte';
  import Beam from './Beam.svelte';
  import { types } from './items';
  import Rooms from './Rooms.svelte';
  import { TypedRun } from './typed.svelte';

  /** A run of which a bureau sends totals by pay item alone, typed with its journal beside it; the last run is the template. */
  const path = $derived({ companyId: place.company });
  const draft = new TypedRun();
  const act = new Acting(useQueryClient());
  const last = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'last'],
    queryFn: async () => {
      const runs = await answer(api.GET('/api/companies/{companyId}/payroll/runs', { params: { path } }));
      const latest = runs.rows[0];
      return latest
        ? answer(api.GET('/api/companies/{companyId}/payroll/runs/{id}', { params: { path: { ...path, id: latest.id } } }))
        : null;
    },
  }));
  let begun = false;
  $effect(() => {
    if (begun || last.data === undefined) return;
    begun = true;
    draft.like(last.data?.items ?? []);
  });
  const preview = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'typed', draft.request],
    queryFn: () =>
      answer(api.POST('/api/companies/{companyId}/payroll/runs/typed/preview', { params: { path }, body: draft.request })),
    enabled: draft.isWhole && place.keeps,
    placeholderData: (before: Schemas['TypedPreview'] | undefined) => before,
    retry: false,
  }));
  const p = $derived(draft.isWhole ? preview.data : undefined);
  const side = (amount: string) => (isZero(amount) ? '' : money(amount));

  async function take() {
    if (!draft.isWhole) return;
    const done = await act.run(
      () => answer(api.POST('/api/companies/{companyId}/payroll/runs/typed', { params: { path }, body: draft.request })),
      `Run ${draft.run} is taken in.`,
    );
    if (done) void push(place.to('payroll'));
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey && event.key === 'Enter') void take();
    else if (event.key === 'Escape' && event.target === document.body) void push(place.to('payroll'));
    else return;
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />
<Rooms at="payroll" />
<h1>A run by its totals</h1>
<p class="text-soft mt-1 max-w-3xl">
  Where a bureau sends totals by pay item alone. The pay items of the last run stand here; what stays blank is left out.
</p>
<div class="mt-4 grid grid-cols-[1.25fr_1fr] gap-9">
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void take();
    }}
  >
    <div class="flex gap-4">
      <label class="text-soft">Run <input class="field block w-36" required maxlength="200" bind:value={draft.run} /></label>
      <label class="text-soft">Paid on <span class="block"><DayField bind:value={draft.payDate} required /></span></label>
      <label class="text-soft">Period to <span class="block"><DayField bind:value={draft.periodEnd} /></span></label>
    </div>
    <table class="ledger mt-4">
      <thead><tr><th>Pay item</th><th></th><th class="n">Total</th><th class="pl-4!">Agency</th></tr></thead>
      <tbody>
        {#each draft.rows as row, i (i)}
          <tr>
            <td><input class="field w-full" aria-label={`Pay item ${i + 1}`} maxlength="200" bind:value={row.item} /></td>
            <td
              ><select class="field" aria-label={`What pay item ${i + 1} is`} bind:value={row.type}>
                {#each Object.entries(types) as [type, title] (type)}<option value={type}>{title}</option>{/each}
              </select></td
            >
            <td class="n"
              ><input
                class="field w-28 text-right"
                inputmode="decimal"
                aria-label={`Total of pay item ${i + 1}`}
                bind:value={row.amount}
              /></td
            >
            <td class="pl-4!"
              ><input
                class="field w-full"
                aria-label={`Agency of pay item ${i + 1}`}
                maxlength="200"
                bind:value={row.agency}
              /></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <button type="button" class="quiet mt-2" onclick={draft.add}>another pay item</button>
    {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
    <div class="mt-4 flex items-center gap-2">
      <button class="btn" disabled={!draft.isWhole || act.busy}>Take it in</button>
      <a class="btn plain" href={place.href('payroll')}>Leave it</a>
      <kbd class="text-soft">Ctrl Enter</kbd>
    </div>
  </form>
  <section aria-live="polite" aria-label="The journal it becomes">
    <h2>The journal it becomes</h2>
    {#if !draft.isWhole}<p class="text-soft">Name the run, its day and a total, and see here what it becomes.</p>
    {:else if preview.error}<p class="note bad" role="alert">{preview.error.message}</p>
    {:else if p}
      <Beam left={p.debit} right={p.credit} outBy={p.outBy} />
      <table class="ledger">
        <tbody>
          {#each p.lines as l, i (i)}
            <tr
              ><td class={isZero(l.debit) ? 'pl-6!' : ''}>{l.accountTitle}</td><td class="n">{side(l.debit)}</td><td class="n"
                >{side(l.credit)}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
      {#if p.reasons.length > 0}
        <ul class="text-ochre mt-3">
          {#each p.reasons as reason, i (i)}<li>{reason}</li>{/each}
        </ul>
      {/if}
    {/if}
  </section>
</div>
