<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { money } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { addressOf, kinds, titleOf } from './words';

  /** What one wanted to hear of, and what one wants to hear of. */
  const client = useQueryClient();
  const acting = new Acting(client);
  const key = $derived([place.company, 'notices']);
  const at = $derived({ params: { path: { companyId: place.company } } });
  const notices = createQuery(() => ({
    queryKey: key,
    queryFn: () => answer(api.GET('/api/companies/{companyId}/notices/own', at)),
  }));
  const unseen = $derived(notices.data?.unseen ?? 0);

  const seen = () =>
    acting.run(() => answer(api.PUT('/api/companies/{companyId}/notices/own/seen', at)), 'All of it is seen.', { again: key });
  const choose = (choice: Schemas['NoticeChoiceAnswer']) =>
    acting.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/notices/own/choices', {
            ...at,
            body: { kind: choice.kind, on: choice.on, amount: choice.amount || null, days: choice.days || null },
          }),
        ),
      '',
      { again: key },
    );

  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Enter' && event.ctrlKey && unseen > 0) void seen();
  }
</script>

<svelte:window {onkeydown} />
<Waiting query={notices} what="the notices">
  {#if notices.data}
    <div class="flex items-baseline gap-5">
      <h1>{unseen === 0 ? 'Nothing new' : unseen === 1 ? 'One new notice' : `${unseen} new notices`}</h1>
      {#if unseen > 0}<button class="btn ml-auto" disabled={acting.busy} onclick={() => void seen()}
          >I have seen them <kbd>Ctrl Enter</kbd></button
        >{/if}
    </div>
    {#if acting.refused}<p class="note bad mt-3" role="alert">{acting.refused}</p>{/if}
    <div class="mt-4 grid grid-cols-[1.2fr_1fr] gap-10">
      <section>
        <h2>What there is</h2>
        {#if notices.data.notices.length === 0}
          <p class="text-soft">Nothing of what you want to hear of. A notice stays here as long as what it says is so.</p>
        {:else}
          <table class="ledger">
            <thead class="sr-only"><tr><th>Notice</th><th>New</th></tr></thead>
            <tbody {@attach rows}>
              {#each notices.data.notices as n (`${n.kind}${n.subject}`)}
                <tr
                  class="opens"
                  tabindex="0"
                  onclick={() => push(addressOf(n))}
                  onkeydown={(e) => e.key === 'Enter' && !e.ctrlKey && push(addressOf(n))}
                >
                  <td class={n.seen ? 'text-soft' : 'font-semibold'}>{titleOf(n)}</td>
                  <td class="n text-ochre">{n.seen ? '' : 'new'}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
      </section>
      <section>
        <h2>What you want to hear of</h2>
        <ul>
          {#each notices.data.choices as choice (choice.kind)}
            {@const of = kinds[choice.kind]}
            <li class="border-rule flex min-h-10 flex-wrap items-center gap-2 border-b py-1.5">
              <label class="flex items-center gap-2"
                ><input
                  type="checkbox"
                  checked={choice.on}
                  onchange={(e) => void choose({ ...choice, on: e.currentTarget.checked })}
                />
                {of.asks}</label
              >
              {#if of.amount}<input
                  class="field w-28 text-right"
                  inputmode="decimal"
                  aria-label={`${of.asks} ${of.amount}`}
                  value={money(choice.amount)}
                  onchange={(e) => void choose({ ...choice, amount: e.currentTarget.value })}
                />{/if}
              {#if of.days}<input
                  class="field w-16 text-right"
                  type="number"
                  aria-label={`${of.asks} ${of.days}`}
                  value={choice.days}
                  onchange={(e) => void choose({ ...choice, days: Number(e.currentTarget.value) })}
                />
                {of.days}{/if}
            </li>
          {/each}
        </ul>
        <p class="text-soft mt-3">These are yours alone; others choose their own.</p>
      </section>
    </div>
  {/if}
</Waiting>
