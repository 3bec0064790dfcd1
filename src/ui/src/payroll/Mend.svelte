<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { money } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { editing } from '../frame/keys';
  import { place } from '../frame/place.svelte';

  /** A pay item of an employee put right, with the reason: what would explain that they are out. */
  let { run, employee, cause }: { run: number; employee: string; cause: Schemas['CauseAnswer'] } = $props();
  const act = new Acting(useQueryClient());
  let open = $state(false);
  let reason = $state('');
  const start = (field: HTMLElement) => field.focus();
  const says = $derived(cause.mended === null ? 'Take it away' : `Make it ${money(cause.mended)}`);

  const put = (amount: string | null, why: string, done: string, undo?: () => void) =>
    act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/payroll/runs/{id}/items', {
            params: { path: { companyId: place.company, id: run } },
            body: { employee, item: cause.item, type: cause.type!, amount, reason: why },
          }),
        ),
      done,
      { undo },
    );

  async function take() {
    if (!reason.trim()) return;
    const [before, why] = [cause.fault === 'missing' ? null : cause.amount, reason];
    await put(
      cause.mended,
      why,
      `${cause.item} of ${employee} is put right.`,
      () => void put(before, `taken back: ${why}`, 'It says what it said before.'),
    );
  }
</script>

{#if !open}
  <button class="btn plain ml-2" onclick={() => (open = true)}>{says}</button>
{:else}
  <span
    class="mt-1 flex items-center gap-2"
    {@attach editing(
      () => void take(),
      () => (open = false),
    )}
  >
    <input
      class="field w-80"
      aria-label={`Why ${cause.item} is put right`}
      placeholder="Why"
      bind:value={reason}
      {@attach start}
    />
    <button class="btn" disabled={!reason.trim() || act.busy} onclick={() => void take()}>{says}</button>
    <button class="btn plain" onclick={() => (open = false)}>Leave it</button>
  </span>
{/if}
{#if act.refused}<p class="mt-1" role="alert">{act.refused}</p>{/if}
