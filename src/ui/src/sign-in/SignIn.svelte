<script lang="ts">
  import { onMount } from 'svelte';
  import { answer, api } from '../api/client';
  import { place } from '../frame/place.svelte';
  import Door from './Door.svelte';

  /** The door. */
  let { signedIn }: { signedIn: () => Promise<void> } = $props();
  let name = $state('');
  let password = $state('');
  let refused = $state('');
  let busy = $state(false);
  let first: HTMLInputElement;

  onMount(() => first.focus());

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    refused = '';
    try {
      await answer(api.POST('/api/session', { body: { signIn: name, password } }));
      await signedIn();
    } catch (error) {
      refused = (error as Error).message;
      password = '';
    } finally {
      busy = false;
    }
  }
</script>

<Door>
  <form class="flex w-80 flex-col gap-3" onsubmit={submit}>
    <h2>Sign in</h2>
    <label class="flex flex-col gap-1"
      >Name for signing in<input bind:this={first} class="field" bind:value={name} autocomplete="username" required /></label
    >
    <label class="flex flex-col gap-1"
      >Password<input class="field" type="password" bind:value={password} autocomplete="current-password" required /></label
    >
    {#if refused}<p class="note bad" role="alert">{refused}</p>{/if}
    <button class="btn" disabled={busy}>{busy ? 'Signing in …' : 'Sign in'}</button>
    {#if place.session?.demo}<p class="text-soft">
        This is the demo, on this machine only. Its sign-ins were printed where it was started.
      </p>{/if}
  </form>
</Door>
