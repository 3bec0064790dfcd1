<script lang="ts">
  import { Combobox } from 'bits-ui';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { words } from '../amounts/format';
  import { place } from './place.svelte';

  /** One search for documents, suppliers, accounts and mapped values, by text or amount. */
  let text = $state('');
  let found = $state.raw<Schemas['FoundRow'][] | null>(null);
  let field = $state<HTMLInputElement | null>(null);
  let asked = 0;

  export function focus() {
    field?.focus();
    field?.select();
  }

  async function look(typed: string) {
    text = typed;
    const mine = ++asked;
    if (!text.trim()) {
      found = null;
      return;
    }
    const rows = await answer(
      api.GET('/api/companies/{companyId}/search', { params: { path: { companyId: place.company }, query: { text } } }),
    ).catch(() => ({ rows: [] }));
    if (mine === asked) found = rows.rows;
  }

  const keyOf = (row: Schemas['FoundRow']) => `${row.keyKind ?? row.kind}|${row.key}`;
  const addresses: Record<Schemas['FoundKind'], (row: Schemas['FoundRow']) => string> = {
    document: (row) => place.to(`arrivals/${row.key}`, { text }),
    account: (row) => place.to('arrivals', { account: row.key }),
    value: (row) => place.to('mapping', { kind: row.keyKind!, value: row.key }),
  };

  function go(row: Schemas['FoundRow'] | undefined) {
    asked++;
    found = null;
    field?.blur();
    push(row ? addresses[row.kind](row) : place.to('arrivals', { text }));
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 'Escape') return;
    asked++;
    found = null;
    field?.blur();
  }
</script>

<Combobox.Root
  type="single"
  inputValue={text}
  open={found !== null}
  onOpenChange={(open) => !open && (found = null)}
  onValueChange={(key) => go(found?.find((row) => keyOf(row) === key))}
  scrollAlignment="nearest"
>
  <div class="relative">
    <Combobox.Input
      bind:ref={field}
      oninput={(e) => look(e.currentTarget.value)}
      {onkeydown}
      class="field w-72 pr-8"
      aria-label="Search"
      placeholder="Supplier, account, reference, amount"
      autocomplete="off"
    />
    <kbd class="text-soft pointer-events-none absolute top-1.5 right-2.5">/</kbd>
  </div>
  <Combobox.Portal>
    <Combobox.Content class="bg-raised border-strong z-20 w-[460px] border py-1" sideOffset={4} align="end" aria-label="Found">
      <Combobox.Item
        value="all"
        label={text}
        class="data-highlighted:bg-sunk flex cursor-pointer justify-between gap-4 px-3 py-1.5"
      >
        <span class="truncate">“{text}”</span><span class="text-soft whitespace-nowrap">every document with it</span>
      </Combobox.Item>
      {#each found ?? [] as row (keyOf(row))}
        <Combobox.Item
          value={keyOf(row)}
          label={row.title}
          class="data-highlighted:bg-sunk flex cursor-pointer justify-between gap-4 px-3 py-1.5"
        >
          <span class="truncate">{row.title}</span><span class="text-soft whitespace-nowrap"
            >{words(row.keyKind ?? row.kind)} · {row.note}</span
          >
        </Combobox.Item>
      {:else}
        <p class="text-soft px-3 py-1.5">No supplier, account or value begins so.</p>
      {/each}
    </Combobox.Content>
  </Combobox.Portal>
</Combobox.Root>
