<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push, replace } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api, Refusal, type Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { codedAnew, rehearse, rowOf, saveChanges, undoSet } from './changes';
  import { inForce, RowEditing } from './editing.svelte';
  import KindNav from './KindNav.svelte';
  import { kindOf, kindTitle, mapsToValue } from './kinds';
  import MapAnother from './MapAnother.svelte';
  import Rehearsal from './Rehearsal.svelte';
  import Rooms from './Rooms.svelte';
  import Suggestions from './Suggestions.svelte';
  import ValueList from './ValueList.svelte';
  import ValueRows from './ValueRows.svelte';
  import { coverageOf, nextToDecide } from './values';

  /** What arrives on the left, what decides it in the middle, what a change would do on the right. */
  const client = useQueryClient();
  const kind = $derived(kindOf(place.query.get('kind')));
  const values = createQuery(() => ({
    queryKey: [place.company, 'values', kind],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/{kind}/values', { params: { path: { companyId: place.company, kind } } }),
      ),
  }));
  let showHidden = $state(false);
  const listed = $derived((values.data?.rows ?? []).filter((r) => showHidden || !r.hidden));
  const value = $derived(place.query.get('value') ?? listed[0]?.value ?? '');
  // A beginning of cost codes that is no code itself is mapped as a group.
  const ofKind = $derived(kind === 'cost_code' && value && !listed.some((r) => r.value === value) ? 'cost_code_group' : kind);
  const detail = createQuery(() => ({
    queryKey: [place.company, 'value', ofKind, value],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/{kind}/value', {
          params: { path: { companyId: place.company, kind: ofKind }, query: { key: value } },
        }),
      ),
    enabled: value !== '',
  }));

  const editing = new RowEditing();
  let middle = $state<HTMLElement>();
  let shownFor = '';
  $effect(() => {
    // Another value begins with what is in force for it.
    const now = `${ofKind}|${value}|${detail.dataUpdatedAt}`;
    if (now === shownFor || !detail.data) return;
    shownFor = now;
    editing.begin(ofKind, value, detail.data.rows);
  });

  const differs = $derived(value !== '' && editing.row.key === value && editing.differs);
  const proposed = $derived({ rows: [editing.row], confirmed: editing.confirmed, origin: 'by_hand' as const });
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'rehearsal', ofKind, value, editing.facts],
    queryFn: () => rehearse(proposed),
    enabled: differs && place.keeps,
    staleTime: 0,
  }));

  const go = (next: string, replacing = false) => (replacing ? replace : push)(place.to('mapping', { kind, value: next }));
  const edit = () => middle?.querySelector('input')?.focus();

  async function write(body: Schemas['ChangesRequest'], what: string) {
    editing.refused = '';
    try {
      const saved = await saveChanges(body);
      await client.invalidateQueries();
      toast(`${what} ${codedAnew(saved)}`, {
        action: { label: 'Undo', onClick: () => takeBack(saved.setId) },
      });
      return true;
    } catch (error) {
      editing.refused = (error as Error).message;
      if (error instanceof Refusal && error.type === 'confirm') editing.confirmed = false;
      return false;
    }
  }

  async function save(next: boolean) {
    if (!differs) return;
    // What is saved is fixed here: the list, and with it the value that is shown, moves on as soon as it is.
    const [was, following] = [value, nextToDecide(listed, value)];
    if (!(await write({ ...proposed, rows: [{ ...editing.row }] }, `“${was}” is mapped.`)) || !next || !following) return;
    await go(following.value);
    edit();
  }

  async function takeBack(set: number) {
    try {
      await undoSet(set);
      await client.invalidateQueries();
      toast('Taken back.');
    } catch (error) {
      editing.refused = (error as Error).message;
    }
  }

  async function end() {
    const current = inForce(detail.data?.rows ?? []);
    if (!current) return;
    const { forSource, effectiveFrom } = current;
    const rows = [rowOf({ kind: ofKind, key: value, forSource, effectiveFrom, remove: true })];
    await write({ rows, confirmed: true, origin: 'by_hand' }, `“${value}” is not mapped any more.`);
  }

  async function hide(hidden: boolean) {
    try {
      await answer(
        api.PUT('/api/companies/{companyId}/mapping/hidden', {
          params: { path: { companyId: place.company } },
          body: { kind: ofKind, value, hidden },
        }),
      );
      await client.invalidateQueries();
      toast(hidden ? `“${value}” is hidden from lists; what uses it goes on.` : `“${value}” is shown again.`);
    } catch (error) {
      editing.refused = (error as Error).message;
    }
  }

  function onkeydown(event: KeyboardEvent) {
    if (!event.ctrlKey || event.key !== 'Enter') return;
    event.preventDefault();
    void save(true);
  }
</script>

<svelte:window {onkeydown} />
<Rooms at="mapping" />
<KindNav {kind} />
<div class="flex flex-wrap items-baseline gap-x-5 gap-y-1">
  <h1>{kindTitle(kind)}</h1>
  <span class="text-soft">{coverageOf(values.data)}</span>
  {#if (values.data?.rows ?? []).some((r) => r.hidden)}
    <label class="text-soft ml-auto flex items-center gap-1.5"
      ><input type="checkbox" bind:checked={showHidden} /> show hidden</label
    >
  {/if}
</div>
<Suggestions {kind} open={(v) => go(v)} />

<Waiting query={values} what="the values">
  {#if values.data?.rows.length === 0 && !value}
    <p class="text-soft mt-8 max-w-xl">
      Nothing of this kind has arrived yet. <a class="quiet" href={place.href('arrivals/new')}>Take in a file</a>, or
      <a class="quiet" href={place.href('mapping/book')}>take a mapping book in</a>, and its values stand here, most money first.
    </p>
    {#if place.keeps}<MapAnother {go} />{/if}
  {:else if values.data}
    <div class="mt-3 grid grid-cols-[330px_minmax(300px,1fr)_330px] gap-7">
      <ValueList {kind} {listed} {value} {go} {edit} />
      <section bind:this={middle} class="sticky top-3 self-start">
        <ValueRows kind={ofKind} {value} detail={detail.data} {editing} {end} {hide} />
      </section>
      <Rehearsal
        query={differs ? rehearsal : null}
        idle={place.keeps
          ? `Choose ${mapsToValue(ofKind) ? 'a value' : 'an account'} for “${value}”, and see here what saving it would do.`
          : ''}
        posted={detail.data?.posted ?? 0}
        bind:confirmed={editing.confirmed}
        refused={editing.refused}
      >
        {#snippet actions(asks)}
          <button class="btn" disabled={asks} onclick={() => save(true)}>Save and go on</button>
          <button class="btn plain" disabled={asks} onclick={() => save(false)}>Save</button>
          <kbd class="text-soft">Ctrl Enter</kbd>
        {/snippet}
      </Rehearsal>
    </div>
  {/if}
</Waiting>
