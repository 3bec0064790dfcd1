<script lang="ts">
  import type { Snippet } from 'svelte';
  import Sign from '../frame/Sign.svelte';

  /** What stands before the rooms: the sign of the house, and one form. */
  let { children, wide = false, says }: { children: Snippet; wide?: boolean; says?: Snippet } = $props();
</script>

<main class={['mx-auto flex gap-16 px-8', wide ? 'max-w-[980px] pt-[8vh]' : 'max-w-[860px] pt-[16vh]']}>
  <section class="flex-1">
    <h1 class="flex items-center gap-3 text-[34px]!"><Sign /> Adnumera</h1>
    {#if says}{@render says()}{:else}
      <p class="text-soft mt-4 text-[15px] leading-relaxed">
        Bills, card charges and expense claims arrive here, are mapped onto the ledger, posted once, and read back until each cent
        is proved.
      </p>
    {/if}
    <svg class="mt-8" width="330" height="40" aria-hidden="true">
      <line x1="0" x2="330" y1="20" y2="20" stroke="var(--rule-strong)" />
      <path d="M4 20l9 -10h26l9 10l-9 10h-26z" fill="var(--ochre-wash)" stroke="var(--ochre-mark)" stroke-width="1.5" />
      <rect x="56" y="10" width="60" height="20" rx="9" fill="var(--paper)" stroke="var(--ink)" />
      <rect x="120" y="10" width="70" height="20" rx="9" fill="var(--ink)" />
      <rect x="194" y="10" width="132" height="20" rx="9" fill="var(--verdigris)" />
    </svg>
  </section>
  {@render children()}
</main>
