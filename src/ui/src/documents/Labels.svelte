<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';

  /** Labels of a document: each opens what else has it; put on by name, taken off with undo. */
  let { document: d }: { document: Schemas['DocumentAnswer'] } = $props();
  const client = useQueryClient();
  const act = new Acting(client);
  let typed = $state('');
  const used = createQuery(() => ({
    queryKey: [place.company, 'labels'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/labels', { params: { path: { companyId: place.company } } })),
    enabled: place.keeps,
  }));

  const put = (labels: string[], done = '', undo?: () => void) =>
    act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/documents/{id}/labels', {
            params: { path: { companyId: place.company, id: d.id } },
            body: { labels, before: d.labels },
          }),
        ),
      done,
      { undo },
    );

  const add = async () => {
    if (typed.trim() && (await put([...d.labels, typed]))) typed = '';
  };

  const takeOff = (label: string) => {
    const before = d.labels;
    void put(
      before.filter((l) => l !== label),
      `${label} is taken off.`,
      () => void put(before),
    );
  };
</script>

{#if d.labels.length > 0 || place.keeps}
  <div class="mt-1.5 flex flex-wrap items-baseline gap-x-3 gap-y-1">
    <span class="text-soft">Labels</span>
    {#each d.labels as label (label)}
      <span class="whitespace-nowrap"
        ><a class="quiet" href={place.href('arrivals', { label })}>{label}</a>{#if place.keeps}<button
            class="text-soft min-h-6 min-w-6"
            aria-label="Take {label} off"
            disabled={act.busy}
            onclick={() => takeOff(label)}>×</button
          >{/if}</span
      >
    {/each}
    {#if place.keeps}
      <form
        onsubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <input class="field w-44" aria-label="Put a label on" placeholder="put one on" list="labels-used" bind:value={typed} />
        <datalist id="labels-used"
          >{#each (used.data ?? []).filter((l) => !d.labels.includes(l)) as l (l)}<option value={l}></option>{/each}</datalist
        >
      </form>
    {/if}
  </div>
  {#if act.refused}<div class="note bad mt-2" role="alert">{act.refused}</div>{/if}
  {#if act.theirs}<div class="note bad mt-2" role="alert">
      Somebody else changed the labels in the meantime. Nothing was changed; here are theirs.
      <button class="quiet" onclick={() => ((act.theirs = undefined), void client.invalidateQueries())}>Look at them</button>
    </div>{/if}
{/if}
