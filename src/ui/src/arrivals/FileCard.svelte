<script lang="ts">
  import { bytes } from '../amounts/format';
  import { overview as askOverview } from '../frame/overview';
  import type { Arriving } from './arriving.svelte';
  import Brings from './Brings.svelte';
  import FileErrors from './FileErrors.svelte';
  import { forms } from './forms';
  import LayoutEditor from './LayoutEditor.svelte';
  import PictureCard from './PictureCard.svelte';

  /** A file on its way in: what it is, whose it is, and what it brings. */
  let { arriving, take, leave }: { arriving: Arriving; take: () => void; leave: () => void } = $props();
  const id = $props.id();

  const overview = askOverview();
  const look = $derived(arriving.look);
  // Only a table has a layout, and only one that lacks nothing is worth keeping.
  const saved = $derived(
    arriving.layout && !arriving.layout.lacks
      ? `data:application/json;charset=utf-8,${encodeURIComponent(arriving.layout.json)}`
      : '',
  );
</script>

<section class="border-rule mt-8 border-t pt-5" aria-label={arriving.file.name}>
  <div class="flex items-baseline gap-3">
    <h2>{arriving.file.name}</h2>
    <span class="text-soft"
      >{look?.form ? `${forms[look.form]}, ` : ''}{bytes(arriving.file.size)}{look?.account
        ? `, account ending in ${look.account}`
        : ''}</span
    >
    <button class="quiet text-soft ml-auto" onclick={leave}>{arriving.busy ? 'Stop' : 'Leave this file'}</button>
  </div>

  {#if arriving.busy}<p class="text-soft mt-2" role="status">{arriving.busy}</p>{/if}
  {#if arriving.refused}<div class="note bad mt-3 max-w-3xl" role="alert">{arriving.refused}</div>{/if}

  {#if look && !look.form}
    <div class="note bad mt-3 max-w-3xl" role="alert">
      {look.fileName} is of none of the forms that are read, and nothing was taken in. A statement comes as OFX or camt.053, a bill
      as UBL, CII, a PDF or a picture (PNG, JPEG), everything else as a table: save it as CSV or XLSX.
    </div>
  {:else if look?.problem}
    <div class="note bad mt-3 max-w-3xl" role="alert">{look.problem}. Nothing was taken in.</div>
  {:else if look?.form === 'picture'}
    <PictureCard {arriving} gone={leave} />
  {:else if look}
    {#if arriving.needsSource}
      <div class="mt-3 flex flex-wrap items-end gap-4">
        <label class="text-soft"
          >Whose file is it?
          <input
            class="field mt-1 block w-60"
            list="{id}-sources"
            placeholder="the source, such as Company card"
            bind:value={arriving.source}
            onchange={() => void arriving.show()}
          /></label
        >
        <datalist id="{id}-sources"
          >{#each overview.data?.sources ?? [] as s (s)}<option value={s}></option>{/each}</datalist
        >
        {#if look.account}
          <label class="text-soft"
            >What is account …{look.account} called?
            <input
              class="field mt-1 block w-60"
              placeholder={look.account}
              bind:value={arriving.paymentAccount}
              onchange={() => void arriving.show()}
            /></label
          >
        {/if}
        {#if look.source}<span class="text-soft pb-1.5 text-xs">as the last one like it</span>{/if}
        {#if saved}<a class="quiet text-soft mb-1.5" href={saved} download="layout.json">Save layout.json</a>{/if}
      </div>
    {/if}
    {#if arriving.layout}
      <LayoutEditor bind:layout={arriving.layout} again={(l) => void arriving.begin(l)} changed={() => void arriving.show()} />
    {/if}
    {#if arriving.asks}<p class="note mt-4 max-w-3xl">{arriving.asks}</p>{/if}
  {/if}

  {#if arriving.shown && arriving.shown.errorCount > 0}<FileErrors shown={arriving.shown} />{/if}
  {#if arriving.shown && (arriving.shown.errorCount === 0 || arriving.shown.incomplete > 0)}
    <Brings shown={arriving.shown} bind:stated={arriving.stated} busy={arriving.busy !== ''} {take} />
  {/if}
</section>
