<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api } from '../api/client';
  import { many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { accounts as chart } from '../ledger/values';
  import { codedAnew, rehearse, saveChanges, undoSet } from './changes';
  import GridCells from './GridCells.svelte';
  import { GridEditing } from './gridEditing.svelte';
  import { kindGroups, kindOf, kindTitle, mapsToValue } from './kinds';
  import Rehearsal from './Rehearsal.svelte';
  import Rooms from './Rooms.svelte';
  import DayField from '../frame/DayField.svelte';

  /** Many values at once: type to search an account, paste one or two columns, fill down, undo, and save it all as one change. */
  const client = useQueryClient();
  const kind = $derived(kindOf(place.query.get('kind')));
  const values = createQuery(() => ({
    queryKey: [place.company, 'values', kind],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/{kind}/values', { params: { path: { companyId: place.company, kind } } }),
      ),
  }));
  const accounts = chart();
  const grid = new GridEditing(() => ({
    kind,
    rows: values.data?.rows ?? [],
    accounts: accounts.data ?? [],
    keeps: place.keeps,
  }));
  let from = $state('');
  let confirmed = $state(false);
  let refused = $state('');
  const body = $derived({ rows: grid.rows(from), confirmed, origin: 'grid' as const });
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'rehearsal', 'grid', kind, from, JSON.stringify(grid.sheet.edits)],
    queryFn: () => rehearse(body),
    enabled: grid.changed.length > 0 && place.keeps && grid.typing === null,
    staleTime: 0,
  }));

  async function save() {
    refused = '';
    try {
      const saved = await saveChanges(body);
      grid.leave();
      await client.invalidateQueries();
      toast(`${many(saved.changed, 'mapping')} saved as one change, ${codedAnew(saved)}`, {
        action: { label: 'Undo', onClick: () => takeBack(saved.setId) },
      });
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  async function takeBack(set: number) {
    try {
      await undoSet(set);
      await client.invalidateQueries();
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  function choose(next: string) {
    if (Object.keys(grid.sheet.edits).length > 0 && !window.confirm('Leave what is not saved in this grid?')) return;
    grid.leave();
    grid.moveTo(0);
    push(place.to('mapping/grid', { kind: next }));
  }
</script>

<Rooms at="mapping/grid" />
<div class="flex items-center gap-4">
  <h1>Many at once</h1>
  <select class="field" aria-label="Kind of value" value={kind} onchange={(e) => choose(e.currentTarget.value)}>
    {#each kindGroups() as group (group.title)}
      <optgroup label={group.title}>
        {#each group.kinds.filter((k) => !mapsToValue(k.kind)) as k (k.kind)}<option value={k.kind}>{k.plural}</option>{/each}
      </optgroup>
    {/each}
  </select>
  <input class="field" placeholder="Find a value" aria-label="Find a value" bind:value={grid.text} />
  <label class="text-soft flex items-center gap-1.5"
    ><input type="checkbox" bind:checked={grid.only} /> only what needs an account</label
  >
  {#if place.keeps}<span class="ml-auto flex gap-2">
      <button class="btn plain" disabled={grid.sheet.past.length === 0} onclick={grid.undo}>Undo</button>
      <button class="btn plain" disabled={grid.sheet.future.length === 0} onclick={grid.redo}>Redo</button>
    </span>{/if}
</div>
<p class="text-soft mt-1" role="status">
  {grid.said ||
    'Type to search an account. Paste one column down from a cell, or two columns, value and account. Shift and arrows choose cells, Ctrl D fills down.'}
</p>
<Waiting query={values} what="the values">
  <div class="mt-3 grid grid-cols-[1fr_330px] gap-7">
    <GridCells {grid} label={kindTitle(kind)} />
    <div class="flex flex-col gap-3">
      {#if grid.unknown.length > 0}
        <div class="note bad" role="alert">
          {many(grid.unknown.length, 'account')} in the grid {grid.unknown.length === 1 ? 'is' : 'are'} unknown or closed: {grid.unknown
            .slice(0, 4)
            .map((v) => `${grid.sheet.edits[v]!.text} for “${v}”`)
            .join(', ')}{grid.unknown.length > 4 ? ', …' : ''}. They stay in the grid and are not saved.
        </div>
      {/if}
      <label class="text-soft flex items-center gap-2"
        >Changes count from <DayField bind:value={from} /> {from ? '' : '(always)'}</label
      >
      <Rehearsal
        query={grid.changed.length > 0 ? rehearsal : null}
        idle="Change accounts, and see here what saving them all would do."
        bind:confirmed
        {refused}
      >
        {#snippet actions(asks)}
          <button class="btn" disabled={asks} onclick={save}>Save {many(grid.changed.length, 'change')}</button>
          <button class="btn plain" onclick={() => grid.leave()}>Leave them</button>
        {/snippet}
      </Rehearsal>
    </div>
  </div>
</Waiting>
