<script lang="ts">
  import type { Schemas } from '../api/client';
  import { money, shortDay } from '../amounts/format';
  import { rows } from '../frame/keys';
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
  <tbody {@attach rows}>
    {#each p.accounts as a (a.id)}
      <tr
        class={opened === a.id ? 'bg-sunk' : ''}
        tabindex={place.keeps ? 0 : undefined}
        onkeydown={(e) => e.key === 'Enter' && e.target === e.currentTarget && edit(a)}
      >
        <td
          >{#if place.keeps}<button class="quiet font-semibold" onclick={() => edit(a)}>{a.name}</button>{:else}<b
              class="font-semibold">{a.name}</b
            >{/if}
          <span class="text-soft block text-xs"
            >{paymentKindTitle(a.kind)}{a.currency === p.currency ? '' : `, ${a.currency}`}</span
          ></td
        >
        <td class={a.broken ? 'text-madder' : ''}>{a.accountTitle}{a.broken ? ` ${a.broken}` : ''}</td>
        <td>
          {#each a.numbers as n (`${n.text}${n.from}`)}
            <span class="block whitespace-nowrap"
              >{n.text}<span class="text-soft text-xs"
                >{n.from ? ` from ${shortDay(n.from)}` : ''}{n.through
                  ? ` ${n.through < place.today ? 'ended' : 'until'} ${shortDay(n.through)}`
                  : ''}</span
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
