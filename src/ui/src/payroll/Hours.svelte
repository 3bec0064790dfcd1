<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { day, many, period } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from './Rooms.svelte';

  /** Hours that employees worked on projects: taken in by file, by month, with what an hour of each costs. */
  const params = $derived({ path: { companyId: place.company }, query: { period: place.period || undefined } });
  const hours = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'hours', place.period],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/payroll/hours', { params })),
    enabled: place.may('see_pay'),
  }));
  const h = $derived(hours.data);
  const act = new Acting(useQueryClient());
  let taken = $state.raw<Schemas['HoursTaken'] | null>(null);

  async function take(file: File | undefined) {
    if (!file) return;
    taken = null;
    await act.run(async () => {
      taken = await answer(
        api.POST('/api/companies/{companyId}/payroll/hours', {
          params: { path: params.path, query: { fileName: file.name } },
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as BodyInit,
          headers: { 'Content-Type': 'text/csv' },
        }),
      );
    }, '');
  }

  const remove = () => {
    const [year, month] = h!.period.split('-').map(Number) as [number, number];
    const last = new Date(Date.UTC(year, month, 0)).toISOString().slice(0, 10);
    return act.run(
      () =>
        answer(
          api.DELETE('/api/companies/{companyId}/payroll/hours', {
            params: { path: params.path, query: { first: `${h!.period}-01`, last } },
          }),
        ),
      `The hours through ${day(last)} are taken out; their file can be taken in again.`,
    );
  };

  const rate = (employee: string, text: string) =>
    act.run(
      () => answer(api.PUT('/api/companies/{companyId}/payroll/hours/rates', { params, body: { employee, rate: text.trim() } })),
      `What an hour of ${employee} costs is noted.`,
    );
</script>

<Rooms at="payroll/hours" />
<div class="flex items-baseline gap-4">
  <h1>Hours</h1>
  {#if place.keeps}
    <label class="btn ml-auto cursor-pointer"
      >Take in hours<input
        id="hours"
        type="file"
        accept=".csv"
        class="sr-only"
        onchange={(e) => {
          void take(e.currentTarget.files?.[0]);
          e.currentTarget.value = '';
        }}
      /></label
    >
  {/if}
</div>
{#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
{#if taken}
  <div class={['note mt-3', taken.errorCount > 0 && 'bad']} role={taken.errorCount > 0 ? 'alert' : 'status'}>
    {#if taken.errorCount > 0}
      {many(taken.errorCount, 'error')} in {taken.fileName}. Nothing was taken in; correct the file and choose it again.
      <ul class="text-xs">
        {#each taken.errors as e, i (i)}<li>
            {e.row ? `Row ${e.row}: ` : ''}{e.column ? `${e.column}: ` : ''}{e.message}
          </li>{/each}
      </ul>
    {:else}
      {taken.hours} hours in {many(taken.rows, 'row')}, from {day(taken.first)} to {day(taken.last)};
      {many(taken.recoded, 'open pay run')}
      {taken.recoded === 1 ? 'was' : 'were'} coded anew.
    {/if}
  </div>
{/if}
{#if !place.may('see_pay')}<p class="text-soft mt-3">Who worked how much is for those who may see pay by name.</p>
{:else}
  <Waiting query={hours} what="the hours">
    {#if h}
      <p class="text-soft mt-1 max-w-3xl">
        {#if h.choices.hours === 'none'}
          They become nothing yet: an administrator chooses under <a class="quiet" href={place.href('payroll/choices')}>Choices</a
          >
          whether they spread what runs cost.
        {:else if h.choices.hours === 'actual'}What a run costs is spread over what was worked on in its pay period, to the cent.
        {:else}Each hour costs its rate and {h.choices.burdenPercent} per cent; the difference to what a run costs stands apart.{/if}
      </p>
      {#if h.work.length === 0}
        <p class="text-soft mt-4 max-w-xl">
          No hours of {period(h.period)} have come. Take in a CSV file with a row for each employee, day and what it was for; its columns
          are employee, day, item, project, cost_code and hours.
        </p>
      {/if}
      <div class="mt-4 grid grid-cols-2 gap-10">
        {#if h.work.length > 0}
          <section>
            <h2>{period(h.period)}, by what was worked on</h2>
            <table class="ledger">
              <thead><tr><th>Project</th><th>Cost code</th><th class="n">Employees</th><th class="n">Hours</th></tr></thead>
              <tbody>
                {#each h.work as w (`${w.project}|${w.costCode}`)}
                  <tr
                    ><td>{w.project || 'no project'}</td><td class="text-soft">{w.costCode}</td><td class="n text-soft"
                      >{w.employees}</td
                    ><td class="n">{w.hours}</td></tr
                  >
                {/each}
                <tr class="sum"><td colspan="3">All</td><td class="n">{h.total}</td></tr>
              </tbody>
            </table>
            {#if place.keeps}<button class="quiet text-soft mt-2" disabled={act.busy} onclick={() => void remove()}
                >take the hours of {period(h.period)} out</button
              >{/if}
          </section>
        {/if}
        {#if h.employees.length > 0}
          <section>
            <h2>What an hour costs</h2>
            <table class="ledger">
              <thead><tr><th>Employee</th><th class="n">Hours</th><th class="n">An hour, in {h.currency}</th></tr></thead>
              <tbody>
                {#each h.employees as e (e.employee)}
                  <tr
                    ><td>{e.employee}</td><td class="n text-soft">{e.hours}</td><td class="n"
                      >{#if place.keeps}<input
                          class="field w-24 text-right"
                          aria-label={`What an hour of ${e.employee} costs`}
                          placeholder="not said"
                          value={e.rate}
                          disabled={act.busy}
                          onchange={(x) => void rate(e.employee, x.currentTarget.value)}
                        />{:else}{e.rate}{/if}</td
                    ></tr
                  >
                {/each}
              </tbody>
            </table>
            <p class="text-soft mt-2">{many(h.employees.length, 'employee')}; needed only for hours at their rate.</p>
          </section>
        {/if}
      </div>
    {/if}
  </Waiting>
{/if}
