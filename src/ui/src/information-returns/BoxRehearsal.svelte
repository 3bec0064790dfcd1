<script lang="ts">
  import Changes from '../frame/Changes.svelte';
  import { takingBack } from './takingBack';
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money } from '../amounts/format';
  import type { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import { boxWord, placeTitle } from './words';
  import { href, year } from './year';

  /** What saving boxes would do: who moves, and who crosses a threshold; the saving itself, and what was changed before. */
  let {
    rows,
    empty,
    done,
    saved,
    changes,
    act,
  }: {
    rows: Schemas['BoxRowRequest'][];
    empty: string;
    done: string;
    saved: () => void;
    changes: Schemas['ReturnChangeAnswer'][];
    act: Acting;
  } = $props();
  const path = $derived({ companyId: place.company, year: year() });
  let confirmed = $state(false);
  const body = $derived({ rows, confirmed });
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'rehearsal', rows],
    queryFn: () =>
      answer(api.POST('/api/companies/{companyId}/information-returns/{year}/boxes/rehearsals', { params: { path }, body })),
    enabled: place.keeps && rows.length > 0,
    staleTime: 0,
    retry: false,
  }));
  const r = $derived(rehearsal.data);
  const asks = $derived((r?.asks.length ?? 0) > 0 && !confirmed);

  // What was confirmed is confirmed of these rows alone.
  let of = '';
  $effect(() => {
    const now = JSON.stringify(rows);
    if (of !== now) confirmed = false;
    of = now;
  });

  async function save() {
    if (rows.length === 0 || asks || act.busy) return;
    const isDone = await act.run(
      () => answer(api.PUT('/api/companies/{companyId}/information-returns/{year}/boxes', { params: { path }, body })),
      done,
      { undo: (came) => takeBack(came.change) },
    );
    if (isDone) saved();
  }

  const takeBack = $derived(takingBack(act));

  function onkeydown(event: KeyboardEvent) {
    if (!event.ctrlKey || event.key !== 'Enter') return;
    event.preventDefault();
    void save();
  }
</script>

<svelte:window {onkeydown} />
<aside class="bg-raised border-rule sticky top-3 self-start border p-4" aria-label="Rehearsal" aria-live="polite">
  <h2>Rehearsal</h2>
  {#if act.refused}<p class="note bad mb-2" role="alert">{act.refused}</p>{/if}
  {#if rows.length === 0}<p class="text-soft">{empty}</p>
  {:else if rehearsal.error}<p class="note bad" role="alert">{rehearsal.error.message}</p>
  {:else if !r}<p class="text-soft" role="status">Rehearsing …</p>
  {:else}
    <p class="text-soft mb-2">
      {r.lines === 0
        ? 'No payment moves.'
        : `If you save this, ${many(r.lines, 'line')} of payments ${r.lines === 1 ? 'moves' : 'move'}.`}
    </p>
    {#if r.crossings.length > 0}
      <h3 class="text-xs font-semibold">Across a threshold</h3>
      {#each r.crossings as c, i (i)}
        <p class="border-rule border-b py-1 text-xs">
          <a class="quiet" href={href('', { payments: c.key, year: c.year })}>{c.supplier}</a>:
          <b class="font-semibold">{boxWord(c.box)} {c.isFiledThen ? 'is filed then' : 'is not filed any more'}</b>
          <span class="text-soft block">{money(c.before)} → {money(c.after)}, from {money(c.threshold)} on</span>
        </p>
      {/each}
    {/if}
    {#if r.moves.length > 0}
      <table class="ledger mt-2 text-xs">
        <thead><tr><th>Supplier</th><th>From → to</th><th class="n">Amount</th></tr></thead>
        <tbody>
          {#each r.moves as m, i (i)}
            <tr
              ><td class="max-w-[110px]"
                ><a class="quiet block truncate" href={href('', { payments: m.key, year: m.year })} title={m.supplier}
                  >{m.supplier}</a
                ></td
              ><td
                >{placeTitle({ box: m.fromBox, leftOut: m.fromLeftOut })} → {placeTitle({
                  box: m.toBox,
                  leftOut: m.toLeftOut,
                })}{m.year !== year() ? `, ${m.year}` : ''}</td
              ><td class="n">{money(m.amount)}</td></tr
            >
          {/each}
        </tbody>
      </table>
    {/if}
    {#if r.asks.length > 0}
      <label class="note mt-3 flex gap-2"
        ><input type="checkbox" bind:checked={confirmed} /> <span>{r.asks.join(' ')} Yes, this is meant.</span></label
      >
    {/if}
    <div class="mt-3 flex items-center gap-2">
      <button class="btn" disabled={asks || act.busy} onclick={() => void save()}>Save and go on</button>
      <kbd class="text-soft">Ctrl Enter</kbd>
    </div>
  {/if}
  <Changes {changes} {takeBack} />
</aside>
