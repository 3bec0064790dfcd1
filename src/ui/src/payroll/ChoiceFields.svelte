<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { accounts as chart } from '../ledger/values';

  /** The choices for pay runs, one by one. */
  type Choices = Schemas['PayrollChoices'];
  type Kind = NonNullable<Schemas['AccountKind']>;
  let { shown, change }: { shown: Choices; change: (more: Partial<Choices>) => void } = $props();
  const accounts = chart();
  const title = (account: string) => (accounts.data ?? []).find((a) => a.id === account)?.title ?? (account || 'no account');
  const options = {
    date: {
      pay_date: 'the day on which it is paid',
      period_end: 'the end of the pay period',
      first_of_month: 'the first of the month in which it is paid',
    } satisfies Record<Choices['date'], string>,
    detail: {
      department: 'what goes to one account for one department',
      account: 'what goes to one account',
      employee: 'what goes to one account for one employee, by name',
    } satisfies Record<NonNullable<Choices['detail']>, string>,
    shape: {
      detailed: 'what is owed, by account',
      short: 'net pay, taxes and remittances, and the fee, owed to the processor',
    } satisfies Record<Choices['shape'], string>,
    contractors: {
      journal: 'a journal, as any run',
      bills: 'an open bill of each, when it arrives',
    } satisfies Record<NonNullable<Choices['contractors']>, string>,
    hours: {
      none: 'nothing',
      actual: 'what a run costs is spread over projects by them',
      at_rate: 'each costs its rate, and the difference stands apart',
    } satisfies Record<NonNullable<Choices['hours']>, string>,
  };
</script>

{#snippet choice(name: keyof typeof options, asks: string)}
  <label class="flex items-center justify-between gap-4"
    >{asks}
    <select
      class="field w-96"
      value={shown[name]}
      onchange={(e) => change({ [name]: e.currentTarget.value } as Partial<Choices>)}
    >
      {#each Object.entries(options[name]) as [value, says] (value)}<option {value}>{says}</option>{/each}
    </select></label
  >
{/snippet}
{#snippet account(name: 'processorAccount' | 'accrualAccount' | 'hoursAccount', asks: string, label: string, kinds: Kind[])}
  <div class="flex items-center justify-between gap-4">
    <span>{asks}</span>
    <span class="flex w-96 items-center gap-2"
      >{#if place.administers}<AccountPicker
          value={shown[name] ?? ''}
          {label}
          {kinds}
          chosen={(id) => change({ [name]: id })}
        />{#if shown[name]}<button type="button" class="quiet text-soft" onclick={() => change({ [name]: '' })}>none</button
          >{/if}{:else}{title(shown[name] ?? '')}{/if}</span
    >
  </div>
{/snippet}
{#snippet text(name: 'processorName' | 'contractorGroup' | 'feeTaxCode', asks: string, blank: string)}
  <label class="flex items-center justify-between gap-4"
    >{asks}
    <input
      class="field w-96"
      placeholder={blank}
      value={shown[name] || (place.administers ? '' : blank)}
      onchange={(e) => change({ [name]: e.currentTarget.value.trim() })}
    /></label
  >
{/snippet}
{#snippet number(name: 'feeTaxPercent' | 'burdenPercent' | 'periodDays' | 'movedPercent', asks: string, unit: string)}
  <label class="flex items-center justify-between gap-4"
    >{asks}
    <span class="flex w-96 items-center gap-2"
      ><input
        class="field w-24 text-right"
        type="number"
        min="0"
        step={name === 'periodDays' ? 1 : 'any'}
        value={shown[name] ?? 0}
        onchange={(e) => change({ [name]: e.currentTarget.valueAsNumber || 0 })}
      />{unit}</span
    ></label
  >
{/snippet}

{@render choice('date', 'A run is entered on')}
{@render choice('detail', 'On one line of its costs stands')}
{@render choice('shape', 'On the right stands')}
{@render text('processorName', 'The processor is', 'nobody named')}
{@render account('processorAccount', 'What the processor is owed stands in', 'Account of what the processor is owed', [
  'asset',
  'liability',
])}
{@render number('feeTaxPercent', 'The fee has a tax within that is recovered, of', 'per cent')}
{#if shown.feeTaxPercent}{@render text('feeTaxCode', 'with the tax code', 'none: no tax is recovered')}{/if}
{@render number('movedPercent', 'Beside the run before stands out what moved more than', 'per cent')}
<h2 class="mt-3">Contractors</h2>
{@render text('contractorGroup', 'Contractors are the employee group', 'none')}
{#if shown.contractorGroup}{@render choice('contractors', 'A run of contractors alone becomes')}{/if}
<h2 class="mt-3">Over the month’s end, and over projects</h2>
{@render number('periodDays', 'A pay period has', 'days')}
{@render account('accrualAccount', 'What is worked and not yet paid is accrued in', 'Account of accrued wages', ['liability'])}
{@render choice('hours', 'Of the hours that were worked becomes')}
{#if shown.hours === 'at_rate'}
  {@render number('burdenPercent', 'An hour costs beyond its rate', 'per cent')}
  {@render account('hoursAccount', 'The difference to what a run costs goes to', 'Account of the difference to hours', [
    'expense',
    'cost_of_sales',
  ])}
{/if}
