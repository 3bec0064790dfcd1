<script lang="ts">
  import type { Schemas } from '../api/client';
  import { place } from '../frame/place.svelte';
  import type { Deciding, Edit } from './deciding.svelte';

  /** What was put right here, beside what the source says. */
  let { document: d, deciding }: { document: Schemas['DocumentAnswer']; deciding: Deciding } = $props();

  const ofHead = ['supplier', 'employee', 'reference', 'total'] as const;
  const ofLine: Record<string, keyof Schemas['LineEditRequest']> = {
    description: 'description',
    category: 'category',
    item: 'item',
    'cost code': 'costCode',
    'tax code': 'taxCode',
    net: 'net',
    tax: 'tax',
  };

  // How one of them alone becomes again as the source says; none for what belongs together.
  function back(change: Schemas['FieldChange']): Edit | null {
    const head = ofHead.find((f) => f === change.field);
    if (change.line === 0)
      return head ? { [head]: change.before } : change.field === 'kind' ? { takeBack: ['other_kind'] } : null;
    const field = ofLine[change.field];
    const line = d.lines.find((l) => l.number === change.line);
    if (!line || line.part > 0) return null;
    if (field) return { lines: [{ line: change.line, [field]: change.before } as Schemas['LineEditRequest']] };
    return line.of === 0 ? { takeBack: ['difference'] } : null;
  }
</script>

{#if d.putRight.length > 0}
  <h2 class="mt-6">Put right here</h2>
  <table class="ledger">
    <thead><tr><th>What</th><th>The source says</th><th>Here</th><th></th></tr></thead>
    <tbody>
      {#each d.putRight as change (`${change.line} ${change.field}`)}
        {@const edit = back(change)}
        <tr>
          <td>{change.line ? `line ${change.line}${change.field ? ', ' : ''}` : ''}{change.field}</td>
          <td class="text-soft">{change.before || 'nothing'}</td>
          <td>{change.after || 'nothing'}</td>
          <td class="n"
            >{#if edit && d.mayBeCoded && place.keeps}<button
                class="quiet"
                disabled={deciding.busy}
                onclick={() => void deciding.edit(edit, 'What the source says counts again.')}
                >as the source says<span class="sr-only">: {change.field}</span></button
              >{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
