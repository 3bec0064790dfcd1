<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from './Rooms.svelte';

  /** The way of setting a company up, in order; it can be left and taken up again at any step. */
  const progress = createQuery(() => ({
    queryKey: [place.company, 'progress'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/progress', { params: { path: { companyId: place.company } } })),
  }));
  const steps: Record<Schemas['SetUpStep'], { title: string; why: string; view: string }> = {
    connect: {
      title: 'Connect the ledger',
      why: 'Its owner allows it once. Chart, suppliers, tax codes, terms and dimensions are pulled, and only read here.',
      view: 'set-up/ledger',
    },
    required: {
      title: 'Fill the roles',
      why: 'A few accounts play a part in the work: payables, claims, clearing, rounding.',
      view: 'set-up/accounts',
    },
    choices: {
      title: 'Decide what becomes of documents',
      why: 'Their form in the ledger, their date and reference, and what happens when nothing maps a line.',
      view: 'set-up/choices',
    },
    payment_accounts: {
      title: 'Enter cards and cash',
      why: 'With their numbers and holders, so that charges find their account.',
      view: 'mapping/payment-accounts',
    },
    book: {
      title: 'Map what is known already',
      why: 'Take a mapping book in, or map values in the grid, before the first document arrives.',
      view: 'mapping/book',
    },
    arrivals: {
      title: 'Take in the first file',
      why: 'It is shown before it is saved: what is coded, what waits, and why.',
      view: 'arrivals/new',
    },
    waiting: { title: 'Map what waits', why: 'Most money first, each with a rehearsal of what it would do.', view: 'mapping' },
    payroll: {
      title: 'Say where pay items go',
      why: 'What a pay run costs, and in which accounts it is owed: each pay item once, before or after the first run comes.',
      view: 'payroll/mapping',
    },
  };
</script>

<Rooms at="set-up" />
<Waiting query={progress} what="how far one is">
  {#if progress.data}
    {@const p = progress.data}
    <h1>{p.next ? `${p.done} of ${p.steps.length} steps are done` : 'Everything is set up'}</h1>
    <p class="text-soft mt-1 max-w-2xl">
      What is mapped before documents arrive is clean-up that nobody has to do later. The steps can be left at any time; this page
      knows how far one is.
    </p>
    <ol class="mt-4 max-w-3xl">
      {#each p.steps as step, i (step.step)}
        {@const s = steps[step.step]}
        <li
          class={[
            'border-rule grid grid-cols-[32px_1fr_auto] items-start gap-3 border-b py-3',
            step.step === p.next && 'bg-raised',
          ]}
        >
          <span
            class={[
              'mt-0.5 ml-1.5 text-center font-serif text-lg',
              step.done ? 'text-verdigris' : step.step === p.next ? 'text-ochre' : 'text-soft',
            ]}
            aria-hidden="true">{step.done ? '●' : step.step === p.next ? '◇' : i + 1}</span
          >
          <div>
            <div class={step.step === p.next ? 'font-semibold' : ''}>
              {s.title}<span class="sr-only">, {step.done ? 'done' : 'not done'}</span>
            </div>
            <div class="text-soft">{s.why}</div>
            <div class={step.done ? 'text-soft' : 'text-ochre'}>{step.note}</div>
          </div>
          <a class={step.step === p.next ? 'btn mr-3' : 'quiet mt-1 mr-3'} href={place.href(s.view)}
            >{step.step === p.next ? 'Go on here' : step.done ? 'Look again' : 'Go there'}</a
          >
        </li>
      {/each}
    </ol>
  {/if}
</Waiting>
