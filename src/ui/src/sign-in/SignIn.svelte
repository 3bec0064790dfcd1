<script lang="ts">
  import { onMount } from 'svelte';
  import { answer, api } from '../api/client';
  import Sign from '../frame/Sign.svelte';
  import { place } from '../frame/place.svelte';

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

<main class="mx-auto flex max-w-[860px] gap-16 px-8 pt-[16vh]">
  <section class="flex-1">
    <h1 class="flex items-center gap-3 text-[34px]!"><Sign /> Adnumera</h1>
    <p class="text-soft mt-4 text-[15px] leading-relaxed">
      Bills, card charges and expense claims arrive here, are mapped onto the ledger, posted once, and read back until each cent
      is proved.
    </p>
    <svg class="mt-8" width="330" height="40" aria-hidden="true">
      <line x1="0" x2="330" y1="20" y2="20" stroke="var(--rule-strong)" />
      <path d="M4 20l9 -10h26l9 10l-9 10h-26z" fill="var(--ochre-wash)" stroke="var(--ochre-mark)" stroke-width="1.5" />
      <rect x="56" y="10" width="60" height="20" rx="9" fill="var(--paper)" stroke="var(--ink)" />
      <rect x="120" y="10" width="70" height="20" rx="9" fill="var(--ink)" />
      <rect x="194" y="10" width="132" height="20" rx="9" fill="var(--verdigris)" />
    </svg>
  </section>
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
</main>
