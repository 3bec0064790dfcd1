<script lang="ts">
  import type { Schemas } from '../api/client';
  import { money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import EntryLink from '../ledger/EntryLink.svelte';

  /** What became of each instruction of a dispatch; what was refused opens where it is put right. */
  let { outcomes }: { outcomes: Schemas['OutcomeAnswer'][] } = $props();
</script>

<table class="ledger">
  <thead><tr><th>What</th><th>Reference</th><th class="n">Money</th><th class="pl-5!">Outcome</th></tr></thead>
  <tbody>
    {#each outcomes as o (o.id)}
      <tr>
        <td
          >{#if o.documentId}<a class="quiet" href={place.href(`arrivals/${o.documentId}`)}
              >{o.who || words(o.documentKind ?? '')}</a
            >{:else}new supplier {o.who}{/if}</td
        >
        <td>{o.reference}</td>
        <td class="n">{o.documentId ? money(o.money) : ''}</td>
        <td class="pl-5!">
          {#if o.state === 'accepted'}in the ledger as <EntryLink entry={o.ledgerId} />
          {:else if o.state === 'refused'}<span class="text-madder font-semibold">refused</span>: {o.explanation}
          {:else if o.state === 'planned'}<span class="text-soft">planned</span>
          {:else}<span class="text-ochre">no clear answer; asked for by its key</span>
            {#if o.explanation}<span class="text-madder">: {o.explanation}</span>{/if}
          {/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>
