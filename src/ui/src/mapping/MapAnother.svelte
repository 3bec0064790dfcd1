<script lang="ts">
  /** Names a value that is not in the list: it is mapped before it arrives. */
  let { go }: { go: (value: string) => void } = $props();
  let another = $state('');
</script>

<form
  class="mt-2 flex max-w-sm gap-2"
  onsubmit={(e) => {
    e.preventDefault();
    if (another.trim()) go(another.trim());
    another = '';
  }}
>
  <input
    class="field min-w-0 flex-1"
    placeholder="Another value"
    aria-label="Map a value that is not in the list"
    bind:value={another}
  />
  <button class="btn plain">Map it</button>
</form>
