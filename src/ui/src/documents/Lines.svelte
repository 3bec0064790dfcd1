<script lang="ts">
  import type { Schemas } from '../api/client';
  import { money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import type { Deciding } from './deciding.svelte';
  import LineEditor from './LineEditor.svelte';
  import LineLadder from './LineLadder.svelte';

  /** What arrived, line by line, each with its account or the way to one. */
  let { document: d, deciding }: { document: Schemas['DocumentAnswer']; deciding: Deciding } = $props();
  const may = $derived(d.mayBeCoded && place.keeps && d.kind !== 'transfer');
  // Parts of a line stand together, under it.
  const lines = $derived(
    [...d.lines].sort((one, other) => (one.of || Infinity) - (other.of || Infinity) || one.part - other.part),
  );
  let edited = $state<number | null>(null);
  let explained = $state<number | null>(null);
  const detail = (line: Schemas['LineAnswer']) => [line.category, line.item, line.costCode].filter(Boolean).join(' · ');
</script>

<table class="ledger">
  <thead
    ><tr
      ><th>Line</th><th>Category, item</th><th class="n">Qty</th><th class="n">Net</th><th class="n">Tax</th><th
        class="w-52 pl-4!">Account</th
      ></tr
    ></thead
  >
  <tbody>
    {#each lines as line (line.number)}
      <tr class={line.waits ? 'bg-ochre-wash' : ''}>
        <td class={line.part > 1 ? 'pl-5!' : ''}
          >{line.description || `line ${line.number}`}{#if may && line.of > 0}<button
              class="quiet text-soft block text-xs"
              aria-expanded={edited === line.number}
              onclick={() => (edited = edited === line.number ? null : line.number)}
              >put right<span class="sr-only">: line {line.number}</span></button
            >{/if}</td
        >
        <td class={detail(line) ? 'text-soft' : 'text-ochre'}
          >{detail(line) || 'none'}{#each line.dimensions as of (of.dimension)}<span class="text-soft block text-xs"
              >{of.title} {of.value}</span
            >{/each}</td
        >
        <td class="n">{line.quantity}</td><td class="n">{money(line.net)}</td><td class="n">{money(line.tax)}</td>
        <td class="pl-4!">
          {#if d.kind === 'transfer'}
            {line.accountTitle || 'not decided'}
          {:else if d.mayBeCoded && place.keeps && !d.isPrivate && (line.waits || line.chosenAccount)}
            <AccountPicker
              value={line.chosenAccount}
              label={`Account for ${line.description || `line ${line.number}`}`}
              chosen={(account) => deciding.choose(line, account)}
            />
          {:else}
            <button
              class="quiet text-left"
              onclick={() => (explained = explained === line.number ? null : line.number)}
              aria-expanded={explained === line.number}
            >
              {line.accountTitle || 'not decided'}
            </button>
          {/if}
        </td>
      </tr>
      {#if edited === line.number}
        <tr><td colspan="6" class="p-0!"><LineEditor document={d} {line} {deciding} close={() => (edited = null)} /></td></tr>
      {/if}
      {#if (explained === line.number || line.waits) && d.kind !== 'transfer'}
        <tr
          ><td colspan="6" class="py-2!"
            ><LineLadder
              {line}
              takeBack={line.chosenAccount && d.mayBeCoded && place.keeps ? () => deciding.choose(line, '') : undefined}
            /></td
          ></tr
        >
      {/if}
    {/each}
    <tr class={d.reasons.some((r) => r.reason === 'arithmetic') ? 'open' : 'sum'}>
      <td colspan="3">Total as billed</td><td class="n" colspan="2">{money(d.total)}</td><td></td>
    </tr>
  </tbody>
</table>
