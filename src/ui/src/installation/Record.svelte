<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import Rows from '../frame/Record.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from './Rooms.svelte';

  /** What was done to the installation, by its pages and its verbs: companies, people, archives. */
  const record = createInfiniteQuery(() => ({
    queryKey: ['installation', 'record'],
    queryFn: ({ pageParam }) =>
      answer(api.GET('/api/installation/record', { params: { query: pageParam ? { before: pageParam } : {} } })),
    initialPageParam: 0,
    getNextPageParam: (last: Schemas['RecordAnswer']) => last.next ?? undefined,
    enabled: place.session?.administers ?? false,
  }));
  const rows = $derived((record.data?.pages ?? []).flatMap((p) => p.rows));
</script>

<Rooms at="installation/record" />
<h1>What was done to this installation</h1>
{#if !place.session?.administers}
  <p class="text-soft mt-2">Whoever looks after the installation sees its record.</p>
{:else}
  <p class="text-soft mt-1 max-w-3xl">
    Companies added and closed, people and their roles, archives written, taken away, deleted and restored. What is done within a
    company is in the record of that company, under its set-up.
  </p>
  <div class="max-w-5xl">
    <Waiting query={record} what="the record">
      {#if rows.length === 0}<p class="text-soft mt-4">Nothing was done yet.</p>{:else}<Rows {rows} />{/if}
      {#if record.hasNextPage}<button class="btn plain mt-3" onclick={() => record.fetchNextPage()}>Show more</button>{/if}
    </Waiting>
  </div>
{/if}
