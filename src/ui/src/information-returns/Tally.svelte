<script lang="ts">
  import { createInfiniteQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { capital, day, instant, isZero, many, money } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { isTyping } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import { following } from '../frame/underway';
  import Waiting from '../frame/Waiting.svelte';
  import Conservation from './Conservation.svelte';
  import Months from './Months.svelte';
  import Moves from './Moves.svelte';
  import Payments from './Payments.svelte';
  import Rooms from './Rooms.svelte';
  import TallyTable from './TallyTable.svelte';
  import { views } from './words';
  import { go, href, year } from './year';
  import YearChoice from './YearChoice.svelte';

  /** What was paid in a year, by supplier and box: it adds up to all that was paid, and each figure opens its payments. */
  const view = $derived((place.query.get('view') as Schemas['TallyView'] | null) ?? 'paid');
  const search = $derived(place.query.get('q') ?? '');
  const show = $derived(place.query.get('show') ?? '');
  const beside = $derived(place.query.get('beside') === 'yes');
  const path = $derived({ companyId: place.company, year: year() });
  const tally = createInfiniteQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'tally', view, search, beside],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/information-returns/{year}', {
          params: { path, query: { view, search, beside, after: pageParam } },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (last: Schemas['TallyAnswer']) => last.more || undefined,
  }));
  const t = $derived(tally.data?.pages[0]);
  const rows = $derived(tally.data?.pages.flatMap((p) => p.rows) ?? []);
  const act = new Acting(useQueryClient());
  const parameters = $derived({ view, q: search, show, beside: beside ? 'yes' : null });
  let far = $state('');
  async function read() {
    const mark = crypto.randomUUID();
    const end = following(
      () =>
        answer(
          api.GET('/api/companies/{companyId}/information-returns/readings/progress', {
            params: { path: { companyId: place.company }, query: { mark } },
          }),
        ),
      (percent) => (far = percent),
    );
    await act.run(
      () =>
        answer(api.POST('/api/companies/{companyId}/information-returns/{year}/readings', { params: { path, query: { mark } } })),
      `The payments of ${year()} were read.`,
    );
    end();
    far = '';
  }

  function onkeydown(event: KeyboardEvent) {
    if (!isTyping(event) && event.key === 'Enter' && event.ctrlKey && place.keeps) void read();
  }
</script>

<svelte:window {onkeydown} />
<Rooms at="year-end" />
<Waiting query={tally} what="the tally">
  {#if t}
    <div class="flex items-baseline gap-4">
      <h1 class="shrink-0">What was paid in</h1>
      <YearChoice years={t.years} />
      <span class="text-soft">
        {#if t.closed}Closed on {instant(t.closed)} by {t.closedBy}.
          {#if t.corrections}<a class="text-madder quiet font-semibold" href={href('outputs')}
              >{many(t.corrections, 'correction')} to make.</a
            >{/if}
        {:else if t.read}Read on {instant(t.read)} by {t.readBy}, through {day(t.readThrough)}; again each day.
        {:else}Its payments were not read from the ledger yet.{/if}
      </span>
      {#if place.keeps}<button class="btn ml-auto" disabled={act.busy} onclick={() => void read()}
          >{act.busy ? `Reading … ${far}` : 'Read payments'} <kbd>Ctrl ⏎</kbd></button
        >{/if}
    </div>
    {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
    {#if t.places.length === 0 && !search}
      <p class="text-soft mt-6 max-w-xl">
        Nothing that was paid in {t.year} is here. Read the payments from the ledger; then
        <a class="quiet" href={href('boxes')}>say of which box their accounts are</a>.
      </p>
    {:else}
      <Conservation tally={t} {parameters} />
      <div class="mt-4 flex flex-wrap items-center gap-x-5 gap-y-2">
        {#each t.views as v (v.view)}
          <a
            class={[v.view === view && !show ? 'font-semibold' : 'quiet text-soft']}
            aria-current={v.view === view && !show ? 'page' : undefined}
            href={href('', { ...parameters, view: v.view, show: null })}>{views[v.view]} {v.suppliers}</a
          >
        {/each}
        <a class={show === 'months' ? 'font-semibold' : 'quiet text-soft'} href={href('', { ...parameters, show: 'months' })}
          >By month</a
        >
        <a class={show === 'moves' ? 'font-semibold' : 'quiet text-soft'} href={href('', { ...parameters, show: 'moves' })}
          >What changed</a
        >
        {#if !show}
          <span class="ml-auto flex items-center gap-3">
            <label class="text-soft flex items-center gap-1.5"
              ><input
                type="checkbox"
                checked={beside}
                onchange={(e) => void go('', { ...parameters, beside: e.currentTarget.checked ? 'yes' : null })}
              />
              {t.year - 1} beside</label
            >
            <input
              class="field w-44"
              type="search"
              placeholder="Supplier"
              aria-label="Narrow by supplier"
              value={search}
              onchange={(e) => void go('', { ...parameters, q: e.currentTarget.value })}
            />
          </span>
        {/if}
      </div>
      {#if show === 'months'}<Months supplier="" />
      {:else if show === 'moves'}<Moves />
      {:else if rows.length === 0}
        <p class="text-soft mt-4">
          {search ? `No supplier of this view is called “${search}”.` : `${capital(views[view].toLowerCase())}: nobody.`}
        </p>
      {:else}
        <TallyTable tally={t} {rows} {parameters} {beside} />
        {#if tally.hasNextPage}<button class="btn plain mt-3" disabled={tally.isFetching} onclick={() => tally.fetchNextPage()}
            >More suppliers</button
          >{/if}
      {/if}
      {#if !isZero(t.toFile)}
        <p class="text-soft mt-3">
          {money(t.counted)} counts in boxes; {money(t.toFile)} of it is to be filed.
          {#if t.points > 0}<a class="quiet text-ochre font-semibold" href={href('readiness')}
              >{many(t.points, 'point')} before the year is ready</a
            >{:else}<span class="text-verdigris">Nothing stands between the year and its returns.</span>{/if}
        </p>
      {/if}
    {/if}
  {/if}
</Waiting>
{#if place.query.has('payments')}<Payments back={parameters} />{/if}
