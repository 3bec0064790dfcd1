<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { many, money, period } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { asked, type List, type SpendBy, type SpendOver } from './list';

  /** The documents of a list, grouped and totalled; each group opens its documents. */
  let { list }: { list: List } = $props();

  const by = $derived(list.group as SpendBy);
  const totals = createQuery(() => ({
    queryKey: [place.company, 'documents', 'totals', list],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/documents/totals', {
          params: {
            path: { companyId: place.company },
            query: { ...asked(list), by, over: (list.over || undefined) as SpendOver | undefined },
          },
        }),
      ),
  }));

  const inside = (value: string) => {
    const rest = { ...asked(list) } as List;
    const spentOver = list.over ?? '';
    return place.to(
      'arrivals',
      by === 'month'
        ? { ...rest, spentFrom: value, spentTo: value, spentOver }
        : { ...rest, spentBy: by, spent: value, spentOver },
    );
  };
  const share = (amount: string) => (Number(totals.data?.money) ? (100 * Number(amount)) / Number(totals.data!.money) : 0);
</script>

<Waiting query={totals} what="the totals">
  {#if totals.data}
    <table class="ledger mt-3 max-w-3xl">
      <thead><tr><th>Group</th><th class="n">Documents</th><th class="n">Money</th><th class="n">Share</th></tr></thead>
      <tbody {@attach rows}>
        {#each totals.data.groups as g (g.value)}
          <tr
            class="opens"
            tabindex="0"
            onclick={() => push(inside(g.value))}
            onkeydown={(e) => e.key === 'Enter' && push(inside(g.value))}
          >
            <td>{by === 'month' ? period(g.value) : g.title}</td>
            <td class="n">{g.documents.toLocaleString('en')}</td>
            <td class="n">{money(g.money)}</td>
            <td class="n text-soft">{share(g.money).toFixed(1)} %</td>
          </tr>
        {/each}
        <tr class="sum"
          ><td>{many(totals.data.groups.length, 'group')}</td><td class="n"></td><td class="n">{money(totals.data.money)}</td><td
          ></td></tr
        >
      </tbody>
    </table>
    {#if by === 'category'}<p class="text-soft mt-2">
        A document counts in each of its categories; its money is shared by its lines.
      </p>{/if}
  {/if}
</Waiting>
