<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { vocabulary } from '../frame/vocabulary';
  import type { BoxDraft } from './boxDraft.svelte';
  import { boxTitle } from './words';
  import { href } from './year';

  /** The box of one account: for all, and for a supplier. */
  let { at, draft, year, busy }: { at: Schemas['AccountBoxAnswer']; draft: BoxDraft; year: number; busy: boolean } = $props();
  const id = $props.id();
  const all = $derived(draft.rows.at(-1));
</script>

<section class="sticky top-3 self-start" aria-label={`The box of ${at.title}`}>
  <h2>{at.title}</h2>
  <p class="text-soft mb-2">
    The first of these rows that fits decides: a supplier’s own before what is for all; a person’s word on a payment before both.
  </p>
  {#each draft.rows as row, i (i)}
    <fieldset class={['border-rule border-t py-2', !place.keeps && 'only-said']} disabled={!place.keeps || busy}>
      {#if draft.isForAll(i)}<b class="font-semibold">For all suppliers</b>
      {:else}
        <label class="text-soft text-xs"
          >For the supplier <input
            class="field w-full"
            list={`${id}suppliers`}
            disabled={row.since !== null}
            bind:value={row.supplier}
          /></label
        >
      {/if}
      <select
        class="field mt-1 w-full"
        aria-label={draft.isForAll(i) ? `Box of ${at.title}` : `Box for the supplier, row ${i + 1}`}
        bind:value={row.to}
      >
        <option value="">{row.since !== null && row.since < year ? 'choose anew …' : 'nothing said'}</option>
        {#each vocabulary().boxes as b (b.box)}<option value={b.box}>{b.word} {b.title}</option>{/each}
        <option value="none">no box: not reportable</option>
      </select>
      {#if row.since !== null}<span class="text-soft text-xs"
          >{row.since < year ? `carried forward from ${row.since}` : `said of ${row.since}`}</span
        >{/if}
    </fieldset>
  {/each}
  <datalist id={`${id}suppliers`}
    >{#each at.payees as p (p.key)}<option value={p.supplier}></option>{/each}</datalist
  >
  {#if place.keeps}<button class="quiet" onclick={draft.add}>another for a supplier</button>{/if}
  {#if at.because && all && !all.to}
    <p class="note mt-3">
      {at.because}
      {#if place.keeps}<button class="quiet font-semibold" onclick={() => (all.to = at.proposed ?? 'none')}
          >Take {at.proposed ? boxTitle(at.proposed) : 'no box'}</button
        >{/if}
    </p>
  {/if}
  {#if at.payees.length > 0}
    <h3 class="text-soft mt-4 text-xs">Paid most for it in {year}</h3>
    <table class="ledger">
      <tbody>
        {#each at.payees as p (p.key)}
          <tr
            ><td><a class="quiet" href={href('', { payments: p.key, account: at.account })}>{p.supplier}</a></td><td class="n"
              >{money(p.amount)}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    {#if !isZero(at.paid)}<a class="quiet text-soft text-xs" href={href('', { payments: 'all', account: at.account })}
        >every payment of this account</a
      >{/if}
  {/if}
</section>
