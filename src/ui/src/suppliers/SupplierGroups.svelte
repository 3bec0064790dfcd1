<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { ledgerValues } from '../ledger/values';
  import { vocabulary } from '../frame/vocabulary';

  /** Groups of suppliers: what a new supplier in one begins with. */
  let { suppliers, changed }: { suppliers: Schemas['SuppliersAnswer']; changed: (answer: Schemas['SuppliersAnswer']) => void } =
    $props();

  const client = useQueryClient();
  const values = ledgerValues();
  const path = $derived({ companyId: place.company });
  const blank = () => ({ name: '', payablesAccount: '', costAccount: '', term: '', taxCode: '', form: null });
  type Filled = Record<'name' | 'payablesAccount' | 'costAccount' | 'term' | 'taxCode', string>;
  let group = $state<(Filled & { form: Schemas['GroupAnswer']['form'] }) | null>(null);
  let joining = $state('');
  let refused = $state('');
  const of = (kind: string) => (values.data ?? []).filter((v) => v.kind === kind);

  async function send(call: Promise<{ data?: Schemas['SuppliersAnswer']; error?: unknown; response: Response }>, done: string) {
    refused = '';
    try {
      changed(await answer(call));
      await client.invalidateQueries({ predicate: (q) => q.queryKey[1] !== 'suppliers' });
      toast(done);
      return true;
    } catch (error) {
      refused = (error as Error).message;
      return false;
    }
  }

  async function save() {
    if (
      await send(
        api.PUT('/api/companies/{companyId}/suppliers/groups', { params: { path }, body: group! }),
        'The group is saved.',
      )
    )
      group = null;
  }

  const join = (name: string) =>
    send(
      api.POST('/api/companies/{companyId}/suppliers/groups/members', {
        params: { path },
        body: { group: name, suppliers: [joining] },
      }),
      `“${joining}” is in ${name}, and has what the group gives.`,
    );
</script>

<section>
  <h2>Supplier groups</h2>
  <p class="text-soft">
    A supplier that joins gets what it has not of its own: payables account, cost account, term, tax code and form.
  </p>
  {#if refused}<p class="note bad my-2" role="alert">{refused}</p>{/if}
  <table class="ledger mt-1">
    <tbody>
      {#each suppliers.groups as g (g.name)}
        <tr>
          <td
            >{#if place.keeps}<button class="quiet" onclick={() => (group = { ...blank(), ...(g as ReturnType<typeof blank>) })}
                >{g.name}</button
              >{:else}{g.name}{/if}
            <span class="text-soft block text-xs"
              >{[
                g.costAccount && `costs ${g.costAccount}`,
                g.payablesAccount && `payables ${g.payablesAccount}`,
                g.term && `term ${g.term}`,
                g.taxCode && `tax ${g.taxCode}`,
              ]
                .filter(Boolean)
                .join(' · ') || 'no defaults'}</span
            ></td
          >
          <td class="n"><a class="quiet" href={place.href('mapping', { kind: 'supplier_group', value: g.name })}>its rung</a></td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if place.keeps}
    {#if group}
      <form class="bg-raised border-rule mt-3 flex flex-col gap-2 border p-4" onsubmit={(e) => (e.preventDefault(), save())}>
        <label class="text-soft">Name <input class="field w-full" required bind:value={group.name} /></label>
        <div class="text-soft">
          Cost account <AccountPicker bind:value={group.costAccount} label="Cost account of the group" />
        </div>
        <div class="text-soft">
          Payables account <AccountPicker bind:value={group.payablesAccount} label="Payables account of the group" offset />
        </div>
        <div class="grid grid-cols-2 gap-2">
          <label class="text-soft"
            >Term <select class="field w-full" bind:value={group.term}
              ><option value="">–</option>{#each of('payment_term') as t (t.id)}<option value={t.id}>{t.name}</option
                >{/each}</select
            ></label
          >
          <label class="text-soft"
            >Tax code <select class="field w-full" bind:value={group.taxCode}
              ><option value="">–</option>{#each of('tax_code') as t (t.id)}<option value={t.id}>{t.id} · {t.name}</option
                >{/each}</select
            ></label
          >
        </div>
        <div class="grid grid-cols-2 gap-2">
          <label class="text-soft"
            >Its bills become a <select class="field w-full" bind:value={group.form}
              ><option value={null}>as usual</option>{#each vocabulary().supplierForms as f (f.form)}<option value={f.form}
                  >{f.title}</option
                >{/each}</select
            ></label
          >
        </div>
        <div class="flex gap-2">
          <button class="btn">Save the group</button><button type="button" class="btn plain" onclick={() => (group = null)}
            >Leave it</button
          >
        </div>
      </form>
    {:else}
      <div class="mt-3 flex flex-wrap items-center gap-2">
        <button class="btn plain" onclick={() => (group = blank())}>Add a group</button>
        {#if suppliers.groups.length > 0}
          <select class="field" aria-label="Supplier that joins a group" bind:value={joining}>
            <option value="">A supplier …</option>
            {#each suppliers.onlySource as one (one.name)}<option>{one.name}</option>{/each}
          </select>
          {#each suppliers.groups as g (g.name)}
            <button class="btn plain" disabled={!joining} onclick={() => join(g.name!)}>joins {g.name}</button>
          {/each}
        {/if}
      </div>
    {/if}
  {/if}
</section>
