<script lang="ts">
  import Changes from '../frame/Changes.svelte';
  import { takingBack } from './takingBack';
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { money } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { editing } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from './Rooms.svelte';
  import { boxTitle, boxWord } from './words';
  import { year } from './year';
  import YearChoice from './YearChoice.svelte';

  /** From which amount on each box is filed in a year, where that is published, and whether it is confirmed. */
  const path = $derived({ companyId: place.company, year: year() });
  const thresholds = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'thresholds'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/information-returns/{year}/thresholds', { params: { path } })),
  }));
  const act = new Acting(useQueryClient());
  let at = $state<Schemas['ReturnBox'] | ''>('');
  let draft = $state({ amount: '', source: '', isConfirmed: false });

  function open(b: Schemas['ThresholdAnswer']) {
    at = b.box;
    draft = { amount: b.amount, source: b.isOwn ? b.source : '', isConfirmed: b.isConfirmed };
  }

  const takeBack = takingBack(act);

  async function save(body: Omit<Schemas['ThresholdRequest'], 'box'>) {
    if (!at) return;
    const box = at;
    const done = await act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/{year}/thresholds', {
            params: { path },
            body: { box, ...body },
          }),
        ),
      `The threshold of ${boxWord(box)} is noted.`,
      { undo: (came) => takeBack(came.change) },
    );
    if (done) at = '';
  }
</script>

<Rooms at="year-end/thresholds" />
<Waiting query={thresholds} what="the thresholds">
  {#if thresholds.data}
    {@const t = thresholds.data}
    <div class="flex items-baseline gap-4">
      <h1>Thresholds</h1>
      <YearChoice room="thresholds" />
      <span class="text-soft">What reaches the amount is filed; what is a cent below is not.</span>
    </div>
    {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
    <table class="ledger mt-3 max-w-5xl">
      <thead
        ><tr
          ><th>Box</th><th class="n">Filed from</th><th class="pl-8">Stands since</th><th>Source</th><th
            >Confirmed for {t.year}</th
          ><th></th></tr
        ></thead
      >
      <tbody>
        {#each t.boxes as b (b.box)}
          <tr>
            <td>{boxTitle(b.box)}</td>
            <td class="n">{money(b.amount)}</td>
            <td class="pl-8">{b.since === 0 ? 'ever' : b.since}{b.isOwn ? ', own' : ''}</td>
            <td class="text-soft">{b.source}</td>
            <td
              >{#if b.isConfirmed}yes{:else}<span class="text-ochre font-semibold">not confirmed</span>{/if}</td
            >
            <td class="n"
              >{#if place.administers}<button
                  class="quiet"
                  aria-expanded={at === b.box}
                  onclick={() => (at === b.box ? (at = '') : open(b))}
                  >change<span class="sr-only"> {boxWord(b.box)}</span></button
                >{/if}</td
            >
          </tr>
          {#if at === b.box}
            <tr
              ><td colspan="6"
                ><form
                  class="flex flex-wrap items-center gap-3 py-2"
                  onsubmit={(e) => {
                    e.preventDefault();
                    void save(draft);
                  }}
                  {@attach editing(
                    () => void save(draft),
                    () => (at = ''),
                  )}
                >
                  <label class="text-soft"
                    >Filed from <input class="field w-28 text-right" inputmode="decimal" bind:value={draft.amount} /></label
                  >
                  <label class="text-soft"
                    >Source <input class="field w-72" placeholder="Where it is published" bind:value={draft.source} /></label
                  >
                  <label class="text-soft flex items-center gap-1.5"
                    ><input type="checkbox" bind:checked={draft.isConfirmed} />confirmed there</label
                  >
                  <button class="btn" disabled={act.busy}>Save</button>
                  <button type="button" class="btn plain" onclick={() => (at = '')}>Leave it</button>
                  {#if b.isOwn}<button
                      type="button"
                      class="quiet"
                      onclick={() => void save({ amount: '', source: '', isConfirmed: false })}>as published again</button
                    >{/if}
                </form></td
              ></tr
            >
          {/if}
        {/each}
      </tbody>
    </table>
    {#if !place.administers}<p class="text-soft mt-3">An administrator can change them.</p>{/if}
    <Changes changes={t.changes} {takeBack} mayTakeBack={place.administers} />
  {/if}
</Waiting>
