<script lang="ts">
  import type { Schemas } from '../api/client';
  import { many, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** What the list holds, the ways into the rooms beside it, and the one next step. */
  let {
    overview,
    total,
    workThrough,
  }: {
    overview: Schemas['OverviewAnswer'] | undefined;
    total: Schemas['DocumentListAnswer'] | undefined;
    workThrough: () => Promise<void>;
  } = $props();
</script>

<div class="flex items-baseline gap-5">
  <h1>Arrivals</h1>
  {#if total}<span class="text-soft"
      >{total.more
        ? `more than ${many(total.documents, 'document')}`
        : `${many(total.documents, 'document')}, ${money(total.money)} ${total.currency}`}</span
    >{/if}
  <a class={['quiet ml-auto', overview?.incomplete ? 'text-ochre' : 'text-soft']} href={place.href('incomplete')}
    >{overview?.incomplete
      ? `${many(overview.incomplete, 'document')} to complete`
      : place.keeps
        ? 'Type a document'
        : 'To complete'}</a
  >
  <a class={['quiet', overview?.pricesMoved ? 'text-ochre' : 'text-soft']} href={place.href('prices')}
    >{overview?.pricesMoved ? `${many(overview.pricesMoved, 'price')} moved` : 'Prices'}</a
  >
  <a class="quiet text-soft" href={place.href('files')}>Files taken in</a>
  {#if overview?.held && place.keeps}
    <button class="btn plain" onclick={() => void workThrough()}>Work through what is held <kbd>h</kbd></button>
  {/if}
  {#if place.keeps}<a class="btn" href={place.href('arrivals/new')}>Take in files</a>{/if}
</div>
