<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import type { FeedActing } from './feed.svelte';

  /** Files of a feed that could not be taken in, each with what is wrong and the ways on. */
  let { feed: d, acting }: { feed: Schemas['FeedDetail']; acting: FeedActing } = $props();
  const original = (hash: string) => `/api/companies/${place.company}/feeds/${d.feed.id}/files/${hash}`;
</script>

{#if d.refused.length > 0}
  <section>
    <h2>Could not be taken in</h2>
    <table class="ledger">
      <thead><tr><th>File</th><th>Came</th><th>What is wrong</th><th></th></tr></thead>
      <tbody>
        {#each d.refused as file (file.hash)}
          <tr>
            <td><a class="quiet" href={original(file.hash)} download={file.fileName}>{file.fileName}</a></td>
            <td class="text-soft whitespace-nowrap">{instant(file.at)}</td>
            <td class="text-madder max-w-96">{file.trouble}</td>
            <td class="n whitespace-nowrap"
              >{#if place.keeps}<button class="quiet" disabled={acting.act.busy} onclick={() => void acting.takeIn(file.hash)}
                  >try again<span class="sr-only">, {file.fileName}</span></button
                >
                <button class="quiet ml-3" disabled={acting.act.busy} onclick={() => void acting.leave(file.hash)}
                  >leave<span class="sr-only">, {file.fileName}</span></button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="text-soft mt-1">
      Fetch one and <a class="quiet" href={place.href('arrivals/new')}>take it in by hand</a>, where its columns can be said; or
      leave it.
    </p>
  </section>
{/if}
