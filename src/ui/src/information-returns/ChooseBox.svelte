<script lang="ts">
  import type { Schemas } from '../api/client';
  import { vocabulary } from '../frame/vocabulary';

  /** Where lines are to count, with the reason. */
  let {
    label,
    busy,
    take,
    chosen = '',
  }: {
    label: string;
    busy: boolean;
    take: (choice: Omit<Schemas['LinesRequest'], 'lines'>) => Promise<boolean>;
    chosen?: string;
  } = $props();
  // svelte-ignore state_referenced_locally
  let to = $state(chosen);
  let reason = $state('');
  const asMapped = $derived(to === 'mapped');
  const ready = $derived(to !== '' && (asMapped || reason.trim() !== ''));

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    if (!ready || busy) return;
    const box = to === 'none' || asMapped ? null : (to as Schemas['ReturnBox']);
    if (await take({ box, asMapped, reason })) [to, reason] = ['', ''];
  }
</script>

<form class="flex flex-wrap items-center gap-2" onsubmit={submit}>
  <label class="text-soft flex items-center gap-2"
    >{label}
    <select class="field" bind:value={to} disabled={busy}>
      <option value="">choose …</option>
      {#each vocabulary().boxes as b (b.box)}<option value={b.box}>{b.word} {b.title}</option>{/each}
      <option value="none">no box: not reportable</option>
      <option value="mapped">what their account says</option>
    </select></label
  >
  {#if to && !asMapped}<input
      class="field w-52"
      placeholder="Because …"
      aria-label="Reason"
      bind:value={reason}
      disabled={busy}
    />{/if}
  <button class="btn plain" disabled={!ready || busy}>Decide</button>
</form>
