<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { day, instant, many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Payer from './Payer.svelte';
  import Rooms from './Rooms.svelte';
  import Statements from './Statements.svelte';
  import { duties } from './words';
  import { href, year } from './year';
  import YearChoice from './YearChoice.svelte';

  /** What goes out: when it is due, worksheet, returns and statements out of the same figures; and the closing of the year. */
  const path = $derived({ companyId: place.company, year: year() });
  const outputs = createQuery(() => ({
    queryKey: [place.company, 'information-returns', year(), 'outputs'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/information-returns/{year}/outputs', { params: { path } })),
  }));
  const o = $derived(outputs.data);
  const act = new Acting(useQueryClient());
  const files = $derived(`/api/companies/${place.company}/information-returns/${year()}`);
  const left = (d: Schemas['DutyAnswer']) =>
    d.daysLeft < 0 ? `${many(-d.daysLeft, 'day')} ago` : d.daysLeft === 0 ? 'today' : `${many(d.daysLeft, 'day')} left`;
  const close = () =>
    void act.run(
      () => answer(api.POST('/api/companies/{companyId}/information-returns/{year}/close', { params: { path } })),
      `${year()} is closed as it stands.`,
    );
  const reopen = () =>
    void act.run(
      () => answer(api.DELETE('/api/companies/{companyId}/information-returns/{year}/close', { params: { path } })),
      `${year()} is open again.`,
    );
</script>

<Rooms at="year-end/outputs" />
<Waiting query={outputs} what="the outputs">
  {#if o}
    <div class="flex items-baseline gap-4">
      <h1>{many(o.returns, 'return')} for</h1>
      <YearChoice room="outputs" />
      {#if o.isElectronic}<span class="text-soft">Ten and more are filed electronically.</span>{/if}
      <span class="ml-auto flex items-baseline gap-4">
        <a class="quiet" href={`${files}/files/worksheet.xlsx`} download>Review worksheet</a>
        {#if place.may('see_tax_numbers')}<a class="quiet" href={`${files}/files/returns.csv`} download
            >Returns as CSV, whole numbers</a
          >{:else}<span class="text-soft" title="Who may see whole tax numbers takes them away">Returns as CSV</span>{/if}
        {#each ['payments', 'tally', 'missing'] as file (file)}<a
            class="quiet text-soft"
            href={`${files}/files/${file}.csv`}
            download>{file}.csv</a
          >{/each}
      </span>
    </div>
    {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
    <div class="mt-4 grid grid-cols-[minmax(0,1fr)_minmax(0,360px)] gap-8">
      <section>
        <h2>Due</h2>
        <table class="ledger">
          <tbody>
            {#each o.duties as d (d.duty)}
              <tr
                ><td>{duties[d.duty]}</td><td class="whitespace-nowrap">{day(d.day)}</td><td
                  class={['n', d.daysLeft >= 0 && d.daysLeft < 14 && d.returns > 0 && 'text-ochre font-semibold']}>{left(d)}</td
                ><td class="n">{d.returns === 0 ? '–' : many(d.returns, 'return')}</td></tr
              >
            {/each}
          </tbody>
        </table>
      </section>
      <section>
        <h2>The year</h2>
        {#if o.closed}
          <p>
            Closed on {instant(o.closed)} by {o.closedBy}. Statements and returns are those of that day; what changes since is a
            correction to make.
          </p>
          {#if place.administers}<button class="btn plain mt-2" disabled={act.busy} onclick={reopen}>Open it again</button>{/if}
        {:else if o.mayClose}
          <p>
            It is open. {o.mayClose}
            {#if o.points > 0}<a class="quiet font-semibold" href={href('readiness')}>{many(o.points, 'point')} to put right</a
              >{/if}
          </p>
        {:else}
          <p>It is ready. Once it is closed, what goes out stays as it is.</p>
          {#if place.keeps}<button class="btn mt-2" disabled={act.busy} onclick={close}>Close {o.year}</button>{/if}
        {/if}
        <Payer payer={o.payer} {act} />
      </section>
    </div>
    <Statements {o} {act} />
  {/if}
</Waiting>
