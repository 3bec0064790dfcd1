<script lang="ts">
  import { place } from '../frame/place.svelte';

  /** The rooms of the set-up. */
  let { at }: { at: string } = $props();
  const rooms = [
    ['set-up', 'The way'],
    ['set-up/ledger', 'Ledger'],
    ['set-up/accounts', 'Accounts'],
    ['set-up/choices', 'Choices'],
    ['set-up/suppliers', 'Suppliers'],
  ] as const;
</script>

<nav class="border-rule mb-3 flex gap-5 border-b pb-2" aria-label="Rooms of the set-up">
  {#each rooms as [view, title] (view)}
    <a
      href={place.href(view)}
      aria-current={view === at ? 'page' : undefined}
      class={view === at ? 'font-semibold' : 'text-soft quiet'}>{title}</a
    >
  {/each}
</nav>
