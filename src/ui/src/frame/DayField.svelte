<script lang="ts">
  import { shifted, shiftedMonths, typedDay, written } from './days';
  import { look } from './look.svelte';
  import { place } from './place.svelte';

  /** A day, typed as it is shown; ↑ and ↓ go by days, Page Up and Page Down by months. */
  let {
    value = $bindable(),
    label,
    required = false,
    wide = 'w-32',
    placeholder = '20 Nov 2026',
    chosen,
  }: {
    value?: string | null;
    label?: string;
    required?: boolean;
    wide?: string;
    placeholder?: string;
    chosen?: (iso: string) => void;
  } = $props();

  let typed = $state<string | null>(null);
  const wrong = $derived(typed !== null && typedDay(typed, place.today, look.dayOrder) === null);

  function take(iso: string) {
    typed = null;
    if (iso === (value ?? '')) return;
    value = iso;
    chosen?.(iso);
  }

  function leave() {
    const iso = typed === null ? null : typedDay(typed, place.today, look.dayOrder);
    if (iso !== null) take(iso);
  }

  function onkeydown(event: KeyboardEvent) {
    const from = value || place.today;
    const to: Record<string, () => string> = {
      ArrowUp: () => shifted(from, 1),
      ArrowDown: () => shifted(from, -1),
      PageUp: () => shiftedMonths(from, 1),
      PageDown: () => shiftedMonths(from, -1),
    };
    if (event.key === 'Enter') leave();
    const step = event.altKey || event.ctrlKey ? undefined : to[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    take(step());
  }
</script>

<input
  class={['field', wide]}
  aria-label={label}
  aria-invalid={wrong || undefined}
  title={wrong ? 'Type a day such as 20 Nov 2026 or 2026-11-20' : undefined}
  {placeholder}
  {required}
  autocomplete="off"
  value={typed ?? written(value ?? '')}
  oninput={(e) => (typed = e.currentTarget.value)}
  onblur={leave}
  {onkeydown}
/>
{#if wrong}<span class="text-madder text-xs" role="alert">Type a day such as 20 Nov 2026.</span>{/if}
