<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import type { Deciding } from './deciding.svelte';
  import { remedyOf } from '../entries/remedies';

  /** Why a document waits, each reason with its way on. */
  let { document: d, deciding }: { document: Schemas['DocumentAnswer']; deciding: Deciding } = $props();
</script>

<h2 class="mt-6">Why it waits</h2>
<ul>
  {#each d.reasons as reason (`${reason.line}${reason.reason}${reason.value}`)}
    {@const remedy = remedyOf(reason)}
    <li class="border-rule flex items-center justify-between gap-4 border-b py-1.5">
      <span>{reason.line ? `Line ${reason.line}: ` : ''}{reason.detail}</span>
      {#if place.keeps && remedy}
        {#if remedy.by === 'duplicate'}
          <span class="flex gap-2">
            <a class="btn plain" href={place.href(`arrivals/${d.duplicateOfId}`)}>Open the other</a>
            <button class="btn plain" onclick={() => deciding.notDuplicate()}>Not the same</button>
            <button class="btn plain" onclick={() => deciding.setAside('duplicate')}>Set aside</button>
          </span>
        {:else if remedy.by === 'payment_account'}
          <span class="flex items-center gap-2">
            {#if d.paymentAccountChoices.length > 0}
              <select
                class="field"
                aria-label="Which payment account it was"
                value={d.paymentAccountChoice}
                onchange={(e) => deciding.choosePaidFrom(e.currentTarget.value)}
              >
                <option value="">It was …</option>
                {#each d.paymentAccountChoices as name (name)}<option>{name}</option>{/each}
              </select>
            {/if}
            {#if reason.reason === 'payment_account_unmapped'}<a class="btn plain" href={place.href('mapping/payment-accounts')}
                >For all</a
              >{/if}
          </span>
        {:else if remedy.by === 'mapping'}
          <a class="btn plain" href={place.href('mapping', { kind: remedy.kind, value: remedy.value })}>{remedy.title}</a>
        {:else if remedy.by === 'room'}
          <a class="btn plain" href={place.href(remedy.view)}>{remedy.title}</a>
        {:else}
          <button class="btn plain" onclick={() => deciding.codeAgain()}>Try again</button>
        {/if}
      {/if}
    </li>
  {/each}
</ul>
