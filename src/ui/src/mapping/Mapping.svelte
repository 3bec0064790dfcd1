<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push, replace } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api, Refusal, type Schemas } from '../api/client';
  import { instant, isZero, many, money, size } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { rehearse, rowOf, saveChanges, undoSet } from './changes';
  import { isOffset, kindGroups, kindTitle, mapsToValue } from './kinds';
  import Ladder from './Ladder.svelte';
  import Rehearsal from './Rehearsal.svelte';
  import Rooms from './Rooms.svelte';
  import RowEditor from './RowEditor.svelte';
  import Suggestions from './Suggestions.svelte';
  import { codeTree, nextToDecide } from './values';

  /** What arrives on the left, what decides it in the middle, what a change would do on the right. */
  const client = useQueryClient();
  const kind = $derived(place.query.get('kind') ?? 'category');
  const path = $derived({ companyId: place.company, kind });
  const values = createQuery(() => ({
    queryKey: [place.company, 'values', kind],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/mapping/{kind}/values', { params: { path } })),
  }));
  const overview = createQuery(() => ({
    queryKey: [place.company, 'overview', ''],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/overview', { params: { path: { companyId: place.company } } })),
  }));
  let showHidden = $state(false);
  let another = $state('');
  const listed = $derived((values.data?.rows ?? []).filter((r) => showHidden || !r.hidden));
  const tree = $derived(
    kind === 'cost_code'
      ? codeTree(listed)
      : listed.slice(0, 400).map((row) => ({ code: row.value, depth: 0, row: row as Schemas['ValueAnswer'] | null })),
  );
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
  const current = $derived(detail.data?.rows.find((r) => r.inForce && !r.forSource) ?? detail.data?.rows[0]);

  let row = $state(rowOf({ kind: '', key: '' }));
  let begun = $state('');
  let confirmed = $state(false);
  let refused = $state('');
  let middle = $state<HTMLElement>();
  let shownFor = '';

  const facts = (r: Schemas['RowRequest']) =>
    JSON.stringify([
      r.account,
      r.ledgerItem,
      r.value,
      r.group,
      r.taxCode,
      r.department,
      r.location,
      r.project,
      r.recoverablePercent,
      r.effectiveFrom,
      r.forSource,
    ]);

  $effect(() => {
    // Another value begins with what is in force for it.
    const now = `${ofKind}|${value}|${detail.dataUpdatedAt}`;
    if (now === shownFor || !detail.data) return;
    shownFor = now;
    row = rowOf({
      kind: ofKind,
      key: value,
      account: current?.account ?? '',
      ledgerItem: current?.ledgerItem ?? '',
      value: current?.value ?? '',
      group: current?.group ?? '',
      taxCode: current?.taxCode ?? '',
      department: current?.department ?? '',
      location: current?.location ?? '',
      project: current?.project ?? '',
      recoverablePercent: ofKind === 'tax_code' ? (current?.percent ?? '100') : null,
    });
    begun = facts(row);
    confirmed = false;
    refused = '';
  });

  const says = $derived(Boolean(row.account || row.value || row.group) || ofKind === 'tax_code');
  const differs = $derived(
    value !== '' && row.key === value && says && (facts(row) !== begun || (ofKind === 'tax_code' && !detail.data?.rows.length)),
  );
  const proposed = $derived({ rows: [row], confirmed, origin: 'by hand' });
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'rehearsal', ofKind, value, facts(row)],
    queryFn: () => rehearse(proposed),
    enabled: differs && place.keeps,
    staleTime: 0,
  }));

  const go = (next: string, where = push) => where(place.to('mapping', { kind, value: next }));
  const coverage = $derived.by(() => {
    const all = values.data;
    if (!all || all.values === 0) return '';
    const total = size(all.money);
    const share = total === 0 ? 100 : (size(all.moneyMapped) / total) * 100;
    return `${all.mapped} of ${all.values} mapped · ${share.toFixed(1)} % of the money`;
  });

  async function write(body: Schemas['ChangesRequest'], what: string) {
    refused = '';
    try {
      const saved = await saveChanges(body);
      await client.invalidateQueries();
      toast(`${what} ${many(saved.recoded, 'open document')} coded anew.`, {
        action: { label: 'Undo', onClick: () => takeBack(saved.setId) },
      });
      return true;
    } catch (error) {
      refused = (error as Error).message;
      if (error instanceof Refusal && error.type === 'confirm') confirmed = false;
      return false;
    }
  }

  async function save(next: boolean) {
    if (!differs) return;
    // What is saved is fixed here: the list, and with it the value that is shown, moves on as soon as it is.
    const [was, following] = [value, nextToDecide(listed, value)];
    if (!(await write({ ...proposed, rows: [{ ...row }] }, `“${was}” is mapped.`)) || !next || !following) return;
    await go(following.value);
    middle?.querySelector('input')?.focus();
  }

  async function takeBack(set: number) {
    try {
      await undoSet(set);
      await client.invalidateQueries();
      toast('Taken back.');
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  const end = () =>
    current &&
    write(
      {
        rows: [
          rowOf({
            kind: ofKind,
            key: value,
            forSource: current.forSource,
            effectiveFrom: current.effectiveFrom,
            remove: true,
          }),
        ],
        confirmed: true,
        origin: 'by hand',
      },
      `“${value}” is not mapped any more.`,
    );

  async function hide(hidden: boolean) {
    await answer(
      api.PUT('/api/companies/{companyId}/mapping/hidden', {
        params: { path: { companyId: place.company } },
        body: { kind: ofKind, value, hidden },
      }),
    );
    await client.invalidateQueries();
    toast(hidden ? `“${value}” is hidden from lists; what uses it goes on.` : `“${value}” is shown again.`);
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey && event.key === 'Enter') {
      event.preventDefault();
      void save(true);
    }
  }
</script>

<svelte:window {onkeydown} />
{#snippet mapAnother()}
  {#if place.keeps}
    <form
      class="mt-2 flex max-w-sm gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        if (another.trim()) void go(another.trim());
        another = '';
      }}
    >
      <input
        class="field min-w-0 flex-1"
        placeholder="Another value"
        aria-label="Map a value that is not in the list"
        bind:value={another}
      />
      <button class="btn plain">Map it</button>
    </form>
  {/if}
{/snippet}
<Rooms at="mapping" />
<nav class="mb-3 flex flex-wrap gap-x-7 gap-y-1" aria-label="Kinds of value">
  {#each kindGroups as group (group.title)}
    <span class="flex flex-wrap items-baseline gap-x-3">
      <span class="text-soft text-xs">{group.title}</span>
      {#each group.kinds as [word, title] (word)}
        <a
          href={place.href('mapping', { kind: word })}
          aria-current={word === kind ? 'true' : undefined}
          class={word === kind ? 'font-semibold' : 'text-soft quiet'}>{title}</a
        >
      {/each}
    </span>
  {/each}
</nav>
<div class="flex flex-wrap items-baseline gap-x-5 gap-y-1">
  <h1>{kindTitle(kind)}</h1>
  <span class="text-soft">{coverage}</span>
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
    {@render mapAnother()}
  {:else if values.data}
    <div class="mt-3 grid grid-cols-[330px_minmax(300px,1fr)_330px] gap-7">
      <section class="max-h-[calc(100vh-210px)] overflow-y-auto" aria-label="Values that arrive">
        <table class="ledger">
          <thead class="bg-paper sticky top-0"
            ><tr><th>Value that arrives</th><th class="n">Waits</th><th class="n">Money</th></tr></thead
          >
          <tbody {@attach rows}>
            {#each tree as node (node.code)}
              {@const r = node.row}
              <tr
                class="opens"
                tabindex="0"
                data-at={node.code === value}
                aria-current={node.code === value ? 'true' : undefined}
                onfocus={() => node.code !== value && go(node.code, replace)}
                onclick={() => node.code !== value && go(node.code)}
                onkeydown={(e) => e.key === 'Enter' && middle?.querySelector('input')?.focus()}
              >
                <td class="max-w-[170px] truncate" style:padding-left={`${6 + node.depth * 14}px`} title={node.code}>
                  {#if !r}<span class="text-soft">▸</span>
                  {:else if r.broken}<span class="text-madder" title="its account is closed or gone">✕</span>
                  {:else if !isZero(r.waiting) || (!r.target && r.lines > 0)}<span
                      class={isZero(r.waiting) ? 'text-soft' : 'text-ochre'}>◇</span
                    >
                  {:else}<span class="text-soft">●</span>{/if}
                  {node.code}
                </td>
                <td class="n text-ochre">{!r || isZero(r.waiting) ? '' : money(r.waiting)}</td>
                <td class="n"
                  >{#if r}{#if r.lines > 0}<a href={place.href('arrivals', { keyKind: kind, key: r.value })} tabindex="-1"
                        >{money(r.money)}</a
                      >{:else}<span class="text-soft text-xs">not arrived</span>{/if}{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        {@render mapAnother()}
        {#if listed.length > tree.length}
          <p class="text-soft mt-2">
            The first {tree.length} of {listed.length}.
            <a class="quiet" href={place.href('mapping/grid', { kind })}>All of them in the grid</a>
          </p>
        {/if}
      </section>

      <section bind:this={middle}>
        <h2>
          {mapsToValue(ofKind) ? 'What stands for' : `What decides ${isOffset(ofKind) ? 'the offset of' : 'a line of'}`} “{value}”
        </h2>
        {#if detail.data}
          {#if detail.data.ladder.length > 0}<Ladder rungs={detail.data.ladder} />{/if}
          {#if detail.data.rows.length > 0}
            <table class="ledger mt-2">
              <thead><tr><th>Mapped to</th><th>From</th><th>For</th></tr></thead>
              <tbody>
                {#each detail.data.rows as r (`${r.forSource}${r.effectiveFrom}`)}
                  <tr class={r.inForce ? 'font-semibold' : 'text-soft'}>
                    <td class={r.broken ? 'text-madder' : ''}
                      >{r.target || 'ended'}{r.broken ? ` ${r.broken}` : ''}
                      {#if r.means}<span class="text-soft block text-xs font-normal">{r.means}</span>{/if}
                      {#if r.percent}<span class="text-soft font-normal">· {r.percent} % recovered</span>{/if}
                      {#if r.group && r.account}<span class="text-soft font-normal">· group {r.group}</span>{/if}
                      {#if r.taxCode || r.department || r.location || r.project}
                        <span class="text-soft font-normal"
                          >· fills in {[r.taxCode && `tax ${r.taxCode}`, r.department, r.location, r.project]
                            .filter(Boolean)
                            .join(', ')}</span
                        >{/if}</td
                    ><td>{r.effectiveFrom || 'always'}</td><td>{r.forSource || 'every source'}</td>
                  </tr>
                {/each}
              </tbody>
            </table>
          {/if}
          {#if detail.data.managed}
            <p class="note mt-3">
              It belongs to a payment account, with its days and holders.
              <a class="quiet" href={place.href('mapping/payment-accounts')}>Change it there</a>
            </p>
          {:else if place.keeps}
            <div class="border-rule mt-4 border-t pt-3">
              <RowEditor kind={ofKind} {value} bind:row sources={overview.data?.sources ?? []} />
              <div class="mt-3 flex gap-4 text-sm">
                {#if current}<button class="quiet text-soft" onclick={end}>Take the mapping away</button>{/if}
                <button class="quiet text-soft" onclick={() => hide(!detail.data?.hidden)}
                  >{detail.data.hidden ? 'Show it again' : 'Hide it from lists'}</button
                >
              </div>
            </div>
          {:else}
            <p class="text-soft mt-4">Your role reads; a bookkeeper maps.</p>
          {/if}
          {#if detail.data.history.length > 0}
            <details class="mt-4">
              <summary class="text-soft cursor-pointer">{many(detail.data.history.length, 'change')} before today</summary>
              <ul class="mt-1">
                {#each detail.data.history as h (`${h.setId}${h.effectiveFrom}${h.forSource}`)}
                  <li class="border-rule border-b py-1">
                    <span class="text-soft">{instant(h.at)}, {h.who}, {h.origin}:</span>
                    {h.before} → {h.after}{h.effectiveFrom ? `, from ${h.effectiveFrom}` : ''}
                  </li>
                {/each}
              </ul>
            </details>
          {/if}
        {/if}
      </section>

      <Rehearsal
        query={differs ? rehearsal : null}
        idle={place.keeps
          ? `Choose ${mapsToValue(ofKind) ? 'a value' : 'an account'} for “${value}”, and see here what saving it would do.`
          : ''}
        posted={detail.data?.posted ?? 0}
        bind:confirmed
        {refused}
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
