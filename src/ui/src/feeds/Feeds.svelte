<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api } from '../api/client';
  import { instant } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from '../set-up/Rooms.svelte';
  import Connect from './Connect.svelte';
  import { answers, brought, often } from './words';

  /** Sources that deliver by themselves: how the last pull went, and what can be connected. */
  const feeds = createQuery(() => ({
    queryKey: [place.company, 'feeds'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/feeds', { params: { path: { companyId: place.company } } })),
  }));
  const said = $derived(answers[place.query.get('answer') ?? '']);
  const open = (id: number) => push(place.to(`set-up/feeds/${id}`));
</script>

<Rooms at="set-up/feeds" />
<h1>Feeds</h1>
<p class="text-soft mt-1 max-w-2xl">
  A source that is connected once delivers by itself from then on. What it brings is coded like everything else that arrives; a
  pull that breaks off leaves nothing behind.
</p>
{#if said}<p class={['note mt-3 max-w-3xl', said[0]]} role="status">{said[1]}</p>{/if}
<Waiting query={feeds} what="the feeds">
  {#if feeds.data}
    {#if feeds.data.feeds.length > 0}
      <table class="ledger mt-4">
        <thead><tr><th>Source</th><th>Kind</th><th>Pulled</th><th>Last pull</th><th>What it brought</th><th>Next</th></tr></thead>
        <tbody {@attach rows}>
          {#each feeds.data.feeds as f (f.id)}
            <tr class="opens" tabindex="0" onclick={() => open(f.id)} onkeydown={(e) => e.key === 'Enter' && open(f.id)}>
              <td class="font-semibold">{f.source}</td>
              <td class="text-soft">{f.title}</td>
              <td class="text-soft">{often[f.every]}</td>
              <td class="whitespace-nowrap">{f.last ? instant(f.last.at) : 'never'}</td>
              <td class={['max-w-96', f.trouble ? 'text-madder' : f.last?.waiting || f.last?.refused ? 'text-ochre' : '']}
                >{f.trouble || (f.last ? brought(f.last) : '')}</td
              >
              <td class="text-soft whitespace-nowrap"
                >{f.needsConsent ? 'when it is allowed anew' : f.nextAt ? instant(f.nextAt) : 'by hand'}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {:else}
      <p class="mt-5">No source delivers by itself yet.</p>
    {/if}
    {#if place.administers}<Connect kinds={feeds.data.kinds} />
    {:else}<p class="note mt-6 max-w-xl">An administrator connects sources.</p>{/if}
  {/if}
</Waiting>
