<script lang="ts">
  import type { Schemas } from '../api/client';
  import { a, day, isZero, money, words } from '../amounts/format';
  import AccountLink from '../ledger/AccountLink.svelte';
  import EntryLink from '../ledger/EntryLink.svelte';

  /** The journal that a document becomes, or became. It is called balanced, and ruled twice, only where it is. */
  type Shown = Pick<
    Schemas['DocumentAnswer'],
    'ledgerEntry' | 'state' | 'journal' | 'undecided' | 'debit' | 'credit' | 'balanced' | 'form' | 'entryDate' | 'reference'
  > & { reasons: readonly unknown[] };
  let { document: d }: { document: Shown } = $props();

  const side = (amount: string) => (isZero(amount) ? '' : money(amount));
</script>

{#snippet undecided()}
  {#each d.undecided as line, i (i)}
    <tr class="text-ochre"
      ><td>not decided: {line.title}</td><td class="n">{side(line.debit)}</td><td class="n">{side(line.credit)}</td></tr
    >
  {/each}
{/snippet}

<h2>
  {#if d.ledgerEntry}The journal, in the ledger as <EntryLink entry={d.ledgerEntry} />{:else}The journal it becomes{/if}
</h2>
{#if d.state === 'set_aside'}
  <p class="text-soft">None: it was set aside, and nothing of it goes to the ledger.</p>
{:else}
  <table class="ledger">
    <thead><tr><th>Account</th><th class="n">Debit</th><th class="n">Credit</th></tr></thead>
    <tbody>
      {#each d.journal as line, i (i)}
        {#if line.rung === 'offset'}{@render undecided()}{/if}
        <tr>
          <td class={line.rung === 'offset' ? 'pl-6!' : ''}>
            <AccountLink account={line.account}>{line.accountTitle}</AccountLink>
            {#if line.dimensions || line.taxCode}<span class="text-soft">
                · {[line.taxCode, line.dimensions].filter(Boolean).join(' · ')}</span
              >{/if}
            <div class="text-soft text-xs">{line.because}</div>
          </td>
          <td class="n">{side(line.debit)}</td><td class="n">{side(line.credit)}</td>
        </tr>
      {/each}
      {#if !d.journal.some((l) => l.rung === 'offset')}{@render undecided()}{/if}
      <tr class={d.balanced ? 'sum' : 'open'}>
        <td>{d.balanced ? 'Balanced' : 'Decided so far'}</td>
        <td class={['n', !d.balanced && 'text-madder']}>{money(d.debit)}</td><td class="n">{money(d.credit)}</td>
      </tr>
    </tbody>
  </table>
  <p class="text-soft mt-2">
    {d.ledgerEntry ? 'It stands in' : 'It goes to'} the ledger as {a(words(d.form))}, dated {day(d.entryDate)}{d.reference
      ? `, reference “${d.reference}”`
      : ''}.
    {#if d.reasons.length > 0 && d.state === 'held'}First it waits for you.{/if}
  </p>
{/if}
