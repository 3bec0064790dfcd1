<script lang="ts">
  import { push } from 'svelte-spa-router';
  import type { Schemas } from '../api/client';
  import { capital, day, isZero, money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { documentKind } from '../frame/vocabulary';
  import type { Deciding } from './deciding.svelte';
  import HeadEditor from './HeadEditor.svelte';
  import { documentIn } from './list';
  import Milestones from './Milestones.svelte';

  /** Whose document it is, how far it came, where it stands in its list, and where it came from. */
  let {
    document: d,
    list,
    deciding,
  }: { document: Schemas['DocumentAnswer']; list: Record<string, string>; deciding: Deciding } = $props();
  let editing = $state(false);

  const kind = $derived(documentKind(d.kind).title);
  const who = $derived(
    d.supplier || d.employee || d.paymentAccount || d.toAccount || (d.kind === 'pay_run' ? 'Payroll' : 'Nobody named'),
  );
  const facts = $derived(
    [
      `${capital(kind)} of ${day(d.date)}${d.dueDate ? `, due ${day(d.dueDate)}` : ''}`,
      `${d.source} ${d.sourceId}`,
      `${d.kind === 'pay_run' ? 'costs ' : d.lines.length === 1 ? 'one line, ' : `${d.lines.length} lines, `}${money(d.total)} ${d.currency}`,
      d.settlement && `settled: ${d.settlement}`,
      d.paymentAccount && `payment account ${d.paymentAccount}`,
      d.toAccount && `to ${d.toAccount}`,
      d.seller && `sold by ${d.seller}`,
      d.foreignAmount && `charged abroad as ${d.foreignAmount}`,
      !isZero(d.prepaid) && `${money(d.prepaid)} of it paid before`,
      d.merchantCode && `merchant code ${d.merchantCode}`,
      d.attachment && d.attachment !== d.fileName && `file ${d.attachment}`,
      d.paymentAccountChoice && `${d.otherSide ? 'the other side' : 'a person'} says ${d.paymentAccountChoice}`,
      d.entryReference && d.entryReference !== d.reference && `reference in the ledger ${d.entryReference}`,
    ].filter(Boolean),
  );
</script>

<div class="flex items-center gap-4.5">
  <h1>{who}, {kind}{d.reference ? ` ${d.reference}` : ''}</h1>
  <Milestones reached={d.milestones} held={d.state === 'held'} />
  <span class={['font-semibold', d.state === 'held' ? 'text-ochre' : d.state === 'proved' ? 'text-verdigris' : '']}>
    {words(d.state)}{d.setAside && d.setAside !== 'other' ? `: ${words(d.setAside)}` : ''}
  </span>
  {#if d.kind === 'pay_run'}
    <a class="quiet" href={place.href(`payroll/runs/${d.id}`)}>its register and journal</a>
  {:else if d.mayBeCoded && place.keeps}
    <button class="quiet" aria-expanded={editing} onclick={() => (editing = !editing)}>put it right</button>
  {/if}
  {#if d.neighbours}
    {@const near = d.neighbours}
    <span class="text-soft ml-auto whitespace-nowrap">
      {near.position ? `${near.position.toLocaleString('en')} of ` : 'of '}{near.more
        ? 'more than '
        : ''}{near.count.toLocaleString('en')}
      <button class="px-0.5" disabled={!near.previous} onclick={() => push(documentIn(near.previous!, list))}
        ><kbd>p</kbd><span class="sr-only">previous document</span></button
      >
      <button class="px-0.5" disabled={!near.next} onclick={() => push(documentIn(near.next!, list))}
        ><kbd>n</kbd><span class="sr-only">next document</span></button
      >
    </span>
  {/if}
</div>
<p class="text-soft mt-1">
  {facts.join(' · ')}
  {#if d.paymentAccountChoice && d.mayBeCoded && place.keeps && !d.otherSide}<button
      class="quiet"
      onclick={() => deciding.choosePaidFrom('')}>take that back</button
    >{/if}
  {#if d.otherSide}
    · <a class="quiet" href={place.href(`arrivals/${d.otherSide}`)}>the other side of this transfer</a>
  {/if}
  {#if d.hasOriginal}
    · <a class="quiet" href={`/api/companies/${place.company}/arrivals/${d.arrivalId}/original`} download={d.fileName}
      >{d.fileName}</a
    >, <a class="quiet" href={place.href(`files/${d.arrivalId}`)}>{d.foundAt || 'what came with it'}</a>
  {/if}
  {#if d.hasSourcePage}
    · <a class="quiet" href={`/api/companies/${place.company}/documents/${d.id}/source-record`} target="_blank" rel="noreferrer"
      >the source’s own record</a
    >
  {/if}
  <a class="quiet ml-2" href={place.href('arrivals', list)}>back to the list</a>
</p>
{#if editing}<HeadEditor document={d} {deciding} close={() => (editing = false)} />{/if}
