<script lang="ts">
  import { SvelteSet } from 'svelte/reactivity';
  import type { Schemas } from '../api/client';
  import { isZero, money, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import EntryLink from '../ledger/EntryLink.svelte';
  import { payee } from './owed';

  /** Payments, and what each pays: proposed by amount and date, chosen by hand, confirmed, taken back. */
  type Payment = Schemas['PaymentAnswer'];
  let {
    title,
    payments,
    items,
    confirm,
    busy,
    none,
  }: {
    title: string;
    payments: Payment[];
    items: Schemas['OwedItemAnswer'][];
    confirm: (chosen: { payment: Payment; items: readonly string[]; isApart?: boolean }[]) => Promise<boolean>;
    busy: boolean;
    none: string;
  } = $props();
  const id = (p: Payment) => `${p.account}|${p.ledgerEntry}|${p.document ?? ''}`;
  const said = $derived(new Map(items.map((i) => [i.key, i])));
  const says = (keys: readonly string[]) =>
    keys
      .map((k) => said.get(k))
      .filter((i) => i !== undefined)
      .map((i) => `run ${i.called}, ${payee(i.kind, i.payee)}`)
      .join('; ');
  let choosing = $state('');
  const chosen = new SvelteSet<string>();
  const open = $derived(items.filter((i) => !isZero(i.open)));
  const plain = $derived(payments.filter((p) => p.pays.length === 0 && !p.isApart && p.options.length === 1));
  async function take(p: Payment) {
    if (await confirm([{ payment: p, items: [...chosen] }])) choosing = '';
  }
  function choose(p: Payment) {
    chosen.clear();
    choosing = choosing === id(p) ? '' : id(p);
  }
</script>

<div class="mt-6 flex items-baseline">
  <h2>{title}</h2>
  {#if place.keeps && plain.length > 1}<button
      class="btn plain ml-auto"
      disabled={busy}
      onclick={() => void confirm(plain.map((p) => ({ payment: p, items: p.options[0]! })))}
      >Confirm the {plain.length} that are plain</button
    >{/if}
</div>
{#if payments.length === 0}<p class="text-soft">{none}</p>
{:else}
  <table class="ledger">
    <thead><tr><th>Paid</th><th>To</th><th class="n">Amount</th><th class="pl-5!">For</th><th></th></tr></thead>
    <tbody>
      {#each payments as p (id(p))}
        <tr>
          <td class="whitespace-nowrap">{shortDay(p.day)}</td>
          <td
            >{p.who || p.reference || 'nobody named'}{#if p.who && p.reference}&nbsp;<span class="text-soft">{p.reference}</span
              >{/if}
            {#if p.ledgerEntry}<EntryLink entry={p.ledgerEntry} />{:else if p.document}<a
                class="quiet"
                href={place.href(`arrivals/${p.document}`)}>the document</a
              >{/if}</td
          >
          <td class="n">{money(p.amount)}</td>
          <td class="pl-5!">
            {#if p.pays.length > 0}
              {p.pays.map((x) => `run ${x.called}, ${payee(x.kind, x.payee)}`).join('; ')}
              {#if !isZero(p.open)}<span class="text-ochre">and {money(p.open)} of it for nothing yet</span>{/if}
            {:else if p.isApart}<span class="text-soft">no pay run</span>
            {:else if p.options.length > 0}<span class="text-soft"
                >{p.options.length > 1 ? 'one of several' : 'by its amount'}:</span
              >
              {says(p.options[0]!)}
            {:else}<span class="text-ochre">not known</span>{/if}
          </td>
          <td class="text-right whitespace-nowrap">
            {#if place.keeps}
              {#if p.pays.length > 0 || p.isApart}<button
                  class="quiet text-soft"
                  disabled={busy}
                  onclick={() => void confirm([{ payment: p, items: [] }])}>take back</button
                >
              {:else}
                {#if p.options.length === 1}<button
                    class="btn py-0.5!"
                    disabled={busy}
                    onclick={() => void confirm([{ payment: p, items: p.options[0]! }])}>Confirm</button
                  >{/if}
                <button class="quiet ml-2" aria-expanded={choosing === id(p)} onclick={() => choose(p)}>choose</button>
                {#if p.ledgerEntry}<button
                    class="quiet text-soft ml-2"
                    disabled={busy}
                    onclick={() => void confirm([{ payment: p, items: [], isApart: true }])}>no pay run</button
                  >{/if}
              {/if}
            {/if}
          </td>
        </tr>
        {#if choosing === id(p)}
          <tr
            ><td colspan="5">
              <fieldset class="bg-sunk p-3" disabled={busy}>
                <legend class="sr-only">What it pays</legend>
                {#each p.options.length > 1 ? p.options : [] as option, i (i)}
                  <button class="btn plain mr-2 mb-2" onclick={() => void confirm([{ payment: p, items: option }])}
                    >{says(option)}</button
                  >
                {/each}
                {#each open as i (i.key)}
                  <label class="flex items-baseline gap-2"
                    ><input
                      type="checkbox"
                      checked={chosen.has(i.key)}
                      onchange={() => (chosen.has(i.key) ? chosen.delete(i.key) : chosen.add(i.key))}
                    />run {i.called}, {payee(i.kind, i.payee)}<span class="text-soft">due {shortDay(i.due)}</span><span
                      class="ml-auto tabular-nums">{money(i.open)}</span
                    ></label
                  >
                {:else}<p class="text-soft">Nothing is open here.</p>{/each}
                <button class="btn mt-2" disabled={chosen.size === 0} onclick={() => void take(p)}>That is what it pays</button>
              </fieldset>
            </td></tr
          >
        {/if}
      {/each}
    </tbody>
  </table>
{/if}
