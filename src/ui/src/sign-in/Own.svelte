<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { instant } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { deviceOf } from './device';
  import Password from './Password.svelte';

  /** What a person keeps of their own: name, password, and where they are signed in. */
  const acting = new Acting(useQueryClient());
  let name = $state(place.session?.name ?? '');
  const sessions = createQuery(() => ({ queryKey: ['own', 'sessions'], queryFn: () => answer(api.GET('/api/own/sessions')) }));
  const others = $derived((sessions.data ?? []).filter((s) => !s.here).length);

  async function rename(event: SubmitEvent) {
    event.preventDefault();
    const before = place.session!.name;
    const called = (next: string) => answer(api.PUT('/api/own/name', { body: { name: next } })).then(() => take(next));
    const take = (next: string) => {
      place.session = { ...place.session!, name: next };
      name = next;
    };
    await acting.run(
      () => called(name.trim()),
      'Your name is changed; what you did before keeps the name that it was done under.',
      {
        again: ['own'],
        undo: () => void acting.run(() => called(before), 'Your name is as it was.', { again: ['own'] }),
      },
    );
  }

  const end = (session: Schemas['OwnSession']) =>
    acting.run(
      () => answer(api.DELETE('/api/own/sessions/{session}', { params: { path: { session: session.id } } })),
      'That session has ended.',
      { again: ['own'] },
    );
  const endOthers = () =>
    acting.run(() => answer(api.DELETE('/api/own/sessions')), 'Every other session of yours has ended.', { again: ['own'] });
</script>

<h1>Your own page</h1>
<p class="text-soft mt-1">You sign in as {place.session?.signIn}.</p>
{#if acting.refused}<p class="note bad mt-3 max-w-3xl" role="alert">{acting.refused}</p>{/if}
<div class="mt-5 grid grid-cols-[340px_1fr] gap-14">
  <div class="flex flex-col gap-8">
    <form class="flex flex-col gap-2" onsubmit={rename}>
      <h2>Name</h2>
      <label class="text-soft text-xs"
        >As others read it <input class="field w-full" bind:value={name} required maxlength="100" autocomplete="name" /></label
      >
      <button class="btn plain self-start" disabled={acting.busy || name.trim() === place.session?.name}>Change the name</button>
    </form>
    <section>
      <h2>Password</h2>
      <Password done={() => sessions.refetch()} />
    </section>
  </div>
  <section>
    <h2>Where you are signed in</h2>
    <Waiting query={sessions} what="your sessions">
      <table class="ledger max-w-2xl">
        <thead><tr><th>On</th><th>Since (UTC)</th><th>Last used (UTC)</th><th></th></tr></thead>
        <tbody>
          {#each sessions.data ?? [] as session (session.id)}
            <tr>
              <td title={session.device}>{deviceOf(session.device)}</td>
              <td class="text-soft">{instant(session.startedAt)}</td>
              <td class="text-soft">{instant(session.seenAt)}</td>
              <td class="n"
                >{#if session.here}<span class="text-soft">this one</span>{:else}<button
                    class="quiet"
                    disabled={acting.busy}
                    onclick={() => end(session)}>end it</button
                  >{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      <p class="text-soft mt-2 text-xs">
        A session ends by itself when it is not used for ten hours. “Last used” is right to five minutes.
      </p>
      {#if others > 0}<button class="btn plain mt-3" disabled={acting.busy} onclick={endOthers}>End every other one</button>{/if}
    </Waiting>
  </section>
</div>
