<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import DueRule from './DueRule.svelte';
  import { payee } from './owed';

  /** Who is owed what of which run, what is overdue first; what is paid can be shown, too. */
  let { items }: { items: Schemas['OwedItemAnswer'][] } = $props();
  let paid = $state(false);
  let editing = $state('');
  const shown = $derived(items.filter((i) => paid || !isZero(i.open)));
</script>

<div class="mt-7 flex items-baseline gap-3">
  <h2>Who is owed what</h2>
  <label class="text-soft ml-auto flex items-center gap-2"><input type="checkbox" bind:checked={paid} />what is paid, too</label>
</div>
{#if shown.length === 0}<p class="text-soft">Nothing is open.</p>
{:else}
  <table class="ledger">
    <thead
      ><tr
        ><th>Owed to</th><th>Run</th><th>Due</th><th>In</th><th class="n">Owed</th><th class="n">Paid</th><th class="n">Open</th
        ></tr
      ></thead
    >
    <tbody>
      {#each shown as i (i.key)}
        <tr>
          <td>{payee(i.kind, i.payee)}</td>
          <td class="whitespace-nowrap"
            ><a class="quiet" href={place.href(`payroll/runs/${i.run}`)}>{i.called}</a>{#if !i.posted}<span class="text-soft"
                >&nbsp;· not in the ledger yet</span
              >{/if}</td
          >
          <td class={['whitespace-nowrap', i.overdue && 'text-ochre font-semibold']}
            >{#if place.keeps}<button
                class="quiet"
                aria-expanded={editing === i.key}
                title="When this payee is due"
                onclick={() => (editing = editing === i.key ? '' : i.key)}>{shortDay(i.due)}</button
              >{:else}{shortDay(i.due)}{/if}{i.overdue ? ', overdue' : i.isProposed ? ', paid, to confirm' : ''}</td
          >
          <td class="text-soft">{i.accountTitle || 'no account yet'}</td>
          <td class="n">{money(i.amount)}</td><td class="n text-soft">{money(i.paid)}</td><td class="n font-semibold"
            >{money(i.open)}</td
          >
        </tr>
        {#if editing === i.key}<tr><td colspan="7"><DueRule of={i} close={() => (editing = '')} /></td></tr>{/if}
      {/each}
    </tbody>
  </table>
{/if}
