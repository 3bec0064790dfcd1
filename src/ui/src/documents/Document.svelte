<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push, router } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api } from '../api/client';
  import { isTyping } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Alike from './Alike.svelte';
  import Attachments from './Attachments.svelte';
  import Labels from './Labels.svelte';
  import Correction from './Correction.svelte';
  import { Deciding } from './deciding.svelte';
  import Decisions from './Decisions.svelte';
  import Head from './Head.svelte';
  import Journal from './Journal.svelte';
  import Lines from './Lines.svelte';
  import { asked, documentIn, listOf } from './list';
  import Path from './Path.svelte';
  import Reasons from './Reasons.svelte';
  import Reverses from './Reverses.svelte';
  import SourceSays from './SourceSays.svelte';
  import Stood from './Stood.svelte';

  /** A document: what arrived, the journal it becomes, why, and its path. */
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
  const deciding = new Deciding(useQueryClient(), () => ({ company: place.company, document: d!, key }));

  function onkeydown(event: KeyboardEvent) {
    const near = d?.neighbours;
    const isPlain = !event.altKey && !event.ctrlKey && !event.metaKey && !isTyping(event);
    const to =
      (event.altKey && event.key === 'ArrowUp') || (isPlain && event.key === 'p')
        ? near?.previous
        : (event.altKey && event.key === 'ArrowDown') ||
            (event.ctrlKey && event.key === 'Enter') ||
            (isPlain && event.key === 'n')
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
    {#key d.id}<Head document={d} {list} {deciding} />{/key}
    <Labels document={d} />
    {#if deciding.refused}<div class="note bad mt-3" role="alert">{deciding.refused}</div>{/if}
    <div class="mt-5 grid grid-cols-[1.08fr_1fr] gap-8">
      <section>
        {#if d.reasons.length > 0}<Reasons document={d} {deciding} />{/if}
        {#if d.kind !== 'pay_run'}
          <h2>What arrived</h2>
          {#key d.id}<Lines document={d} {deciding} />{/key}
        {/if}
        {#if d.notices.length > 0}
          <h2 class="mt-6">Worth noticing</h2>
          <ul>
            {#each d.notices as notice (notice.notice)}<li class="border-rule border-b py-1.5">
                {notice.detail}
                {#if notice.notice === 'w9_missing'}<a
                    class="quiet"
                    href={place.href(`year-end/suppliers/${encodeURIComponent(d.supplier)}`)}>Ask for it, or enter it</a
                  >{/if}
                {#if notice.notice === 'price_moved'}<a class="quiet" href={place.href('prices')}>Decide it</a>{/if}
              </li>{/each}
          </ul>
        {/if}
        <Decisions document={d} {deciding} />
        <SourceSays document={d} {deciding} />
        {#if d.mayReverse}<Reverses document={d} />{/if}
        <Stood document={d} />
        {#if d.correction}<Correction correction={d.correction} keep={() => deciding.keepAsPosted()} />{/if}
      </section>
      <section>
        <Attachments document={d} />
        <Journal document={d} />
        <Path document={d} />
        <Alike document={d} />
      </section>
    </div>
  {/if}
</Waiting>
