<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import type { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import SavedSince from '../frame/SavedSince.svelte';
  import { year } from './year';

  /** Who pays, as letters and statements say it. */
  let { payer, act }: { payer: Schemas['PayerAnswer']; act: Acting } = $props();
  const client = useQueryClient();
  let open = $state(false);
  let draft = $state({ name: '', address: '', town: '', phone: '', number: '' });
  const fields = [
    ['name', 'Name'],
    ['address', 'Address'],
    ['town', 'City, state and ZIP code'],
    ['phone', 'Telephone'],
  ] as const;

  function begin() {
    draft = { name: payer.name, address: payer.address, town: payer.town, phone: payer.phone, number: '' };
    revision = payer.revision;
    act.theirs = undefined;
    open = true;
  }

  // As it was when it was opened, whatever is read anew.
  let revision = '';
  const theirs = $derived(act.theirs as Schemas['PayerAnswer'] | undefined);

  async function save(read = revision) {
    const done = await act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/{year}/payer', {
            params: { path: { companyId: place.company, year: year() } },
            body: { ...draft, number: draft.number.trim() || null, revision: read },
          }),
        ),
      'Who pays is noted.',
    );
    if (done) open = false;
  }
</script>

<h2 class="mt-5">Payer</h2>
{#if open}
  {#if theirs}<SavedSince
      mine={{ name: draft.name, address: draft.address, town: draft.town, phone: draft.phone }}
      theirs={{ name: theirs.name, address: theirs.address, town: theirs.town, phone: theirs.phone }}
      keepMine={() => void save(theirs.revision)}
      takeTheirs={() => ((open = false), (act.theirs = undefined), void client.invalidateQueries())}
      busy={act.busy}
    />{/if}
  <form
    class="grid gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      void save();
    }}
  >
    {#each fields as [name, called] (name)}<label class="text-soft"
        >{called} <input class="field block w-full" bind:value={draft[name]} /></label
      >{/each}
    <label class="text-soft"
      >Tax number <input
        class="field block w-full"
        autocomplete="off"
        placeholder={payer.numberShown ? `${payer.numberShown} stands; type another` : '12-3456789'}
        bind:value={draft.number}
      /></label
    >
    <div class="flex gap-2">
      <button class="btn" disabled={act.busy}>Save</button><button type="button" class="btn plain" onclick={() => (open = false)}
        >Leave it</button
      >
    </div>
  </form>
{:else}
  <p>
    {[payer.name, payer.address, payer.town, payer.phone, payer.numberShown].filter(Boolean).join(' · ')}
    {#if place.keeps}<button class="quiet" onclick={begin}>change</button>{/if}
  </p>
  {#if !payer.isWhole}<p class="note mt-1">Statements need the payer’s address, telephone and tax number.</p>{/if}
{/if}
