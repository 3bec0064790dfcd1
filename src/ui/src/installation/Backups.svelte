<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { bytes, instant } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Restore from './Restore.svelte';
  import Rooms from './Rooms.svelte';

  /** Archives out and in, while everybody goes on working. */
  const acting = new Acting(useQueryClient());
  const backups = createQuery(() => ({
    queryKey: ['installation', 'backups'],
    queryFn: () => answer(api.GET('/api/installation/backups')),
    enabled: place.session?.administers ?? false,
    refetchInterval: (query) => (query.state.data?.writing ? 700 : false),
  }));
  const companies = createQuery(() => ({
    queryKey: ['installation'],
    queryFn: () => answer(api.GET('/api/installation')),
    enabled: place.session?.administers ?? false,
  }));
  const again = ['installation', 'backups'];
  let company = $state('');

  const write = () =>
    acting.run(
      () =>
        company
          ? answer(api.POST('/api/installation/companies/{company}/archive', { params: { path: { company } } }))
          : answer(api.POST('/api/installation/backups')),
      '',
      { again },
    );
  const stop = () => acting.run(() => answer(api.DELETE('/api/installation/backups/writing')), '', { again });
  const remove = (archive: Schemas['ArchiveAnswer']) =>
    acting.run(
      () => answer(api.DELETE('/api/installation/backups/{name}', { params: { path: { name: archive.name } } })),
      `${archive.name} is deleted.`,
      { again },
    );
  let sure = $state('');
</script>

<Rooms at="installation/backups" />
{#if !place.session?.administers}
  <h1>Backups</h1>
  <p class="text-soft mt-2">Whoever looks after the installation makes backups and restores them.</p>
{:else}
  {#if acting.refused}<p class="note bad mb-3 max-w-3xl" role="alert">{acting.refused}</p>{/if}
  <Waiting query={backups} what="the backups">
    {#if backups.data}
      {@const b = backups.data}
      <div class="grid grid-cols-2 gap-12">
        <section>
          <h1>{b.archives.length === 0 ? 'There is no backup yet' : 'Backups'}</h1>
          <p class="text-soft mt-1 max-w-xl">
            A backup is one archive with every company, its attachments, the people and the keys. It is made while everybody goes
            on working, and read back before it is kept. Take it to another machine: here it goes down with this one.
          </p>
          <div class="mt-3 flex items-end gap-3">
            <label class="text-soft flex flex-col gap-1"
              >Archive of <select class="field" bind:value={company}>
                <option value="">the whole installation</option>
                {#each companies.data?.companies ?? [] as c (c.id)}<option value={c.id}>{c.name} alone</option>{/each}
              </select></label
            >
            <button class="btn" disabled={acting.busy || b.writing !== null} onclick={write}>Write it now</button>
          </div>
          {#if b.writing}
            <p class="mt-3" role="status">
              Writing {b.writing.what}: {b.writing.done} of {b.writing.of || '…'} files.
              <button class="quiet ml-2" disabled={acting.busy} onclick={stop}>Stop it</button>
            </p>
          {:else if b.failed}<p class="note bad mt-3" role="alert">{b.failed}</p>{/if}
          {#if b.archives.length > 0}
            <table class="ledger mt-4">
              <thead><tr><th>Archive</th><th>Written (UTC)</th><th class="n">Weighs</th><th></th></tr></thead>
              <tbody>
                {#each b.archives as archive (archive.name)}
                  <tr>
                    <td><a class="quiet" href={`/api/installation/backups/${archive.name}`} download>{archive.name}</a></td>
                    <td class="text-soft">{instant(archive.madeAt)}</td>
                    <td class="n text-soft">{bytes(archive.bytes)}</td>
                    <td class="n">
                      {#if sure === archive.name}<button
                          class="quiet text-madder"
                          disabled={acting.busy}
                          onclick={() => remove(archive)}>delete it for good</button
                        >
                      {:else}<button class="quiet" onclick={() => (sure = archive.name)}
                          >delete<span class="sr-only"> {archive.name}</span></button
                        >{/if}
                    </td>
                  </tr>
                {/each}
              </tbody>
            </table>
          {/if}
        </section>
        <Restore {acting} backups={b} />
      </div>
    {/if}
  </Waiting>
{/if}
