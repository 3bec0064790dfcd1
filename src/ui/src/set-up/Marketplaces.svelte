<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';

  /** Who is the supplier of a marketplace's orders, and whether those without a payment account are owed; of what comes from then on. */
  const client = useQueryClient();
  const act = new Acting(client);
  const path = $derived({ companyId: place.company });
  const sources = createQuery(() => ({
    queryKey: [place.company, 'sources'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/sources', { params: { path } })),
  }));

  const keep = (
    s: Schemas['SourceChoiceAnswer'],
    more: Partial<Schemas['SourceChoiceAnswer']>,
    isUndo = false,
  ): Promise<boolean> => {
    const before = { marketplace: s.marketplace, onAccount: s.onAccount };
    return act.run(
      () => answer(api.PUT('/api/companies/{companyId}/sources', { params: { path }, body: { ...s, ...more } })),
      `Orders of ${s.source} come so from now on.`,
      isUndo
        ? {}
        : {
            undo: (came) =>
              void keep({ ...s, ...more, revision: came.find((c) => c.source === s.source)?.revision ?? '' }, before, true),
          },
    );
  };
</script>

{#if sources.data && sources.data.length > 0}
  <section class="flex flex-col gap-3">
    <h2>Orders of marketplaces</h2>
    {#if act.refused}<div class="note bad" role="alert">{act.refused}</div>{/if}
    {#if act.theirs}<div class="note bad" role="alert">
        Somebody else decided otherwise in the meantime. Nothing was changed.
        <button class="quiet" onclick={() => ((act.theirs = undefined), void client.invalidateQueries())}>Look at it</button>
      </div>{/if}
    {#each sources.data as s (s.source)}
      <fieldset
        class={['border-rule flex flex-col gap-2 border-t pt-3', !place.administers && 'only-said']}
        disabled={!place.administers || act.busy}
      >
        <legend class="font-semibold">{s.source}</legend>
        <label class="flex items-center justify-between gap-3"
          >The supplier is
          <input
            class="field w-52"
            placeholder="the seller, or its name"
            value={s.marketplace}
            onchange={(e) => void keep(s, { marketplace: e.currentTarget.value })}
          /></label
        >
        <label class="flex items-center justify-between gap-3"
          >Without a payment account
          <select
            class="field"
            value={s.onAccount ? 'bill' : 'hold'}
            onchange={(e) => void keep(s, { onAccount: e.currentTarget.value === 'bill' })}
            ><option value="hold">hold the order</option><option value="bill">it is a bill</option></select
          ></label
        >
      </fieldset>
    {/each}
  </section>
{/if}
