<script lang="ts">
  import type { Schemas } from '../api/client';
  import { capital, money, period } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { against, behind, groupings, type Shown } from './spend';

  /** Spending in figures, each of which opens its documents; months side by side where there are few. */
  let {
    spend: s,
    shown,
    open,
  }: {
    spend: Schemas['SpendAnswer'];
    shown: Shown;
    open: (group: string | null, month: string | null) => void;
  } = $props();

  const wide = $derived(s.months.length > 1 && s.months.length <= 6 && shown.by !== 'month');
  const monthTitle = (m: string) =>
    new Date(`${m}-01T00:00:00Z`).toLocaleDateString('en-GB', { month: 'short', year: '2-digit', timeZone: 'UTC' });
  const share = (amount: string) => (Number(s.money) ? `${((100 * Number(amount)) / Number(s.money)).toFixed(1)} %` : '');
</script>

{#snippet figure(amount: string, group: string | null, month: string | null)}
  <a href={place.href('arrivals', behind(shown, group, month))} tabindex="-1">{money(amount)}</a>
{/snippet}

<table class="ledger mt-4">
  <thead>
    <tr>
      <th>{capital(groupings[shown.by])}</th><th class="n">Docs</th>
      {#if wide}{#each s.months as m (m)}<th class="n">{monthTitle(m)}</th>{/each}{/if}
      <th class="n">Money</th>
      {#if s.before !== null}<th class="n">Before</th><th class="n">Against before</th>{/if}
      <th class="n">Share</th>
    </tr>
  </thead>
  <tbody {@attach rows}>
    {#each s.groups as g (g.value)}
      <tr
        class="opens"
        tabindex="0"
        onclick={() => open(g.value, null)}
        onkeydown={(e) => e.key === 'Enter' && open(g.value, null)}
      >
        <td class={['max-w-[300px] truncate', g.value ? '' : 'text-soft']}>{shown.by === 'month' ? period(g.value) : g.title}</td>
        <td class="n text-soft">{g.documents ? g.documents.toLocaleString('en') : '–'}</td>
        {#if wide}{#each s.months as m, i (m)}<td class="n" onclick={(e) => e.stopPropagation()}
              >{@render figure(g.months[i]!, g.value, m)}</td
            >{/each}{/if}
        <td class="n" onclick={(e) => e.stopPropagation()}>{@render figure(g.money, g.value, null)}</td>
        {#if s.before !== null}<td class="n text-soft">{money(g.before ?? '0')}</td><td class="n text-soft"
            >{against(g.money, g.before ?? '0')}</td
          >{/if}
        <td class="n text-soft">{share(g.money)}</td>
      </tr>
    {/each}
    <tr class="sum">
      <td>Together</td><td class="n">{s.documents.toLocaleString('en')}</td>
      {#if wide}{#each s.months as m, i (m)}<td class="n">{@render figure(s.byMonth[i]!, null, m)}</td>{/each}{/if}
      <td class="n">{@render figure(s.money, null, null)}</td>
      {#if s.before !== null}<td class="n">{money(s.before)}</td><td class="n">{against(s.money, s.before)}</td>{/if}
      <td></td>
    </tr>
  </tbody>
</table>
{#if shown.by === 'category' || shown.by === 'project' || shown.by === 'account'}
  <p class="text-soft mt-2">A document counts in each group that it has a line of; its money is shared by its lines.</p>
{/if}
