<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { untrack } from 'svelte';
  import { router } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { Completing } from './completing.svelte';
  import Desk from './Desk.svelte';

  /** A document that waits to be completed. */
  const id = $derived(Number(router.location.split('/')[3]));
  const client = useQueryClient();
  const first = createQuery(() => ({
    queryKey: [place.company, 'incomplete', id],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/incomplete/{id}', { params: { path: { companyId: place.company, id } } })),
    enabled: Number.isInteger(id),
    gcTime: 0,
  }));

  // What is typed here is newer than what comes again.
  let of = $state.raw<Completing | null>(null);
  $effect(() => {
    const came = first.data;
    if (came && untrack(() => of?.id !== came.id)) of = new Completing(client, came);
  });
</script>

<Waiting query={first} what="the document">
  {#key of}{#if of}<Desk {of} />{/if}{/key}
</Waiting>
