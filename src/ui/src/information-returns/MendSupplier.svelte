<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { takingBack } from './takingBack';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { editing } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { SupplierDraft } from './supplierDraft.svelte';
  import SupplierFields from './SupplierFields.svelte';
  import W9Requests from './W9Requests.svelte';
  import { href, supplierRoom, year } from './year';

  /** What is known of a supplier, completed where something of it is missing. */
  let { point, leave }: { point: Schemas['PointAnswer']; leave: () => void } = $props();
  const path = $derived({ companyId: place.company, year: year(), key: point.key });
  const supplier = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'supplier', point.key],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/information-returns/{year}/suppliers/{key}', { params: { path } })),
  }));
  const draft = new SupplierDraft();
  const act = new Acting(useQueryClient());
  const takeBack = takingBack(act);

  $effect(() => {
    if (supplier.data) draft.begin(supplier.data.details);
  });

  async function save() {
    if (!draft.isChanged) return;
    const done = await act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/{year}/suppliers/{key}', {
            params: { path },
            body: draft.request,
          }),
        ),
      `What is known of ${point.supplier} is saved.`,
    );
    if (done) leave();
  }
</script>

{#if act.refused}<p class="note bad mb-2" role="alert">{act.refused}</p>{/if}
<Waiting query={supplier} what="the supplier">
  {#if supplier.data}
    <form
      class="max-w-3xl"
      onsubmit={(e) => {
        e.preventDefault();
        void save();
      }}
      {@attach editing(() => void save(), leave)}
    >
      {#if point.kind === 'w9' || point.kind === 'w9_of_exempt'}
        <div class="mb-3">
          <W9Requests s={supplier.data} {act} {takeBack} />
          <p class="text-soft mt-1">
            Or enter what came; <a class="quiet" href={href(supplierRoom(point.key))}>its own page</a> reads the file.
          </p>
        </div>
      {/if}
      <SupplierFields s={supplier.data} {draft} busy={act.busy} whole="" />
      <div class="mt-3 flex gap-2">
        <button class="btn" disabled={act.busy || !draft.isChanged}>Save <kbd>Ctrl ⏎</kbd></button>
        <button type="button" class="btn plain" onclick={leave}>Leave it</button>
      </div>
    </form>
  {/if}
</Waiting>
