<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { isZero, many, money, shortDay } from '../amounts/format';
  import { overview as askOverview } from '../frame/overview';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import StatementFields from './StatementFields.svelte';

  /** What the sources themselves say that they sent, held against what arrived. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const statements = createQuery(() => ({
    queryKey: [place.company, 'statements'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/statements', { params: { path } })),
  }));
  const overview = askOverview();
  const period = place.period;
  const blank = () => ({
    source: place.query.get('source') ?? '',
    firstDay: period ? `${period}-01` : '',
    lastDay: period ? new Date(Date.UTC(+period.slice(0, 4), +period.slice(5), 0)).toISOString().slice(0, 10) : '',
    documents: '',
    money: '',
  });
  let draft = $state(blank());
  let refused = $state('');

  async function send(call: Promise<{ data?: Schemas['StatementAnswer'][]; error?: unknown; response: Response }>, done: string) {
    refused = '';
    try {
      client.setQueryData([place.company, 'statements'], await answer(call));
      await client.invalidateQueries({ predicate: (q) => q.queryKey[1] === 'count' });
      toast(done);
      draft = blank();
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  const add = () =>
    send(api.POST('/api/companies/{companyId}/statements', { params: { path }, body: draft }), 'The statement is kept.');
  const remove = (s: Schemas['StatementAnswer']) =>
    send(
      api.DELETE('/api/companies/{companyId}/statements/{id}', { params: { path: { ...path, id: s.id } } }),
      'The statement is taken away.',
    );
</script>

<h1>What the sources say</h1>
<p class="text-soft mt-1 max-w-2xl">
  A source’s own control total, for days that it names. It proves that nothing was lost on the way here; a period is stated only
  when its statements cover each of its days. <a class="quiet" href={place.href('count')}>Back to the count</a>
</p>
{#if refused}<p class="note bad mt-3 max-w-3xl" role="alert">{refused}</p>{/if}
<Waiting query={statements} what="the statements">
  {#if statements.data?.length === 0}
    <p class="mt-4">No source has stated anything yet.</p>
  {:else}
    <table class="ledger mt-3">
      <thead
        ><tr
          ><th>Source</th><th>Days</th><th class="n">Docs said</th><th class="n">Money said</th><th class="n">Docs arrived</th><th
            class="n">Money arrived</th
          ><th class="pl-5!">Agrees</th><th></th></tr
        ></thead
      >
      <tbody>
        {#each statements.data ?? [] as s (s.id)}
          <tr>
            <td><a class="quiet" href={place.href('arrivals', { source: s.source, period: '' })}>{s.source}</a></td>
            <td class="whitespace-nowrap">{shortDay(s.firstDay)} to {shortDay(s.lastDay)}</td>
            <td class="n">{s.documents}</td><td class="n">{money(s.money)}</td>
            <td class={['n', s.documents !== s.arrived.documents && 'text-madder font-semibold']}>{s.arrived.documents}</td>
            <td class={['n', s.money !== s.arrived.money && 'text-madder font-semibold']}
              >{isZero(s.arrived.money) ? '–' : money(s.arrived.money)}</td
            >
            <td class={['pl-5!', s.agrees ? 'text-verdigris' : 'text-madder font-semibold']}
              >{s.agrees ? 'yes' : 'no'}<span class="text-soft block text-xs font-normal">{s.who}</span></td
            >
            <td class="n"
              >{#if place.keeps}<button class="quiet" onclick={() => remove(s)}
                  >take away<span class="sr-only"> the statement of {s.source} from {s.firstDay}</span></button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if place.keeps}
    <form
      class="bg-raised border-rule mt-6 max-w-5xl border p-4"
      onsubmit={(e) => {
        e.preventDefault();
        void add();
      }}
    >
      <h2>A statement</h2>
      <div class="flex flex-wrap items-end gap-3">
        <label class="text-soft"
          >Source
          <select class="field mt-1 block w-48" required bind:value={draft.source}>
            <option value="">–</option>
            {#each overview.data?.sources ?? [] as source (source)}<option>{source}</option>{/each}
          </select>
        </label>
        <StatementFields bind:statement={draft} required />
        <button class="btn">Keep it</button>
      </div>
    </form>
  {/if}
  {#if (statements.data ?? []).some((s) => !s.agrees)}
    <p class="text-soft mt-3">
      {many((statements.data ?? []).filter((s) => !s.agrees).length, 'statement')} differ from what arrived: a document may be missing,
      dated otherwise, or in another currency, whose money is not added.
    </p>
  {/if}
</Waiting>
