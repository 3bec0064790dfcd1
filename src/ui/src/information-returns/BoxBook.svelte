<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { day, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from './Rooms.svelte';
  import { boxTitle } from './words';
  import { href, year } from './year';

  /** The boxes of a year's accounts, to print. */
  const boxes = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'boxes'],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/information-returns/{year}/boxes', {
          params: { path: { companyId: place.company, year: year() } },
        }),
      ),
  }));
  const said = $derived((boxes.data?.accounts ?? []).flatMap((a) => a.rows.map((r) => ({ ...r, title: a.title, paid: a.paid }))));
</script>

<Rooms at="year-end/boxes" />
<Waiting query={boxes} what="the boxes">
  <div class="flex items-baseline gap-4">
    <h1>Boxes of accounts in {year()}</h1>
    <span class="text-soft">as of {day(place.today)}</span>
    <span class="ml-auto flex gap-3 print:hidden">
      <button class="btn" onclick={() => window.print()}>Print</button>
      <a class="btn plain" href={href('boxes')}>Back to the accounts</a>
    </span>
  </div>
  <table class="ledger mt-3">
    <thead><tr><th>Account</th><th>For</th><th>Box</th><th>Said of</th><th class="n">Paid in {year()}</th></tr></thead>
    <tbody>
      {#each [...said].sort((a, b) => a.title.localeCompare(b.title)) as r, i (i)}
        <tr
          ><td>{r.title}</td><td>{r.supplier || 'all suppliers'}</td><td>{r.box ? boxTitle(r.box) : 'no box'}</td><td
            >{r.year}{r.isCarried ? ', carried forward' : ''}</td
          ><td class="n">{money(r.paid)}</td></tr
        >
      {:else}<tr><td colspan="5" class="text-soft">Nothing is said of any account yet.</td></tr>{/each}
    </tbody>
  </table>
</Waiting>
