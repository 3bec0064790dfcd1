<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { isZero, many, money, period } from '../amounts/format';
  import type { List } from '../documents/list';
  import Views from '../documents/Views.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Charts from './Charts.svelte';
  import { asked, behind, fileOf, groupings, shownIn } from './spend';
  import SpendTable from './SpendTable.svelte';

  /** What was spent, by what, and when; beside the months before. */
  const shown = $derived(shownIn(place.query, place.period));
  const spend = createQuery(() => ({
    queryKey: [place.company, 'spend', shown],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/spend', {
          params: { path: { companyId: place.company }, query: asked(shown) },
        }),
      ),
    placeholderData: (before: Schemas['SpendAnswer'] | undefined) => before,
  }));
  const s = $derived(spend.data);
  const go = (more: List) => push(place.to('spend', { ...shown, ...more }));
  const open = (group: string | null, month: string | null) => push(place.to('arrivals', behind(shown, group, month)));
  const scopes = { spent: 'all that was spent', posted: 'what is posted', arrived: 'all that arrived' };
  const when = $derived(
    shown.from || shown.to
      ? shown.from === shown.to
        ? ` in ${period(shown.from)}`
        : `${shown.from ? ` from ${period(shown.from)}` : ''}${shown.to ? ` to ${period(shown.to)}` : ''}`
      : '',
  );
</script>

{#snippet month(name: 'from' | 'to', title: string)}
  <select class="field" aria-label={title} value={shown[name]} onchange={(e) => go({ [name]: e.currentTarget.value })}>
    <option value="">{title} …</option>
    {#each [...new Set([...(s?.allMonths ?? []), shown[name]])].filter(Boolean) as m (m)}<option value={m}
        >{title} {period(m)}</option
      >{/each}
  </select>
{/snippet}

<Waiting query={spend} what="the spending">
  {#if s}
    <div class="flex items-end gap-5">
      <div>
        <h1>
          {money(s.money)}
          {s.currency}
          {shown.scope === 'posted' ? 'posted' : shown.scope === 'arrived' ? 'arrived' : 'spent'}{when}
        </h1>
        <p class="text-soft mt-1">
          <a class="quiet" href={place.href('arrivals', behind(shown, null, null))}>{many(s.documents, 'document')}</a
          >{#if s.before !== null}, {money(s.before)} in the {s.months.length > 1 ? `${s.months.length} months` : 'month'} before{/if}.
          {#if shown.scope !== 'arrived' && s.moved.documents + s.setAside.documents > 0}
            Not among them:
            {#if s.moved.documents > 0}<a
                class="quiet"
                href={place.href('arrivals', behind({ ...shown, scope: 'moved' }, null, null))}
                >{many(s.moved.documents, 'transfer')}</a
              >
              between own accounts, {money(s.moved.money)}{s.setAside.documents > 0 ? ';' : '.'}{/if}
            {#if s.setAside.documents > 0}<a
                class="quiet"
                href={place.href('arrivals', { ...behind({ ...shown, scope: 'arrived' }, null, null), state: 'set_aside' })}
                >{many(s.setAside.documents, 'document')}</a
              >
              set aside, {money(s.setAside.money)}.{/if}
          {/if}
        </p>
      </div>
      <span class="text-soft ml-auto whitespace-nowrap print:hidden"
        >Take away as <a class="quiet" href={fileOf(shown, 'csv')} download>CSV</a> or
        <a class="quiet" href={fileOf(shown, 'xlsx')} download>XLSX</a></span
      >
      <button class="btn plain print:hidden" onclick={() => window.print()}>Print</button>
    </div>
    <div class="mt-3 flex flex-wrap items-center gap-2 print:hidden">
      <select class="field" aria-label="Grouped by" value={shown.by} onchange={(e) => go({ by: e.currentTarget.value })}>
        {#each Object.entries(groupings) as [by, title] (by)}<option value={by}>by {title}</option>{/each}
      </select>
      <select class="field" aria-label="How much" value={shown.scope} onchange={(e) => go({ scope: e.currentTarget.value })}>
        {#each Object.entries(scopes) as [scope, title] (scope)}<option value={scope}>{title}</option>{/each}
      </select>
      <select class="field" aria-label="Which day" value={shown.over} onchange={(e) => go({ over: e.currentTarget.value })}>
        <option value="document_date">by the document’s date</option><option value="arrival_date">by the day it arrived</option>
      </select>
      {@render month('from', 'from')}
      {@render month('to', 'to')}
      <Views of="spend" query={new URLSearchParams({ ...shown }).toString()} />
    </div>
    {#if s.groups.length === 0}
      <p class="text-soft mt-8">Nothing was spent{when}. Choose other months above.</p>
    {:else}
      {#if s.groups.some((g) => !isZero(g.money))}<div class="mt-4"><Charts spend={s} {open} /></div>{/if}
      <SpendTable spend={s} {shown} {open} />
    {/if}
  {/if}
</Waiting>
