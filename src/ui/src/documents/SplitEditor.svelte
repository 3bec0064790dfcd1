<script lang="ts">
  import type { Schemas } from '../api/client';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import { dimensions as allDimensions, ledgerValues } from '../ledger/values';
  import { editing } from '../frame/keys';
  import type { Deciding } from './deciding.svelte';
  import { evenly, left, type By } from './split';

  /** Splits a line by amount, share or quantity; each part with its category, account and dimension. */
  let {
    document: d,
    line,
    deciding,
    close,
  }: { document: Schemas['DocumentAnswer']; line: Schemas['LineAnswer']; deciding: Deciding; close: () => void } = $props();

  interface Part {
    key: number;
    weight: string;
    description: string;
    category: string;
    account: string;
    dimension: string;
  }
  const values = ledgerValues();
  const dimensions = allDimensions();
  const offered = $derived((what: string) => (values.data ?? []).filter((v) => v.kind === what && v.active && !v.hidden));
  const usable = $derived((dimensions.data ?? []).filter((of) => offered(of.dimension).length > 0));
  const together = $derived(d.lines.filter((l) => l.of === line.of));
  const digits = $derived(d.total.split('.')[1]?.length ?? 0);
  const net = $derived(
    together.length > 1
      ? (together.reduce((sum, l) => sum + Math.round(Number(l.net) * 10 ** digits), 0) / 10 ** digits).toFixed(digits)
      : line.net,
  );
  let next = 2;
  const blank = (key: number): Part => ({
    key,
    weight: '',
    description: line.description,
    category: line.category,
    account: '',
    dimension: '',
  });
  let by = $state<By>('amount');
  let across = $state('');
  let parts = $state<Part[]>([blank(0), blank(1)]);
  const whole = $derived(by === 'share' ? '100' : by === 'quantity' ? line.quantity || '0' : net);
  const rest = $derived(
    left(
      whole,
      parts.map((p) => p.weight),
      by,
    ),
  );
  const titles: Record<By, string> = { amount: 'Net', share: 'Per cent', quantity: 'Quantity' };

  function divide() {
    const equal = evenly(whole, parts.length, by, digits);
    parts.forEach((part, i) => (part.weight = equal[i]!));
  }

  // What is left goes into the part one comes to.
  function fill(part: Part) {
    if (!part.weight && rest && Number(rest) > 0 && parts.some((p) => p.weight)) part.weight = rest;
  }

  async function save() {
    const request: Schemas['SplitRequest'] = {
      line: line.number,
      by,
      parts: parts.map((p) => ({
        weight: p.weight,
        description: p.description !== line.description ? p.description : null,
        category: p.category !== line.category ? p.category : null,
        account: p.account || null,
        dimensions: across && p.dimension ? [{ dimension: across, value: p.dimension }] : null,
      })),
    };
    if (await deciding.edit({ split: request }, `Line ${line.number} is split in ${parts.length}.`)) close();
  }

  const focused = (input: HTMLElement) => input.focus();
</script>

<div role="group" aria-label={`Split line ${line.number}`} {@attach editing(() => void save(), close)}>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
    <b class="font-semibold">Split {line.description || `line ${line.number}`}</b>
    <label class="text-soft"
      >by <select class="field" bind:value={by} {@attach focused}>
        <option value="amount">amount</option><option value="share">share</option>
        {#if line.quantity}<option value="quantity">quantity</option>{/if}
      </select></label
    >
    {#if usable.length > 0}
      <label class="text-soft"
        >across <select class="field" bind:value={across}>
          <option value="">no dimension</option>
          {#each usable as of (of.dimension)}<option value={of.dimension}>{of.title}s</option>{/each}
        </select></label
      >
    {/if}
    <button class="quiet ml-auto" onclick={divide}>Divide evenly</button>
  </div>
  <table class="ledger mt-2">
    <thead
      ><tr
        ><th class="w-24">{titles[by]}</th><th>What</th><th>Category</th>{#if across}<th>{across.replace('_', ' ')}</th>{/if}<th
          class="w-40">Account</th
        ><th></th></tr
      ></thead
    >
    <tbody>
      {#each parts as part, i (part.key)}
        <tr>
          <td
            ><input
              class="field w-full text-right"
              inputmode="decimal"
              aria-label={`${titles[by]} of part ${i + 1}`}
              bind:value={part.weight}
              onfocus={() => fill(part)}
            /></td
          >
          <td><input class="field w-full" aria-label={`Description of part ${i + 1}`} bind:value={part.description} /></td>
          <td><input class="field w-full" aria-label={`Category of part ${i + 1}`} bind:value={part.category} /></td>
          {#if across}
            <td
              ><select class="field w-full" aria-label={`${across} of part ${i + 1}`} bind:value={part.dimension}>
                <option value="">–</option>{#each offered(across) as v (v.id)}<option>{v.name}</option>{/each}
              </select></td
            >
          {/if}
          <td><AccountPicker bind:value={part.account} label={`Account of part ${i + 1}`} /></td>
          <td
            >{#if parts.length > 2}<button
                class="text-soft min-h-6 min-w-6"
                aria-label={`Take part ${i + 1} away`}
                onclick={() => (parts = parts.filter((p) => p !== part))}>×</button
              >{/if}</td
          >
        </tr>
      {/each}
      <tr class={rest !== null && Number(rest) === 0 ? 'sum' : 'open'}>
        <td class={['text-right!', (rest === null || Number(rest) !== 0) && 'text-ochre']}
          >{rest === null ? 'no number' : Number(rest) === 0 ? whole.replace('-', '') : `${rest} left`}</td
        ><td colspan={across ? 5 : 4}></td>
      </tr>
    </tbody>
  </table>
  <div class="mt-3 flex items-center gap-3">
    <button class="btn" disabled={deciding.busy || rest === null || Number(rest) !== 0} onclick={() => void save()}
      >Split <kbd>Ctrl Enter</kbd></button
    >
    <button class="btn plain" onclick={close}>Leave as it is <kbd>Esc</kbd></button>
    <button class="quiet ml-auto" onclick={() => (parts = [...parts, blank(next++)])}>Another part</button>
  </div>
</div>
