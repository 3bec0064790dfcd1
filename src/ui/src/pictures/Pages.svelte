<script lang="ts">
  import { untrack } from 'svelte';
  import type { Pdf } from './pdf';

  /** A picture, or the pages of a PDF: larger and smaller, page by page, also by key. */
  let { address, media, name }: { address: string; media: string; name: string } = $props();

  const isPdf = $derived(media === 'application/pdf');
  const sizes = [50, 75, 100, 125, 150, 200, 300];
  let size = $state(100);
  let page = $state(1);
  let pages = $state(1);
  let refused = $state('');
  let drawing = $state(true);
  let pdf = $state.raw<Pdf | null>(null);
  let canvas = $state<HTMLCanvasElement>();
  let room = $state(0);
  const width = $derived(Math.floor((room * size) / 100));

  $effect(() => {
    const from = address;
    if (!isPdf) return;
    let open: Pdf | null = null;
    let gone = false;
    untrack(() => ([page, pages, refused, pdf] = [1, 1, '', null]));
    // What draws PDFs is large, and comes only where there is one.
    void import('./pdf')
      .then(({ Pdf }) => Pdf.open(from))
      .then((opened) => {
        open = opened;
        if (gone) opened.close();
        else [pdf, pages] = [opened, opened.pages];
      })
      .catch((error: Error) => (refused = error.message));
    return () => {
      gone = true;
      open?.close();
    };
  });

  $effect(() => {
    if (!pdf || !canvas || width < 50) return;
    drawing = true;
    const target = document.createElement('canvas');
    let gone = false;
    // Drawn aside, so that what is drawn last is what stands there.
    void pdf
      .draw(page, target, width)
      .then(() => {
        if (gone || !canvas) return;
        [canvas.width, canvas.height, canvas.style.width] = [target.width, target.height, target.style.width];
        canvas.getContext('2d')!.drawImage(target, 0, 0);
        drawing = false;
      })
      .catch((error: Error) => (gone ? undefined : (refused = error.message)));
    return () => (gone = true);
  });

  const turn = (by: number) => (page = Math.min(Math.max(page + by, 1), pages));
  const zoom = (by: number) => (size = sizes[Math.min(Math.max(sizes.indexOf(size) + by, 0), sizes.length - 1)]!);

  function onkeydown(event: KeyboardEvent) {
    const by: Record<string, () => void> = {
      PageDown: () => turn(1),
      PageUp: () => turn(-1),
      '+': () => zoom(1),
      '-': () => zoom(-1),
    };
    if (!by[event.key] || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    by[event.key]!();
  }
</script>

<div class="border-rule flex items-center gap-3 border-b pb-1.5">
  <span class="text-soft truncate" title={name}>{name}</span>
  {#if pages > 1}
    <span class="ml-auto whitespace-nowrap">
      <button class="quiet px-1" disabled={page === 1} onclick={() => turn(-1)} aria-label="Page before">‹</button>
      page {page} of {pages}
      <button class="quiet px-1" disabled={page === pages} onclick={() => turn(1)} aria-label="Page after">›</button>
    </span>
  {/if}
  <span class={['whitespace-nowrap', pages > 1 ? '' : 'ml-auto']}>
    <button class="quiet px-1" disabled={size === sizes[0]} onclick={() => zoom(-1)} aria-label="Smaller">−</button>
    <span class="inline-block w-11 text-center">{size} %</span>
    <button class="quiet px-1" disabled={size === sizes.at(-1)} onclick={() => zoom(1)} aria-label="Larger">+</button>
  </span>
  <a class="quiet text-soft" href={address} download={name}>Save</a>
</div>
<!-- Focusable, so that one can scroll and turn pages by key. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
  class="bg-sunk mt-2 max-h-[54vh] overflow-auto [scrollbar-gutter:stable]"
  bind:clientWidth={room}
  tabindex="0"
  role="group"
  aria-label={`${name}: Page Up and Page Down turn pages, + and − change the size`}
  {onkeydown}
>
  {#if refused}
    <p class="note bad m-3" role="alert">It cannot be shown: {refused}. It can be saved and opened elsewhere.</p>
  {:else if isPdf}
    <canvas bind:this={canvas} class="block" data-drawn={drawing ? undefined : page}></canvas>
  {:else}
    <img
      src={address}
      alt={`The picture ${name}`}
      class="block max-w-none"
      style:width="{width}px"
      onerror={() => (refused = 'the picture is damaged')}
    />
  {/if}
</div>
