<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { toast } from 'svelte-sonner';
  import { answer, api, Refusal, type Schemas } from '../api/client';
  import { many } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import { paymentAccounts } from '../ledger/values';
  import SavedSince from '../frame/SavedSince.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import { PaymentDraft } from './paymentDraft.svelte';
  import PaymentForm from './PaymentForm.svelte';
  import PaymentTable from './PaymentTable.svelte';
  import Rehearsal from './Rehearsal.svelte';
  import Rooms from './Rooms.svelte';
  import Unclaimed from './Unclaimed.svelte';

  /** Cards, cash and balances: what charges are paid from, with numbers, days and holders. */
  const client = useQueryClient();
  const path = $derived({ companyId: place.company });
  const query = paymentAccounts();
  let draft = $state.raw<PaymentDraft | null>(null);
  let refused = $state('');
  /** What somebody else saved in the meantime; nothing while nobody did. */
  let theirs = $state.raw<Schemas['PaymentAccountAnswer'] | null>(null);
  const may = $derived(draft !== null && (draft.whole || draft.removing));
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'rehearsal', 'payment-account', draft?.id, draft?.removing, JSON.stringify(draft?.body)],
    queryFn: () => {
      const { id, removing, body } = draft!;
      return answer(
        removing
          ? api.POST('/api/companies/{companyId}/payment-accounts/{id}/removal-rehearsal', {
              params: { path: { ...path, id: id! } },
            })
          : api.POST('/api/companies/{companyId}/payment-accounts/rehearsals', {
              params: { path, query: id ? { id } : {} },
              body,
            }),
      );
    },
    enabled: may && place.keeps,
    staleTime: 0,
  }));

  // Puts an account as it is to be: none takes it away, without a number it is a new one.
  const put = (id: number | null, body: Schemas['PaymentAccountRequest'] | null) =>
    answer<Schemas['PaymentAccountsAnswer']>(
      !body
        ? api.DELETE('/api/companies/{companyId}/payment-accounts/{id}', { params: { path: { ...path, id: id! } } })
        : id
          ? api.PUT('/api/companies/{companyId}/payment-accounts/{id}', { params: { path: { ...path, id } }, body })
          : api.POST('/api/companies/{companyId}/payment-accounts', { params: { path }, body }),
    );

  async function undo(id: number | null, body: Schemas['PaymentAccountRequest'] | null) {
    try {
      await put(id, body);
      toast('Taken back.');
    } catch (error) {
      toast.error((error as Error).message);
    }
    await client.invalidateQueries();
  }

  async function save() {
    if (!draft) return;
    const { id, removing, body, name } = draft;
    const before = query.data?.accounts.find((a) => a.id === id);
    [refused, theirs] = ['', null];
    try {
      const after = await put(id, removing ? null : body);
      const was = before ? { ...new PaymentDraft(before.currency, before).body, confirmed: true } : null;
      const now = removing ? null : (id ?? after.accounts.find((a) => a.name === body.name)?.id ?? null);
      if (was) was.revision = after.accounts.find((a) => a.id === now)?.revision ?? '';
      toast(removing ? `${name} is removed; its documents are kept.` : `${name} is saved.`, {
        action: { label: 'Undo', onClick: () => void undo(now, was) },
        duration: 10_000,
      });
      draft = null;
      await client.invalidateQueries();
    } catch (error) {
      if (error instanceof Refusal && error.type === 'saved-since') theirs = error.now as Schemas['PaymentAccountAnswer'];
      else refused = (error as Error).message;
    }
  }

  function keepMine() {
    draft!.revision = theirs!.revision;
    void save();
  }

  function takeTheirs() {
    [draft, theirs] = [new PaymentDraft(theirs!.currency, theirs!), null];
    void client.invalidateQueries();
  }

  function onkeydown(event: KeyboardEvent) {
    if (!draft) return;
    if (event.key === 'Enter' && event.ctrlKey && may) void save();
    else if (event.key === 'Escape') [draft, refused] = [null, ''];
    else return;
    event.preventDefault();
  }

  // Without a draft there is nothing to confirm; with one the rehearsal's question is its own.
  const confirmed = {
    get value() {
      return draft?.confirmed ?? false;
    },
    set value(yes: boolean) {
      if (draft) draft.confirmed = yes;
    },
  };
</script>

<svelte:window {onkeydown} />
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
      {#if place.keeps}<button class="btn plain" onclick={() => (draft = new PaymentDraft(p.currency).claim())}>Add one</button
        >{/if}
    </div>
    <div class="mt-3 grid grid-cols-[1fr_350px] gap-8">
      <div>
        {#if p.unclaimed.length > 0}
          <Unclaimed accounts={p} begin={(text, of) => (draft = new PaymentDraft(p.currency, of).claim(text))} />
        {/if}
        {#if p.accounts.length === 0}
          <p class="text-soft max-w-xl">
            Enter the cards, cash and balances that charges are paid from. Their final digits, or whatever a source calls them,
            lead to their account in the ledger; a card that was issued anew keeps its old digits up to their last day.
          </p>
        {:else}
          <PaymentTable accounts={p} opened={draft?.id} edit={(a) => (draft = new PaymentDraft(p.currency, a))} />
        {/if}
        {#if draft}
          {#if theirs}<SavedSince mine={draft.body} theirs={new PaymentDraft('', theirs).body} {keepMine} {takeTheirs} />{/if}
          <PaymentForm {draft} save={() => void save()} />
        {/if}
      </div>
      <Rehearsal
        query={may ? rehearsal : null}
        idle={draft
          ? 'Give it a name and a ledger account, and see here which waiting documents it would take.'
          : 'Add or open a payment account, and see here what saving it would do.'}
        {refused}
        bind:confirmed={confirmed.value}
      >
        {#snippet actions(asks)}
          <button class="btn" disabled={asks} onclick={save}
            >{draft?.removing ? 'Remove it' : 'Save it'} <kbd>Ctrl Enter</kbd></button
          >
          <button class="btn plain" onclick={() => ((draft = null), (refused = ''))}>Leave it</button>
        {/snippet}
      </Rehearsal>
    </div>
  {/if}
</Waiting>
