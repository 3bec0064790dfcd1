<script lang="ts">
  import type { Schemas } from '../api/client';
  import { money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { paymentKindTitle } from './paymentDraft.svelte';

  /** Payment accounts, each with its ledger account, numbers, holders, and what it took. */
  let {
    accounts: p,
    opened,
    edit,
  }: {
    accounts: Schemas['PaymentAccountsAnswer'];
    opened: number | null | undefined;
    edit: (account: Schemas['PaymentAccountAnswer']) => void;
  } = $props();
</script>

<table class="ledger">
  <thead
    ><tr
      ><th>Payment account</th><th>Ledger account</th><th>Numbers</th><th>Holders</th><th class="n">Docs</th><th class="n"
        >Money</th
      ></tr
    ></thead
  >
  <tbody>
    {#each p.accounts as a (a.id)}
      <tr class={opened === a.id ? 'bg-sunk' : ''}>
        <td
          ><button class="quiet font-semibold" onclick={() => edit(a)} disabled={!place.keeps}>{a.name}</button>
          <span class="text-soft block text-xs"
            >{paymentKindTitle(a.kind)}{a.currency === p.currency ? '' : `, ${a.currency}`}</span
          ></td
        >
        <td class={a.broken ? 'text-madder' : ''}>{a.accountTitle}{a.broken ? ` ${a.broken}` : ''}</td>
        <td>
          {#each a.numbers as n (`${n.text}${n.from}`)}
            <span class="block whitespace-nowrap"
              >{n.text}<span class="text-soft text-xs"
                >{n.from ? ` from ${n.from}` : ''}{n.through ? ` through ${n.through}` : ''}</span
              ></span
            >
          {/each}
        </td>
        <td
          >{a.holder}{#if a.otherHolders.length > 0}<span class="text-soft block text-xs">{a.otherHolders.join(', ')}</span
            >{/if}</td
        >
        <td class="n">{a.documents || ''}</td>
        <td class="n">{a.documents ? money(a.money) : ''}</td>
      </tr>
    {/each}
  </tbody>
</table>
