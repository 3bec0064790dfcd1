<script lang="ts">
  import type { Schemas } from '../api/client';
  import { many, money, shortDay, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import AccountLink from '../ledger/AccountLink.svelte';

  /** What a change would do to open documents; each line opens the documents behind it. */
  let { rehearsal: r }: { rehearsal: Schemas['RehearsalAnswer'] } = $props();
  let opened = $state('');
  const parts: Record<string, string> = {
    dimensions: 'get other dimensions',
    tax_code: 'get another tax code',
    item: 'name another item',
    text: 'get other texts',
    lines: 'have their lines put together otherwise',
    form: 'take another form',
    reference: 'get another reference',
    entry_date: 'get another entry date',
    due_date: 'get another due date',
  };
  const toggle = (line: string) => (opened = opened === line ? '' : line);
  const outcomes = $derived(
    [
      ['are released', r.comeFree, ''],
      ['become held', r.becomeHeld, 'text-ochre'],
      ['stay held for another reason', r.stayHeld, ''],
    ].filter(([, o]) => (o as Schemas['OutcomeTally']).tally.documents > 0) as [string, Schemas['OutcomeTally'], string][],
  );
</script>

{#snippet notes(sample: Schemas['DocumentNote'][], all: number)}
  <tr>
    <td colspan="4" class="bg-sunk">
      <ul class="py-1 pl-3">
        {#each sample as note, i (`${note.id}${i}`)}
          <li class="flex gap-3 py-0.5">
            <a class="quiet truncate" href={place.href(`arrivals/${note.id}`)}>{note.title}</a>
            <span class="text-soft ml-auto whitespace-nowrap">{shortDay(note.date)}</span>
            <span class="w-20 text-right">{money(note.money)}</span>
          </li>
        {/each}
        {#if all > sample.length}<li class="text-soft py-0.5">and {all - sample.length} more</li>{/if}
      </ul>
    </td>
  </tr>
{/snippet}

{#snippet account(id: string, title: string)}
  <td class={id ? '' : 'text-ochre'}
    >{#if id}<AccountLink account={id}>{title}</AccountLink>{:else}{title}{/if}</td
  >
{/snippet}

{#if r.movements.length > 0}
  <table class="ledger">
    <thead><tr><th>From</th><th>To</th><th class="n w-16">Docs</th><th class="n w-26">Money</th></tr></thead>
    <tbody>
      {#each r.movements as m (`${m.from}>${m.to}${m.otherCurrency}`)}
        {@const line = `${m.from}>${m.to}${m.otherCurrency}`}
        <tr>
          {@render account(m.from, m.fromTitle)}
          {@render account(m.to, m.toTitle)}
          <td class="n"
            ><button class="quiet" aria-expanded={opened === line} onclick={() => toggle(line)}
              >{m.documents}<span class="sr-only"> documents from {m.fromTitle} to {m.toTitle}</span></button
            ></td
          >
          <td class="n">{money(m.money)}{m.otherCurrency ? ` ${m.otherCurrency}` : ''}</td>
        </tr>
        {#if opened === line}{@render notes(m.sample, m.documents)}{/if}
      {/each}
    </tbody>
  </table>
{/if}
{#if outcomes.length > 0}
  <table class="ledger mt-2 table-fixed">
    <tbody>
      {#each outcomes as [title, outcome, tone] (title)}
        <tr class={tone}>
          <td colspan="2">{title}</td>
          <td class="n w-16"
            ><button class="quiet" aria-expanded={opened === title} onclick={() => toggle(title)}
              >{outcome.tally.documents}<span class="sr-only"> documents {title}</span></button
            ></td
          >
          <td class="n w-26">{money(outcome.tally.money)}</td>
        </tr>
        {#if opened === title}{@render notes(outcome.sample, outcome.tally.documents)}{/if}
      {/each}
    </tbody>
  </table>
{/if}
{#if r.parts.length > 0}
  <table class="ledger mt-2 table-fixed">
    <tbody>
      {#each r.parts as part (part.part)}
        {@const line = `part ${part.part}`}
        <tr>
          <td colspan="2">{parts[part.part] ?? words(part.part)}</td>
          <td class="n w-16"
            ><button class="quiet" aria-expanded={opened === line} onclick={() => toggle(line)}
              >{part.documents}<span class="sr-only"> documents: {parts[part.part] ?? words(part.part)}</span></button
            ></td
          >
          <td class="n w-26"></td>
        </tr>
        {#if opened === line}{@render notes(part.sample, part.documents)}{/if}
      {/each}
    </tbody>
  </table>
{/if}
{#if r.becomeHeld.tally.documents > 0}
  <ul class="text-ochre mt-2">
    {#each r.why.slice(0, 4) as why (`${why.reason}${why.value}`)}<li>{many(why.documents, 'document')}: {why.detail}</li>{/each}
  </ul>
{/if}
