<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import SavedSince from '../frame/SavedSince.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Outcome from '../mapping/Outcome.svelte';
  import ChoiceFields from './ChoiceFields.svelte';
  import Rooms from './Rooms.svelte';

  /** How the company wants its pay runs: by which day, how much the journal says, and who the processor is. */
  type Choices = Schemas['PayrollChoices'];
  const path = $derived({ companyId: place.company });
  const mapping = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'mapping'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/payroll/mapping', { params: { path } })),
  }));
  const now = $derived(mapping.data?.choices);
  const client = useQueryClient();
  const act = new Acting(client);
  let edited = $state<Choices | null>(null);
  const shown = $derived(edited ?? now);
  const differs = $derived(edited !== null && JSON.stringify(edited) !== JSON.stringify(now));
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'payroll', 'choices', edited],
    queryFn: () => answer(api.POST('/api/companies/{companyId}/payroll/choices/rehearsals', { params: { path }, body: edited! })),
    enabled: differs && place.administers,
    staleTime: 0,
    retry: false,
  }));
  const change = (more: Partial<Choices>) => (edited = { ...(shown as Choices), ...more });
  const theirs = $derived(act.theirs as Choices | undefined);
  const put = (choices: Choices, done: string): Promise<boolean> => {
    const before = { ...(now as Choices) };
    return act
      .run(() => answer(api.PUT('/api/companies/{companyId}/payroll/choices', { params: { path }, body: choices })), done, {
        undo: (came) => void put({ ...before, revision: came.revision }, 'It is as it was.'),
      })
      .then((isDone) => {
        if (isDone) edited = null;
        return isDone;
      });
  };
</script>

<Rooms at="payroll/choices" />
<h1>What becomes of pay runs</h1>
<Waiting query={mapping} what="the choices">
  {#if shown}
    <div class="mt-3 grid grid-cols-[1fr_330px] gap-9">
      <form
        onsubmit={(e) => {
          e.preventDefault();
          if (edited) void put({ ...edited }, 'That is how pay runs are entered from now on.');
        }}
      >
        <fieldset
          disabled={!place.administers || act.busy}
          class={['flex max-w-2xl flex-col gap-2.5', !place.administers && 'only-said']}
        >
          <ChoiceFields {shown} {change} />
        </fieldset>
        {#if act.refused}<p class="note bad mt-3" role="alert">{act.refused}</p>{/if}
        {#if theirs && edited}<SavedSince
            mine={edited}
            {theirs}
            keepMine={() => void put({ ...edited!, revision: theirs.revision }, 'That is how pay runs are entered from now on.')}
            takeTheirs={() => ((edited = null), (act.theirs = undefined), void client.invalidateQueries())}
            busy={act.busy}
          />{/if}
        {#if place.administers}
          <div class="mt-4 flex gap-2">
            <button class="btn" disabled={!differs || act.busy || !!rehearsal.error}>Keep that</button>
            {#if differs}<button type="button" class="btn plain" onclick={() => (edited = null)}>Leave it</button>{/if}
          </div>
        {:else}<p class="text-soft mt-3">An administrator decides this; you see what is decided.</p>{/if}
      </form>
      <aside class="bg-raised border-rule self-start border p-4" aria-label="Rehearsal" aria-live="polite">
        <h2>Rehearsal</h2>
        {#if !differs}<p class="text-soft">Change something, and see here what it would do to open pay runs.</p>
        {:else if rehearsal.error}<p class="note bad" role="alert">{rehearsal.error.message}</p>
        {:else if !rehearsal.data}<p class="text-soft" role="status">Rehearsing …</p>
        {:else}
          <p class="text-soft mb-2">
            {rehearsal.data.changed.documents === 0
              ? 'No open pay run changes.'
              : `${many(rehearsal.data.changed.documents, 'open pay run')} ${rehearsal.data.changed.documents === 1 ? 'changes' : 'change'}.`}
          </p>
          <Outcome rehearsal={rehearsal.data} />
        {/if}
      </aside>
    </div>
  {/if}
</Waiting>
