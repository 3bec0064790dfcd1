<script lang="ts" module>
  let lastUsed: string[] = [];
</script>

<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { Combobox } from 'bits-ui';
  import { answer, api } from '../api/client';
  import { words } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** Chooses an account by number or name; what was chosen last in this session stands first. */
  let {
    value = $bindable(''),
    label,
    offset = false,
    chosen,
  }: { value: string; label: string; offset?: boolean; chosen?: (id: string) => void } = $props();

  const accounts = createQuery(() => ({
    queryKey: [place.company, 'accounts'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/accounts', { params: { path: { companyId: place.company } } })),
    staleTime: 60_000,
  }));

  let text = $state('');
  let typed = $state(false);
  const may = $derived(
    (accounts.data ?? []).filter((a) => a.active && (offset ? a.kind === 'asset' || a.kind === 'liability' : !a.control)),
  );
  const needle = $derived(typed ? text.trim().toLowerCase() : '');
  const shown = $derived(
    may
      .filter((a) => !needle || a.title.toLowerCase().includes(needle))
      .sort((a, b) => lastUsed.indexOf(b.id) - lastUsed.indexOf(a.id))
      .slice(0, 40),
  );
  const title = $derived((accounts.data ?? []).find((a) => a.id === value)?.title ?? value);

  function choose(id: string) {
    if (!id) return;
    lastUsed = [...lastUsed.filter((u) => u !== id), id];
    typed = false;
    chosen?.(id);
  }
</script>

<Combobox.Root
  type="single"
  bind:value
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
      {#each shown as account (account.id)}
        <Combobox.Item
          value={account.id}
          label={account.title}
          class="data-highlighted:bg-sunk flex cursor-pointer justify-between gap-3 px-3 py-1.5"
        >
          <span>{account.title}</span><span class="text-soft">{words(account.kind)}</span>
        </Combobox.Item>
      {:else}
        <p class="text-soft px-3 py-1.5">
          {accounts.data?.length ? `No account is called “${text}”.` : 'There is no chart yet. Connect the ledger under Set-up.'}
        </p>
      {/each}
    </Combobox.Content>
  </Combobox.Portal>
</Combobox.Root>
