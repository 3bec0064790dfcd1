<script lang="ts">
  import { onMount } from 'svelte';
  import { answer, api } from '../api/client';
  import CompanyFields from '../installation/CompanyFields.svelte';
  import { newCompany } from '../installation/newCompany';
  import Door from '../sign-in/Door.svelte';
  import PersonFields from '../sign-in/PersonFields.svelte';

  /** The first page of an installation: its first administrator and its first company. */
  let { begun }: { begun: () => Promise<void> } = $props();
  let code = $state('');
  let person = $state({ name: '', signIn: '', password: '' });
  let company = $state(newCompany());
  let refused = $state('');
  let busy = $state(false);
  let first: HTMLInputElement;

  onMount(() => first.focus());

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    refused = '';
    try {
      await answer(api.POST('/api/start', { body: { code, ...person, company } }));
      await begun();
    } catch (error) {
      refused = (error as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

<Door wide>
  {#snippet says()}
    <p class="text-soft mt-4 text-[15px] leading-relaxed">
      Nobody can sign in here yet. Whoever started Adnumera reads a code on its console; with it you make the first administrator
      and the first company. After that this page is closed for good.
    </p>
    <p class="text-soft mt-3 text-[15px] leading-relaxed">
      Then the way of setting up leads on: connect the ledger, map what is known, take in the first file, and prove it.
    </p>
  {/snippet}
  <form class="flex w-[440px] flex-col gap-3" onsubmit={submit}>
    <h2>Begin</h2>
    <label class="flex flex-col gap-1"
      >Code from the console<input
        bind:this={first}
        class="field w-44"
        bind:value={code}
        required
        autocomplete="off"
        spellcheck="false"
        placeholder="xxxx-xxxx-xxxx"
      /></label
    >
    <fieldset class="border-rule mt-1 flex flex-col gap-3 border-t pt-3">
      <legend class="text-soft float-left mb-1 text-xs">The first administrator</legend>
      <PersonFields bind:person />
    </fieldset>
    <fieldset class="border-rule mt-1 flex flex-col gap-3 border-t pt-3">
      <legend class="text-soft float-left mb-1 text-xs">The first company</legend>
      <CompanyFields bind:company />
    </fieldset>
    {#if refused}<p class="note bad" role="alert">{refused}</p>{/if}
    <button class="btn" disabled={busy}>{busy ? 'Making both …' : 'Make both, and sign in'}</button>
  </form>
</Door>
