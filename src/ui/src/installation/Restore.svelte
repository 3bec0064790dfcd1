<script lang="ts">
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many } from '../amounts/format';
  import type { Acting } from '../frame/acting.svelte';

  /** Bringing everything back from an archive: first looked at, then done. */
  let { acting, backups }: { acting: Acting; backups: Schemas['BackupsAnswer'] } = $props();
  const again = ['installation', 'backups'];
  let file = $state<FileList | undefined>();
  let name = $derived(backups.archives.find((a) => a.name.startsWith('adnumera-'))?.name ?? '');
  let confirmed = $state(false);
  let restarting = $state(false);
  const here = $derived(backups.archives.filter((a) => a.name.startsWith('adnumera-')));

  async function look(event: SubmitEvent) {
    event.preventDefault();
    confirmed = false;
    const body = file?.[0];
    await acting.run(
      () =>
        name
          ? answer(api.POST('/api/installation/restores/of/{name}', { params: { path: { name } } }))
          : answer(
              api.POST('/api/installation/restores', {
                body: body as unknown as string,
                bodySerializer: (b) => b,
                headers: { 'Content-Type': 'application/zip' },
              }),
            ),
      '',
      { again },
    );
  }

  const forget = () => acting.run(() => answer(api.DELETE('/api/installation/restores')), 'It is forgotten.', { again });

  // The application begins anew on the other files; everybody signs in again.
  async function begin(call: () => Promise<unknown>) {
    acting.busy = true;
    acting.refused = '';
    try {
      await call();
      restarting = true;
      for (let tries = 0; tries < 120; tries++) {
        await new Promise((done) => setTimeout(done, 500));
        const session = await answer(api.GET('/api/session')).catch(() => null);
        if (session && !session.name) return location.reload();
      }
      acting.refused = 'It does not answer yet. Its console says more; load this page again when it runs.';
    } catch (error) {
      acting.refused = (error as Error).message;
    }
    restarting = false;
    acting.busy = false;
  }
</script>

<section>
  <h2>Restore</h2>
  {#if restarting}
    <p role="status">Everything is being brought back; you sign in again in a moment …</p>
  {:else if backups.waiting}
    <p>
      This archive is by <b>{instant(backups.waiting.madeAt)} UTC</b>, with {many(backups.waiting.people, 'person', 'people')}. It
      was looked through, and nothing is changed yet.
    </p>
    <table class="ledger mt-2">
      <thead><tr><th>Company</th><th class="n">Documents</th><th class="pl-5!">Last changed</th><th>Its record</th></tr></thead>
      <tbody>
        {#each backups.waiting.companies as company (company.id)}
          <tr>
            <td>{company.name}</td><td class="n">{company.documents}</td>
            <td class="text-soft pl-5! whitespace-nowrap">{instant(company.lastChange) || 'never'}</td>
            <td class={company.audit.problem ? 'text-madder' : 'text-soft'}
              >{company.audit.problem || `whole, ${many(company.audit.rows, 'row')}`}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="text-soft mt-2 text-xs">
      It takes the place of everything that is here now; what is here is kept in a folder of its own, and can come back. Everybody
      signs in again. What was posted since then stands in the ledger: read it back with a proof.
    </p>
    {#if !backups.waiting.holds}<label class="mt-2 flex items-center gap-2"
        ><input type="checkbox" bind:checked={confirmed} /> Restore it although a record does not hold</label
      >{/if}
    <div class="mt-3 flex gap-3">
      <button
        class="btn"
        disabled={acting.busy || (!backups.waiting.holds && !confirmed)}
        onclick={() =>
          begin(() =>
            answer(
              api.POST('/api/installation/restores/confirm', {
                params: { query: { plan: backups.waiting!.id, anyway: confirmed } },
              }),
            ),
          )}>Restore by {instant(backups.waiting.madeAt)}</button
      >
      <button class="btn plain" disabled={acting.busy} onclick={forget}>Leave all as it is</button>
    </div>
  {:else}
    <form class="flex flex-col gap-3" onsubmit={look}>
      {#if here.length > 0}
        <label class="text-soft flex flex-col gap-1"
          >From <select class="field" bind:value={name}>
            <option value="">an archive of yours</option>
            {#each here as archive (archive.name)}<option value={archive.name}>{archive.name}</option>{/each}
          </select></label
        >
      {/if}
      {#if !name}<label class="text-soft flex flex-col gap-1"
          >Archive of an installation <input type="file" accept=".zip,application/zip" bind:files={file} required /></label
        >{/if}
      <button class="btn plain self-start" disabled={acting.busy || (!name && !file?.length)}
        >{acting.busy ? 'Looking through it …' : 'Look through it first'}</button
      >
    </form>
  {/if}
  {#if backups.replaced && !restarting}
    <p class="text-soft mt-6">
      What the last restore took the place of is kept in {backups.replaced}.
      <button
        class="quiet"
        disabled={acting.busy}
        onclick={() => begin(() => answer(api.POST('/api/installation/restores/back')))}>Go back to it</button
      >
    </p>
  {/if}
</section>
