<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, many, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { agreesWithSource } from './causes';
  import Difference from './Difference.svelte';
  import Legend from './Legend.svelte';
  import Rod from './Rod.svelte';

  /** Source by source: what arrived, how far it came, what the source itself says, and what the ledger holds. */
  let { count }: { count: Schemas['CountAnswer'] } = $props();
  const together = $derived(count.together);
</script>

<table class="ledger mt-3.5">
  <thead>
    <tr>
      <th>Source</th><th class="n">Docs</th><th class="n">Arrived</th><th class="pl-5.5!"><Legend /></th>
      <th class="n">Source says</th><th class="n">Sent</th><th class="n">Ledger holds</th><th class="n">Difference</th>
    </tr>
  </thead>
  <tbody>
    {#each count.sources as source (source.source)}
      <tr class="h-[42px]">
        <td class="max-w-36 truncate" title={source.source}
          ><a class="quiet" href={place.href('arrivals', { source: source.source })}>{source.source}</a></td
        >
        <td class="n text-soft"
          ><a href={place.href('arrivals', { source: source.source })}>{source.arrived.documents.toLocaleString('en')}</a></td
        >
        <td class="n"><a href={place.href('arrivals', { source: source.source })}>{money(source.arrived.money)}</a></td>
        <td class="pl-5.5!"><Rod source={source.source} states={source.states} width={330} /></td>
        <td class="n">
          {#if source.stated}
            <a
              class={agreesWithSource(source) ? '' : 'text-madder font-semibold'}
              href={place.href('arrivals', { source: source.source })}>{money(source.stated.money)}</a
            >
          {/if}
          <a
            class={['block text-xs', source.stated && !agreesWithSource(source) ? 'text-madder' : 'text-soft']}
            href={place.href('count/statements', { source: source.source })}
            >{!source.stated
              ? 'not stated'
              : agreesWithSource(source)
                ? 'as stated'
                : `${many(source.statedDifference!.documents, 'document')}, ${money(source.statedDifference!.money)} apart`}</a
          >
        </td>
        <td class="n"><a href={place.href('arrivals', { source: source.source, sent: 'true' })}>{money(source.sent)}</a></td>
        <td class="n"
          >{#if count.proved}<a href={place.href('arrivals', { source: source.source, readBack: 'true' })}
              >{money(source.holds)}</a
            >{:else}<span class="text-soft">not read</span>{/if}</td
        >
        <td class="n"><Difference {source} /></td>
      </tr>
    {/each}
    <tr
      class={count.conserved &&
      agreesWithSource(together) &&
      isZero(together.difference) &&
      isZero(together.unread) &&
      count.proved
        ? 'sum'
        : 'open'}
    >
      <td>Together</td>
      <td class="n"><a href={place.href('arrivals')}>{together.arrived.documents.toLocaleString('en')}</a></td>
      <td class="n"><a href={place.href('arrivals')}>{money(together.arrived.money)}</a></td><td></td>
      <td class={['n', !agreesWithSource(together) && 'text-madder']}
        >{#if together.stated}<a href={place.href('arrivals')}>{money(together.stated.money)}</a>{:else}<span
            class="text-soft text-xs font-normal">not stated</span
          >{/if}</td
      ><td class="n"><a href={place.href('arrivals', { sent: 'true' })}>{money(together.sent)}</a></td>
      <td class="n"
        >{#if count.proved}<a href={place.href('arrivals', { readBack: 'true' })}>{money(together.holds)}</a>{/if}</td
      >
      <td class="n"><Difference source={together} /></td>
    </tr>
  </tbody>
</table>
