<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import type { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import CompanyFields from './CompanyFields.svelte';
  import { newCompany } from './newCompany';

  /** Another company: with a clean book, or with the mapping book of one that is here; or brought in from an archive. */
  let { acting, companies }: { acting: Acting; companies: Schemas['ListedCompanyAnswer'][] } = $props();
  let company = $state(newCompany());
  let archive = $state<FileList | undefined>();
  const readable = $derived(
    companies.filter((c) => place.session?.companies.some((mine) => mine.id === c.id && mine.rights.includes('read'))),
  );

  async function opened(id: string, view: string) {
    place.session = await answer(api.GET('/api/session'));
    await push(`/${id}/${view}`);
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const name = company.name;
    await acting.run(async () => {
      const made = await answer(api.POST('/api/installation/companies', { body: company }));
      await opened(made.id, 'set-up');
    }, `${name} is here; its way of setting up begins.`);
  }

  async function bringIn(event: SubmitEvent) {
    event.preventDefault();
    const file = archive?.[0];
    if (!file) return;
    await acting.run(async () => {
      const made = await answer(
        api.POST('/api/installation/companies/archives', {
          body: file as unknown as string,
          bodySerializer: (body) => body,
          headers: { 'Content-Type': 'application/zip' },
        }),
      );
      await opened(made.id, 'set-up');
    }, 'The company is here; its owner connects the ledger again.');
  }
</script>

<div class="flex flex-col gap-8">
  <form class="flex flex-col gap-3" onsubmit={add}>
    <h2>Add a company</h2>
    <CompanyFields bind:company />
    {#if readable.length > 0}
      <label class="flex flex-col gap-1"
        >Mapping book to begin with
        <select class="field" bind:value={company.bookFrom}>
          <option value="">an empty one</option>
          {#each readable as c (c.id)}<option value={c.id}>that of {c.name}</option>{/each}
        </select>
        <span class="text-soft text-xs"
          >Its rows find their accounts by number, once the new company's ledger is connected; you see it before it is saved.</span
        ></label
      >
    {/if}
    <button class="btn self-start" disabled={acting.busy}>Add the company</button>
  </form>
  <form class="flex flex-col gap-3" onsubmit={bringIn}>
    <h2>Bring a company in</h2>
    <label class="flex flex-col gap-1"
      >Archive of one company
      <input class="text-soft" type="file" accept=".zip,application/zip" bind:files={archive} required />
      <span class="text-soft text-xs"
        >From another installation. The key to its ledger stayed there: its owner connects it here again. Its record goes on,
        sealed anew.</span
      ></label
    >
    <button class="btn plain self-start" disabled={acting.busy || !archive?.length}>Bring it in</button>
  </form>
</div>
