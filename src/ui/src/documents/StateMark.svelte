<script lang="ts">
  import type { Schemas } from '../api/client';
  import { words } from '../amounts/format';

  /** A state by its bead and its word. */
  let { state }: { state: Schemas['DocumentState'] } = $props();
  const tone = $derived(
    state === 'held' ? 'text-ochre' : state === 'proved' ? 'text-verdigris' : state === 'set_aside' ? 'text-soft' : '',
  );
</script>

<span class={['inline-flex items-center gap-1.5', tone]}>
  <svg width="13" height="12" aria-hidden="true">
    {#if state === 'set_aside'}<path d="M2 6h9" stroke="var(--rule-strong)" stroke-width="1.5" />
    {:else}<path
        class={`bead ${state === 'ready' ? 'to_approve' : state}`}
        d={state === 'held' ? 'M1 6l5 -5l5 5l-5 5z' : 'M1 6a5 5 0 1 1 10 0a5 5 0 1 1 -10 0z'}
      />
      {#if state === 'ready'}<path d="M3 8.500l5 -5" stroke="var(--ink)" />{/if}
    {/if}
  </svg>{words(state)}
</span>
