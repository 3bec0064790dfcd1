<script lang="ts">
  import { place } from '../frame/place.svelte';

  /** The rooms of the mapping. */
  let { at }: { at: string } = $props();
  const rooms = [
    ['mapping', 'Values'],
    ['mapping/grid', 'Grid'],
    ['mapping/payment-accounts', 'Payment accounts'],
    ['mapping/coverage', 'Coverage'],
    ['mapping/history', 'History'],
    ['mapping/book', 'Mapping book'],
  ] as const;
</script>

<nav class="border-rule mb-3 flex gap-5 border-b pb-2" aria-label="Rooms of the mapping">
  {#each rooms as [view, title] (view)}
    <a
      href={place.href(view)}
      aria-current={view === at ? 'page' : undefined}
      class={view === at ? 'font-semibold' : 'text-soft quiet'}>{title}</a
    >
  {/each}
</nav>
