<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { many, money, words } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import Rehearsal from './Rehearsal.svelte';
  import Rooms from './Rooms.svelte';

  /** Cards, cash and balances: what charges are paid from, with numbers, days and holders. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const query = createQuery(() => ({
    queryKey: [place.company, 'payment-accounts'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/payment-accounts', { params: { path } })),
  }));
  const kinds = ['company_card', 'debit_card', 'cash', 'gift_balance', 'prepaid_card', 'personal'];
  const kindTitle = (kind: string) => (kind === 'personal' ? 'a person’s own' : words(kind));
  interface Draft {
    id: number | null;
    name: string;
    kind: string;
    account: string;
    currency: string;
    holder: string;
    others: string;
    numbers: { text: string; from: string; through: string }[];
  }
  let draft = $state<Draft | null>(null);
  let removing = $state(false);
  let confirmed = $state(false);
  let refused = $state('');

  const blank = (text = ''): Draft => ({
    id: null,
    name: '',
    kind: 'company_card',
    account: '',
    currency: query.data?.currency ?? 'USD',
    holder: '',
    others: '',
    numbers: [{ text, from: '', through: '' }],
  });
  const edit = (a: Schemas['PaymentAccountAnswer']) => {
    removing = false;
    draft = {
      id: a.id,
      name: a.name,
      kind: a.kind,
      account: a.account,
      currency: a.currency,
      holder: a.holder,
      others: a.otherHolders.join(', '),
      numbers: [...a.numbers.map((n) => ({ text: n.text ?? '', from: n.from ?? '', through: n.through ?? '' }))],
    };
  };
  const body = $derived({
    name: draft?.name ?? '',
    kind: draft?.kind ?? '',
    account: draft?.account ?? '',
    currency: draft?.currency ?? '',
    holder: draft?.holder ?? '',
    otherHolders: (draft?.others ?? '').split(',').map((h) => h.trim()),
    numbers: draft?.numbers ?? [],
    confirmed,
  });
  const own = $derived(draft?.kind === 'personal');
  // What a person's own card paid is owed to that person: its account may be left to the role employee payable.
  const whole = $derived(draft !== null && draft.name.trim() !== '' && (own ? draft.holder.trim() !== '' : draft.account !== ''));
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'rehearsal', 'payment-account', removing, JSON.stringify(draft)],
    queryFn: () =>
      removing
        ? answer(
            api.POST('/api/companies/{companyId}/payment-accounts/{id}/removal-rehearsal', {
              params: { path: { companyId: place.company, id: draft!.id! } },
            }),
          )
        : answer(
            api.POST('/api/companies/{companyId}/payment-accounts/rehearsals', {
              params: { path, query: draft!.id ? { id: draft!.id } : {} },
              body,
            }),
          ),
    enabled: (whole || removing) && place.keeps,
    staleTime: 0,
  }));

  async function save() {
    refused = '';
    try {
      const id = draft!.id;
      const one = { path: { companyId: place.company, id: id ?? 0 } };
      await answer(
        removing
          ? api.DELETE('/api/companies/{companyId}/payment-accounts/{id}', { params: one })
          : id
            ? api.PUT('/api/companies/{companyId}/payment-accounts/{id}', { params: one, body })
            : api.POST('/api/companies/{companyId}/payment-accounts', { params: { path }, body }),
      );
      toast(removing ? `${draft!.name} is removed; its documents are kept.` : `${draft!.name} is saved.`);
      draft = null;
      removing = false;
      await client.invalidateQueries();
    } catch (error) {
      refused = (error as Error).message;
    }
  }
</script>

<Rooms at="mapping/payment-accounts" />
<Waiting {query} what="the payment accounts">
  {#if query.data}
    {@const p = query.data}
    <div class="flex items-baseline gap-4">
      <h1>
        {p.unclaimed.length === 0
          ? 'Payment accounts'
          : `${many(p.unclaimed.length, 'number')} ${p.unclaimed.length === 1 ? 'waits' : 'wait'} for a payment account`}
      </h1>
      {#if place.keeps}<button class="btn plain" onclick={() => ((draft = blank()), (removing = false))}>Add one</button>{/if}
    </div>
    <div class="mt-3 grid grid-cols-[1fr_350px] gap-8">
      <div>
        {#if p.unclaimed.length > 0}
          <table class="ledger mb-6">
            <thead><tr><th>What the source says</th><th class="n">Docs</th><th class="n">Money</th><th></th></tr></thead>
            <tbody>
              {#each p.unclaimed as u (u.text)}
                <tr>
                  <td class="text-ochre">◇ {u.text}</td>
                  <td class="n">{u.documents}</td>
                  <td class="n"
                    ><a href={place.href('arrivals', { keyKind: 'payment_account', key: u.text })}>{money(u.money)}</a></td
                  >
                  <td class="pl-6!">
                    {#if u.claimedBy.length > 1}<span class="text-soft"
                        >claimed by {u.claimedBy.join(' and ')}; choose on each document</span
                      >
                    {:else if place.keeps}
                      <button class="quiet mr-3" onclick={() => ((draft = blank(u.text)), (removing = false))}
                        >a new account</button
                      >
                      {#each p.accounts.slice(0, 4) as a (a.id)}
                        <button
                          class="quiet mr-3"
                          onclick={() => (
                            edit(a),
                            (draft!.numbers = [...draft!.numbers, { text: u.text, from: '', through: '' }])
                          )}>a number of {a.name}</button
                        >
                      {/each}
                    {/if}
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
        {#if p.accounts.length === 0}
          <p class="text-soft max-w-xl">
            Enter the cards, cash and balances that charges are paid from. Their final digits, or whatever a source calls them,
            lead to their account in the ledger; a card that was issued anew keeps its old digits up to their last day.
          </p>
        {:else}
          <table class="ledger">
            <thead
              ><tr
                ><th>Payment account</th><th>Ledger account</th><th>Numbers</th><th>Holders</th><th class="n">Docs</th><th
                  class="n">Money</th
                ></tr
              ></thead
            >
            <tbody>
              {#each p.accounts as a (a.id)}
                <tr class={draft?.id === a.id ? 'bg-sunk' : ''}>
                  <td
                    ><button class="quiet font-semibold" onclick={() => edit(a)} disabled={!place.keeps}>{a.name}</button>
                    <span class="text-soft block text-xs"
                      >{kindTitle(a.kind)}{a.currency === p.currency ? '' : `, ${a.currency}`}</span
                    ></td
                  >
                  <td class={a.broken ? 'text-madder' : ''}>{a.accountTitle}{a.broken ? ` ${a.broken}` : ''}</td>
                  <td>
                    {#each a.numbers as n (`${n.text}${n.from}`)}
                      <span class="block whitespace-nowrap"
                        >{n.text}<span class="text-soft text-xs"
                          >{n.from ? ` from ${n.from}` : ''}{n.through ? ` through ${n.through}` : ''}</span
                        ></span
                      >
                    {/each}
                  </td>
                  <td
                    >{a.holder}{#if a.otherHolders.length > 0}<span class="text-soft block text-xs"
                        >{a.otherHolders.join(', ')}</span
                      >{/if}</td
                  >
                  <td class="n">{a.documents || ''}</td>
                  <td class="n">{a.documents ? money(a.money) : ''}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
        {#if draft}
          <form
            class="bg-raised border-rule mt-5 grid grid-cols-2 gap-x-5 gap-y-3 border p-4"
            onsubmit={(e) => (e.preventDefault(), void save())}
          >
            <h2 class="col-span-2">{draft.id ? draft.name : 'A new payment account'}</h2>
            <label class="text-soft">Name <input class="field w-full" required bind:value={draft.name} /></label>
            <label class="text-soft"
              >Kind <select class="field w-full" bind:value={draft.kind}
                >{#each kinds as kind (kind)}<option value={kind}>{kindTitle(kind)}</option>{/each}</select
              ></label
            >
            <div class="text-soft">
              {own ? 'What is owed to the holder stands in (blank: employee payable)' : 'Ledger account'}
              {#key draft.id}<AccountPicker
                  bind:value={draft.account}
                  label="Ledger account of the payment account"
                  offset
                />{/key}
            </div>
            <label class="text-soft">Currency <input class="field w-full" maxlength="3" bind:value={draft.currency} /></label>
            <label class="text-soft"
              >{own ? 'Whose it is' : 'Main holder'}
              <input class="field w-full" required={own} bind:value={draft.holder} /></label
            >
            <label class="text-soft">Other holders, by comma <input class="field w-full" bind:value={draft.others} /></label>
            <div class="col-span-2">
              <div class="text-soft">Numbers: final digits, or what sources call it. Never a whole card number.</div>
              {#each draft.numbers as number, i (i)}
                <div class="mt-1 flex items-center gap-2">
                  <input class="field w-36" aria-label={`Number ${i + 1}`} bind:value={number.text} />
                  <label class="text-soft">from <input class="field" type="date" bind:value={number.from} /></label>
                  <label class="text-soft">through <input class="field" type="date" bind:value={number.through} /></label>
                  <button type="button" class="quiet text-soft" onclick={() => draft!.numbers.splice(i, 1)}>remove</button>
                </div>
              {/each}
              <button type="button" class="quiet mt-2" onclick={() => draft!.numbers.push({ text: '', from: '', through: '' })}
                >another number</button
              >
            </div>
            {#if draft.id}
              <label class="col-span-2 flex items-center gap-2"
                ><input type="checkbox" bind:checked={removing} /> remove it: its documents are kept, and the open ones wait for another</label
              >
            {/if}
          </form>
        {/if}
      </div>
      <Rehearsal
        query={draft && (whole || removing) ? rehearsal : null}
        idle={draft
          ? 'Give it a name and a ledger account, and see here which waiting documents it would take.'
          : 'Add or open a payment account, and see here what saving it would do.'}
        {refused}
        bind:confirmed
      >
        {#snippet actions(asks)}
          <button class="btn" disabled={asks} onclick={save}>{removing ? 'Remove it' : 'Save it'}</button>
          <button class="btn plain" onclick={() => ((draft = null), (removing = false), (refused = ''))}>Leave it</button>
        {/snippet}
      </Rehearsal>
    </div>
  {/if}
</Waiting>
