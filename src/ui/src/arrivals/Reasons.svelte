<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';

  /** Why a document waits, each reason with its way on. */
  let {
    document: d,
    choosePaidFrom,
    notDuplicate,
    setAside,
    again,
  }: {
    document: Schemas['DocumentAnswer'];
    choosePaidFrom: (name: string) => void;
    notDuplicate: () => void;
    setAside: (reason: string) => void;
    again: () => void;
  } = $props();

  const lineOf = (number: number) => d.lines.find((l) => l.number === number);
  const dimensionOf = (number: number, value: string) => {
    const line = lineOf(number);
    return line?.location === value ? 'location' : line?.project === value ? 'project' : 'department';
  };

  /** Where one mapping ends a reason, for this document and all like it. */
  function mapping(reason: Schemas['ReasonAnswer']): [string, string] | null {
    if (reason.reason === 'settlement_unmapped') return ['settlement', reason.value];
    if (reason.reason === 'tax_code_unmapped') return ['tax_code', reason.value];
    if (reason.reason === 'dimension_unmapped') return [dimensionOf(reason.line, reason.value), reason.value];
    const category = reason.reason === 'unmapped' ? lineOf(reason.line)?.category : '';
    return category ? ['category', category] : null;
  }
</script>

<h2 class="mt-6">Why it waits</h2>
<ul>
  {#each d.reasons as reason (`${reason.line}${reason.reason}${reason.value}`)}
    {@const mapped = mapping(reason)}
    <li class="border-rule flex items-center justify-between gap-4 border-b py-1.5">
      <span>{reason.line ? `Line ${reason.line}: ` : ''}{reason.detail}</span>
      {#if place.keeps}
        {#if reason.reason === 'possible_duplicate'}
          <span class="flex gap-2">
            <a class="btn plain" href={place.href(`arrivals/${d.duplicateOfId}`)}>Open the other</a>
            <button class="btn plain" onclick={notDuplicate}>Not the same</button>
            <button class="btn plain" onclick={() => setAside('duplicate')}>Set aside</button>
          </span>
        {:else if reason.reason.startsWith('payment_account')}
          <span class="flex items-center gap-2">
            <select
              class="field"
              aria-label="Which payment account it was"
              value={d.paymentAccountChoice}
              onchange={(e) => choosePaidFrom(e.currentTarget.value)}
            >
              <option value="">It was …</option>
              {#each d.paymentAccountChoices as name (name)}<option>{name}</option>{/each}
            </select>
            {#if reason.reason !== 'payment_account_ambiguous'}<a class="btn plain" href={place.href('mapping/payment-accounts')}
                >For all</a
              >{/if}
          </span>
        {:else if reason.reason === 'supplier_undecided'}
          <a class="btn plain" href={place.href('set-up/suppliers')}>Decide it</a>
        {:else if mapped}
          <a class="btn plain" href={place.href('mapping', { kind: mapped[0], value: mapped[1] })}
            >{reason.reason === 'unmapped' ? 'Map it for all' : 'Map it'}</a
          >
        {:else if reason.reason === 'role_missing' || reason.reason === 'role_ambiguous'}
          <a class="btn plain" href={place.href('set-up/accounts')}>Fill the role</a>
        {:else if reason.reason === 'period_locked'}
          <a class="btn plain" href={place.href('set-up/choices')}>See the lock</a>
        {:else if reason.reason === 'refused'}
          <button class="btn plain" onclick={again}>Try again</button>
        {/if}
      {/if}
    </li>
  {/each}
</ul>
{#if place.keeps}
  <p class="text-soft mt-3">
    Not for the books? Set it aside as
    <button class="quiet" onclick={() => setAside('private')}>private</button>,
    <button class="quiet" onclick={() => setAside('duplicate')}>a duplicate</button> or
    <button class="quiet" onclick={() => setAside('already_in_ledger')}>already in the ledger</button>.
  </p>
{/if}
