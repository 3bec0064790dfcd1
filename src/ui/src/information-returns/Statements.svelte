<script lang="ts">
  import Changes from '../frame/Changes.svelte';
  import { takingBack } from './takingBack';
  import { SvelteSet } from 'svelte/reactivity';
  import { answer, api, type Schemas } from '../api/client';
  import { isZero, many, money, shortDay } from '../amounts/format';
  import type { Acting } from '../frame/acting.svelte';
  import DayField from '../frame/DayField.svelte';
  import { place } from '../frame/place.svelte';
  import Pages from '../pictures/Pages.svelte';
  import { boxTitle, forms, sentHow } from './words';
  import { href, supplierRoom, year } from './year';

  /** Statements to recipients: each looked at before it goes, one file or one each; how it went out, and whether it came back. */
  let { o, act }: { o: Schemas['OutputsAnswer']; act: Acting } = $props();
  const path = $derived({ companyId: place.company, year: year() });
  const chosen = new SvelteSet<string>();
  let looked = $state('');
  let how = $state<Schemas['SentHow']>('post');
  let on = $state<string | null>(place.today);
  const id = (s: Schemas['RecipientStatementAnswer']) => `${s.form} ${s.key}`;
  const file = (s?: Schemas['RecipientStatementAnswer'], corrected = false) =>
    `/api/companies/${place.company}/information-returns/${year()}/statements.pdf${s || corrected ? '?' : ''}${[
      s ? `key=${encodeURIComponent(s.key)}&form=${s.form}` : '',
      corrected ? 'corrected=true' : '',
    ]
      .filter(Boolean)
      .join('&')}`;
  const of = $derived(o.statements.filter((s) => chosen.has(id(s))));
  const corrections = $derived(o.statements.some((s) => s.isOther));

  const takeBack = $derived(takingBack(act));
  function send() {
    const sent = of.map(({ key, form }) => ({ key, form }));
    void act.run(
      async () => {
        const came = await answer(
          api.PUT('/api/companies/{companyId}/information-returns/{year}/statements/sent', {
            params: { path },
            body: { statements: sent, how, day: on ?? '' },
          }),
        );
        chosen.clear();
        return came;
      },
      `It is noted that ${many(sent.length, 'statement')} went out.`,
      { undo: (came) => takeBack(came.change) },
    );
  }
  function cameBack(s: Schemas['RecipientStatementAnswer'], sent: Schemas['SentAnswer']) {
    void act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/information-returns/{year}/statements/came-back', {
            params: { path },
            body: { key: s.key, form: s.form, day: sent.day, how: sent.how, cameBack: place.today, note: '' },
          }),
        ),
      'It is noted that it came back.',
      { undo: (came) => takeBack(came.change) },
    );
  }
</script>

<section class="mt-6">
  <div class="flex items-baseline gap-4">
    <h2>Statements to recipients</h2>
    {#if o.statements.length > 0 && o.payer.isWhole}
      <a class="quiet" href={file()} target="_blank" rel="noreferrer">all in one PDF</a>
      {#if !place.may('see_tax_numbers')}<span class="text-soft"
          >as a preview: what goes out carries the payer’s whole number, and is for those who may see it</span
        >{/if}
      {#if corrections}<a class="quiet text-madder" href={file(undefined, true)} target="_blank" rel="noreferrer"
          >corrected ones in one PDF</a
        >{/if}
    {/if}
    {#if place.keeps && chosen.size > 0}
      <span class="ml-auto flex items-center gap-2">
        <label class="text-soft"
          >{many(chosen.size, 'statement')} went out
          <select class="field" bind:value={how}
            >{#each Object.entries(sentHow) as [h, called] (h)}<option value={h}>{called}</option>{/each}</select
          ></label
        >
        <span class="text-soft">on</span>
        <DayField label="The day on which they went out" bind:value={on} />
        <button class="btn plain" disabled={act.busy} onclick={send}>Note it</button>
      </span>
    {/if}
  </div>
  {#if o.statements.length === 0}<p class="text-soft">
      Nobody reaches a threshold, and no tax was withheld: there is nothing to file.
    </p>
  {:else}
    <div class={['mt-1 grid gap-8', looked && 'grid-cols-[minmax(0,1fr)_minmax(0,460px)]']}>
      <table class="ledger self-start">
        <thead><tr><th class="w-6"></th><th>Recipient</th><th>Form</th><th>Boxes</th><th>Went out</th><th></th></tr></thead>
        <tbody>
          {#each o.statements as s (id(s))}
            <tr data-at={looked === id(s)}>
              <td
                >{#if place.keeps}<input
                    type="checkbox"
                    class="block size-4"
                    aria-label={`Choose the statement of ${s.supplier}, ${forms[s.form]}`}
                    checked={chosen.has(id(s))}
                    onchange={() => (chosen.has(id(s)) ? chosen.delete(id(s)) : chosen.add(id(s)))}
                  />{/if}</td
              >
              <td
                ><a class="quiet" href={href(supplierRoom(s.key))}>{s.supplier}</a>{#if s.points > 0}<a
                    class="text-ochre block text-xs"
                    href={href(supplierRoom(s.key))}>{many(s.points, 'point')} to put right</a
                  >{/if}{#if s.isOther}<span class="text-madder block text-xs">another now than when the year was closed</span
                  >{/if}</td
              >
              <td class="whitespace-nowrap">{forms[s.form]}</td>
              <td
                >{#each s.boxes as b (b.box)}<span class="block"
                    ><a class="quiet" href={href('', { payments: s.key, box: b.box })}>{boxTitle(b.box)}</a>
                    <b class="font-semibold tabular-nums">{money(b.amount)}</b></span
                  >{/each}{#if !isZero(s.withheld)}<span class="text-soft block">withheld {money(s.withheld)}</span>{/if}</td
              >
              <td class="text-xs"
                >{#each s.sent as x (`${x.day}${x.how}`)}<span class="block"
                    >{shortDay(x.day)}
                    {sentHow[x.how]}{#if x.cameBack}<span class="text-madder">, came back {shortDay(x.cameBack)}</span
                      >{:else if place.keeps}&nbsp;<button class="quiet" onclick={() => cameBack(s, x)}>came back</button
                      >{/if}</span
                  >{:else}<span class="text-soft">not yet</span>{/each}</td
              >
              <td class="n"
                >{#if o.payer.isWhole}<button
                    class="quiet"
                    aria-expanded={looked === id(s)}
                    onclick={() => (looked = looked === id(s) ? '' : id(s))}
                    >{looked === id(s) ? 'hide' : 'look'}<span class="sr-only">
                      at the statement of {s.supplier}, {forms[s.form]}</span
                    ></button
                  >{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      {#each o.statements.filter((s) => id(s) === looked) as s (id(s))}
        <div class="min-w-0">
          <Pages address={file(s)} media="application/pdf" name={`${year()} ${forms[s.form]} ${s.supplier}.pdf`} />
        </div>
      {/each}
    </div>
  {/if}
  <Changes title="What was noted" changes={o.changes} {takeBack} />
</section>
