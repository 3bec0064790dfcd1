<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import { fields, sets } from '../standing/words';

  /** What stood decided of a document: which decision, what it set, what the source says there; and the way to decide once. */
  let { document: d }: { document: Schemas['DocumentAnswer'] } = $props();

  function did(use: Schemas['StandingUseAnswer']): string {
    const where = use.line > 0 ? `line ${use.line}: ` : '';
    if (!sets(use.field)) return where + fields[use.field].replace('a dimension', `the ${use.dimension}`);
    const what = use.dimension || fields[use.field].replace(/^(set the|set a|put a) /, '').replace(/ on$/, '');
    return `${where}${what} ${use.said ? `${use.said} → ` : ''}${use.value}`;
  }
</script>

{#if d.standing.length > 0}
  <section class="mt-6">
    <h2>Decided once and for all</h2>
    <ul>
      {#each d.standing as use (`${use.decision} ${use.line} ${use.field} ${use.dimension} ${use.value}`)}
        <li class={['border-rule flex gap-3 border-b py-1.5', !use.won && 'text-soft']}>
          <span>{did(use)}{use.won ? '' : ', and does not hold'}</span>
          <a class="quiet ml-auto whitespace-nowrap" href={place.href('mapping/standing', { id: `${use.decision}` })}
            >{use.name || 'ended since'}</a
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
{#if place.keeps && d.kind !== 'pay_run'}
  <p class="mt-4">
    <a class="quiet" href={place.href('mapping/standing', { about: `${d.id}` })}>Decide this once and for all</a>
  </p>
{/if}
