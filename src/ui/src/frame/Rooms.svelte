<script lang="ts">
  import { place } from './place.svelte';

  /** The rooms of a view, by address and title. */
  let {
    of,
    at,
    rooms,
    parameters = {},
  }: {
    of: string;
    at: string;
    rooms: readonly (readonly [string, string])[];
    parameters?: Record<string, string | number | null>;
  } = $props();
</script>

<nav class="border-rule mb-3 flex gap-5 border-b pb-2 print:hidden" aria-label={`Rooms of the ${of}`}>
  {#each rooms as [view, title] (view)}
    <a
      href={place.href(view, parameters)}
      aria-current={view === at ? 'page' : undefined}
      class={view === at ? 'font-semibold' : 'text-soft quiet'}>{title}</a
    >
  {/each}
</nav>
