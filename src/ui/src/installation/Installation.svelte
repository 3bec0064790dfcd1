<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { bytes, instant, many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AddCompany from './AddCompany.svelte';
  import Rooms from './Rooms.svelte';

  /** The companies and people of this installation, for whoever looks after it. */
  const acting = new Acting(useQueryClient());
  const installation = createQuery(() => ({
    queryKey: ['installation'],
    queryFn: () => answer(api.GET('/api/installation')),
    enabled: place.session?.administers ?? false,
  }));
  const again = ['installation'];
  type Company = Schemas['ListedCompanyAnswer'];

  const close = (company: Company): Promise<boolean> =>
    acting.run(
      () => answer(api.POST('/api/installation/companies/{company}/close', { params: { path: { company: company.id } } })),
      `${company.name} is closed: nobody opens it, and nothing is done in it.`,
      { again, undo: () => void open(company) },
    );
  const open = (company: Company): Promise<boolean> =>
    acting.run(
      () => answer(api.POST('/api/installation/companies/{company}/open', { params: { path: { company: company.id } } })),
      `${company.name} is open again.`,
      { again, undo: () => void close(company) },
    );
  const give = (person: Schemas['PersonAnswer'], administers: boolean): Promise<boolean> =>
    acting.run(
      () =>
        answer(api.PUT('/api/installation/people/{person}', { params: { path: { person: person.id } }, body: { administers } })),
      administers ? `${person.name} looks after the installation too.` : `${person.name} does not look after it any more.`,
      { again, undo: () => void give(person, !administers) },
    );
</script>

<Rooms at="installation" />
{#if !place.session?.administers}
  <h1>The installation</h1>
  <p class="text-soft mt-2">Whoever looks after the installation sees its companies, its people and its backups.</p>
{:else}
  {#if acting.refused}<p class="note bad mb-3 max-w-3xl" role="alert">{acting.refused}</p>{/if}
  <Waiting query={installation} what="the installation">
    {#if installation.data}
      <h1>{many(installation.data.companies.length, 'company', 'companies')} in this installation</h1>
      <div class="mt-3 grid grid-cols-[1.5fr_1fr] gap-12">
        <section>
          <table class="ledger">
            <thead><tr><th>Company</th><th class="n">People</th><th class="n">Weighs</th><th></th></tr></thead>
            <tbody>
              {#each installation.data.companies as company (company.id)}
                <tr>
                  <td
                    >{#if company.closedAt}<span class="text-soft">{company.name}, closed {instant(company.closedAt)}</span>
                    {:else}<b class="font-semibold">{company.name}</b>{/if}
                    <span class="text-soft text-xs">{company.id}</span></td
                  >
                  <td class="n">{company.people}</td>
                  <td class="n text-soft">{bytes(company.bytes)}</td>
                  <td class="n">
                    {#if company.closedAt}<button class="quiet" disabled={acting.busy} onclick={() => open(company)}
                        >open again<span class="sr-only"> {company.name}</span></button
                      >
                    {:else}<button class="quiet" disabled={acting.busy} onclick={() => close(company)}
                        >close<span class="sr-only"> {company.name}</span></button
                      >{/if}
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
          <p class="text-soft mt-2 text-xs">
            A closed company is opened by nobody; its files stay as they are. Its people are decided in the company itself, under
            Set-up.
          </p>
          <h2 class="mt-7">People</h2>
          <table class="ledger">
            <thead><tr><th>Person</th><th>In</th><th>Looks after the installation</th></tr></thead>
            <tbody>
              {#each installation.data.people as person (person.id)}
                <tr>
                  <td>{person.name}<span class="text-soft block text-xs">{person.signIn}</span></td>
                  <td class="text-soft">{person.companies.join(', ') || 'no company'}</td>
                  <td
                    ><label class="flex items-center gap-2"
                      ><input
                        type="checkbox"
                        checked={person.administers}
                        disabled={acting.busy}
                        onchange={async (e) => {
                          const box = e.currentTarget;
                          if (!(await give(person, box.checked))) box.checked = person.administers;
                        }}
                      />{person.administers ? 'yes' : 'no'}<span class="sr-only">, {person.name}</span></label
                    ></td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </section>
        <AddCompany {acting} companies={installation.data.companies} />
      </div>
    {/if}
  </Waiting>
{/if}
