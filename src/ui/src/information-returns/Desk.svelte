<script lang="ts">
  import { takingBack } from './takingBack';
  import { createInfiniteQuery, useQueryClient } from '@tanstack/svelte-query';
  import { SvelteSet } from 'svelte/reactivity';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, shortDay } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { rows as keys } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import DeskFile from './DeskFile.svelte';
  import Rooms from './Rooms.svelte';
  import { classifications, requestHow } from './words';
  import { go, href, supplierRoom, year } from './year';
  import YearChoice from './YearChoice.svelte';

  /** The suppliers' desk: what is known of each, and who is asked for a Form W-9. */
  const search = $derived(place.query.get('q') ?? '');
  const lacking = $derived(place.query.get('lacking') === 'yes');
  const path = $derived({ companyId: place.company, year: year() });
  const desk = createInfiniteQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'desk', search, lacking],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/companies/{companyId}/information-returns/{year}/suppliers', {
          params: { path, query: { search, lacking, after: pageParam } },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (last: Schemas['DeskAnswer']) => last.more || undefined,
  }));
  const d = $derived(desk.data?.pages[0]);
  const rows = $derived(desk.data?.pages.flatMap((p) => p.rows) ?? []);
  const act = new Acting(useQueryClient());
  const chosen = new SvelteSet<string>();
  let how = $state<Schemas['W9RequestHow']>('letter');
  const letters = $derived(
    `/api/companies/${place.company}/information-returns/${year()}/letters.pdf${chosen.size > 0 ? `?${[...chosen].map((k) => `key=${encodeURIComponent(k)}`).join('&')}` : ''}`,
  );

  const takeBack = takingBack(act);
  function ask() {
    const of = [...chosen];
    void act.run(
      async () => {
        const came = await answer(
          api.POST('/api/companies/{companyId}/information-returns/{year}/requests', {
            params: { path },
            body: { keys: of, how, day: null },
          }),
        );
        chosen.clear();
        return came;
      },
      `It is noted that ${many(of.length, 'supplier')} ${of.length === 1 ? 'was' : 'were'} asked.`,
      { undo: (came) => takeBack(came.change) },
    );
  }
  const firstBill = (choice: Schemas['FirstBill']) =>
    void act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/first-bill', {
            params: { path: { companyId: place.company } },
            body: { choice },
          }),
        ),
      'It is noted.',
    );
</script>

<Rooms at="year-end/suppliers" />
<Waiting query={desk} what="the suppliers">
  {#if d}
    <div class="flex flex-wrap items-baseline gap-4">
      <h1>Suppliers’ desk</h1>
      <YearChoice room="suppliers" />
      <a
        class={lacking ? 'font-semibold' : 'quiet text-soft'}
        href={href('suppliers', { q: search, lacking: lacking ? null : 'yes' })}
        >{many(d.lacking, 'supplier')} without a Form W-9{lacking ? ': show all again' : ''}</a
      >
      <span class="ml-auto flex items-baseline gap-4">
        <DeskFile />
        <input
          class="field w-44"
          type="search"
          placeholder="Supplier"
          aria-label="Narrow by supplier"
          value={search}
          onchange={(e) => void go('suppliers', { q: e.currentTarget.value, lacking: lacking ? 'yes' : null })}
        />
      </span>
    </div>
    {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
    <div class="mt-3 flex flex-wrap items-center gap-3">
      {#if place.keeps && chosen.size > 0}
        <a class="btn" href={letters} target="_blank" rel="noreferrer">{many(chosen.size, 'request letter')} as PDF</a>
        <label class="text-soft"
          >asked <select class="field" bind:value={how}
            >{#each Object.entries(requestHow) as [h, called] (h)}<option value={h}>{called}</option>{/each}</select
          ></label
        >
        <button class="btn plain" disabled={act.busy} onclick={ask}>Note that they were asked today</button>
      {:else if d.lacking > 0}
        <a class="quiet" href={letters} target="_blank" rel="noreferrer">Request letters for all who lack one, as PDF</a>
        <span class="text-soft">or choose suppliers below</span>
      {/if}
      <label class="text-soft ml-auto"
        >The first bill of a supplier that may need one
        <select
          class="field"
          value={d.firstBill}
          disabled={!place.administers || act.busy}
          onchange={(e) => firstBill(e.currentTarget.value as Schemas['FirstBill'])}
        >
          <option value="nothing">passes</option><option value="warn">carries a notice</option><option value="hold"
            >is held</option
          >
        </select></label
      >
    </div>
    <table class="ledger mt-2">
      <thead
        ><tr
          ><th class="w-6"></th><th>Supplier</th><th>Is for tax</th><th>Tax number</th><th>Form W-9</th><th class="n">Paid</th><th
            class="n">Counts</th
          ></tr
        ></thead
      >
      <tbody {@attach keys}>
        {#each rows as s (s.key)}
          <tr
            class="opens"
            tabindex="0"
            onkeydown={(e) => e.key === 'Enter' && e.target === e.currentTarget && void go(supplierRoom(s.key))}
          >
            <td
              >{#if place.keeps && s.needsW9}<input
                  type="checkbox"
                  class="block size-4"
                  aria-label={`Ask ${s.supplier} for its Form W-9`}
                  checked={chosen.has(s.key)}
                  onchange={() => (chosen.has(s.key) ? chosen.delete(s.key) : chosen.add(s.key))}
                />{/if}</td
            >
            <td class="max-w-[260px]"
              ><a class="quiet" href={href(supplierRoom(s.key))}>{s.supplier}</a
              >{#if s.legalName && s.legalName !== s.supplier}<span class="text-soft block truncate text-xs">{s.legalName}</span
                >{/if}</td
            >
            <td>{s.classification ? classifications[s.classification] : ''}</td>
            <td class={s.numberStatus === 'bad' ? 'text-madder' : ''}
              >{s.numberShown}{s.numberStatus === 'bad' ? ' cannot be one' : ''}</td
            >
            <td
              >{#if s.hasW9}here{:else if s.asked}<span class="text-ochre"
                  >asked {shortDay(s.asked)}{s.reminded ? `, reminded ${shortDay(s.reminded)}` : ''}</span
                >{:else if s.needsW9}<span class="text-ochre font-semibold">not asked yet</span>{:else}<span class="text-soft"
                  >not needed</span
                >{/if}</td
            >
            <td class="n">{money(s.paid)}</td>
            <td class="n"><a class="quiet" href={href('', { payments: s.key })}>{money(s.counted)}</a></td>
          </tr>
        {:else}<tr
            ><td colspan="7" class="text-soft"
              >{search ? `Nobody is called “${search}”.` : 'Nobody is here yet. Read the payments in the tally.'}</td
            ></tr
          >{/each}
      </tbody>
    </table>
    {#if desk.hasNextPage}<button class="btn plain mt-3" disabled={desk.isFetching} onclick={() => desk.fetchNextPage()}
        >More suppliers</button
      >{/if}
  {/if}
</Waiting>
