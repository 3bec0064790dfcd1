<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Outcome from '../mapping/Outcome.svelte';

  /** A pull that breaks something: what changed, what it breaks and with how much money, and who may follow. */
  let {
    pull,
    takeOver,
    discard,
    busy,
    keeps,
  }: {
    pull: Schemas['PullAnswer'];
    takeOver: (replacements: Schemas['Replacement'][]) => void;
    discard: () => void;
    busy: string;
    keeps: boolean;
  } = $props();

  let chosen = $state<Record<string, string>>({});
  let shows = $state('');
  // Another organisation: what has the same number and name there is proposed as chosen; a person still confirms all of it.
  const successor = (b: Schemas['BreakAnswer']) =>
    chosen[b.account] ?? (pull.otherOrganisation && (b.successors[0]?.likeness ?? 0) >= 95 ? b.successors[0]!.account : '');
  const replacements = $derived(pull.breaks.map((b) => ({ account: b.account, successor: successor(b) })));
  // With each choice it is rehearsed anew: what is said here is what taking it over then does.
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'pull', 'rehearsal', JSON.stringify(replacements)],
    queryFn: () =>
      answer(
        api.POST('/api/companies/{companyId}/connection/pulls/waiting/rehearsals', {
          params: { path: { companyId: place.company } },
          body: replacements,
        }),
      ),
    enabled: keeps && replacements.some((r) => r.successor),
    placeholderData: (before: Schemas['PullAnswer'] | undefined) => before,
  }));
  const shown = $derived(replacements.some((r) => r.successor) ? (rehearsal.data ?? pull) : pull);
  const left = $derived(replacements.filter((r) => !r.successor).length);
</script>

<section class="note mt-6 max-w-5xl" aria-label="The pull that waits">
  <h2>
    {pull.otherOrganisation
      ? `This is another organisation: ${pull.organisation}`
      : `The ledger changed: ${pull.breaks.length > 0 ? `${many(pull.breaks.length, 'account')} in use ${pull.breaks.length === 1 ? 'is' : 'are'} broken by it` : 'open documents would be held'}`}
  </h2>
  <p>
    {pull.otherOrganisation
      ? 'Each account in use is matched by number and name; confirm each match or choose another. Nothing counts before you take it over.'
      : 'Nothing counts before you take it over. What is left without a successor stays broken, and its documents are held; nothing falls through to another account.'}
  </p>
  {#if pull.breaks.length > 0}
    <table class="ledger mt-3">
      <thead
        ><tr
          ><th>Account in use</th><th>What leads to it</th><th class="n">Docs</th><th class="n">Money</th><th class="w-72 pl-6!"
            >Follows it</th
          ></tr
        ></thead
      >
      <tbody>
        {#each pull.breaks as b (b.account)}
          <tr>
            <td>{b.title}<span class="text-madder block text-xs">{b.why}</span></td>
            <td>
              <button
                class="quiet"
                aria-expanded={shows === b.account}
                onclick={() => (shows = shows === b.account ? '' : b.account)}>{many(b.mappings.length, 'mapping')}</button
              >
              {#if shows === b.account}<ul class="text-soft text-xs">
                  {#each b.mappings as m (m)}<li>{m}</li>{/each}
                </ul>{/if}
            </td>
            <td class="n">{b.documents}</td>
            <td class="n">{money(b.money)}</td>
            <td class="pl-6!">
              {#if keeps}
                <select
                  class="field w-full"
                  aria-label={`Successor of ${b.title}`}
                  value={successor(b)}
                  onchange={(e) => (chosen[b.account] = e.currentTarget.value)}
                >
                  <option value="">none: leave it broken</option>
                  {#each b.successors as s (s.account)}<option value={s.account}>{s.title} · {s.likeness} % alike</option>{/each}
                  <optgroup label="The ledger’s chart as it is now">
                    {#each pull.choices.filter((c) => !b.successors.some((s) => s.account === c.account)) as c (c.account)}<option
                        value={c.account}>{c.title}</option
                      >{/each}
                  </optgroup>
                </select>
                {#if !successor(b) && b.successors[0]}
                  <button class="quiet text-xs" onclick={() => (chosen[b.account] = b.successors[0]!.account)}
                    >likely {b.successors[0].title}</button
                  >
                {/if}
              {:else}{b.successors[0]?.title ?? 'none alike'}{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if shown.rehearsal}
    <h3 class="mt-4 font-semibold">
      {shown.changed === 0
        ? 'No open document changes'
        : `With ${left === replacements.length ? 'no successor' : many(replacements.length - left, 'successor')}, ${many(shown.changed, 'open document')} ${shown.changed === 1 ? 'changes' : 'change'}`}
    </h3>
    <div class="max-w-2xl"><Outcome rehearsal={shown.rehearsal} /></div>
  {/if}
  <details class="mt-3">
    <summary class="cursor-pointer">{many(pull.changes.length, 'change')} in the ledger since the last pull</summary>
    <table class="ledger mt-1">
      <tbody>
        {#each pull.changes.slice(0, 200) as change (`${change.record}${change.id}${change.change}`)}
          <tr
            ><td class="text-soft">{change.record}</td><td>{change.change}</td><td>{change.before}</td><td
              ><a class="quiet" href={change.link} target="_blank" rel="noreferrer">{change.after || 'gone'}</a></td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </details>
  {#if keeps}
    <div class="mt-4 flex items-center gap-2">
      <button class="btn" disabled={busy !== ''} onclick={() => takeOver(replacements)}
        >{busy ||
          `Take it over${left < replacements.length ? ` with ${many(replacements.length - left, 'successor')}` : ''}`}</button
      >
      <button class="btn plain" disabled={busy !== ''} onclick={discard}>Leave it</button>
      {#if left > 0}<span class="text-ochre">{left} left broken</span>{/if}
    </div>
  {/if}
</section>
