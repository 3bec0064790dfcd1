<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, many, money, shortDay, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import StatementFields from '../count/StatementFields.svelte';
  import type { Stated } from '../count/stated';
  import First from './First.svelte';
  import { skips } from './forms';

  /** What a file brings, before it is taken in: what is new, what waits and why, and what each source itself says. */
  let {
    shown,
    stated = $bindable(),
    busy,
    take,
  }: { shown: Schemas['TakeInAnswer']; stated: Record<string, Stated>; busy: boolean; take: () => void } = $props();
  const fresh = $derived(shown.added + shown.updated);
  const toHold = $derived(shown.incomplete - shown.waiting);
  const news = $derived(fresh + toHold + shown.cancelled);
  const why: Record<Schemas['NamedFor'], string> = {
    changed: 'changed',
    proposed_correction: 'proposed correction',
    possible_duplicate: 'possible duplicate',
  };
</script>

<section class="mt-6" aria-label="What the file brings">
  <h3 class="font-semibold">{news === 0 ? 'Nothing new in this file' : `What ${shown.fileName} brings`}</h3>
  <p class="text-soft">
    {many(shown.documents, 'document')} with {many(shown.lines, 'line')}: {shown.added} new, {shown.updated} changed, {shown.unchanged}
    already here and the same.
  </p>
  {#if shown.corrections > 0}
    <p class="note mt-2">
      {many(shown.corrections, 'document')}
      {shown.corrections === 1 ? 'differs' : 'differ'} from what is in the ledger or on its way there, which stays as it is; what the
      source sent anew waits there as a proposed correction.
    </p>
  {/if}
  {#if shown.first.length > 0}<First documents={shown.first} of={shown.documents} />{/if}
  {#if shown.named.length > 0}
    <table class="ledger mt-5 max-w-4xl" aria-label="Worth looking at">
      <thead><tr><th>Worth looking at</th><th>Document</th><th>Who</th><th>Already here</th><th class="n">Total</th></tr></thead>
      <tbody>
        {#each shown.named as n, i (i)}
          <tr>
            <td class="whitespace-nowrap">{why[n.for]}</td>
            <td class="max-w-56 truncate">{n.document}</td>
            <td class="max-w-44 truncate">{n.who}</td>
            <td class="max-w-56 truncate"
              >{#if n.otherId}<a class="quiet" href={place.href(`arrivals/${n.otherId}`)}>{n.other || 'as it is now'}</a
                >{:else if n.other}{n.other}, in this file{/if}</td
            >
            <td class="n">{money(n.total)} {n.currency}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if shown.cancelled > 0}
    <p class="mt-3">
      It cancels {many(shown.cancelled, 'document')} of earlier files: what is open is set aside, what is in the ledger gets a proposed
      correction.
    </p>
  {/if}
  {#each shown.stated as s, i (i)}
    <p class="mt-3">
      The statement says itself, by its balances: {many(s.documents, 'document')} from {shortDay(s.firstDay)} to {shortDay(
        s.lastDay,
      )}, {money(s.money)}. It is kept as what the source says.
    </p>
  {/each}
  {#if shown.skipped.length > 0}
    <p class="mt-3">
      No document, kept with the file: {shown.skipped.map((s) => `${skips[s.reason]} (${s.records})`).join(', ')}.
    </p>
  {/if}
  <table class="ledger mt-5 max-w-3xl">
    <thead><tr><th>Source</th><th class="n">Documents</th><th class="n">Money</th></tr></thead>
    <tbody>
      {#each shown.sources as source (source.source)}<tr
          ><td
            >{source.source}
            {#if fresh > 0 && shown.stated.length === 0}
              {#if stated[source.source]}
                <div class="mt-2 flex flex-wrap items-end gap-3">
                  <StatementFields bind:statement={stated[source.source]!} of={source.source} />
                </div>
              {:else}
                <button
                  class="quiet text-soft block text-xs"
                  onclick={() =>
                    (stated[source.source] = {
                      firstDay: source.firstDay,
                      lastDay: source.lastDay,
                      documents: '',
                      money: '',
                    })}>it says itself how much it sent …</button
                >
              {/if}
            {/if}</td
          ><td class="n">{source.documents}</td><td class="n">{money(source.money)}</td></tr
        >{/each}
    </tbody>
  </table>
  {#if fresh > 0}
    <table class="ledger mt-5 max-w-3xl">
      <thead><tr><th>Of the new and changed ones</th><th class="n">Documents</th><th class="n">Money</th></tr></thead>
      <tbody>
        <tr
          ><td>are coded and ready</td><td class="n">{shown.coded.documents}</td><td class="n">{money(shown.coded.money)}</td></tr
        >
        <tr class="text-ochre"
          ><td>wait for you</td><td class="n">{shown.held.documents}</td><td class="n">{money(shown.held.money)}</td></tr
        >
        {#if !isZero(shown.setAside.money) || shown.setAside.documents > 0}
          <tr
            ><td>are set aside</td><td class="n">{shown.setAside.documents}</td><td class="n">{money(shown.setAside.money)}</td
            ></tr
          >
        {/if}
      </tbody>
    </table>
    {#if shown.reasons.length > 0}
      <p class="mt-3">They wait because of: {shown.reasons.map((r) => `${words(r.reason)} (${r.documents})`).join(', ')}.</p>
    {/if}
  {/if}
  {#if shown.noticed.length > 0}
    <p class="mt-3">
      Worth noticing, and held by nothing: {shown.noticed.map((r) => `${r.detail} (${r.documents})`).join(' ')}
    </p>
  {/if}
  {#each shown.notices as notice, i (i)}<p class="text-soft mt-2">
      {notice.column}{notice.column ? ': ' : ''}{notice.message}
    </p>{/each}
  <div class="mt-5 flex gap-2">
    {#if news > 0}
      <button class="btn" disabled={busy} onclick={take}
        >{fresh === 0 && toHold === 0 ? 'Take in what is cancelled' : ''}{fresh > 0
          ? `Take in ${many(fresh, 'document')}`
          : ''}{fresh > 0 && toHold > 0 ? ' and hold ' : ''}{fresh === 0 && toHold > 0 ? 'Hold ' : ''}{toHold > 0
          ? `${many(toHold, 'record')} to correct`
          : ''}</button
      >
    {/if}
  </div>
</section>
