<script lang="ts">
  import type { Schemas } from '../api/client';
  import { words } from '../amounts/format';

  const states: Schemas['DocumentState'][] = ['held', 'to_approve', 'ready', 'on_its_way', 'posted', 'proved'];
</script>

<span class="flex gap-2">
  {#each states as state (state)}
    <span class="inline-flex items-center gap-0.5">
      <svg width="13" height="12" aria-hidden="true">
        <path class={`bead ${state}`} d={state === 'held' ? 'M1 6l5 -5l5 5l-5 5z' : 'M1 6a5 5 0 1 1 10 0a5 5 0 1 1 -10 0z'} />
      </svg>
      {words(state)}
    </span>
  {/each}
</span>
