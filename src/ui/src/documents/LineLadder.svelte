<script lang="ts">
  import type { Schemas } from '../api/client';
  import { words } from '../amounts/format';

  /** Because …: every rung tried for a line, in order, and why it won or was passed. */
  let { line, takeBack }: { line: Schemas['LineAnswer']; takeBack?: () => void } = $props();

  const findings: Record<Exclude<Schemas['RungFinding'], 'decides'>, string> = {
    no_value: 'none',
    not_mapped: 'not mapped',
    ended: 'mapping ended',
    only_group: 'a group, no account of its own',
  };
  const note = (rung: Schemas['RungAnswer']) =>
    rung.finding !== 'decides' ? findings[rung.finding] : rung.rung === 'fallback' ? 'nothing maps it' : rung.accountTitle;
</script>

<ol class="flex flex-wrap gap-x-1 gap-y-1 text-xs" aria-label={`What was tried for ${line.description}`}>
  {#each line.ladder as rung (rung.rung)}
    <li class={['flex items-center gap-1', rung.decides ? 'font-semibold' : 'text-soft']}>
      <span class={rung.decides && rung.rung === 'fallback' ? 'text-ochre' : ''}>
        {rung.rung === 'person'
          ? 'a person’s choice'
          : rung.rung === 'fallback'
            ? 'when nothing maps'
            : words(rung.rung)}{rung.value ? ` “${rung.value}”` : ''}: {note(rung)}
      </span>
      {#if rung !== line.ladder.at(-1)}<span aria-hidden="true">›</span>{/if}
    </li>
  {/each}
  {#if takeBack}<li><button class="quiet" onclick={takeBack}>take the choice back</button></li>{/if}
</ol>
