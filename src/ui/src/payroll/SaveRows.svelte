<script lang="ts">
  import Changes from '../frame/Changes.svelte';
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Outcome from '../mapping/Outcome.svelte';

  /** What saving rows of the payroll mapping would do, the saving itself, and what was changed before, to take back. */
  let {
    rows,
    empty,
    done,
    saved,
    changes,
    busy = $bindable(),
  }: {
    rows: Schemas['PayrollRowText'][];
    empty: string;
    done: string;
    /** Told the pay item of the first row. */
    saved: (item: string) => void;
    changes: Schemas['PayrollChangeAnswer'][];
    busy: boolean;
  } = $props();
  const path = $derived({ companyId: place.company });
  const act = new Acting(useQueryClient());
  let confirmed = $state(false);
  const body = $derived({ rows, confirmed });
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'rehearsal', rows],
    queryFn: () => answer(api.POST('/api/companies/{companyId}/payroll/mapping/rehearsals', { params: { path }, body })),
    enabled: place.keeps && rows.length > 0,
    staleTime: 0,
    retry: false,
  }));
  const asks = $derived((rehearsal.data?.asks.length ?? 0) > 0 && !confirmed);

  // What was confirmed is confirmed of these rows alone.
  let of = '';
  $effect(() => {
    const now = JSON.stringify(rows);
    if (of !== now) confirmed = false;
    of = now;
  });

  async function save() {
    if (rows.length === 0 || asks || act.busy) return;
    const item = rows[0]!.item;
    busy = true;
    const isDone = await act.run(
      () => answer(api.PUT('/api/companies/{companyId}/payroll/mapping', { params: { path }, body })),
      done,
      { undo: (came) => takeBack(came.changeId) },
    );
    busy = false;
    if (isDone) saved(item);
  }

  const takeBack = (change: number) =>
    void act.run(
      () =>
        answer(
          api.POST('/api/companies/{companyId}/payroll/mapping/changes/{id}/undo', { params: { path: { ...path, id: change } } }),
        ),
      'Taken back.',
    );

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
  {#if rows.length === 0}
    <p class="text-soft">{empty}</p>
  {:else if rehearsal.error}
    <p class="note bad" role="alert">{rehearsal.error.message}</p>
  {:else if !rehearsal.data}
    <p class="text-soft" role="status">Rehearsing …</p>
  {:else}
    {@const changed = rehearsal.data.rehearsal.changed.documents}
    <p class="text-soft mb-2">
      {changed === 0 ? 'No open pay run changes.' : `${many(changed, 'open pay run')} ${changed === 1 ? 'changes' : 'change'}.`}
    </p>
    <Outcome rehearsal={rehearsal.data.rehearsal} />
    {#if rehearsal.data.asks.length > 0}
      <label class="note mt-3 flex gap-2"
        ><input type="checkbox" bind:checked={confirmed} />
        <span>{rehearsal.data.asks.join(' ')} Yes, this is meant.</span></label
      >
    {/if}
    <div class="mt-3 flex items-center gap-2">
      <button class="btn" disabled={asks || act.busy} onclick={() => void save()}>Save and go on</button>
      <kbd class="text-soft">Ctrl Enter</kbd>
    </div>
  {/if}
  <Changes {changes} {takeBack} />
</aside>
