<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push, router } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { day, instant, money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import LineLadder from './LineLadder.svelte';
  import { documentIn, listOf } from './list';
  import Milestones from './Milestones.svelte';

  /** A document: what arrived, the journal it becomes, why, and its path. */
  const client = useQueryClient();
  const id = $derived(Number(router.location.split('/')[3]));
  const list = $derived(listOf(place.query));
  const key = $derived([place.company, 'document', id, list]);
  const path = $derived({ companyId: place.company, id });
  const query = createQuery(() => ({
    queryKey: key,
    queryFn: () => answer(api.GET('/api/companies/{companyId}/documents/{id}', { params: { path, query: list } })),
  }));
  const d = $derived(query.data);
  const title = $derived(
    d
      ? `${d.supplier || d.employee || d.paymentAccount || 'Nobody named'}, ${d.kindTitle}${d.reference ? ` ${d.reference}` : ''}`
      : '',
  );
  const waiting = $derived(
    d?.reasons.length ? (d.reasons.length === 1 ? d.reasons[0]!.detail : `${d.reasons.length} reasons`) : '',
  );
  const decided = $derived(d ? d.lines.some((l) => l.waits) || !d.balanced : false);
  let explained = $state<number | null>(null);
  let refused = $state('');

  async function decide(
    what: string,
    call: Promise<{ data?: Schemas['DocumentAnswer']; error?: unknown; response: Response }>,
    undo?: () => void,
  ) {
    refused = '';
    try {
      const changed = await answer(call);
      client.setQueryData(key, { ...changed, neighbours: d?.neighbours ?? null });
      await client.invalidateQueries({ predicate: (q) => q.queryKey[1] !== 'document' || q.queryKey[2] !== id });
      toast(what, undo ? { action: { label: 'Undo', onClick: undo } } : undefined);
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  function choose(line: Schemas['LineAnswer'], account: string, isUndo = false) {
    const before = line.chosenAccount;
    if (before === account && !isUndo) return;
    void decide(
      account ? `Line ${line.number} goes to ${account}.` : `Line ${line.number}: choice taken back.`,
      api.PUT('/api/companies/{companyId}/documents/{id}/lines/{line}/account', {
        params: { path: { ...path, line: line.number } },
        body: { account },
      }),
      isUndo ? undefined : () => choose({ ...line, chosenAccount: account }, before, true),
    );
  }

  function choosePaidFrom(account: string, isUndo = false) {
    const before = d?.paymentAccountChoice ?? '';
    void decide(
      account ? `It was paid from ${account}.` : 'What the source says counts again.',
      api.PUT('/api/companies/{companyId}/documents/{id}/payment-account', { params: { path }, body: { account } }),
      isUndo ? undefined : () => choosePaidFrom(before, true),
    );
  }

  const dimensionOf = (number: number, value: string) => {
    const line = d?.lines.find((l) => l.number === number);
    return line?.location === value ? 'location' : line?.project === value ? 'project' : 'department';
  };

  const notDuplicate = () =>
    decide('Decided: no duplicate.', api.PUT('/api/companies/{companyId}/documents/{id}/not-duplicate', { params: { path } }));
  const takeUp = () =>
    decide('Taken up again.', api.DELETE('/api/companies/{companyId}/documents/{id}/set-aside', { params: { path } }));
  const setAside = (reason: string) =>
    decide(
      'Set aside.',
      api.PUT('/api/companies/{companyId}/documents/{id}/set-aside', { params: { path }, body: { reason } }),
      takeUp,
    );
  const again = () => decide('Coded anew.', api.POST('/api/companies/{companyId}/documents/{id}/code', { params: { path } }));

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
{#snippet undecided()}
  {#each d?.lines.filter((l) => l.waits) ?? [] as line (line.number)}
    <tr class="text-ochre"
      ><td>not decided: {line.description || `line ${line.number}`}</td><td class="n">{money(line.net)}</td><td></td></tr
    >
  {/each}
{/snippet}
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
                  {#if d.mayBeCoded && place.keeps && (line.waits || line.chosenAccount)}
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

        {#if d.reasons.length > 0}
          <h2 class="mt-6">Why it waits</h2>
          <ul>
            {#each d.reasons as reason (`${reason.line}${reason.reason}${reason.value}`)}
              <li class="border-rule flex items-center justify-between gap-4 border-b py-1.5">
                <span>{reason.line ? `Line ${reason.line}: ` : ''}{reason.detail}</span>
                {#if place.keeps}
                  {#if reason.reason === 'possible_duplicate'}
                    <span class="flex gap-2">
                      <a class="btn plain" href={place.href(`arrivals/${d.duplicateOfId}`)}>Open the other</a>
                      <button class="btn plain" onclick={notDuplicate}>Not the same</button>
                      <button class="btn plain" onclick={() => setAside('duplicate')}>Set aside</button>
                    </span>
                  {:else if reason.reason.startsWith('payment_account')}
                    <span class="flex items-center gap-2">
                      <select
                        class="field"
                        aria-label="Which payment account it was"
                        value={d.paymentAccountChoice}
                        onchange={(e) => choosePaidFrom(e.currentTarget.value)}
                      >
                        <option value="">It was …</option>
                        {#each d.paymentAccountChoices as name (name)}<option>{name}</option>{/each}
                      </select>
                      {#if reason.reason !== 'payment_account_ambiguous'}<a
                          class="btn plain"
                          href={place.href('mapping/payment-accounts')}>For all</a
                        >{/if}
                    </span>
                  {:else if reason.reason === 'settlement_unmapped' || reason.reason === 'tax_code_unmapped'}
                    <a
                      class="btn plain"
                      href={place.href('mapping', { kind: reason.reason.replace('_unmapped', ''), value: reason.value })}
                      >Map it</a
                    >
                  {:else if reason.reason === 'dimension_unmapped'}
                    <a
                      class="btn plain"
                      href={place.href('mapping', { kind: dimensionOf(reason.line, reason.value), value: reason.value })}
                      >Map it</a
                    >
                  {:else if reason.reason === 'role_missing' || reason.reason === 'role_ambiguous'}
                    <a class="btn plain" href={place.href('set-up/accounts')}>Fill the role</a>
                  {:else if reason.reason === 'unmapped' && d.lines.find((l) => l.number === reason.line)?.category}
                    <a
                      class="btn plain"
                      href={place.href('mapping', {
                        kind: 'category',
                        value: d.lines.find((l) => l.number === reason.line)!.category,
                      })}>Map it for all</a
                    >
                  {:else if reason.reason === 'refused'}
                    <button class="btn plain" onclick={again}>Try again</button>
                  {/if}
                {/if}
              </li>
            {/each}
          </ul>
          {#if place.keeps}
            <p class="text-soft mt-3">
              Not for the books? Set it aside as
              <button class="quiet" onclick={() => setAside('private')}>private</button>,
              <button class="quiet" onclick={() => setAside('duplicate')}>a duplicate</button> or
              <button class="quiet" onclick={() => setAside('already_in_ledger')}>already in the ledger</button>.
            </p>
          {/if}
        {/if}
        {#if d.state === 'set_aside' && d.setAsideBy && place.keeps}
          <p class="mt-4">
            Set aside by {d.setAsideBy}. <button class="btn plain ml-2" onclick={takeUp}>Take it up again</button>
          </p>
        {/if}
      </section>

      <section>
        <h2>{d.ledgerEntry ? `The journal, in the ledger as ${d.ledgerEntry}` : 'The journal it becomes'}</h2>
        <table class="ledger">
          <thead><tr><th>Account</th><th class="n">Debit</th><th class="n">Credit</th></tr></thead>
          <tbody>
            {#each d.journal as line, i (i)}
              {#if line.rung === 'offset'}{@render undecided()}{/if}
              <tr>
                <td class={line.rung === 'offset' ? 'pl-6!' : ''}>
                  <a class="quiet" href={place.href('arrivals', { account: line.account })}>{line.accountTitle}</a>
                  {#if line.dimensions || line.taxCode}<span class="text-soft">
                      · {[line.taxCode, line.dimensions].filter(Boolean).join(' · ')}</span
                    >{/if}
                  <div class="text-soft text-xs">{line.because}</div>
                </td>
                <td class="n">{line.debit === '0.00' ? '' : money(line.debit)}</td><td class="n"
                  >{line.credit === '0.00' ? '' : money(line.credit)}</td
                >
              </tr>
            {/each}
            {#if !d.journal.some((l) => l.rung === 'offset')}{@render undecided()}{/if}
            <tr class={decided ? 'open' : 'sum'}>
              <td>{decided ? 'Decided so far' : 'Balanced'}</td>
              <td class={['n', decided && 'text-madder']}>{money(d.debit)}</td><td class="n">{money(d.credit)}</td>
            </tr>
          </tbody>
        </table>
        <p class="text-soft mt-2">
          {d.ledgerEntry ? 'It stands' : 'It goes'}
          {d.ledgerEntry ? 'in' : 'to'} the ledger as a {d.kindTitle}, dated {day(d.entryDate)}{d.reference
            ? `, reference “${d.reference}”`
            : ''}.
          {#if waiting && d.state === 'held'}First it waits for you.{/if}
        </p>
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
