<script lang="ts">
  import type { Schemas } from '../api/client';
  import { methods } from './words';

  /** How payments were made, with the reason. */
  let {
    label,
    busy,
    take,
    was = 'bank',
  }: {
    label: string;
    busy: boolean;
    take: (to: Schemas['PaymentMethod'], reason: string) => void;
    was?: Schemas['PaymentMethod'];
  } = $props();
  // svelte-ignore state_referenced_locally
  let to = $state(was);
  let reason = $state('');
</script>

<form
  class="flex flex-wrap items-center gap-2"
  onsubmit={(e) => {
    e.preventDefault();
    if (!busy && reason.trim()) take(to, reason);
  }}
>
  <label class="text-soft"
    >{label}
    <select class="field" bind:value={to} disabled={busy}
      >{#each Object.entries(methods) as [m, called] (m)}<option value={m}>{called}</option>{/each}</select
    ></label
  >
  <input class="field w-52" placeholder="Because …" aria-label="Reason" bind:value={reason} disabled={busy} />
  <button class="btn plain" disabled={busy || !reason.trim()}>Say so</button>
</form>
