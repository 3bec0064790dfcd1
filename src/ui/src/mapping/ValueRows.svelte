<script lang="ts">
  import type { Schemas } from '../api/client';
  import { overview as askOverview } from '../frame/overview';
  import { place } from '../frame/place.svelte';
  import type { RowEditing } from './editing.svelte';
  import { isOffset, mapsToValue, type KeyKind } from './kinds';
  import Ladder from './Ladder.svelte';
  import RowEditor from './RowEditor.svelte';
  import RowsInForce from './RowsInForce.svelte';
  import ValueHistory from './ValueHistory.svelte';

  /** What decides one value: the ladder, its rows, the row that is edited, and how it was before. */
  let {
    kind,
    value,
    detail,
    editing,
    end,
    hide,
  }: {
    kind: KeyKind;
    value: string;
    detail: Schemas['ValueDetail'] | undefined;
    editing: RowEditing;
    end: () => void;
    hide: (hidden: boolean) => void;
  } = $props();

  const overview = askOverview();
</script>

<h2>
  {mapsToValue(kind) ? 'What stands for' : `What decides ${isOffset(kind) ? 'the offset of' : 'a line of'}`} “{value}”
</h2>
{#if detail}
  {#if detail.ladder.length > 0}<Ladder rungs={detail.ladder} />{/if}
  <RowsInForce rows={detail.rows} />
  {#if detail.managed}
    <p class="note mt-3">
      It belongs to a payment account, with its days and holders.
      <a class="quiet" href={place.href('mapping/payment-accounts')}>Change it there</a>
    </p>
  {:else if place.keeps}
    <div class="border-rule mt-4 border-t pt-3">
      <RowEditor {kind} {value} {editing} sources={overview.data?.sources ?? []} />
      <div class="mt-3 flex gap-4 text-sm">
        {#if detail.rows.length > 0}<button class="quiet text-soft" onclick={end}>Take the mapping away</button>{/if}
        <button class="quiet text-soft" onclick={() => hide(!detail.hidden)}
          >{detail.hidden ? 'Show it again' : 'Hide it from lists'}</button
        >
      </div>
    </div>
  {:else}
    <p class="text-soft mt-4">Your role reads; a bookkeeper maps.</p>
  {/if}
  <ValueHistory history={detail.history} />
{/if}
