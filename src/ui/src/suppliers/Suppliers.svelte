<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many, money } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from '../set-up/Rooms.svelte';
  import SupplierGroups from './SupplierGroups.svelte';

  /** Suppliers of the sources and of the ledger: who may be the same, who is only on one side. Never joined silently. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const query = createQuery(() => ({
    queryKey: [place.company, 'suppliers'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/suppliers', { params: { path } })),
  }));
  const s = $derived(query.data);
  let refused = $state('');
  let onlyLedger = $state(false);

  async function change(
    call: Promise<{ data?: Schemas['SuppliersAnswer']; error?: unknown; response: Response }>,
    done: string,
    undo?: () => void,
  ) {
    refused = '';
    try {
      client.setQueryData([place.company, 'suppliers'], await answer(call));
      await client.invalidateQueries({ predicate: (q) => q.queryKey[1] !== 'suppliers' });
      toast(done, undo ? { action: { label: 'Undo', onClick: undo } } : undefined);
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  const unlink = (supplier: string) =>
    change(
      api.DELETE('/api/companies/{companyId}/suppliers/links', { params: { path, query: { supplier } } }),
      `“${supplier}” stands for itself again.`,
    );
  const link = (p: Schemas['ProposalAnswer']) =>
    change(
      api.PUT('/api/companies/{companyId}/suppliers/links', {
        params: { path },
        body: { supplier: p.left, name: p.right, ledgerSupplier: p.rightId, evidence: p.evidence.join('; ') },
      }),
      `“${p.left}” is ${p.right}.`,
      () => unlink(p.left),
    );
  const apart = (p: { left: string; right: string }, kept = true) =>
    change(
      api.PUT('/api/companies/{companyId}/suppliers/apart', {
        params: { path },
        body: { left: p.left, right: p.right, apart: kept },
      }),
      kept ? 'Remembered: not the same.' : 'They may be the same again.',
      kept ? () => apart(p, false) : undefined,
    );
  const says: Record<string, string> = {
    link: 'arrives as one, stands in the ledger as the other',
    merge: 'two spellings of the sources',
    ledger_twins: 'both stand in the ledger; only its owner can join them there',
  };
</script>

<Rooms at="set-up/suppliers" />
{#if refused}<p class="note bad mb-3 max-w-3xl" role="alert">{refused}</p>{/if}
<Waiting {query} what="the suppliers">
  {#if s}
    <h1>
      {s.pairs === 0 ? 'No two suppliers look the same' : `${many(s.pairs, 'pair')} may be the same supplier`}
    </h1>
    <p class="text-soft mt-1">
      {many(s.both, 'supplier')} arrive and stand in the ledger under the same name. Nothing is joined before you say so.
    </p>
    {#if s.proposals.length > 0}
      <table class="ledger mt-3">
        <thead
          ><tr
            ><th>This</th><th>may be</th><th>Because</th><th class="n">Sure</th><th class="n">Docs</th><th class="n">Money</th><th
            ></th></tr
          ></thead
        >
        <tbody {@attach rows}>
          {#each s.proposals as p (`${p.left}|${p.right}`)}
            <tr tabindex="0">
              <td>{p.left}</td>
              <td>{p.right}</td>
              <td
                >{p.evidence.join('; ')}<span class={['block text-xs', p.holds ? 'text-ochre' : 'text-soft']}
                  >{says[p.kind]}{p.holds ? '; held until somebody decides' : ''}</span
                ></td
              >
              <td class="n">{p.confidence} %</td>
              <td class="n">{p.documents || ''}</td>
              <td class="n">{p.documents ? money(p.money) : ''}</td>
              <td class="pl-5! text-right whitespace-nowrap">
                {#if place.keeps}
                  {#if p.kind !== 'ledger_twins'}<button class="btn plain" onclick={() => link(p)}>The same</button>{/if}
                  <button class="btn plain" onclick={() => apart(p)}>Not the same</button>
                {/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
    <div class="mt-7 grid grid-cols-2 gap-10">
      <section>
        <h2>Only in the sources</h2>
        <p class="text-soft">
          {s.onlySource.length === 0
            ? 'Every supplier that arrives stands in the ledger.'
            : 'The next dispatch adds them to the ledger.'}
        </p>
        <table class="ledger mt-1">
          <tbody {@attach rows}>
            {#each s.onlySource as one (one.name)}
              <tr tabindex="0"
                ><td><a class="quiet" href={place.href('mapping', { kind: 'supplier', value: one.name })}>{one.name}</a></td><td
                  class="n text-soft">{one.documents}</td
                ><td class="n"><a href={place.href('arrivals', { keyKind: 'supplier', key: one.name })}>{money(one.money)}</a></td
                ></tr
              >
            {/each}
          </tbody>
        </table>
        {#if s.links.length > 0}
          <h2 class="mt-5">Linked by a person</h2>
          <table class="ledger mt-1">
            <tbody>
              {#each s.links as l (l.supplier)}
                <tr
                  ><td
                    >{l.supplier} → {l.ledgerName}<span class="text-soft block text-xs"
                      >{l.who}, {instant(l.at)}{l.evidence ? `: ${l.evidence}` : ''}</span
                    ></td
                  ><td class="n"
                    >{#if place.keeps}<button class="quiet" onclick={() => unlink(l.supplier)}>undo</button>{/if}</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        {/if}
        <h2 class="mt-5">Only in the ledger</h2>
        <button class="quiet text-soft" aria-expanded={onlyLedger} onclick={() => (onlyLedger = !onlyLedger)}
          >{many(s.onlyLedger.length, 'supplier')} of whom nothing arrived</button
        >
        {#if onlyLedger}
          <ul class="mt-1">
            {#each s.onlyLedger as one (one.id)}<li class="border-rule border-b py-1">
                <a class="quiet" href={one.link} target="_blank" rel="noreferrer">{one.name}</a>
              </li>{/each}
          </ul>
        {/if}
      </section>
      <SupplierGroups suppliers={s} changed={(answered) => client.setQueryData([place.company, 'suppliers'], answered)} />
    </div>
  {/if}
</Waiting>
