<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import FromFile from './FromFile.svelte';
  import ItemRows from './ItemRows.svelte';
  import { types } from './items';
  import { MappingDraft } from './mappingDraft.svelte';
  import Rooms from './Rooms.svelte';
  import SaveRows from './SaveRows.svelte';

  /** Where pay items go: those that need an account first; the rows of one, what decides before what; what saving would do. */
  const path = $derived({ companyId: place.company });
  const mapping = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'mapping'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/payroll/mapping', { params: { path } })),
  }));
  const m = $derived(mapping.data);
  const draft = new MappingDraft();
  let named = $state('');
  const at = $derived(m?.items.find((i) => i.item === named) ?? m?.items[0]);
  const needs = (i: Schemas['MappedItemAnswer']) => i.needsExpense || i.needsLiability;

  let shownFor = '';
  $effect(() => {
    const now = `${at?.item}|${mapping.dataUpdatedAt}`;
    if (!at || now === shownFor) return;
    shownFor = now;
    draft.begin(at);
  });

  let file = $state<Schemas['PayrollMappingRead'] | null>(null);
  // The rows of a file that was chosen, or what was changed by hand.
  const changed = $derived(file && file.errorCount === 0 ? file.rows : draft.changed);
  let busy = $state(false);

  // On to the next that needs an account.
  function saved(item: string) {
    named = m?.items.find((i) => needs(i) && i.item !== item)?.item ?? item;
    file = null;
  }
</script>

<Rooms at="payroll/mapping" />
<div class="flex flex-wrap items-baseline gap-4">
  <h1>Pay items</h1>
  {#if m}<span class="text-soft"
      >{m.items.filter((i) => !needs(i)).length} of {m.items.length} mapped{m.covered
        ? `, ${m.covered} % of the money`
        : ''}</span
    >{/if}
  {#if place.keeps && m && m.items.length > 0}<a class="quiet" href={place.href('payroll/mapping/grid')}>all of them in a grid</a
    >{/if}
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
      <ItemRows mapping={m} {at} {draft} {busy} />
      <SaveRows
        rows={changed}
        empty={`Choose accounts for “${at.item}”, and see here what saving them would do.`}
        done={file ? `${many(file.rows.length, 'row')} of ${file.fileName} saved.` : `“${draft.item}” is mapped.`}
        {saved}
        changes={m.changes}
        bind:busy
      />
    </div>
  {/if}
</Waiting>
