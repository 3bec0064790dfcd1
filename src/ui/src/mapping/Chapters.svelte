<script lang="ts">
  import type { Schemas } from '../api/client';
  import { day, many } from '../amounts/format';
  import AccountLink from '../ledger/AccountLink.svelte';
  import { kindTitle } from './kinds';

  /** The book of a day, chapter by chapter. */
  let { book: b }: { book: Schemas['BookAnswer'] } = $props();
</script>

<section aria-label="The book">
  <div>
    <h1>Mapping book of {b.company}</h1>
    <span class="text-soft">as of {day(b.asOf)} · {many(b.rows, 'row')}{b.organisation ? ` · ledger ${b.organisation}` : ''}</span
    >
  </div>
  {#if b.rows === 0}<p class="text-soft mt-3">The book is empty. Map values, or take a book in on the right.</p>{/if}
  {#each b.chapters as chapter (chapter.kind)}
    <h2 class="mt-5">{kindTitle(chapter.kind)}</h2>
    <table class="ledger table-fixed">
      <thead
        ><tr><th class="w-[30%]">Value</th><th class="w-[34%]">Goes to</th><th>For</th><th>From</th><th>Fills in</th></tr></thead
      >
      <tbody>
        {#each chapter.rows as row (`${row.key}${row.forSource}${row.effectiveFrom}`)}
          <tr>
            <td>{row.key}</td>
            <td class={row.broken ? 'text-madder' : ''}
              >{#if row.account}<AccountLink account={row.account}>{row.target}</AccountLink>{:else}{row.target}{/if}{row.broken
                ? ` ${row.broken}`
                : ''}{row.group && !row.target.startsWith('group') ? ` · group ${row.group}` : ''}{row.percent
                ? ` · ${row.percent} recovered`
                : ''}</td
            >
            <td>{row.forSource || 'all'}</td>
            <td>{row.effectiveFrom || 'always'}</td>
            <td>{[row.taxCode && `tax ${row.taxCode}`, row.dimensions].filter(Boolean).join(' · ')}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/each}
</section>
