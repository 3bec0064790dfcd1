<script lang="ts">
  import { createInfiniteQuery, createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from './Rooms.svelte';

  /** The record of every change and whether it is whole, and who is signed in. For administrators. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const audit = createInfiniteQuery(() => ({
    queryKey: [place.company, 'audit'],
    queryFn: ({ pageParam }) =>
      answer(api.GET('/api/companies/{companyId}/audit', { params: { path, query: pageParam ? { before: pageParam } : {} } })),
    initialPageParam: 0,
    getNextPageParam: (last: Schemas['AuditAnswer']) => last.next ?? undefined,
    enabled: place.administers,
  }));
  const people = createQuery(() => ({
    queryKey: [place.company, 'people'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/people', { params: { path } })),
    enabled: place.administers,
  }));
  const first = $derived(audit.data?.pages[0]);
  const rows = $derived((audit.data?.pages ?? []).flatMap((p) => p.latest));
  let refused = $state('');
  let busy = $state(false);

  async function run(call: () => Promise<unknown>, done: string, again: string) {
    busy = true;
    refused = '';
    try {
      await call();
      await client.invalidateQueries({ queryKey: [place.company, again] });
      toast(done);
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = false;
    }
  }

  const check = () =>
    run(
      () => answer(api.POST('/api/companies/{companyId}/audit/checks', { params: { path } })),
      'The record was checked.',
      'audit',
    );
  const end = (person: Schemas['Member']) =>
    run(
      () =>
        answer(
          api.DELETE('/api/companies/{companyId}/people/{person}/sessions', { params: { path: { ...path, person: person.id } } }),
        ),
      `Every session of ${person.name} has ended.`,
      'people',
    );
</script>

<Rooms at="set-up/safety" />
{#if !place.administers}
  <h1>The record</h1>
  <p class="text-soft mt-2">An administrator sees the record of every change, and who may sign in.</p>
{:else}
  {#if refused}<p class="note bad mb-3 max-w-3xl" role="alert">{refused}</p>{/if}
  <div class="grid grid-cols-[1.6fr_1fr] gap-10">
    <section>
      <Waiting query={audit} what="the record">
        {#if first}
          <h1>
            {first.problem ? 'The record does not hold' : first.checkedAt ? 'The record is whole' : 'The record is being checked'}
          </h1>
          <p class={['mt-1', first.problem ? 'text-madder font-semibold' : 'text-soft']}>
            {first.problem}
            {#if first.checkedAt}{many(first.rows, 'row')}, each sealed over the one before with a key that is not in this
              company’s file; its end is noted outside of it. Checked {instant(first.checkedAt)}.{/if}
            {#if first.keyedAfter > 0}Rows up to {first.keyedAfter} were written before it was sealed.{/if}
          </p>
          <button class="btn plain mt-2" disabled={busy} onclick={check}>{busy ? 'Checking …' : 'Check it now'}</button>
          <table class="ledger mt-4">
            <thead><tr><th>When</th><th>Who</th><th>What</th><th>Of what</th></tr></thead>
            <tbody>
              {#each rows as row (row.id)}
                <tr>
                  <td class="text-soft whitespace-nowrap">{instant(row.at)}</td>
                  <td class="whitespace-nowrap">{row.who}</td>
                  <td>
                    {#if row.before || row.after}
                      <details>
                        <summary class="cursor-pointer">{row.what}</summary>
                        {#if row.before}<div class="text-soft max-w-md text-xs break-words">before: {row.before}</div>{/if}
                        {#if row.after}<div class="text-soft max-w-md text-xs break-words">after: {row.after}</div>{/if}
                      </details>
                    {:else}{row.what}{/if}
                  </td>
                  <td class="text-soft">
                    {#if row.subject.startsWith('document/')}<a
                        class="quiet"
                        href={place.href(`arrivals/${row.subject.slice(9)}`)}>{row.subject.replace('/', ' ')}</a
                      >{:else}{row.subject.replace('/', ' ')}{/if}
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
          {#if audit.hasNextPage}<button class="btn plain mt-3" onclick={() => audit.fetchNextPage()}>Show more</button>{/if}
        {/if}
      </Waiting>
    </section>
    <section>
      <h2>Who may sign in</h2>
      <Waiting query={people} what="the people">
        <table class="ledger">
          <tbody>
            {#each people.data ?? [] as person (person.id)}
              <tr>
                <td>{person.name}<span class="text-soft block text-xs">{person.signIn}, {person.role}</span></td>
                <td class="n"
                  ><button class="quiet" disabled={busy} onclick={() => end(person)}
                    >end the sessions<span class="sr-only"> of {person.name}</span></button
                  ></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </Waiting>
      <p class="text-soft mt-2 text-xs">Whoever is signed in signs in again then; nothing that was saved is lost.</p>
    </section>
  </div>
{/if}
