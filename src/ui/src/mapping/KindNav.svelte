<script lang="ts">
  import { place } from '../frame/place.svelte';
  import { kindGroups, type KeyKind } from './kinds';

  /** The kinds of value, in their groups. */
  let { kind }: { kind: KeyKind } = $props();
</script>

<nav class="mb-3 flex flex-wrap gap-x-7 gap-y-1" aria-label="Kinds of value">
  {#each kindGroups() as group (group.title)}
    <span class="flex flex-wrap items-baseline gap-x-3">
      <span class="text-soft text-xs">{group.title}</span>
      {#each group.kinds as k (k.kind)}
        <a
          href={place.href('mapping', { kind: k.kind })}
          aria-current={k.kind === kind ? 'true' : undefined}
          class={['inline-block leading-6', k.kind === kind ? 'font-semibold' : 'text-soft quiet']}>{k.plural}</a
        >
      {/each}
    </span>
  {/each}
</nav>
