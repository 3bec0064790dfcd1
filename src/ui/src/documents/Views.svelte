<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { Popover } from 'bits-ui';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';

  /** Lists with a name: one's own, and the company's. */
  let {
    of,
    query,
    columns = '',
    opened,
  }: {
    of: NonNullable<Schemas['SavedViewRequest']['place']>;
    query: string;
    columns?: string;
    opened?: (columns: string) => void;
  } = $props();

  const client = useQueryClient();
  const acting = new Acting(client);
  const views = createQuery(() => ({
    queryKey: [place.company, 'views', of],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/views', { params: { path: { companyId: place.company }, query: { place: of } } }),
      ),
  }));
  let open = $state(false);
  let name = $state('');
  let ofCompany = $state(false);
  const again = { again: [place.company, 'views'] };
  const current = $derived(views.data?.find((v) => v.query === query)?.name);

  function use(view: Schemas['SavedViewAnswer']) {
    open = false;
    opened?.(view.columns);
    void push(`/${place.company}/${of}${view.query ? `?${view.query}` : ''}`);
  }

  const write = (view: { name: string; query: string; columns: string; ofCompany: boolean }) =>
    answer(
      view.ofCompany
        ? api.PUT('/api/companies/{companyId}/views/company', {
            params: { path: { companyId: place.company } },
            body: { place: of, name: view.name, query: view.query, columns: view.columns },
          })
        : api.PUT('/api/companies/{companyId}/views/own', {
            params: { path: { companyId: place.company } },
            body: { place: of, name: view.name, query: view.query, columns: view.columns },
          }),
    );

  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (await acting.run(() => write({ name, query, columns, ofCompany }), `Kept as “${name}”.`, again))
      [name, open] = ['', false];
  }

  const remove = (view: Schemas['SavedViewAnswer']) =>
    acting.run(
      () => {
        const at = { params: { path: { companyId: place.company, id: view.id } } };
        return answer(
          view.ofCompany
            ? api.DELETE('/api/companies/{companyId}/views/company/{id}', at)
            : api.DELETE('/api/companies/{companyId}/views/own/{id}', at),
        );
      },
      `“${view.name}” is gone.`,
      { ...again, undo: () => void acting.run(() => write(view), 'Kept again.', again) },
    );
</script>

<Popover.Root bind:open>
  <Popover.Trigger class="field">{current ? `View: ${current}` : 'Views'} <span aria-hidden="true">▾</span></Popover.Trigger>
  <Popover.Portal>
    <Popover.Content class="bg-raised border-strong z-20 w-80 border p-4" sideOffset={6} align="start" aria-label="Views">
      {#each views.data ?? [] as view (view.id)}
        <div class="border-rule flex items-center justify-between gap-3 border-b py-1">
          <button class="quiet truncate" onclick={() => use(view)}>{view.name}</button>
          <span class="text-soft ml-auto text-xs whitespace-nowrap"
            >{view.ofCompany ? `of the company, by ${view.who}` : 'your own'}</span
          >
          {#if !view.ofCompany || place.keeps}<button
              class="quiet text-soft"
              aria-label={`Delete ${view.name}`}
              onclick={() => remove(view)}>×</button
            >{/if}
        </div>
      {:else}
        <p class="text-soft">No list has a name yet. Narrow and sort one as you need it, then keep it here.</p>
      {/each}
      {#if acting.refused}<p class="note bad mt-2" role="alert">{acting.refused}</p>{/if}
      <form class="mt-3 flex flex-col gap-2" onsubmit={save}>
        <input class="field" aria-label="Name of this list" placeholder="Keep this list as …" maxlength="60" bind:value={name} />
        {#if place.keeps}<label class="flex items-center gap-2"
            ><input type="checkbox" bind:checked={ofCompany} /> for everyone in the company</label
          >{/if}
        <button class="btn plain self-start" disabled={!name.trim() || acting.busy}>Keep it</button>
      </form>
    </Popover.Content>
  </Popover.Portal>
</Popover.Root>
