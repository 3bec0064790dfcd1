<script lang="ts">
  import type { Schemas } from '../api/client';
  import { money } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** Numbers that sources name and no payment account has. */
  let {
    accounts: p,
    begin,
  }: {
    accounts: Schemas['PaymentAccountsAnswer'];
    begin: (text: string, of?: Schemas['PaymentAccountAnswer']) => void;
  } = $props();
</script>

<table class="ledger mb-6">
  <thead><tr><th>What the source says</th><th class="n">Docs</th><th class="n">Money</th><th></th></tr></thead>
  <tbody>
    {#each p.unclaimed as u (u.text)}
      <tr>
        <td class="text-ochre">◇ {u.text}</td>
        <td class="n">{u.documents}</td>
        <td class="n"><a href={place.href('arrivals', { keyKind: 'payment_account', key: u.text })}>{money(u.money)}</a></td>
        <td class="pl-6!">
          {#if u.claimedBy.length > 1}<span class="text-soft"
              >claimed by {u.claimedBy.join(' and ')}; choose on each document</span
            >
          {:else if place.keeps}
            <button class="quiet mr-3" onclick={() => begin(u.text)}>a new account</button>
            {#each p.accounts.slice(0, 4) as a (a.id)}
              <button class="quiet mr-3" onclick={() => begin(u.text, a)}>a number of {a.name}</button>
            {/each}
          {/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>
