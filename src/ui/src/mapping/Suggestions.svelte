<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api } from '../api/client';
  import { many, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { codedAnew, rehearse, rowOf, saveChanges, undoSet } from './changes';
  import type { KeyKind } from './kinds';
  import Rehearsal from './Rehearsal.svelte';

  /** Proposals for values that wait, each with what speaks for it; nothing is mapped before a person confirms. */
  let { kind, open }: { kind: KeyKind; open: (value: string) => void } = $props();

  const learns = ['category', 'item', 'supplier', 'cost_code'];
  const client = useQueryClient();
  const suggestions = createQuery(() => ({
    queryKey: [place.company, 'suggestions', kind],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/{kind}/suggestions', {
          params: { path: { companyId: place.company, kind } },
        }),
      ),
    enabled: learns.includes(kind),
    // What is learned beside the work shows as soon as it is there.
    refetchInterval: (query) => (query.state.data?.isLearning ? 1500 : false),
  }));
  let least = $state(90);
  let shown = $state(false);
  let leftOut = $state<string[]>([]);
  let refused = $state('');
  let confirmed = $state(false);
  const all = $derived(suggestions.data?.suggestions ?? []);
  const taken = $derived(all.filter((s) => s.confidence >= least && !leftOut.includes(s.value)));
  const body = $derived({
    rows: taken.map((s) => rowOf({ kind, key: s.value, account: s.account })),
    confirmed,
    origin: 'suggestions' as const,
  });
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'rehearsal', 'suggestions', kind, body.rows.map((r) => `${r.key}>${r.account}`)],
    queryFn: () => rehearse(body),
    enabled: shown && taken.length > 0 && place.keeps,
    staleTime: 0,
  }));

  async function save() {
    refused = '';
    try {
      const saved = await saveChanges(body);
      await client.invalidateQueries();
      shown = false;
      toast(`${many(saved.changed, 'suggestion')} accepted, ${codedAnew(saved)}`, {
        action: {
          label: 'Undo',
          onClick: async () => {
            await undoSet(saved.setId);
            await client.invalidateQueries();
          },
        },
      });
    } catch (error) {
      refused = (error as Error).message;
    }
  }
</script>

{#if all.length > 0}
  <section class="border-rule mt-2 border-y py-1.5" aria-label="Suggestions">
    <button class="quiet" aria-expanded={shown} onclick={() => (shown = !shown)}
      >{many(all.length, 'suggestion')} for values that wait</button
    >
    <span class="text-soft ml-2"
      >{all[0]!.value} → {all[0]!.accountTitle}, {Math.floor(all[0]!.confidence)} % sure{all.length > 1 ? ', …' : ''}</span
    >
    {#if shown}
      <div class="mt-2 grid grid-cols-[1fr_330px] gap-7">
        <div>
          <label class="text-soft flex items-center gap-2"
            >Take those of at least
            <input class="field w-18 text-right" type="number" min="30" max="100" bind:value={least} /> % · {many(
              taken.length,
              'value',
            )}</label
          >
          <table class="ledger mt-1">
            <thead
              ><tr><th></th><th>Value</th><th class="n">Waits</th><th>Account</th><th class="n">Sure</th><th>Because</th></tr
              ></thead
            >
            <tbody>
              {#each all as s (s.value)}
                <tr class={s.confidence >= least ? '' : 'text-soft'}>
                  <td
                    ><input
                      type="checkbox"
                      aria-label={`Take the suggestion for ${s.value}`}
                      disabled={s.confidence < least}
                      checked={taken.includes(s)}
                      onchange={(e) =>
                        (leftOut = e.currentTarget.checked ? leftOut.filter((v) => v !== s.value) : [...leftOut, s.value])}
                    /></td
                  >
                  <td><button class="quiet" onclick={() => open(s.value)}>{s.value}</button></td>
                  <td class="n">{money(s.waiting)}</td>
                  <td>{s.accountTitle}</td>
                  <td class="n">{Math.floor(s.confidence)} %</td>
                  <td class="text-soft text-xs">{s.evidence[0]}</td>
                </tr>
              {/each}
            </tbody>
          </table>
          <p class="text-soft mt-1 text-xs">
            Learned from {many(suggestions.data?.learnedFrom ?? 0, 'earlier line')}. “Sure” is how often such proposals were right
            when they were held against lines whose account was known.
          </p>
        </div>
        {#if place.keeps}
          <Rehearsal
            query={taken.length > 0 ? rehearsal : null}
            idle="No suggestion is sure enough; lower the share, or map the values one by one."
            bind:confirmed
            {refused}
          >
            {#snippet actions(asks)}
              <button class="btn" disabled={asks} onclick={save}>Accept {many(taken.length, 'suggestion')}</button>
            {/snippet}
          </Rehearsal>
        {/if}
      </div>
    {/if}
  </section>
{:else if suggestions.data?.isLearning}
  <p class="text-soft border-rule mt-2 border-y py-1.5" role="status">
    Suggestions are being learned from what was posted; they show here in a moment.
  </p>
{/if}
