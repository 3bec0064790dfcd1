<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { day, many, money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import Outcome from '../mapping/Outcome.svelte';
  import Rooms from './Rooms.svelte';

  /** What the company decides once: forms, dates, references, the order of the ladder, what happens when nothing maps. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const query = createQuery(() => ({
    queryKey: [place.company, 'choices'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/choices', { params: { path } })),
  }));
  const administers = $derived(place.role === 'administrator');
  let edited = $state<Schemas['Choices'] | null>(null);
  let refused = $state('');
  let busy = $state(false);
  let confirmed = $state(false);
  let begunWith = '';

  $effect(() => {
    const text = JSON.stringify(query.data?.choices ?? null);
    if (query.data && text !== begunWith) {
      begunWith = text;
      edited = JSON.parse(text);
    }
  });
  const differs = $derived(
    edited !== null && query.data !== undefined && JSON.stringify(edited) !== JSON.stringify(query.data.choices),
  );
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'choices', 'rehearsal', JSON.stringify(edited)],
    queryFn: () => answer(api.POST('/api/companies/{companyId}/choices/rehearsals', { params: { path }, body: edited! })),
    enabled: differs && administers,
    staleTime: 0,
    placeholderData: (before: Schemas['DecideRehearsal'] | undefined) => before,
  }));
  const impossible = $derived(differs ? (rehearsal.data?.impossible ?? []) : []);
  const example = (kind: string) =>
    (differs ? rehearsal.data?.examples.find((e) => e.kind === kind)?.reference : undefined) ??
    query.data?.kinds.find((k) => k.kind === kind)?.example ??
    '';
  const days: [string, string][] = [
    ['document_date', 'document date'],
    ['end_of_month', 'end of month'],
  ];
  const notes: [string, string][] = [
    ['entry_memo', 'entry memo'],
    ['line_text', 'line text'],
    ['nowhere', 'nowhere'],
  ];

  async function save() {
    if (!edited) return;
    refused = '';
    busy = true;
    const before = query.data!.choices;
    try {
      await put({ ...edited, confirmed });
      toast('Saved; open documents are coded anew.', {
        action: { label: 'Undo', onClick: () => put({ ...before, confirmed: true }) },
      });
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = false;
    }
  }

  async function put(body: Schemas['Choices']) {
    await answer(api.PUT('/api/companies/{companyId}/choices', { params: { path }, body }));
    await client.invalidateQueries();
  }

  function move(rung: string, by: number) {
    const order = [...(edited?.order ?? [])];
    const at = order.indexOf(rung);
    const to = at + by;
    if (at < 0 || to < 0 || to >= order.length) return;
    [order[at], order[to]] = [order[to]!, order[at]!];
    edited!.order = order;
  }

  const turn = (rung: string, on: boolean) =>
    (edited!.order = on ? [...(edited!.order ?? []), rung] : (edited!.order ?? []).filter((r) => r !== rung));
  const off = $derived((query.data?.allRungs ?? []).filter((r) => !(edited?.order ?? []).includes(r)));
  const require = (kind: Schemas['KindChoiceText'], dimension: string, on: boolean) =>
    (kind.requires = on ? [...(kind.requires ?? []), dimension] : (kind.requires ?? []).filter((r) => r !== dimension));
</script>

<Rooms at="set-up/choices" />
<Waiting {query} what="the choices">
  {#if query.data && edited}
    <h1>What becomes of documents</h1>
    {#if !administers}<p class="text-soft mt-1">An administrator decides this; you see what is decided.</p>{/if}
    <fieldset disabled={!administers} class="mt-3 min-w-0">
      <table class="ledger">
        <thead
          ><tr
            ><th>Document</th><th>Becomes</th><th>Its other side</th><th>Entry date</th><th>Reference</th><th>Notes go to</th><th
              >Each line needs a</th
            ></tr
          ></thead
        >
        <tbody>
          {#each edited.kinds ?? [] as choice (choice.kind)}
            {@const info = query.data.kinds.find((k) => k.kind === choice.kind)!}
            {@const against = impossible.filter((i) => i.kind === choice.kind)}
            <tr>
              <td class="whitespace-nowrap">{info.title}</td>
              <td>
                <select class="field" bind:value={choice.form} aria-label={`Form of a ${info.title}`}>
                  {#each info.forms as form (form.form)}<option value={form.form}
                      >{form.title}{form.problem ? ' (not possible)' : ''}</option
                    >{/each}
                </select>
              </td>
              <td class="text-soft"
                >{info.offsetAccount}{#if info.offsetRole}<a class="quiet ml-1 text-xs" href={place.href('set-up/accounts')}
                    >change</a
                  >{/if}</td
              >
              <td>
                <select class="field" bind:value={choice.entryDay} aria-label={`Entry date of a ${info.title}`}>
                  {#each days as [word, title] (word)}<option value={word}>{title}</option>{/each}
                </select>
              </td>
              <td>
                <input class="field w-34" bind:value={choice.reference} aria-label={`Reference of a ${info.title}`} />
                <span
                  class={['block text-xs', example(choice.kind!).length > info.longestReference ? 'text-madder' : 'text-soft']}
                  >{example(choice.kind!)
                    ? `${example(choice.kind!)} · ${example(choice.kind!).length} of ${info.longestReference}`
                    : 'no example has arrived'}</span
                >
              </td>
              <td>
                <select class="field" bind:value={choice.notes} aria-label={`Notes of a ${info.title}`}>
                  {#each notes as [word, title] (word)}<option value={word}>{title}</option>{/each}
                </select>
              </td>
              <td class="whitespace-nowrap">
                {#each ['department', 'location', 'project'] as dimension (dimension)}
                  <label class="flex min-h-6 items-center gap-1 text-xs"
                    ><input
                      type="checkbox"
                      checked={choice.requires?.includes(dimension)}
                      onchange={(e) => require(choice, dimension, e.currentTarget.checked)}
                    />{dimension}<span class="sr-only"> on a {info.title}</span></label
                  >
                {/each}
              </td>
            </tr>
            {#each against as i (i.field)}<tr><td></td><td colspan="6" class="text-madder">{i.reason}</td></tr>{/each}
          {/each}
        </tbody>
      </table>
      <p class="text-soft mt-1 text-xs">Fields for references: {query.data.referenceFields.map((f) => `{${f}}`).join(' ')}</p>

      <div class="mt-6 grid grid-cols-[1.1fr_1fr_1fr] gap-10">
        <section>
          <h2>The ladder</h2>
          <p class="text-soft">
            The first rung that knows a line decides it. A person’s choice, and the account of what a refund reverses, always come
            first.
          </p>
          <ol class="mt-2">
            {#each edited.order ?? [] as rung, i (rung)}
              <li class="border-rule flex items-center gap-2 border-b py-1">
                <span class="text-soft w-5 text-right">{i + 1}</span>{words(rung)}
                {#if administers}<span class="ml-auto flex gap-1">
                    <button
                      class="btn plain px-2! py-0!"
                      disabled={i === 0}
                      aria-label={`Move ${words(rung)} up`}
                      onclick={() => move(rung, -1)}>↑</button
                    >
                    <button
                      class="btn plain px-2! py-0!"
                      disabled={i === (edited.order ?? []).length - 1}
                      aria-label={`Move ${words(rung)} down`}
                      onclick={() => move(rung, 1)}>↓</button
                    >
                    <button
                      class="btn plain px-2! py-0!"
                      aria-label={`Switch ${words(rung)} off`}
                      onclick={() => turn(rung, false)}>off</button
                    >
                  </span>{/if}
              </li>
            {/each}
            {#each off as rung (rung)}
              <li class="border-rule text-soft flex items-center gap-2 border-b py-1">
                <span class="w-5"></span><s>{words(rung)}</s>
                {#if administers}<button
                    class="btn plain ml-auto px-2! py-0!"
                    aria-label={`Switch ${words(rung)} on`}
                    onclick={() => turn(rung, true)}>on</button
                  >{/if}
              </li>
            {/each}
          </ol>
        </section>
        <section class="flex flex-col gap-3">
          <h2>Everywhere</h2>
          <label class="flex items-center justify-between gap-3"
            >When nothing maps a line
            <select class="field" bind:value={edited.whenNothingMaps}
              ><option value="hold">hold the document</option><option value="suspense">put it in suspense</option></select
            ></label
          >
          <label class="flex items-center justify-between gap-3"
            >Rounding difference up to <input
              class="field w-24 text-right"
              inputmode="decimal"
              bind:value={edited.roundingTolerance}
            /></label
          >
          <label class="flex items-center justify-between gap-3"
            >Lines of the same account
            <select
              class="field"
              value={edited.mergeLines ? 'yes' : 'no'}
              onchange={(e) => (edited!.mergeLines = e.currentTarget.value === 'yes')}
              ><option value="no">stay apart</option><option value="yes">become one</option></select
            ></label
          >
          <label class="flex items-center justify-between gap-3"
            >Documents count from <input class="field" type="date" bind:value={edited.startDate} /></label
          >
          <label class="flex items-center justify-between gap-3"
            >Locked through <input class="field" type="date" bind:value={edited.lockedThrough} /></label
          >
          {#if query.data.ledgerLockedThrough}
            <p class="text-soft text-xs">
              The ledger itself is locked through {day(query.data.ledgerLockedThrough)}; the later of the two counts.
            </p>
          {/if}
          <div class="flex flex-col gap-1">
            What was private on a company’s card is owed in (blank: due from employees)
            <AccountPicker bind:value={edited.privateAccount as string} label="Account for private charges" />
          </div>
          <label class="flex items-center justify-between gap-3"
            >In a locked period
            <select class="field" bind:value={edited.entryDate}
              ><option value="document_date">hold the document</option><option value="first_open_day"
                >take the first open day</option
              ></select
            ></label
          >
          <label class="flex items-center justify-between gap-3"
            >Posting
            <span class="flex items-center gap-2"
              >{edited.schedule ? 'daily at' : 'by hand'}
              <input
                class="field"
                type="time"
                aria-label="Time of the daily dispatch; blank for by hand"
                bind:value={edited.schedule}
              /></span
            ></label
          >
          {#each impossible.filter((i) => !i.kind) as i (i.field)}<p class="note bad">{i.reason}</p>{/each}
        </section>
        <section class="bg-raised border-rule self-start border p-4" aria-label="Rehearsal" aria-live="polite">
          <h2>Rehearsal</h2>
          {#if refused}<p class="note bad mb-2" role="alert">{refused}</p>{/if}
          {#if !differs}
            <p class="text-soft">Change something, and see here what saving it would do to open documents.</p>
            {#if administers}<button class="btn plain mt-3" disabled={busy} onclick={save}>Leave everything as it is</button>{/if}
          {:else if rehearsal.error}
            <p class="note bad" role="alert">{(rehearsal.error as Error).message}</p>
          {:else if impossible.length > 0}
            <p class="text-madder">{many(impossible.length, 'choice')} cannot be made; the reason stands beside it.</p>
          {:else if rehearsal.data?.rehearsal}
            <p class="text-soft mb-2">
              If you save this: {rehearsal.data.rehearsal.changed.documents === 0
                ? 'no open document changes.'
                : `${many(rehearsal.data.rehearsal.changed.documents, 'open document')} change.`} Posted documents stay as they are.
            </p>
            <Outcome rehearsal={rehearsal.data.rehearsal} />
            {#if rehearsal.data.behindLock}
              {@const behind = rehearsal.data.behindLock}
              <h3 class="mt-3 font-semibold">Behind the lock of {day(behind.through)}</h3>
              {#each [['not posted yet', behind.unposted], ['in the ledger, not proved', behind.unproved]] as const as [title, outcome] (title)}
                <p class={outcome.tally.documents > 0 ? 'text-ochre' : 'text-soft'}>
                  {outcome.tally.documents === 0
                    ? 'Nothing is'
                    : `${many(outcome.tally.documents, 'document')}, ${money(outcome.tally.money)},`}
                  {title}
                </p>
                <ul class="max-h-40 overflow-y-auto pl-3">
                  {#each outcome.sample as note (note.id)}<li class="flex gap-3 py-0.5">
                      <a class="quiet truncate" href={place.href(`arrivals/${note.id}`)}>{note.title}</a><span
                        class="ml-auto w-20 text-right">{money(note.money)}</span
                      >
                    </li>{/each}
                </ul>
              {/each}
            {/if}
            {#if rehearsal.data.asks.length > 0}
              <label class="note mt-3 flex gap-2"
                ><input type="checkbox" bind:checked={confirmed} />
                <span>{rehearsal.data.asks.join(' ')} Yes, this is meant.</span></label
              >
            {/if}
            <div class="mt-4 flex gap-2">
              <button class="btn" disabled={busy || (rehearsal.data.asks.length > 0 && !confirmed)} onclick={save}>Save</button>
              <button class="btn plain" onclick={() => (edited = JSON.parse(begunWith))}>Leave it</button>
            </div>
          {:else}<p class="text-soft" role="status">Rehearsing …</p>{/if}
        </section>
      </div>
    </fieldset>
  {/if}
</Waiting>
