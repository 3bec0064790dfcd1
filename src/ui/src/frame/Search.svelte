<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { words } from '../amounts/format';
  import { place } from './place.svelte';

  /** One search for documents, suppliers, accounts and mapped values, by text or amount. */
  let text = $state('');
  let found = $state<Schemas['FoundRow'][] | null>(null);
  let at = $state(-1);
  let field: HTMLInputElement;
  let asked = 0;

  export function focus() {
    field.focus();
    field.select();
  }

  async function look() {
    const mine = ++asked;
    at = -1;
    if (!text.trim()) {
      found = null;
      return;
    }
    const rows = await answer(
      api.GET('/api/companies/{companyId}/search', { params: { path: { companyId: place.company }, query: { text } } }),
    ).catch(() => ({ rows: [] }));
    if (mine === asked) found = rows.rows;
  }

  const address = (row: Schemas['FoundRow']) =>
    row.kind === 'document'
      ? place.to(`arrivals/${row.key}`, { text })
      : row.kind === 'account'
        ? place.to('arrivals', { account: row.key })
        : place.to('mapping', { kind: row.kind, value: row.key });

  function go(row: Schemas['FoundRow'] | undefined) {
    push(row ? address(row) : place.to('arrivals', { text }));
    close();
  }

  function close() {
    found = null;
    asked++;
    field.blur();
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Escape') close();
    else if (event.key === 'Enter') go(found?.[at]);
    else if (found && event.key === 'ArrowDown') at = Math.min(at + 1, found.length - 1);
    else if (found && event.key === 'ArrowUp') at = Math.max(at - 1, -1);
    else return;
    event.preventDefault();
  }
</script>

<div class="relative">
  <input
    bind:this={field}
    bind:value={text}
    oninput={look}
    {onkeydown}
    onblur={() => setTimeout(() => (found = null), 150)}
    class="field w-72 pr-8"
    role="combobox"
    aria-label="Search"
    aria-expanded={found !== null}
    aria-controls={found ? 'found' : undefined}
    aria-activedescendant={found && at >= 0 ? `found-${at}` : undefined}
    placeholder="Supplier, account, reference, amount"
    autocomplete="off"
  />
  <kbd class="text-soft pointer-events-none absolute top-1.5 right-2.5">/</kbd>
  {#if found}
    <div
      id="found"
      role="listbox"
      aria-label="Found"
      class="bg-raised border-strong absolute right-0 z-20 mt-1 w-[460px] border py-1"
    >
      {#each found as row, i (`${row.kind}${row.key}`)}
        <div
          id={`found-${i}`}
          role="option"
          tabindex="-1"
          aria-selected={i === at}
          class={['flex cursor-pointer justify-between gap-4 px-3 py-1.5', i === at && 'bg-sunk']}
          onmousedown={() => go(row)}
        >
          <span class="truncate">{row.title}</span><span class="text-soft whitespace-nowrap">{words(row.kind)} · {row.note}</span>
        </div>
      {:else}
        <p class="text-soft px-3 py-1.5">Nothing begins with “{text}”. Try a supplier, a reference or an amount.</p>
      {/each}
    </div>
  {/if}
</div>
