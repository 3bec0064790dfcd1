<script lang="ts" module>
  let lastUsed: string[] = [];
</script>

<script lang="ts">
  import { Combobox } from 'bits-ui';
  import { words } from '../amounts/format';
  import type { Schemas } from '../api/client';
  import { accounts as chart, isOffered, ledgerValues } from './values';

  /** Chooses an account by number or name, or an item of the ledger, which brings its account; what was chosen last stands first. */
  let {
    value = $bindable(''),
    item = $bindable(''),
    label,
    offset = false,
    items = false,
    kinds,
    chosen,
  }: {
    value: string;
    item?: string;
    label: string;
    offset?: boolean;
    items?: boolean;
    kinds?: Schemas['AccountKind'][];
    chosen?: (id: string) => void;
  } = $props();

  const accounts = chart();
  const values = ledgerValues();
  let text = $state('');
  let typed = $state(false);
  const fits = (a: Schemas['AccountAnswer']) => (kinds ? kinds.includes(a.kind) : isOffered(a, offset));
  const may = $derived([
    ...(accounts.data ?? [])
      .filter((a) => a.active && (!a.hidden || a.id === value) && fits(a))
      .map((a) => ({ key: a.id, account: a.id, item: '', title: a.title, note: words(a.kind) })),
    ...(items ? (values.data ?? []) : [])
      .filter((v) => v.kind === 'item' && v.active)
      .map((v) => ({ key: `item:${v.id}`, account: v.account, item: v.id, title: v.name, note: `item, ${titleOf(v.account)}` })),
  ]);
  const needle = $derived(typed ? text.trim().toLowerCase() : '');
  const shown = $derived(
    may
      .filter((a) => !needle || a.title.toLowerCase().includes(needle))
      .sort((a, b) => lastUsed.indexOf(b.key) - lastUsed.indexOf(a.key))
      .slice(0, 40),
  );
  const at = $derived(item ? `item:${item}` : value);
  const title = $derived(
    item ? ((values.data ?? []).find((v) => v.kind === 'item' && v.id === item)?.name ?? item) : titleOf(value),
  );

  function titleOf(id: string) {
    return (accounts.data ?? []).find((a) => a.id === id)?.title ?? id;
  }

  function choose(key: string) {
    const option = may.find((m) => m.key === key);
    if (!option) return;
    lastUsed = [...lastUsed.filter((u) => u !== key), key];
    typed = false;
    value = option.account;
    item = option.item;
    chosen?.(option.account);
  }
</script>

<Combobox.Root
  type="single"
  value={at}
  onValueChange={choose}
  inputValue={typed ? text : title}
  onOpenChange={(open) => !open && (typed = false)}
>
  <Combobox.Input
    class="field w-full"
    aria-label={label}
    placeholder="Number or name"
    oninput={(e) => ((text = e.currentTarget.value), (typed = true))}
    onfocus={(e) => e.currentTarget.select()}
  />
  <Combobox.Portal>
    <Combobox.Content class="bg-raised border-strong z-30 max-h-72 w-80 overflow-y-auto border py-1" sideOffset={3} align="start">
      {#each shown as option (option.key)}
        <Combobox.Item
          value={option.key}
          label={option.title}
          class="data-highlighted:bg-sunk flex cursor-pointer justify-between gap-3 px-3 py-1.5"
        >
          <span>{option.title}</span><span class="text-soft">{option.note}</span>
        </Combobox.Item>
      {:else}
        <p class="text-soft px-3 py-1.5">
          {accounts.data?.length ? `No account is called “${text}”.` : 'There is no chart yet. Connect the ledger under Set-up.'}
        </p>
      {/each}
    </Combobox.Content>
  </Combobox.Portal>
</Combobox.Root>
