<script lang="ts">
  /** Who somebody is, what they sign in with, and their first password. */
  let { person = $bindable() }: { person: { name: string; signIn: string; password: string } } = $props();
</script>

<label class="flex flex-col gap-1"
  >Your name, as others read it<input
    class="field"
    bind:value={person.name}
    required
    maxlength="100"
    autocomplete="name"
  /></label
>
<label class="flex flex-col gap-1"
  >What you sign in with, such as your mail address<input
    class="field"
    bind:value={person.signIn}
    required
    maxlength="100"
    autocomplete="username"
  /></label
>
<label class="flex flex-col gap-1"
  >Password<input
    class="field"
    type="password"
    bind:value={person.password}
    required
    minlength="12"
    autocomplete="new-password"
  />
  <span class="text-soft text-xs">At least 12 characters; a few words in a row are easy to keep. Any characters will do.</span
  ></label
>
