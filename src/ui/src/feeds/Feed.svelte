<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push } from 'svelte-spa-router';
  import { answer, api, type Schemas } from '../api/client';
  import { capital, instant, many, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from '../set-up/Rooms.svelte';
  import { FeedActing } from './feed.svelte';
  import Gap from './Gap.svelte';
  import Pulls from './Pulls.svelte';
  import Refused from './Refused.svelte';
  import Whose from './Whose.svelte';
  import { answers, often } from './words';

  /** One feed: how it goes, whose its records are, what waits, and what its source counts. */
  let { params }: { params: { id: string } } = $props();

  const id = $derived(Number(params.id));
  const feed = createQuery(() => ({
    queryKey: [place.company, 'feed', id],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/feeds/{id}', { params: { path: { companyId: place.company, id } } })),
  }));
  const acting = new FeedActing(useQueryClient(), () => id);
  const act = acting.act;
  const said = $derived(answers[place.query.get('answer') ?? '']);
  let asksToEnd = $state(false);

  async function end(source: string) {
    if (await acting.end(source)) await push(place.to('set-up/feeds'));
  }
</script>

<Rooms at="set-up/feeds" />
<Waiting query={feed} what="the feed">
  {#if feed.data}
    {@const d = feed.data}
    {@const f = d.feed}
    <div class="flex items-baseline gap-4">
      <h1>{f.source}</h1>
      <span class="text-soft">{f.title}, from {shortDay(f.fromDay)} on</span>
      <a class="quiet text-soft ml-auto" href={place.href('arrivals', { source: f.source, period: '' })}>Its documents</a>
      {#if place.keeps}
        <button class="btn" disabled={act.busy || f.needsConsent} onclick={() => acting.pull()}
          >{act.busy ? 'Pulling …' : 'Pull now'}</button
        >
      {/if}
    </div>
    {#if said && (d.pulls.length === 0 || said[0] !== 'good')}<p class={['note mt-3 max-w-3xl', said[0]]} role="status">
        {said[1]}
      </p>{/if}
    {#if act.refused}<p class="note bad mt-3 max-w-3xl" role="alert">{act.refused}</p>
    {:else if f.trouble}
      <p class="note bad mt-3 max-w-3xl" role="alert">
        {f.trouble}
        {#if f.failures > 1}<span class="text-soft">{many(f.failures, 'pull')} failed one after the other.</span>{/if}
      </p>
    {/if}
    <div class="mt-4 grid grid-cols-[1fr_22rem] items-start gap-10">
      <div class="flex flex-col gap-6">
        {#if d.decides}<Whose feed={d} {acting} />{/if}
        <Refused feed={d} {acting} />
        <Pulls feed={d} />
      </div>
      <aside class="flex flex-col gap-6">
        <section>
          <h2>How it is pulled</h2>
          <table class="ledger">
            <tbody>
              <tr
                ><td class="text-soft w-24">Pulled</td><td
                  >{#if place.administers}<select
                      class="field"
                      aria-label="How often it is pulled"
                      value={f.every}
                      disabled={act.busy}
                      onchange={(e) => void acting.schedule(e.currentTarget.value as Schemas['PullEvery'])}
                    >
                      {#each Object.entries(often) as [word, title] (word)}<option value={word}>{title}</option>{/each}
                    </select>{:else}{often[f.every]}{/if}</td
                ></tr
              >
              <tr
                ><td class="text-soft">Next</td><td
                  >{f.needsConsent ? 'when it is allowed anew' : f.nextAt ? instant(f.nextAt) : 'by hand'}</td
                ></tr
              >
              <tr><td class="text-soft">Connected</td><td>{instant(f.connectedAt)}, by {f.connectedBy}</td></tr>
              <tr><td class="text-soft">Address</td><td class="break-all">{f.address}</td></tr>
              {#if d.told !== null}
                <tr
                  ><td class="text-soft">Told</td><td
                    >{many(d.told ?? 0, 'piece')} of news{#if d.toTell > 0}, <span class="text-ochre"
                        >{d.toTell.toLocaleString('en')} to tell</span
                      >{/if}{#if d.tellTrouble}<span class="text-madder block">{d.tellTrouble}</span>{/if}</td
                  ></tr
                >
              {/if}
            </tbody>
          </table>
        </section>
        {#if f.kind !== 'mailbox' && f.kind !== 'folder'}<Gap {id} source={f.source} says={d.says} />{/if}
        <div class="flex flex-wrap gap-2">
          {#if place.keeps}<button class="btn plain" disabled={act.busy} onclick={() => acting.pull(true)}
              >Ask for everything again</button
            >{/if}
          {#if place.administers}
            {#if f.kind !== 'folder'}<button class="btn plain" disabled={act.busy} onclick={() => acting.allow()}
                >Allow anew</button
              >{/if}
            <button class="btn plain" onclick={() => (asksToEnd = true)}>End</button>
          {/if}
        </div>
        {#if asksToEnd}
          <div class="note">
            <p>
              {capital(f.source)} delivers no more then. Everything that came is kept; connected again under this name, it goes on where
              it was.
            </p>
            <div class="mt-2 flex gap-2">
              <button class="btn" onclick={() => void end(f.source)}>End it</button>
              <button class="btn plain" onclick={() => (asksToEnd = false)}>Keep it</button>
            </div>
          </div>
        {/if}
      </aside>
    </div>
  {/if}
</Waiting>
