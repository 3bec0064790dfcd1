<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { words } from '../amounts/format';
  import DayField from '../frame/DayField.svelte';
  import { place } from '../frame/place.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { dimensions as allDimensions, ledgerValues, paymentAccounts } from '../ledger/values';
  import type { Needs, Reason, Said } from './bulk';

  /** What a decision for many needs: an account, a value, a reason, a rate. */
  let { needs, said = $bindable() }: { needs: Needs; said: { -readonly [K in keyof Said]: Said[K] } } = $props();

  const values = ledgerValues();
  const dimensions = allDimensions();
  const cards = paymentAccounts();
  const categories = createQuery(() => ({
    queryKey: [place.company, 'values', 'category'],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/{kind}/values', {
          params: { path: { companyId: place.company, kind: 'category' } },
        }),
      ),
    enabled: needs === 'category',
  }));
  const reasons: Reason[] = ['private', 'duplicate', 'already_in_ledger', 'other'];
  const offered = (kind: string) =>
    kind === 'category'
      ? (categories.data?.rows ?? []).map((r) => r.value)
      : (values.data ?? []).filter((v) => v.kind === kind && v.active && !v.hidden).map((v) => v.name);
  const id = $props.id();
</script>

{#if needs === 'account'}
  <span class="w-64"><AccountPicker bind:value={said.value} label="The account" /></span>
{:else if needs === 'payment_account'}
  <select class="field" aria-label="The payment account" bind:value={said.value}>
    <option value="">…</option>
    {#each cards.data?.accounts ?? [] as card (card.id)}<option>{card.name}</option>{/each}
  </select>
{:else if needs === 'category' || needs === 'supplier' || needs === 'employee'}
  <input class="field w-56" aria-label={`The ${needs}`} list={id} bind:value={said.value} />
  <datalist {id}
    >{#each offered(needs) as v (v)}<option value={v}></option>{/each}</datalist
  >
{:else if needs === 'dimension'}
  <select class="field" aria-label="Which" bind:value={said.dimension}>
    <option value="">…</option>
    {#each dimensions.data ?? [] as d (d.dimension)}<option value={d.dimension}>{words(d.dimension)}</option>{/each}
  </select>
  <input class="field w-48" aria-label="The value" list={id} bind:value={said.value} />
  <datalist {id}
    >{#each offered(said.dimension) as v (v)}<option value={v}></option>{/each}</datalist
  >
{:else if needs === 'reason'}
  <select class="field" aria-label="Why" bind:value={said.reason}>
    <option value="">because …</option>
    {#each reasons as reason (reason)}<option value={reason}>{words(reason)}</option>{/each}
  </select>
{:else if needs === 'rate'}
  <input class="field w-24 text-right" inputmode="decimal" aria-label="The rate" placeholder="rate" bind:value={said.value} />
  of <DayField bind:value={said.on} label="Day of the rate" />
{/if}
{#if needs === 'note' || (needs === 'reason' && said.reason === 'other')}
  <input class="field w-64" aria-label="Why, in your words" placeholder="why" bind:value={said.note} />
{/if}
