<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { many } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** Records of feeds that are in no document yet, because nobody decided whose they are. */
  const overview = createQuery(() => ({
    queryKey: [place.company, 'overview', ''],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/overview', { params: { path: { companyId: place.company } } })),
  }));
  const waiting = $derived((overview.data?.feeds ?? []).filter((f) => f.waiting > 0));
</script>

{#if waiting.length > 0}
  <p class="note mt-3 max-w-3xl">
    {#each waiting as f, i (f.id)}{i > 0 ? '; ' : ''}{many(f.waiting, 'record')} of
      <a class="quiet" href={place.href(`set-up/feeds/${f.id}`)}>{f.source}</a>{/each}
    {waiting.length === 1 && waiting[0]?.waiting === 1 ? 'waits' : 'wait'} until somebody says whose they are.
  </p>
{/if}
