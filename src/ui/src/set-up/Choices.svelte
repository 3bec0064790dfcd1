<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { untrack } from 'svelte';
  import { answer, api, Refusal, type Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import SavedSince from '../frame/SavedSince.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import ChoicesRehearsal from './ChoicesRehearsal.svelte';
  import Everywhere from './Everywhere.svelte';
  import Marketplaces from './Marketplaces.svelte';
  import KindChoices from './KindChoices.svelte';
  import LadderOrder from './LadderOrder.svelte';
  import Rooms from './Rooms.svelte';

  /** What the company decides once: forms, dates, references, the order of the ladder, what happens when nothing maps. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const query = createQuery(() => ({
    queryKey: [place.company, 'choices'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/choices', { params: { path } })),
  }));
  let edited = $state<Schemas['Choices'] | null>(null);
  let refused = $state('');
  let busy = $state(false);
  let confirmed = $state(false);
  /** What somebody else saved in the meantime; nothing while nobody did. */
  let theirs = $state.raw<Schemas['Choices'] | null>(null);
  let begunWith = '';

  $effect(() => {
    const text = JSON.stringify(query.data?.choices ?? null);
    if (query.data && text !== begunWith) {
      // What is typed stays, whatever is read anew: saving it says what somebody else saved.
      if (untrack(() => edited === null || JSON.stringify(edited) === begunWith)) edited = JSON.parse(text);
      begunWith = text;
    }
  });
  const differs = $derived(
    edited !== null && query.data !== undefined && JSON.stringify(edited) !== JSON.stringify(query.data.choices),
  );
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'choices', 'rehearsal', JSON.stringify(edited)],
    queryFn: () => answer(api.POST('/api/companies/{companyId}/choices/rehearsals', { params: { path }, body: edited! })),
    enabled: differs && place.administers,
    staleTime: 0,
    placeholderData: (before: Schemas['ChoicesRehearsal'] | undefined) => before,
  }));
  const impossible = $derived(differs ? (rehearsal.data?.impossible ?? []) : []);
  const example = (kind: Schemas['DocumentKind']) =>
    (differs ? rehearsal.data?.examples.find((e) => e.kind === kind)?.reference : undefined) ??
    query.data?.kinds.find((k) => k.kind === kind)?.example ??
    '';

  async function save(revision = edited?.revision) {
    if (!edited) return;
    refused = '';
    theirs = null;
    busy = true;
    const before = query.data!.choices;
    try {
      const saved = await put({ ...edited, confirmed, revision });
      toast('Saved; open documents are re-coded.', {
        action: {
          label: 'Undo',
          onClick: () => put({ ...before, confirmed: true, revision: saved.choices.revision }).catch(say),
        },
      });
    } catch (error) {
      say(error as Error);
    } finally {
      busy = false;
    }
  }

  function say(error: Error) {
    if (error instanceof Refusal && error.type === 'saved-since') theirs = error.now as Schemas['Choices'];
    else refused = error.message;
  }

  async function put(body: Schemas['Choices']) {
    const saved = await answer(api.PUT('/api/companies/{companyId}/choices', { params: { path }, body }));
    edited = JSON.parse(JSON.stringify(saved.choices));
    await client.invalidateQueries();
    return saved;
  }

  function takeTheirs() {
    [edited, theirs] = [JSON.parse(JSON.stringify(theirs)), null];
    void client.invalidateQueries();
  }
</script>

<Rooms at="set-up/choices" />
<Waiting {query} what="the choices">
  {#if query.data && edited}
    <h1>What becomes of documents</h1>
    {#if !place.administers}<p class="text-soft mt-1">An administrator decides this; you see what is decided.</p>{/if}
    {#if theirs && edited}<SavedSince
        mine={edited}
        {theirs}
        keepMine={() => void save(theirs!.revision)}
        {takeTheirs}
        {busy}
      />{/if}
    <fieldset disabled={!place.administers} class={['mt-3 min-w-0', !place.administers && 'only-said']}>
      <KindChoices bind:edited known={query.data} {impossible} {example} />
      <div class="mt-6 grid grid-cols-[1.1fr_1fr_1fr] gap-10">
        <LadderOrder bind:edited all={query.data.allRungs} />
        <div class="flex flex-col gap-8">
          <Everywhere bind:edited known={query.data} {impossible} />
          <Marketplaces />
        </div>
        <ChoicesRehearsal
          rehearsal={rehearsal.data}
          error={rehearsal.error}
          {refused}
          {differs}
          {impossible}
          {busy}
          bind:confirmed
          save={() => void save()}
          leave={() => (edited = JSON.parse(begunWith))}
        />
      </div>
    </fieldset>
  {/if}
</Waiting>
