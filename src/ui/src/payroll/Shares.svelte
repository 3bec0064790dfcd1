<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** The employer's shares of social security and Medicare against the taxable wages of the year: a finding, never a hold. */
  let { run }: { run: number } = $props();
  const shares = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'shares', run],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/payroll/runs/{id}/shares', {
          params: { path: { companyId: place.company, id: run } },
        }),
      ),
  }));
  const s = $derived(shares.data);
</script>

<h2 class="mt-6">The employer’s shares</h2>
{#if shares.error}<p class="note bad" role="alert">{shares.error.message}</p>
{:else if !s}<p class="text-soft" role="status">Looking back over the year …</p>
{:else if !s.year}<p class="text-soft">The rates and bases of that year are not known here.</p>
{:else if !s.isAsked}
  <p class="text-soft">
    Say under <a class="quiet" href={place.href('payroll/mapping')}>Pay items</a> which wages are taxable, and which items pay social
    security and Medicare: then they are held against each other.
  </p>
{:else if s.findings.length === 0}<p class="text-soft">They are what the taxable wages of {s.year} give.</p>
{:else}
  <table class="ledger">
    <thead
      ><tr><th>Employee</th><th></th><th class="n">Taxable wages</th><th class="n">Would be</th><th class="n">Is</th></tr></thead
    >
    <tbody>
      {#each s.findings as f (`${f.employee} ${f.of}`)}
        <tr
          ><td>{f.employee}</td><td class="text-soft">{words(f.of)}</td><td class="n">{money(f.wages)}</td><td class="n"
            >{money(f.expected)}</td
          ><td class="n text-ochre">{money(f.found)}</td></tr
        >
      {/each}
    </tbody>
  </table>
{/if}
