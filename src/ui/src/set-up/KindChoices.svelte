<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import { a } from '../amounts/format';
  import Demands from './Demands.svelte';
  import { withDemand } from './demands';

  /** What each kind of document becomes: its form, day, reference, notes, and the dimensions that its lines need. */
  let {
    edited = $bindable(),
    known,
    impossible,
    example,
  }: {
    edited: Schemas['Choices'];
    known: Schemas['ChoicesAnswer'];
    impossible: Schemas['Impossible'][];
    example: (kind: Schemas['DocumentKind']) => string;
  } = $props();

  const days: Record<NonNullable<Schemas['EntryDay']>, string> = { document_date: 'document date', end_of_month: 'end of month' };
  const notes: Record<NonNullable<Schemas['NotesPlace']>, string> = {
    entry_memo: 'entry memo',
    line_text: 'line text',
    nowhere: 'nowhere',
  };
</script>

<table class="ledger">
  <thead
    ><tr
      ><th>Document</th><th>Becomes</th><th>Its other side</th><th>Entry date</th><th>Reference</th><th>Notes go to</th><th
        >Dimensions of a line</th
      ></tr
    ></thead
  >
  <tbody>
    {#each edited.kinds ?? [] as choice (choice.kind)}
      {@const info = known.kinds.find((k) => k.kind === choice.kind)!}
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
          >{info.offsetAccount}{#if info.offsetRole}<a class="quiet ml-1 text-xs" href={place.href('set-up/accounts')}>change</a
            >{/if}</td
        >
        <td>
          <select class="field" bind:value={choice.entryDay} aria-label={`Entry date of a ${info.title}`}>
            {#each Object.entries(days) as [word, title] (word)}<option value={word}>{title}</option>{/each}
          </select>
        </td>
        <td>
          <input class="field w-34" bind:value={choice.reference} aria-label={`Reference of a ${info.title}`} />
          <span class={['block text-xs', example(choice.kind).length > info.longestReference ? 'text-madder' : 'text-soft']}
            >{example(choice.kind)
              ? `${example(choice.kind)} · ${example(choice.kind).length} of ${info.longestReference}`
              : 'no example has arrived'}</span
          >
        </td>
        <td>
          <select class="field" bind:value={choice.notes} aria-label={`Notes of a ${info.title}`}>
            {#each Object.entries(notes) as [word, title] (word)}<option value={word}>{title}</option>{/each}
          </select>
        </td>
        <td>
          <Demands
            of={a(info.title)}
            wanted={choice.demands ?? []}
            dimensions={known.dimensions}
            decide={place.administers
              ? (dimension, demand) => (choice.demands = withDemand(choice.demands, dimension, demand))
              : undefined}
          />
        </td>
      </tr>
      {#each against as i (i.field)}<tr><td></td><td colspan="6" class="text-madder">{i.reason}</td></tr>{/each}
    {/each}
  </tbody>
</table>
<p class="text-soft mt-1 text-xs">Fields for references: {known.referenceFields.map((f) => `{${f}}`).join(' ')}</p>
