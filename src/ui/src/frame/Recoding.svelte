<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { many } from '../amounts/format';
  import { answer, api } from '../api/client';
  import { Acting } from './acting.svelte';
  import { place } from './place.svelte';

  /** What is coded anew in the background: how far it is, what caused it, and its way back. */
  const client = useQueryClient();
  const acting = new Acting(client);
  const path = $derived({ companyId: place.company });
  const recodings = createQuery(() => ({
    queryKey: [place.company, 'recodings'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/recodings', { params: { path } })),
    enabled: place.may('read'),
    refetchInterval: (query) => (query.state.data?.length ? 1000 : false),
  }));
  const first = $derived(recodings.data?.[0]);
  const waiting = $derived((recodings.data ?? []).reduce((sum, r) => sum + r.remaining, 0));
  const all = $derived((recodings.data ?? []).reduce((sum, r) => sum + Math.max(r.documents, r.remaining), 0));

  // When the last is done, what is shown is read anew.
  let underway = false;
  $effect(() => {
    if (underway && !first) client.invalidateQueries({ predicate: (query) => query.queryKey[1] !== 'recodings' });
    underway = !!first;
  });

  const takeBack = (set: number) =>
    acting.run(
      () => answer(api.POST('/api/companies/{companyId}/mapping/history/{set}/undo', { params: { path: { ...path, set } } })),
      'The change is taken back; what it coded is coded as before.',
    );
</script>

{#if first}
  <div class="border-rule bg-raised mb-4 flex flex-wrap items-center gap-x-4 gap-y-1 border px-4 py-2" role="status">
    <span>Coding anew, {(all - waiting).toLocaleString('en')} of {many(all, 'document')}</span>
    <progress class="h-1.5 w-40 accent-[var(--color-ink)]" max={all} value={all - waiting} aria-label="Documents re-coded"
    ></progress>
    <span class="text-soft">{first.who}: {first.why}</span>
    {#if first.setId > 0 && place.keeps}
      <button class="quiet ml-auto" disabled={acting.busy} onclick={() => takeBack(first.setId)}
        >Stop and take the change back</button
      >
    {/if}
    {#if acting.refused}<p class="text-madder w-full" role="alert">{acting.refused}</p>{/if}
  </div>
{/if}
