<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** The connection: whose ledger it is, and the ways to pull, connect and leave. */
  let {
    connection: c,
    busy,
    connect,
    pull,
    disconnect,
  }: {
    connection: Schemas['ConnectionAnswer'];
    busy: string;
    connect: () => void;
    pull: () => void;
    disconnect: () => void;
  } = $props();
  let asksToLeave = $state(false);
</script>

<section>
  {#if c.connected}
    <table class="ledger">
      <tbody>
        <tr><td class="text-soft w-36">Organisation</td><td>{c.organisation}</td></tr>
        <tr
          ><td class="text-soft">Address</td><td
            ><a class="quiet" href={c.address} target="_blank" rel="noreferrer">{c.address}</a></td
          ></tr
        >
        <tr><td class="text-soft">Connected</td><td>{instant(c.connectedAt)}, by {c.connectedBy}</td></tr>
        <tr><td class="text-soft">Last pulled</td><td>{c.pulledAt ? instant(c.pulledAt) : 'never'}</td></tr>
      </tbody>
    </table>
    <div class="mt-4 flex items-center gap-2">
      {#if place.keeps}<button class="btn" disabled={busy !== ''} onclick={pull}>{busy || 'Pull again'}</button>{/if}
      {#if place.administers}
        <button class="btn plain" disabled={busy !== ''} onclick={connect}>Connect anew</button>
        <button class="btn plain" onclick={() => (asksToLeave = true)}>Disconnect</button>
      {/if}
      {#if c.running}<span class="text-ochre">{c.running} is running</span>{/if}
    </div>
    {#if asksToLeave}
      <div class="note mt-4">
        <p>
          Without a connection nothing can be pulled, posted or proved, and what was sent and not answered stays unknown.
          Documents, mappings and the chart as it was pulled last are kept.
        </p>
        <div class="mt-2 flex gap-2">
          <button class="btn" onclick={() => ((asksToLeave = false), disconnect())}>Disconnect {c.organisation}</button>
          <button class="btn plain" onclick={() => (asksToLeave = false)}>Stay connected</button>
        </div>
      </div>
    {/if}
  {:else}
    <p class="text-soft max-w-md">
      The ledger’s owner allows the connection once, on the ledger’s own page. Its chart of accounts, suppliers, employees, tax
      codes, terms and dimensions are then pulled; here they are only read.
      {#if c.organisation}<br />What was pulled last from {c.organisation} is kept.{/if}
    </p>
    {#if place.administers}<button class="btn mt-4" disabled={busy !== ''} onclick={connect}
        >{busy || 'Connect the ledger'}</button
      >
    {:else}<p class="note mt-4">An administrator connects the ledger.</p>{/if}
  {/if}
</section>
