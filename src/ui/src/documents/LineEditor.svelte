<script lang="ts">
  import type { Schemas } from '../api/client';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { dimensions as allDimensions, ledgerValues } from '../ledger/values';
  import { editing } from '../frame/keys';
  import type { Deciding } from './deciding.svelte';
  import SplitEditor from './SplitEditor.svelte';

  /** Puts a line right: what it is, what it comes to, where it belongs; or splits it. */
  let {
    document: d,
    line,
    deciding,
    close,
  }: { document: Schemas['DocumentAnswer']; line: Schemas['LineAnswer']; deciding: Deciding; close: () => void } = $props();

  const values = ledgerValues();
  const dimensions = allDimensions();
  const offered = $derived((what: string) => (values.data ?? []).filter((v) => v.kind === what && v.active && !v.hidden));
  const as = () => ({
    description: line.description,
    category: line.category,
    item: line.item,
    costCode: line.costCode,
    taxCode: line.taxCode,
    net: line.net,
    tax: line.tax,
    account: line.chosenAccount,
    dimensions: Object.fromEntries(line.dimensions.map((v) => [v.dimension, v.value])) as Record<string, string>,
  });
  let typed = $state(as());
  let splitting = $state(false);
  const texts = [
    ['description', 'Description'],
    ['category', 'Category'],
    ['item', 'Item'],
    ['costCode', 'Cost code'],
    ['taxCode', 'Tax code'],
    ['net', 'Net'],
    ['tax', 'Tax'],
  ] as const;
  const shown = $derived(texts.filter(([field]) => line.part === 0 || (field !== 'net' && field !== 'tax')));

  async function save() {
    const before = as();
    const edit: Record<string, unknown> = { line: line.number };
    for (const [field] of shown) if (typed[field].trim() !== before[field]) edit[field] = typed[field];
    if (typed.account !== before.account) edit.account = typed.account;
    const moved = (dimensions.data ?? [])
      .map((of) => of.dimension)
      .filter((of) => (typed.dimensions[of] ?? '') !== (before.dimensions[of] ?? ''))
      .map((of) => ({ dimension: of, value: typed.dimensions[of] ?? '' }));
    if (moved.length > 0) edit.dimensions = moved;
    if (Object.keys(edit).length === 1) return close();
    if (await deciding.edit({ lines: [edit as Schemas['LineEditRequest']] }, `Line ${line.number} is put right.`)) close();
  }

  const first = (input: HTMLElement) => input.focus();
</script>

<div
  class="bg-raised border-rule border-x p-3"
  role="group"
  aria-label={`Put line ${line.number} right`}
  {@attach editing(() => void save(), close)}
>
  {#if splitting}
    <SplitEditor document={d} {line} {deciding} {close} />
  {:else}
    <div class="grid grid-cols-3 gap-x-3 gap-y-2">
      {#each shown as [field, title], i (field)}
        <label class="text-soft"
          >{title}
          <input
            class={['field w-full', (field === 'net' || field === 'tax') && 'text-right']}
            bind:value={typed[field]}
            {@attach (input) => {
              if (i === 0) first(input);
            }}
          />
        </label>
      {/each}
      <div class="text-soft">
        Account
        <AccountPicker bind:value={typed.account} label={`Account chosen for line ${line.number}`} />
      </div>
      {#each dimensions.data ?? [] as of (of.dimension)}
        {#if offered(of.dimension).length > 0 || typed.dimensions[of.dimension]}
          <label class="text-soft"
            ><span class="inline-block first-letter:uppercase">{of.title}</span>
            <select
              class="field w-full"
              value={typed.dimensions[of.dimension] ?? ''}
              onchange={(e) => (typed.dimensions[of.dimension] = e.currentTarget.value)}
            >
              <option value="">–</option>
              {#if typed.dimensions[of.dimension] && !offered(of.dimension).some((v) => v.name === typed.dimensions[of.dimension])}
                <option>{typed.dimensions[of.dimension]}</option>
              {/if}
              {#each offered(of.dimension) as v (v.id)}<option>{v.name}</option>{/each}
            </select>
          </label>
        {/if}
      {/each}
    </div>
    <div class="mt-3 flex items-center gap-3">
      <button class="btn" disabled={deciding.busy} onclick={() => void save()}>Save <kbd>Ctrl Enter</kbd></button>
      <button class="btn plain" onclick={close}>Leave as it is <kbd>Esc</kbd></button>
      <button class="quiet ml-auto" onclick={() => (splitting = true)}>{line.part > 0 ? 'Split anew' : 'Split it'}</button>
      {#if line.part > 0}
        <button
          class="quiet"
          onclick={async () => (await deciding.edit({ join: line.number }, 'The line is whole again.')) && close()}
          >Make it whole again</button
        >
      {/if}
    </div>
  {/if}
</div>
