<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push, router } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { day, instant, money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import Correction from './Correction.svelte';
  import Journal from './Journal.svelte';
  import LineLadder from './LineLadder.svelte';
  import { asked, documentIn, listOf } from './list';
  import Milestones from './Milestones.svelte';
  import Reasons from './Reasons.svelte';

  /** A document: what arrived, the journal it becomes, why, and its path. */
  const client = useQueryClient();
  const id = $derived(Number(router.location.split('/')[3]));
  const list = $derived(listOf(place.query));
  const key = $derived([place.company, 'document', id, list]);
  const query = createQuery(() => ({
    queryKey: key,
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/documents/{id}', {
          params: { path: { companyId: place.company, id }, query: asked(list) },
        }),
      ),
    // While one leaves for another view the address names no document any more.
    enabled: Number.isInteger(id),
  }));
  const d = $derived(query.data);
  const title = $derived(
    d
      ? `${d.supplier || d.employee || d.paymentAccount || 'Nobody named'}, ${d.kindTitle}${d.reference ? ` ${d.reference}` : ''}`
      : '',
  );
  let explained = $state<number | null>(null);
  let refused = $state('');

  /** The document as one sees it now: a decision, and its undo later, are about this one, wherever one is by then. */
  const here = () => ({ id, key, path: { companyId: place.company, id }, neighbours: d?.neighbours ?? null });
  type Place = ReturnType<typeof here>;

  async function decide(
    at: Place,
    what: string,
    call: Promise<{ data?: Schemas['DocumentAnswer']; error?: unknown; response: Response }>,
    undo?: () => void,
  ) {
    refused = '';
    try {
      const changed = await answer(call);
      client.setQueryData(at.key, { ...changed, neighbours: at.neighbours });
      await client.invalidateQueries({ predicate: (q) => q.queryKey[1] !== 'document' || q.queryKey[2] !== at.id });
      toast(what, undo ? { action: { label: 'Undo', onClick: undo } } : undefined);
    } catch (error) {
      if (at.id === id) refused = (error as Error).message;
      else toast.error((error as Error).message);
    }
  }

  function choose(line: Schemas['LineAnswer'], account: string, at = here(), isUndo = false) {
    const before = line.chosenAccount;
    if (before === account && !isUndo) return;
    void decide(
      at,
      account ? `Line ${line.number} goes to ${account}.` : `Line ${line.number}: choice taken back.`,
      api.PUT('/api/companies/{companyId}/documents/{id}/lines/{line}/account', {
        params: { path: { ...at.path, line: line.number } },
        body: { account },
      }),
      isUndo ? undefined : () => choose({ ...line, chosenAccount: account }, before, at, true),
    );
  }

  function choosePaidFrom(account: string, at = here(), before = d?.paymentAccountChoice ?? '', isUndo = false) {
    void decide(
      at,
      account ? `It was paid from ${account}.` : 'What the source says counts again.',
      api.PUT('/api/companies/{companyId}/documents/{id}/payment-account', { params: { path: at.path }, body: { account } }),
      isUndo ? undefined : () => choosePaidFrom(before, at, account, true),
    );
  }

  const notDuplicate = (at = here()) =>
    decide(
      at,
      'Decided: no duplicate.',
      api.PUT('/api/companies/{companyId}/documents/{id}/not-duplicate', { params: { path: at.path } }),
    );
  const takeUp = (at = here()) =>
    decide(
      at,
      'Taken up again.',
      api.DELETE('/api/companies/{companyId}/documents/{id}/set-aside', { params: { path: at.path } }),
    );
  const notPrivate = (at = here()) =>
    decide(
      at,
      'Not private any more.',
      api.DELETE('/api/companies/{companyId}/documents/{id}/private', { params: { path: at.path } }),
    );
  // A private charge on a company's card posts to what its holder owes: then it was not set aside, and its undo is another.
  async function setAside(reason: string, at = here()) {
    const call = api.PUT('/api/companies/{companyId}/documents/{id}/set-aside', {
      params: { path: at.path },
      body: { reason },
    });
    const posts = (await call).data?.isPrivate ?? false;
    await decide(at, posts ? 'Private: whoever holds the card owes it.' : 'Set aside.', call, () =>
      posts ? notPrivate(at) : takeUp(at),
    );
  }
  const again = (at = here()) =>
    decide(at, 'Coded anew.', api.POST('/api/companies/{companyId}/documents/{id}/code', { params: { path: at.path } }));
  const keepAsPosted = (at = here()) =>
    decide(
      at,
      'It stays as it was posted.',
      api.PUT('/api/companies/{companyId}/documents/{id}/correction/kept', { params: { path: at.path } }),
    );

  function onkeydown(event: KeyboardEvent) {
    const near = d?.neighbours;
    const to =
      event.altKey && event.key === 'ArrowUp'
        ? near?.previous
        : (event.altKey && event.key === 'ArrowDown') || (event.ctrlKey && event.key === 'Enter')
          ? near?.next
          : undefined;
    if (event.key === 'Escape' && event.target === document.body) push(place.to('arrivals', list));
    if (to === undefined) return;
    event.preventDefault();
    if (to) push(documentIn(to, list));
    else toast('There is no other document in that direction.');
  }
</script>

<svelte:window {onkeydown} />
<Waiting {query} what="the document">
  {#if d}
    <div class="flex items-center gap-4.5">
      <h1>{title}</h1>
      <Milestones reached={d.milestones} held={d.state === 'held'} />
      <span class={['font-semibold', d.state === 'held' ? 'text-ochre' : d.state === 'proved' ? 'text-verdigris' : '']}>
        {words(d.state)}{d.setAside ? `: ${words(d.setAside)}` : ''}
      </span>
      {#if d.neighbours}
        <span class="text-soft ml-auto whitespace-nowrap">
          {d.neighbours.position} of {d.neighbours.count}
          <button class="px-0.5" disabled={!d.neighbours.previous} onclick={() => push(documentIn(d.neighbours!.previous!, list))}
            ><kbd>Alt ↑</kbd><span class="sr-only">previous document</span></button
          >
          <button class="px-0.5" disabled={!d.neighbours.next} onclick={() => push(documentIn(d.neighbours!.next!, list))}
            ><kbd>Alt ↓</kbd><span class="sr-only">next document</span></button
          >
        </span>
      {/if}
    </div>
    <p class="text-soft mt-1">
      {d.kindTitle.charAt(0).toUpperCase() + d.kindTitle.slice(1)} of {day(d.date)}{d.dueDate ? `, due ${day(d.dueDate)}` : ''} · {d.source}
      {d.sourceId} · {d.lines.length === 1 ? 'one line' : `${d.lines.length} lines`}, {money(d.total)}
      {d.currency}{d.settlement ? ` · settled: ${d.settlement}` : ''}{d.paymentAccount
        ? ` · payment account ${d.paymentAccount}`
        : ''}{d.paymentAccountChoice ? `, a person says ${d.paymentAccountChoice}` : ''}
      {#if d.paymentAccountChoice && d.mayBeCoded && place.keeps}<button class="quiet" onclick={() => choosePaidFrom('')}
          >take that back</button
        >{/if}{d.entryReference && d.entryReference !== d.reference ? ` · reference in the ledger ${d.entryReference}` : ''}
      <a class="quiet ml-2" href={place.href('arrivals', list)}>back to the list</a>
    </p>
    {#if refused}<div class="note bad mt-3" role="alert">{refused}</div>{/if}

    <div class="mt-5 grid grid-cols-[1.08fr_1fr] gap-8">
      <section>
        <h2>What arrived</h2>
        <table class="ledger">
          <thead
            ><tr
              ><th>Line</th><th>Category, item</th><th class="n">Qty</th><th class="n">Net</th><th class="n">Tax</th><th
                class="w-52 pl-4!">Account</th
              ></tr
            ></thead
          >
          <tbody>
            {#each d.lines as line (line.number)}
              <tr class={line.waits ? 'bg-ochre-wash' : ''}>
                <td>{line.description || `line ${line.number}`}</td>
                <td class={line.category || line.item ? 'text-soft' : 'text-ochre'}
                  >{[line.category, line.item].filter(Boolean).join(' · ') || 'none'}</td
                >
                <td class="n">{line.quantity}</td><td class="n">{money(line.net)}</td><td class="n">{money(line.tax)}</td>
                <td class="pl-4!">
                  {#if d.mayBeCoded && place.keeps && !d.isPrivate && (line.waits || line.chosenAccount)}
                    <AccountPicker
                      value={line.chosenAccount}
                      label={`Account for ${line.description || `line ${line.number}`}`}
                      chosen={(account) => choose(line, account)}
                    />
                  {:else}
                    <button
                      class="quiet text-left"
                      onclick={() => (explained = explained === line.number ? null : line.number)}
                      aria-expanded={explained === line.number}
                    >
                      {line.accountTitle || 'not decided'}
                    </button>
                  {/if}
                </td>
              </tr>
              {#if explained === line.number || line.waits}
                <tr
                  ><td colspan="6" class="py-2!"
                    ><LineLadder
                      {line}
                      takeBack={line.chosenAccount && d.mayBeCoded && place.keeps ? () => choose(line, '') : undefined}
                    /></td
                  ></tr
                >
              {/if}
            {/each}
            <tr class={d.reasons.some((r) => r.reason === 'arithmetic') ? 'open' : 'sum'}>
              <td colspan="3">Total as billed</td><td class="n" colspan="2">{money(d.total)}</td><td></td>
            </tr>
          </tbody>
        </table>

        {#if d.notices.length > 0}
          <h2 class="mt-6">Worth noticing</h2>
          <ul>
            {#each d.notices as notice (notice.notice)}<li class="border-rule border-b py-1.5">{notice.detail}</li>{/each}
          </ul>
        {/if}
        {#if d.reasons.length > 0}
          <Reasons
            document={d}
            choosePaidFrom={(name) => choosePaidFrom(name)}
            notDuplicate={() => notDuplicate()}
            setAside={(reason) => setAside(reason)}
            again={() => again()}
          />
        {:else if d.mayBeCoded && place.keeps && d.state !== 'set_aside' && !d.isPrivate}
          <p class="text-soft mt-4">
            Coded and ready. Not for the books? It was <button class="quiet" onclick={() => setAside('private')}>private</button>,
            <button class="quiet" onclick={() => setAside('duplicate')}>a duplicate</button> or
            <button class="quiet" onclick={() => setAside('already_in_ledger')}>already in the ledger</button>.
          </p>
        {/if}
        {#if d.isPrivate}
          <p class="mt-4">
            It was private: whoever holds the card owes it back.
            {#if d.mayBeCoded && place.keeps}<button class="btn plain ml-2" onclick={() => notPrivate()}
                >It was not private</button
              >{/if}
          </p>
        {/if}
        {#if d.correction}<Correction correction={d.correction} keep={() => keepAsPosted()} />{/if}
        {#if d.state === 'set_aside' && d.setAsideBy && place.keeps}
          <p class="mt-4">
            Set aside by {d.setAsideBy}. <button class="btn plain ml-2" onclick={() => takeUp()}>Take it up again</button>
          </p>
        {/if}
      </section>

      <section>
        <Journal document={d} />
        {#if d.differences.length > 0}
          <h2 class="mt-5">What the proof found</h2>
          {#each d.differences as difference (difference.id)}<p class="note bad mt-1">
              <b class="font-semibold">{words(difference.kind)}</b>: {difference.detail}
            </p>{/each}
        {/if}
        <h2 class="mt-6">Its path</h2>
        <table class="ledger">
          <tbody>
            {#each d.path as step, i (i)}<tr
                ><td class="text-soft w-28 whitespace-nowrap">{instant(step.at)}</td><td
                  >{step.what}{step.who ? `, by ${step.who}` : ''}</td
                ></tr
              >{/each}
          </tbody>
        </table>
        {#if d.notes}<h2 class="mt-5">Notes</h2>
          <p class="whitespace-pre-line">{d.notes}</p>{/if}
      </section>
    </div>
  {/if}
</Waiting>
