<script lang="ts">
  import { onDestroy } from 'svelte';
  import { push } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { capital, instant, many, money } from '../amounts/format';
  import SavedSince from '../frame/SavedSince.svelte';
  import { place } from '../frame/place.svelte';
  import { kindsWithLines } from '../frame/vocabulary';
  import Pages from '../pictures/Pages.svelte';
  import Becomes from './Becomes.svelte';
  import type { Completing } from './completing.svelte';
  import { columnsOfLines, headFields, kindTitle, titleOf } from './fields';
  import TypedField from './TypedField.svelte';
  import TypedLines from './TypedLines.svelte';

  /** Where a document is completed: what is typed left, the picture and the journal it becomes right. */
  let { of }: { of: Completing } = $props();
  const a = $derived(of.answer!);
  const kind = $derived(of.head['kind'] ?? '');
  const fields = $derived(
    headFields(kind, [
      ...Object.keys(of.head).filter((c) => of.head[c]),
      ...a.wrong.filter((w) => w.line === 0 && w.column).map((w) => w.column),
    ]),
  );
  const wide = $derived(columnsOfLines(of).length > 6 && !a.media);
  const open = $derived(a.state === 'open');
  const title = $derived(
    a.form === 'typed'
      ? 'Type a document'
      : a.form === 'picture'
        ? `Complete ${a.fileName}`
        : `Correct ${a.place} of ${a.fileName}`,
  );
  const total = $derived(of.head['document_total'] ? '' : a.becomes?.total);

  async function takeIn() {
    if (!(await of.become('take-in'))) return;
    const id = of.answer!.documentId;
    const isOne = a.form === 'typed' || a.form === 'picture';
    const look = { action: { label: 'Look at it', onClick: () => void push(place.to(`arrivals/${id}`)) } };
    toast('Taken in.', isOne ? {} : look);
    await push(place.to(isOne ? `arrivals/${id}` : 'incomplete'));
  }

  async function leave() {
    if (await of.become('leave')) toast('Left. It can be reopened from here.');
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey && event.key === 'Enter' && open && place.keeps && a.becomes) {
      event.preventDefault();
      void takeIn();
    }
  }

  onDestroy(() => void of.save());
</script>

<svelte:window {onkeydown} />
<div class="flex items-baseline gap-4">
  <h1>{title}</h1>
  <span class="text-soft" role="status">{of.saving ? 'Keeping …' : a.changedAt ? `kept ${instant(a.changedAt)}` : ''}</span>
  <a class="quiet text-soft ml-auto" href={place.href('incomplete')}>All to complete</a>
</div>
{#if of.refused}<div class="note bad mt-3" role="alert">{of.refused}</div>{/if}
{#if of.theirs}<SavedSince
    mine={of.mine}
    theirs={{ head: of.theirs.head, lines: of.theirs.lines }}
    keepMine={() => void of.keepMine()}
    takeTheirs={() => of.takeTheirs()}
    busy={of.saving}
  />{/if}
{#if !open}
  <p class="note mt-3 max-w-3xl">
    {#if a.state === 'taken_in'}
      It came in as <a class="quiet" href={place.href(`arrivals/${a.documentId}`)}>a document</a>{a.changedBy
        ? `, by ${a.changedBy}`
        : ''}.
    {:else}
      {a.changedBy} left it {instant(a.changedAt)}.
      {#if place.keeps}<button class="quiet" onclick={() => void of.become('take-up')}>Take it up again</button>{/if}
    {/if}
  </p>
{:else}
  <div class={['mt-4 grid gap-8', wide ? 'grid-cols-[1.9fr_1fr]' : 'grid-cols-[1.25fr_1fr]']}>
    <section aria-label="What is typed">
      {#if a.said.length > 0}
        <div class="note bad mb-4">
          <b class="font-semibold">What was wrong in the file:</b>
          {#each a.said as s, i (i)}<div>{s.row ? `row ${s.row}, ` : ''}{titleOf(s.column)}: {s.message}</div>{/each}
        </div>
      {/if}
      {#if of.proposed.length > 0}
        <p class="note mb-4">
          {many(of.proposed.length, 'field')}
          {of.proposed.length === 1 ? 'was' : 'were'} read off the page and may be wrong: dashed until you type there.
          <button class="quiet" onclick={() => of.confirm()}>They are right</button>
        </p>
      {/if}
      <div class="grid grid-cols-12 gap-x-4 gap-y-3">
        <label class="text-soft col-span-8"
          >Kind
          <select class="field mt-1 block w-full" value={kind} onchange={(e) => of.type(0, 'kind', e.currentTarget.value)}>
            {#if !kind}<option value="">what is it?</option>{/if}
            {#each kindsWithLines() as k (k.kind)}<option value={k.kind}>{capital(kindTitle(k))}</option>{/each}
          </select>
          {#if of.wrong(0, 'kind')}<span class="text-madder mt-0.5 block text-xs">{of.wrong(0, 'kind')}</span>{/if}
        </label>
        {#each fields as field (field.column)}
          <div style:grid-column="span {field.wide}"><TypedField {of} {field} /></div>
        {/each}
      </div>
      <TypedLines {of} />
      {#if total}<p class="text-soft mt-3">
          No total is typed: it is what the lines come to, {money(total)}
          {a.becomes!.currency}.
        </p>{/if}
      {#if place.keeps}
        <div class="mt-6 flex items-center gap-3">
          <button class="btn" disabled={!a.becomes} onclick={() => void takeIn()}>Take it in <kbd>Ctrl Enter</kbd></button>
          <button class="btn plain" onclick={() => void leave()}>Leave it</button>
          {#if !a.becomes}<span class="text-madder">{many(a.wrong.length, 'field')} to put right</span>{/if}
        </div>
      {/if}
    </section>
    <section aria-label="What it becomes">
      {#if a.media}
        <Pages address={`/api/companies/${place.company}/incomplete/${a.id}/picture`} media={a.media} name={a.fileName} />
        <div class="mt-6"></div>
      {/if}
      <Becomes of={a.becomes} />
    </section>
  </div>
{/if}
