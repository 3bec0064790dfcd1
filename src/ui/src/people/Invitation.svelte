<script lang="ts">
  import { onMount } from 'svelte';
  import { replace } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { a, instant } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Door from '../sign-in/Door.svelte';
  import PersonFields from '../sign-in/PersonFields.svelte';

  /** An invitation, as whoever holds its link sees it. */
  let { secret, accepted }: { secret: string; accepted: () => Promise<void> } = $props();
  let invitation = $state.raw<Schemas['InvitationAnswer'] | null>(null);
  let person = $state({ name: '', signIn: '', password: '' });
  let refused = $state('');
  let busy = $state(false);
  const signedIn = $derived(place.session?.name ?? '');

  onMount(async () => {
    try {
      invitation = await answer(api.POST('/api/invitations/look', { body: { secret } }));
    } catch (error) {
      refused = (error as Error).message;
    }
  });

  async function accept(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    refused = '';
    try {
      await answer(api.POST('/api/invitations/accept', { body: { secret, ...person } }));
      await replace(`/${invitation!.company}/count`);
      await accepted();
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

<Door>
  <form class="flex w-96 flex-col gap-3" onsubmit={accept}>
    {#if invitation}
      <h2>You are invited into {invitation.companyName}</h2>
      <p>
        {invitation.invitedBy} invites you as {a(invitation.role)}.
        <span class="text-soft">The invitation lets one person in, until {instant(invitation.endsAt)} UTC.</span>
      </p>
      {#if signedIn}<p>You are signed in as <b>{signedIn}</b>, and join with that name.</p>
      {:else}
        <PersonFields bind:person />
        <p class="text-soft text-xs">
          If you can sign in here already, <a class="quiet" href="#/">sign in</a> first, and open the link again.
        </p>
      {/if}
      {#if refused}<p class="note bad" role="alert">{refused}</p>{/if}
      <button class="btn" disabled={busy}>{busy ? 'Joining …' : `Join ${invitation.companyName}`}</button>
    {:else if refused}
      <h2>This invitation does not lead in</h2>
      <p class="note bad" role="alert">{refused}</p>
      <a class="btn plain self-start" href="#/">Go to the sign-in</a>
    {:else}<p class="text-soft" role="status">Opening the invitation …</p>{/if}
  </form>
</Door>
