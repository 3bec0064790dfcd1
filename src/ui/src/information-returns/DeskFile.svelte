<script lang="ts">
  import { takingBack } from './takingBack';
  import { useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import { year } from './year';

  /** Suppliers in bulk: taken away, masked or whole; taken in, with what would change first. */
  let file = $state.raw<File | null>(null);
  let read = $state<Schemas['SuppliersRead'] | null>(null);
  const act = new Acting(useQueryClient());
  const at = $derived(`/api/companies/${place.company}/information-returns/${year()}/files`);

  const send = (of: File, take: boolean) =>
    answer(
      api.POST('/api/companies/{companyId}/information-returns/{year}/files/suppliers/read', {
        params: { path: { companyId: place.company, year: year() }, query: { fileName: of.name, take } },
        body: of as unknown as string,
        bodySerializer: (body: unknown) => body as BodyInit,
        headers: { 'Content-Type': 'text/csv' },
      }),
    );

  const look = (of: File | undefined) => {
    if (!of) return;
    file = of;
    void act.run(async () => (read = await send(of, false)), '');
  };
  const take = () => {
    const of = file!;
    void act.run(
      async () => {
        const came = await send(of, true);
        read = null;
        return came;
      },
      `${of.name} is taken in.`,
      { undo: (came) => came.change && takingBack(act)(came.change) },
    );
  };
</script>

{#if place.keeps}
  <label class="quiet text-soft cursor-pointer"
    >Take suppliers in …<input
      id="suppliers-file"
      type="file"
      accept=".csv"
      class="sr-only"
      onchange={(e) => {
        look(e.currentTarget.files?.[0]);
        e.currentTarget.value = '';
      }}
    /></label
  >
{/if}
<a class="quiet text-soft" href={`${at}/suppliers.csv`} download>Take away, masked</a>
{#if place.may('see_tax_numbers')}<a class="quiet text-soft" href={`${at}/suppliers-whole.csv`} download>with whole numbers</a
  >{/if}
{#if act.refused}<span role="alert" class="text-madder">{act.refused}</span>{/if}
{#if read}
  <div
    class={['note absolute right-6 z-10 mt-8 w-[480px]', read.errorCount > 0 && 'bad']}
    role={read.errorCount > 0 ? 'alert' : 'status'}
  >
    {#if read.errorCount > 0}
      {many(read.errorCount, 'error')} in {read.fileName}. Nothing was changed; correct the file and choose it again.
      <ul class="text-xs">
        {#each read.errors as e, i (i)}<li>{e.row ? `Row ${e.row}: ` : ''}{e.column ? `${e.column}: ` : ''}{e.message}</li>{/each}
      </ul>
    {:else}
      {many(read.changed.length, 'supplier')} of {read.fileName} would change, {read.same}
      {read.same === 1 ? 'stands' : 'stand'} as they are.
      <ul class="mt-1 max-h-48 overflow-y-auto text-xs">
        {#each read.changed as c, i (i)}<li>
            <b class="font-semibold">{c.supplier}</b>{c.isNew ? ' (new)' : ''}: {c.what.join(', ')}
          </li>{/each}
      </ul>
      {#if read.changed.length > 0}<button class="btn mt-2" disabled={act.busy} onclick={take}>Take them in</button>{/if}
    {/if}
    <button class="quiet ml-2" onclick={() => (read = null)}>Leave it</button>
  </div>
{/if}
