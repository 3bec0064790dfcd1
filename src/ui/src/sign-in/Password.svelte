<script lang="ts">
  import { toast } from 'svelte-sonner';
  import { answer, api } from '../api/client';

  /** Another password for whoever is signed in; every other session of theirs ends with it. */
  let { done }: { done: () => void } = $props();
  let current = $state('');
  let next = $state('');
  let refused = $state('');

  async function change() {
    refused = '';
    try {
      await answer(api.PUT('/api/own/password', { body: { current, next } }));
      toast('The password is changed; every other session of yours has ended.');
      done();
    } catch (error) {
      refused = (error as Error).message;
    }
  }
</script>

<form
  class="flex flex-col gap-2"
  onsubmit={(e) => {
    e.preventDefault();
    void change();
  }}
>
  {#if refused}<p class="text-madder text-xs" role="alert">{refused}</p>{/if}
  <label class="text-soft text-xs"
    >Password so far <input
      class="field w-full"
      type="password"
      autocomplete="current-password"
      required
      bind:value={current}
    /></label
  >
  <label class="text-soft text-xs"
    >New password, at least 12 characters
    <input class="field w-full" type="password" autocomplete="new-password" minlength="12" required bind:value={next} /></label
  >
  <button class="btn">Change it</button>
</form>
