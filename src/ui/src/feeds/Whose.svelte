<script lang="ts">
  import type { Schemas } from '../api/client';
  import { capital, many, money, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import type { FeedActing } from './feed.svelte';

  /** Whose the records of a source are that serves several companies: by a value once, or one by one. */
  let { feed: d, acting }: { feed: Schemas['FeedDetail']; acting: FeedActing } = $props();

  const choices = [
    [true, 'ours'],
    [false, 'another company’s'],
    [null, 'not decided'],
  ] as const;
  const named = (value: string) => (value ? value : 'says nothing');
</script>

<section>
  <h2>Whose its records are</h2>
  <p class="text-soft mb-2 max-w-2xl">
    Its {d.decides} says it. What nobody decided about waits here and is in no document; what is another company’s does not come.
  </p>
  {#if d.values.length === 0}<p class="text-soft">The source has no record yet.</p>{:else}
    <table class="ledger max-w-2xl">
      <thead><tr><th>{capital(d.decides)}</th><th class="n">Waiting</th><th class="pl-5!">Whose</th></tr></thead>
      <tbody>
        {#each d.values as v (v.value)}
          <tr>
            <td class={v.value ? 'font-semibold' : 'text-soft italic'}>{named(v.value)}</td>
            <td class={['n', v.waiting > 0 && 'text-ochre']}>{v.waiting > 0 ? v.waiting.toLocaleString('en') : '–'}</td>
            <td class="pl-5!"
              >{#if place.keeps}<span class="flex gap-4" role="radiogroup" aria-label={`${capital(d.decides)} ${named(v.value)}`}
                  >{#each choices as [ours, title] (title)}<label class="flex items-center gap-1.5"
                      ><input
                        type="radio"
                        name={`whose-${v.value}`}
                        checked={v.ours === ours}
                        disabled={acting.act.busy}
                        onchange={() => void acting.decide(v.value, ours, v.ours)}
                      />{title}</label
                    >{/each}</span
                >{:else}{choices.find(([ours]) => ours === v.ours)?.[1]}{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if d.waiting.length > 0}
    <h3 class="mt-4 font-semibold">Waiting to be decided</h3>
    <table class="ledger">
      <thead
        ><tr><th>Record</th><th>{capital(d.decides)}</th><th>Day</th><th>Who</th><th class="n">Amount</th><th></th></tr></thead
      >
      <tbody>
        {#each d.waiting as w (w.id)}
          <tr>
            <td>{w.place}</td>
            <td class={w.value ? '' : 'text-soft italic'}>{named(w.value)}</td>
            <td class="whitespace-nowrap">{w.day ? shortDay(w.day) : ''}</td>
            <td class="max-w-48 truncate">{w.who}</td>
            <td class="n">{w.amount ? money(w.amount) : ''}</td>
            <td class="n whitespace-nowrap"
              >{#if place.keeps}<button class="quiet" disabled={acting.act.busy} onclick={() => void acting.decideOne(w.id, true)}
                  >ours<span class="sr-only">, {w.place}</span></button
                >
                <button class="quiet ml-3" disabled={acting.act.busy} onclick={() => void acting.decideOne(w.id, false)}
                  >another’s<span class="sr-only">, {w.place}</span></button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if d.waiting.length === 100}<p class="text-soft mt-1">The first {many(100, 'record')} are shown.</p>{/if}
  {/if}
</section>
