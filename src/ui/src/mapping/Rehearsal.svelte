<script lang="ts">
  import type { Schemas } from '../api/client';
  import { many, money } from '../amounts/format';

  /** What saving would do, before it is done. */
  let {
    query,
    value,
    posted,
    confirmed = $bindable(),
    refused,
    save,
    keeps,
  }: {
    query: { data?: Schemas['RehearsalAnswer']; isPending: boolean; error: unknown } | null;
    value: string;
    posted: number;
    confirmed: boolean;
    refused: string;
    save: (next: boolean) => void;
    keeps: boolean;
  } = $props();

  const r = $derived(query?.data);
  const stays = $derived(posted > 0 ? `${many(posted, 'posted document')} stay as they are.` : '');
</script>

<section class="bg-raised border-rule self-start border p-4" aria-label="Rehearsal" aria-live="polite">
  <h2>Rehearsal</h2>
  {#if refused}<p class="note bad mb-2" role="alert">{refused}</p>{/if}
  {#if !query}
    <p class="text-soft">{keeps ? `Choose an account for “${value}”, and see here what saving it would do.` : ''} {stays}</p>
  {:else if query.error}
    <p class="note bad" role="alert">{(query.error as Error).message}</p>
  {:else if !r}
    <p class="text-soft" role="status">Rehearsing …</p>
  {:else}
    <p class="text-soft mb-2">
      If you save this: {r.changed.documents === 0
        ? 'no open document changes.'
        : `${many(r.changed.documents, 'open document')} change.`}
      {stays}
    </p>
    {#if r.movements.length > 0}
      <table class="ledger">
        <thead><tr><th>From</th><th>To</th><th class="n">Docs</th><th class="n">Money</th></tr></thead>
        <tbody>
          {#each r.movements as m (`${m.from}>${m.to}`)}
            <tr
              ><td class={m.from ? '' : 'text-ochre'}>{m.fromTitle}</td><td class={m.to ? '' : 'text-ochre'}>{m.toTitle}</td><td
                class="n text-soft">{m.documents}</td
              ><td class="n">{money(m.money)}</td></tr
            >
          {/each}
        </tbody>
      </table>
    {/if}
    <table class="ledger mt-2">
      <tbody>
        <tr><td>come free</td><td class="n text-soft">{r.comeFree.documents}</td><td class="n">{money(r.comeFree.money)}</td></tr>
        <tr
          ><td>stay held for another reason</td><td class="n text-soft">{r.stayHeld.documents}</td><td class="n"
            >{money(r.stayHeld.money)}</td
          ></tr
        >
        {#if r.becomeHeld.documents > 0}<tr class="text-ochre"
            ><td>become held</td><td class="n">{r.becomeHeld.documents}</td><td class="n">{money(r.becomeHeld.money)}</td></tr
          >{/if}
      </tbody>
    </table>
    {#if r.asks}
      <label class="note mt-3 flex gap-2"
        ><input type="checkbox" bind:checked={confirmed} /> <span>{r.asks} Yes, this is meant.</span></label
      >
    {/if}
    <div class="mt-4 flex items-center gap-2">
      <button class="btn" disabled={r.asks !== '' && !confirmed} onclick={() => save(true)}>Save and go on</button>
      <button class="btn plain" disabled={r.asks !== '' && !confirmed} onclick={() => save(false)}>Save</button>
      <kbd class="text-soft">Ctrl Enter</kbd>
    </div>
  {/if}
</section>
