<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { place } from './place.svelte';

  /** The way to one's notices, with how many are new. */
  const notices = createQuery(() => ({
    queryKey: [place.company, 'notices'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/notices/own', { params: { path: { companyId: place.company } } })),
    staleTime: 30_000,
  }));
  const unseen = $derived(notices.data?.unseen ?? 0);
</script>

<a class="quiet text-soft whitespace-nowrap" href={place.href('notices')}
  >Notices{#if unseen > 0}<span class="text-ochre ml-1 text-xs font-semibold">{unseen}<span class="sr-only"> new</span></span
    >{/if}</a
>
