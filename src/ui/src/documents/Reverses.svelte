<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { money, shortDay } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';

  /** What a refund or credit gives back: found with its evidence, or as a person says. */
  let { document: d }: { document: Schemas['DocumentAnswer'] } = $props();
  const act = new Acting(useQueryClient());
  const params = $derived({ path: { companyId: place.company, id: d.id } });
  let choosing = $state(false);
  const may = createQuery(() => ({
    queryKey: [place.company, 'reverses', d.id],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/documents/{id}/reverses', { params })),
    enabled: choosing,
  }));
  const because: Record<Schemas['ReversalEvidence'], string> = {
    number: 'it names its number',
    whole_amount: 'the amount is the same',
    line_amount: 'the amount is that of one of its lines',
    item: 'an item is the same',
    text: 'a text is the same',
    supplier: 'the supplier is the same',
    payment_account: 'the payment account is the same',
  };
  const why = (evidence: readonly Schemas['ReversalEvidence'][]) =>
    evidence.length > 0 ? `because ${evidence.map((e) => because[e]).join(', ')}` : 'as a person chose';

  const choose = (original: number, done: string): Promise<boolean> => {
    const before = d.reverses?.id ?? 0;
    return act.run(
      () => answer(api.PUT('/api/companies/{companyId}/documents/{id}/reverses', { params, body: { original } })),
      done,
      { undo: () => void choose(before, 'It gives back what it gave back before.') },
    );
  };
</script>

<section class="mt-6">
  <h2>What it gives back</h2>
  {#if d.reverses}
    {@const r = d.reverses}
    <p>
      <a class="quiet" href={place.href(`arrivals/${r.id}`)}>{r.title}</a> of {shortDay(r.date)}, {money(r.total)}
      <span class="text-soft block">{why(r.evidence)}</span>
    </p>
  {:else}
    <p class="text-soft">Nothing that is here was found, or said, to be given back; the mapping decides its account.</p>
  {/if}
  {#if act.refused}<p class="note bad mt-2" role="alert">{act.refused}</p>{/if}
  {#if d.mayBeCoded && place.keeps}
    <p class="mt-1">
      <button class="quiet" aria-expanded={choosing} onclick={() => (choosing = !choosing)}
        >{d.reverses ? 'Choose another' : 'Choose it'}</button
      >{#if d.reverses}<button
          class="quiet ml-4"
          disabled={act.busy}
          onclick={() => void choose(0, 'It gives nothing back that is here.')}>Nothing that is here</button
        >{/if}
    </p>
  {/if}
  {#if choosing}
    <Waiting query={may} what="what it may give back">
      {#if may.data?.length === 0}<p class="text-soft mt-1">
          Nothing of its supplier or with its number, of the year before and of at least as much, is here.
        </p>{:else}
        <table class="ledger mt-1">
          <tbody>
            {#each may.data ?? [] as r (r.id)}
              <tr>
                <td
                  ><a class="quiet" href={place.href(`arrivals/${r.id}`)}>{r.title}</a><span class="text-soft block text-xs"
                    >{why(r.evidence)}</span
                  ></td
                >
                <td class="whitespace-nowrap">{shortDay(r.date)}</td>
                <td class="n">{money(r.total)}</td>
                <td class="max-w-40 pl-4!">{r.accounts.join(', ') || 'not decided'}</td>
                <td class="n"
                  >{#if r.isChosen}<span class="text-verdigris">chosen</span>{:else}<button
                      class="quiet"
                      disabled={act.busy}
                      onclick={() => void choose(r.id, `It gives back ${r.title}.`)}
                      >this one<span class="sr-only">, {r.title}</span></button
                    >{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      {/if}
    </Waiting>
  {/if}
</section>
