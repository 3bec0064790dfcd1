<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { words } from '../amounts/format';
  import DayField from '../frame/DayField.svelte';
  import { place } from '../frame/place.svelte';
  import { vocabulary } from '../frame/vocabulary';
  import { accounts as chart, paymentAccounts } from '../ledger/values';
  import type { List } from './list';

  /** Everything that a list may be narrowed by, all at once. */
  let { list, sources }: { list: List; sources: string[] } = $props();

  const accounts = chart();
  const labels = createQuery(() => ({
    queryKey: [place.company, 'labels'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/labels', { params: { path: { companyId: place.company } } })),
  }));
  const cards = paymentAccounts();
  const held = $derived([...new Set((cards.data?.accounts ?? []).map((a) => a.holder).filter(Boolean))]);
  const narrow = (name: string, value: string) => push(place.to('arrivals', { ...list, [name]: value.trim() }));
  const id = $props.id();
</script>

{#snippet choice(name: string, title: string, all: string, options: [string, string][])}
  <label class="text-soft flex flex-col gap-0.5 text-xs"
    >{title}
    <select class="field text-ink text-sm" value={list[name] ?? ''} onchange={(e) => narrow(name, e.currentTarget.value)}>
      <option value="">{all}</option>
      {#each options as [value, says] (value)}<option {value}>{says}</option>{/each}
    </select></label
  >
{/snippet}
{#snippet text(name: string, title: string, suggested: string[] = [])}
  <label class="text-soft flex flex-col gap-0.5 text-xs"
    >{title}
    <input
      class="field text-ink text-sm"
      list={suggested.length > 0 ? `${id}-${name}` : undefined}
      value={list[name] ?? ''}
      onchange={(e) => narrow(name, e.currentTarget.value)}
    />
    {#if suggested.length > 0}<datalist id={`${id}-${name}`}
        >{#each suggested as s (s)}<option value={s}></option>{/each}</datalist
      >{/if}</label
  >
{/snippet}
{#snippet days(name: string, title: string)}
  <div class="flex items-end gap-1">
    <label class="text-soft flex flex-col gap-0.5 text-xs"
      >{title} from <DayField
        wide="w-28 text-ink text-sm"
        placeholder=""
        value={list[`${name}From`] ?? ''}
        chosen={(iso) => narrow(`${name}From`, iso)}
      /></label
    >
    <label class="text-soft flex flex-col gap-0.5 text-xs"
      >to <DayField
        wide="w-28 text-ink text-sm"
        placeholder=""
        value={list[`${name}To`] ?? ''}
        chosen={(iso) => narrow(`${name}To`, iso)}
      /></label
    >
  </div>
{/snippet}

<section class="bg-raised border-rule mt-3 grid grid-cols-4 gap-x-5 gap-y-2.5 border p-4" aria-label="Narrow the list">
  {@render choice(
    'source',
    'Source',
    'every source',
    sources.map((s) => [s, s]),
  )}
  {@render choice(
    'kind',
    'Kind',
    'every kind',
    vocabulary().documentKinds.map((k) => [k.kind, k.title]),
  )}
  {@render choice(
    'reason',
    'Why it is held',
    'any reason',
    vocabulary().holdKinds.map((k) => [k, words(k)]),
  )}
  {@render choice(
    'label',
    'Label',
    'with any or none',
    (labels.data ?? []).map((l) => [l, l]),
  )}
  {@render text('supplier', 'Supplier')}
  {@render text('category', 'Category')}
  {@render choice(
    'account',
    'Account',
    'any account',
    (accounts.data ?? []).map((a) => [a.id, a.title]),
  )}
  {@render choice('attachment', 'Attachment', 'with or without', [
    ['true', 'with one'],
    ['false', 'without one'],
  ])}
  {@render text(
    'paymentAccount',
    'Paid from',
    (cards.data?.accounts ?? []).map((a) => a.name),
  )}
  {@render text('cardholder', 'Cardholder', held)}
  {@render text('employee', 'Employee')}
  <div class="flex items-end gap-1">
    {#each [['amountFrom', 'Total from'], ['amountTo', 'to']] as [name, title] (name)}
      <label class="text-soft flex flex-col gap-0.5 text-xs"
        >{title}
        <input
          class="field text-ink w-28 text-right text-sm"
          inputmode="decimal"
          value={list[name!] ?? ''}
          onchange={(e) => narrow(name!, e.currentTarget.value)}
        /></label
      >
    {/each}
  </div>
  {@render days('date', 'Dated')}
  {@render days('due', 'Due')}
  {@render days('entry', 'Entry')}
  <label class="flex items-end gap-2 pb-1.5"
    ><input type="checkbox" checked={!!list.noticed} onchange={(e) => narrow('noticed', e.currentTarget.checked ? 'true' : '')} /> worth
    noticing</label
  >
</section>
