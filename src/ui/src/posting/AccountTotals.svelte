<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money } from '../amounts/format';
  import type { List } from '../documents/list';
  import { place } from '../frame/place.svelte';

  /** What goes to each account; each opens the documents behind it. */
  let { totals, within = {} }: { totals: Schemas['AccountTotalAnswer'][]; within?: List } = $props();
  const side = (amount: string) => (isZero(amount) ? '' : money(amount));
</script>

<table class="ledger">
  <thead><tr><th>Account</th><th class="n">Docs</th><th class="n">Debit</th><th class="n">Credit</th></tr></thead>
  <tbody>
    {#each totals as t (t.account)}
      <tr>
        <td><a class="quiet" href={place.href('arrivals', { ...within, account: t.account })}>{t.title}</a></td>
        <td class="n text-soft">{t.documents}</td><td class="n">{side(t.debit)}</td><td class="n">{side(t.credit)}</td>
      </tr>
    {/each}
  </tbody>
</table>
