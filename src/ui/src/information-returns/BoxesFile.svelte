<script lang="ts">
  import { answer, api, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { year } from './year';

  /** A file of boxes: read, and its rows rehearsed like any others; or what is wrong with it. */
  let { read = $bindable() }: { read: Schemas['BoxesRead'] | null } = $props();
  let refused = $state('');

  async function choose(file: File | undefined) {
    if (!file) return;
    refused = '';
    try {
      read = await answer(
        api.POST('/api/companies/{companyId}/information-returns/{year}/boxes/read', {
          params: { path: { companyId: place.company, year: year() }, query: { fileName: file.name } },
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as BodyInit,
          headers: { 'Content-Type': 'text/csv' },
        }),
      );
    } catch (error) {
      refused = (error as Error).message;
    }
  }
</script>

<label class="quiet text-soft cursor-pointer"
  >Take boxes in …<input
    id="boxes-file"
    type="file"
    accept=".csv"
    class="sr-only"
    onchange={(e) => {
      void choose(e.currentTarget.files?.[0]);
      e.currentTarget.value = '';
    }}
  /></label
>
{#if refused}<span role="alert">{refused}</span>{/if}
{#if read}
  <div class={['note', read.errorCount > 0 && 'bad']} role={read.errorCount > 0 ? 'alert' : 'status'}>
    {#if read.errorCount > 0}
      {many(read.errorCount, 'error')} in {read.fileName}. Nothing was changed; correct the file and choose it again.
      <ul class="text-xs">
        {#each read.errors as e, i (i)}<li>{e.row ? `Row ${e.row}: ` : ''}{e.column ? `${e.column}: ` : ''}{e.message}</li>{/each}
      </ul>
    {:else}{many(read.rows.length, 'row')} of {read.fileName}: see in the rehearsal what saving them would do.{/if}
    <button class="quiet ml-2" onclick={() => (read = null)}>Leave it</button>
  </div>
{/if}
