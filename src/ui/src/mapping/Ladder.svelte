<script lang="ts">
  import type { Schemas } from '../api/client';
  import { words } from '../amounts/format';

  /** The ladder of a value: its rungs in order, its own in bold, the one that decides lit. */
  let { rungs }: { rungs: Schemas['RungNote'][] } = $props();

  const title = (rung: string) =>
    ({
      person: 'a person’s choice on the line',
      original: 'account of what it reverses',
      source: 'source default',
      fallback: 'when nothing maps',
    })[rung] ?? words(rung);
</script>

<ol class="border-strong relative ml-3 border-l">
  {#each rungs as rung (rung.rung)}
    <li class="relative flex items-baseline justify-between py-[5px] pl-6">
      <span
        class={[
          'absolute top-3.5 -left-3 h-0 w-6 border-t-2',
          rung.decides
            ? rung.rung === 'fallback'
              ? 'border-t-5! border-[var(--ochre-mark)]'
              : 'border-t-5! border-ink'
            : 'border-strong',
        ]}
        aria-hidden="true"
      ></span>
      <span>
        <span class={rung.isThis || rung.decides ? 'font-semibold' : ''}>{title(rung.rung)}</span>
        <span class="text-soft ml-1.5 text-xs">{rung.note}</span>
      </span>
      {#if rung.decides}<span class={['text-xs whitespace-nowrap', rung.rung === 'fallback' ? 'text-ochre' : '']}
          >decides today</span
        >{/if}
    </li>
  {/each}
</ol>
