<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
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
      answer(api.GET('/api/companies/{companyId}/incomplete/{id}', { params: { path: { companyId: place.company, id } } })).then(
        (a) => new Completing(client, a),
      ),
    enabled: Number.isInteger(id),
    // What is typed here is newer than what comes again.
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
    structuralSharing: false,
  }));
</script>

<Waiting query={first} what="the document">
  {#key first.data}<Desk of={first.data!} />{/key}
</Waiting>
