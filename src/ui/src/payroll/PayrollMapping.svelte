<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many, money } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Outcome from '../mapping/Outcome.svelte';
  import FromFile from './FromFile.svelte';
  import ItemRows from './ItemRows.svelte';
  import { types } from './items';
  import { MappingDraft } from './mappingDraft.svelte';
  import Rooms from './Rooms.svelte';

  /** Where pay items go: those that need an account first; the rows of one, what decides before what; what saving would do. */
  const path = $derived({ companyId: place.company });
  const mapping = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'mapping'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/payroll/mapping', { params: { path } })),
  }));
  const m = $derived(mapping.data);
  const act = new Acting(useQueryClient());
  const draft = new MappingDraft();
  let named = $state('');
  let confirmed = $state(false);
  const at = $derived(m?.items.find((i) => i.item === named) ?? m?.items[0]);
  const needs = (i: Schemas['MappedItemAnswer']) => i.needsExpense || i.needsLiability;

  let shownFor = '';
  $effect(() => {
    const now = `${at?.item}|${mapping.dataUpdatedAt}`;
    if (!at || now === shownFor) return;
    shownFor = now;
    confirmed = false;
    draft.begin(at);
  });

  let file = $state<Schemas['PayrollMappingRead'] | null>(null);
  // The rows of a file that was chosen, or what was changed by hand.
  const changed = $derived(file && file.errorCount === 0 ? file.rows : draft.changed);
  const body = $derived({ rows: changed, confirmed });
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'rehearsal', changed],
    queryFn: () => answer(api.POST('/api/companies/{companyId}/payroll/mapping/rehearsals', { params: { path }, body })),
    enabled: place.keeps && changed.length > 0,
    staleTime: 0,
    retry: false,
  }));
  const asks = $derived((rehearsal.data?.asks.length ?? 0) > 0 && !confirmed);

  async function save() {
    if (changed.length === 0 || asks || act.busy) return;
    let change = 0;
    const next = m?.items.find((i) => needs(i) && i.item !== at?.item)?.item;
    const [was, of] = [draft.item, file];
    if (
      await act.run(
        async () => {
          const saved = await answer(api.PUT('/api/companies/{companyId}/payroll/mapping', { params: { path }, body }));
          change = saved.changeId;
        },
        of ? `${many(of.rows.length, 'row')} of ${of.fileName} saved.` : `“${was}” is mapped.`,
        { undo: () => takeBack(change) },
      )
    ) {
      named = next ?? was;
      file = null;
    }
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
<Rooms at="payroll/mapping" />
<div class="flex flex-wrap items-baseline gap-4">
  <h1>Pay items</h1>
  {#if m}<span class="text-soft">{m.items.filter((i) => !needs(i)).length} of {m.items.length} mapped</span>{/if}
  <span class="ml-auto"></span>{#if place.keeps}<FromFile bind:read={file} />{/if}
  <a class="quiet text-soft" href={`/api/companies/${place.company}/payroll/files/payroll-mapping.csv`} download
    >Take the mapping away as CSV</a
  >
</div>
<Waiting query={mapping} what="the pay items">
  {#if m && m.items.length === 0}
    <p class="text-soft mt-6 max-w-xl">
      No pay item has come yet. Take in a register, and its pay items stand here, those that need an account first.
    </p>
  {:else if m && at}
    <div class="mt-3 grid grid-cols-[300px_minmax(360px,1fr)_310px] gap-7">
      <section aria-label="Pay items">
        <table class="ledger">
          <thead><tr><th>Pay item</th><th class="n">Money</th></tr></thead>
          <tbody {@attach rows}>
            {#each m.items as i (i.item)}
              <tr
                class="opens"
                tabindex="0"
                data-at={i.item === at.item}
                aria-current={i.item === at.item ? 'true' : undefined}
                onclick={() => (named = i.item)}
                onfocus={() => (named = i.item)}
              >
                <td class="max-w-[180px] truncate"
                  >{#if needs(i)}<span class="text-ochre" title="needs an account">◇</span
                    >{:else if i.rows.some((r) => r.broken)}<span class="text-madder" title="its account cannot be used">✕</span
                    >{:else}<span class="text-soft">●</span>{/if}
                  {i.item}<span class="text-soft block pl-4 text-xs"
                    >{i.types.map((t) => types[t]).join(', ') || 'never came'}</span
                  ></td
                >
                <td class="n">{money(i.amount)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </section>
      <ItemRows mapping={m} {at} {draft} busy={act.busy} />
      <aside class="bg-raised border-rule sticky top-3 self-start border p-4" aria-label="Rehearsal" aria-live="polite">
        <h2>Rehearsal</h2>
        {#if act.refused}<p class="note bad mb-2" role="alert">{act.refused}</p>{/if}
        {#if changed.length === 0}
          <p class="text-soft">Choose accounts for “{at.item}”, and see here what saving them would do.</p>
        {:else if rehearsal.error}
          <p class="note bad" role="alert">{rehearsal.error.message}</p>
        {:else if !rehearsal.data}
          <p class="text-soft" role="status">Rehearsing …</p>
        {:else}
          {@const changed = rehearsal.data.rehearsal.changed.documents}
          <p class="text-soft mb-2">
            {changed === 0
              ? 'No open pay run changes.'
              : `${many(changed, 'open pay run')} ${changed === 1 ? 'changes' : 'change'}.`}
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
        {#if m.changes.length > 0}
          <details class="mt-4">
            <summary class="cursor-pointer">What was changed</summary>
            <ul class="mt-1">
              {#each m.changes as c (c.id)}
                <li class="border-rule border-b py-1.5 text-xs">
                  {c.says}<span class="text-soft block"
                    >{c.who}, {instant(c.at)}{#if c.isUndone}, taken back{:else if place.keeps}&nbsp;<button
                        class="quiet"
                        onclick={() => takeBack(c.id)}>take back</button
                      >{/if}</span
                  >
                </li>
              {/each}
            </ul>
          </details>
        {/if}
      </aside>
    </div>
  {/if}
</Waiting>
