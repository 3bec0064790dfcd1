<script lang="ts">
  import type { Schemas } from '../api/client';
  import { instant } from '../amounts/format';
  import { editing } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import type { Deciding } from './deciding.svelte';

  /** What else may be decided about a document: held back, not for the books, private, taken up again; and the last decision undone. */
  let { document: d, deciding }: { document: Schemas['DocumentAnswer']; deciding: Deciding } = $props();
  const may = $derived(d.mayBeCoded && place.keeps);
  let asking = $state<'' | 'hold' | 'aside'>('');
  let why = $state('');

  function say(event: SubmitEvent) {
    event.preventDefault();
    void send();
  }

  async function send() {
    const done =
      asking === 'hold' ? deciding.edit({ heldBack: why }, 'Held back from posting.') : deciding.setAside('other', why);
    if (await done) [asking, why] = ['', ''];
  }
</script>

{#if may && d.state !== 'set_aside' && !d.isPrivate}
  <p class="text-soft mt-4">
    {d.reasons.length === 0 ? 'Coded and ready. ' : ''}Not for the books? Set it aside as
    <button class="quiet" onclick={() => void deciding.setAside('private')}>private</button>,
    <button class="quiet" onclick={() => void deciding.setAside('duplicate')}>a duplicate</button>,
    <button class="quiet" onclick={() => void deciding.setAside('already_in_ledger')}>already in the ledger</button> or
    <button class="quiet" aria-expanded={asking === 'aside'} onclick={() => (asking = asking === 'aside' ? '' : 'aside')}
      >for another reason</button
    >. {#if !d.heldBack}Not yet?
      <button class="quiet" aria-expanded={asking === 'hold'} onclick={() => (asking = asking === 'hold' ? '' : 'hold')}
        >Hold it back</button
      >.{/if}
  </p>
  {#if asking}
    <form
      class="mt-2 flex items-center gap-2"
      onsubmit={say}
      {@attach editing(
        () => void send(),
        () => (asking = ''),
      )}
    >
      <input
        class="field w-72"
        aria-label={asking === 'hold' ? 'Why it is held back' : 'Why it is set aside'}
        placeholder={asking === 'hold' ? 'Why it is held back' : 'Why it is set aside'}
        bind:value={why}
        {@attach (input) => input.focus()}
      />
      <button class="btn plain" disabled={!why.trim()}>{asking === 'hold' ? 'Hold back' : 'Set aside'}</button>
    </form>
  {/if}
{/if}
{#if d.isPrivate}
  <p class="mt-4">
    It was private: whoever holds the card owes it back.
    {#if may}<button class="btn plain ml-2" onclick={() => void deciding.notPrivate()}>It was not private</button>{/if}
  </p>
{/if}
{#if d.state === 'set_aside' && d.setAside === 'private' && !d.setAsideBy}
  <p class="mt-4">
    Its holder paid it with a card of their own, and it stands decided that it is private.
    {#if may}<button class="btn plain ml-2" onclick={() => void deciding.notPrivate()}>It was not private</button>{/if}
  </p>
{/if}
{#if d.state === 'set_aside' && d.setAsideBy && place.keeps}
  <p class="mt-4">
    Set aside by {d.setAsideBy}{d.setAsideNote ? `: ${d.setAsideNote}` : ''}.
    <button class="btn plain ml-2" onclick={() => void deciding.takeUp()}>Reopen it</button>
  </p>
{/if}
{#if d.note}<p class="note mt-4 whitespace-pre-line">{d.note}</p>{/if}
{#if d.lastDecision && place.keeps}
  {@const last = d.lastDecision}
  <p class="text-soft mt-3">
    Last decided {instant(last.at)}, by {last.who}: {last.what}.
    <button class="quiet" disabled={deciding.busy} onclick={() => void deciding.undo(last.id)}>Undo</button>
  </p>
{/if}
