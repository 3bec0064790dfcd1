<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { isZero, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';

  /** The employees of a run, by name: what each earned, what was taken off and paid out; or one pay item of each. */
  let { run, item }: { run: number; item: Schemas['PayItemAnswer'] | null } = $props();
  const people = createInfiniteQuery(() => ({
    queryKey: [place.company, 'payroll', 'employees', run],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/payroll/runs/{id}/employees', {
          params: { path: { companyId: place.company, id: run }, query: { after: pageParam || undefined } },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  }));
  const all = $derived(people.data?.pages.flatMap((p) => p.rows) ?? []);
  const gone = $derived(people.data?.pages.at(-1)?.gone ?? []);
  const key = $derived(item?.key ?? '');
  const shown = $derived(item ? all.filter((p) => key in p.cells) : all);
</script>

<Waiting query={people} what="the employees">
  <table class="ledger">
    <thead
      ><tr
        ><th>Employee</th><th>Department</th>{#if item}<th class="n">{item.item}</th>{:else}<th class="n">Earned</th><th class="n"
            >Taken off</th
          ><th class="n">Paid out</th><th class="n">Employer adds</th>{/if}<th class="n">Out by</th></tr
      ></thead
    >
    <tbody>
      {#each shown as p (p.employee)}
        <tr class={isZero(p.outBy) ? '' : 'text-madder'}>
          <td class="whitespace-nowrap">{p.employee}</td><td class="text-soft max-w-20 truncate" title={p.group}
            >{p.department}</td
          >
          {#if item}<td class="n">{money(p.cells[key]!)}</td>{:else}<td
              class={['n', p.standsOut && 'text-ochre font-semibold']}
              title={p.standsOut
                ? p.earnedBefore === null
                  ? 'not in the run before'
                  : `before: ${money(p.earnedBefore)}`
                : undefined}>{money(p.earned)}</td
            ><td class="n">{money(p.takenOff)}</td><td class="n">{money(p.paidOut)}</td><td class="n">{money(p.employerAdds)}</td
            >{/if}
          <td class="n">{isZero(p.outBy) ? '' : money(p.outBy)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if gone.length > 0}<p class="text-ochre mt-2">Not in this run, and in the one before: {gone.join(', ')}.</p>{/if}
  {#if people.hasNextPage}
    <button class="btn plain mt-2" disabled={people.isFetchingNextPage} onclick={() => people.fetchNextPage()}
      >{people.isFetchingNextPage ? 'Reading …' : 'Show more'}</button
    >
  {/if}
</Waiting>
