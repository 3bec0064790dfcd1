<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api } from '../api/client';
  import { place } from '../frame/place.svelte';
  import { kindGroups, type KeyKind } from './kinds';

  /** The kinds of value in one row: those that there are, with how many need an account; the rest one click away. */
  let { kind }: { kind: KeyKind } = $props();

  let more = $state(false);
  const counts = createQuery(() => ({
    queryKey: [place.company, 'values', 'kinds'],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/mapping/kinds', { params: { path: { companyId: place.company } } })),
  }));
  const countOf = (of: KeyKind) => counts.data?.find((c) => c.kind === of);
  const isThere = (of: KeyKind) => of === kind || !counts.data || (countOf(of)?.values ?? 0) > 0;
  const all = $derived(kindGroups());
  const left = $derived(all.flatMap((g) => g.kinds).filter((k) => !isThere(k.kind)).length);
</script>

<nav class="mb-3 flex flex-wrap items-baseline gap-x-3.5 gap-y-1" aria-label="Kinds of value">
  {#each all as group (group.title)}
    {@const shown = group.kinds.filter((k) => more || isThere(k.kind))}
    {#if more && shown.length > 0}<span class="text-soft text-xs">{group.title}</span>{/if}
    {#each shown as k (k.kind)}
      {@const needing = countOf(k.kind)?.needing ?? 0}
      <a
        href={place.href('mapping', { kind: k.kind })}
        aria-current={k.kind === kind ? 'true' : undefined}
        class={['inline-block leading-6', k.kind === kind ? 'font-semibold' : 'text-soft quiet']}
        >{k.plural}{#if needing > 0}<span class="text-ochre ml-1 text-xs font-semibold"
            >{needing}<span class="sr-only"> need an account</span></span
          >{/if}</a
      >
    {/each}
  {/each}
  {#if left > 0}<button class="quiet text-soft" aria-expanded={more} onclick={() => (more = !more)}
      >{more ? 'only those that there are' : `${left} others`}</button
    >{/if}
</nav>
