<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';

  /** How far prices may move, and whether one that moved holds its document. */
  let { tolerance, currency }: { tolerance: Schemas['PriceToleranceText']; currency: string } = $props();
  const act = new Acting(useQueryClient());
  const draft = $derived({ ...tolerance });

  const put = (body: Schemas['PriceToleranceText'], done: string): Promise<boolean> => {
    const before = { ...tolerance };
    return act.run(
      () =>
        answer(api.PUT('/api/companies/{companyId}/prices/tolerance', { params: { path: { companyId: place.company } }, body })),
      done,
      { undo: () => void put(before, 'It is as it was.') },
    );
  };
</script>

<form
  onsubmit={(e) => {
    e.preventDefault();
    void put({ ...draft }, 'That is how far prices may move from now on.');
  }}
>
  <h2>How far a price may move</h2>
  <fieldset class={['flex flex-col gap-2', !place.administers && 'only-said']} disabled={!place.administers || act.busy}>
    <label class="flex items-center justify-between gap-3"
      >By per cent <input class="field w-20 text-right" inputmode="decimal" required bind:value={draft.percent} /></label
    >
    <label class="flex items-center justify-between gap-3"
      >Or for one, in {currency}
      <input class="field w-20 text-right" inputmode="decimal" required bind:value={draft.money} /></label
    >
    <label class="flex items-center gap-2"
      ><input type="checkbox" bind:checked={draft.holds} />A price that moved holds its document</label
    >
    {#if place.administers}<button class="btn plain self-start">Keep that</button>{/if}
  </fieldset>
  {#if act.refused}<p class="note bad mt-2" role="alert">{act.refused}</p>{/if}
  <p class="text-soft mt-2">Within either bound it is steady. What came already stays as it was seen.</p>
</form>
