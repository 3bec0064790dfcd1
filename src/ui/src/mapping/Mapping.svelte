<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { push, replace } from 'svelte-spa-router';
  import { toast } from 'svelte-sonner';
  import { answer, api, Refusal, type Schemas } from '../api/client';
  import { isZero, many, money, size } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import Waiting from '../frame/Waiting.svelte';
  import AccountPicker from '../ledger/AccountPicker.svelte';
  import Ladder from './Ladder.svelte';
  import Rehearsal from './Rehearsal.svelte';

  /** What arrives on the left, what decides it in the middle, what a change would do on the right. */
  const client = useQueryClient();
  const kinds = [
    ['category', 'Categories'],
    ['item', 'Items'],
    ['supplier', 'Suppliers'],
    ['payment_account', 'Payment accounts'],
    ['settlement', 'Settlements'],
  ] as const;

  const kind = $derived(place.query.get('kind') ?? 'category');
  const values = createQuery(() => ({
    queryKey: [place.company, 'values', kind],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/{kind}/values', { params: { path: { companyId: place.company, kind } } }),
      ),
  }));
  const value = $derived(place.query.get('value') ?? values.data?.rows[0]?.value ?? '');
  const detail = createQuery(() => ({
    queryKey: [place.company, 'value', kind, value],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/mapping/{kind}/value', {
          params: { path: { companyId: place.company, kind }, query: { key: value } },
        }),
      ),
    enabled: value !== '',
  }));
  const current = $derived(detail.data?.rows.find((r) => r.inForce && !r.forSource));

  let account = $state('');
  let from = $state('');
  let confirmed = $state(false);
  let refused = $state('');
  let middle = $state<HTMLElement>();
  let shownFor = '';
  const offset = $derived(kind === 'payment_account' || kind === 'settlement');

  $effect(() => {
    // Another value begins with what is in force for it.
    const now = `${kind}|${value}|${detail.dataUpdatedAt}`;
    if (now === shownFor || !detail.data) return;
    shownFor = now;
    account = current?.account ?? '';
    from = '';
    confirmed = false;
    refused = '';
  });

  const change = $derived({ kind, key: value, forSource: '', account, effectiveFrom: from, confirmed });
  const differs = $derived(value !== '' && account !== '' && (account !== (current?.account ?? '') || from !== ''));
  const rehearsal = createQuery(() => ({
    queryKey: [place.company, 'rehearsal', kind, value, account, from],
    queryFn: () =>
      answer(
        api.POST('/api/companies/{companyId}/mapping/rehearsals', {
          params: { path: { companyId: place.company } },
          body: change,
        }),
      ),
    enabled: differs && place.keeps,
    staleTime: 0,
  }));

  const go = (next: string, where = push) => where(place.to('mapping', { kind, value: next }));
  const coverage = $derived.by(() => {
    const all = values.data;
    if (!all) return '';
    const total = size(all.money);
    const share = total === 0 ? 100 : (size(all.moneyMapped) / total) * 100;
    return `${all.mapped} of ${all.values} mapped · ${share.toFixed(1)} % of the money`;
  });

  async function write(proposed: Schemas['ChangeRequest']) {
    const saved = await answer(
      api.POST('/api/companies/{companyId}/mapping/changes', {
        params: { path: { companyId: place.company } },
        body: proposed,
      }),
    );
    await client.invalidateQueries();
    return saved;
  }

  async function save(next: boolean) {
    if (!differs) return;
    refused = '';
    // What is saved is fixed here: the list, and with it the value that is shown, moves on as soon as it is.
    const [was, list, proposed] = [value, values.data?.rows ?? [], { ...change }];
    const at = list.findIndex((r) => r.value === was);
    const following = list.slice(at + 1).find((r) => !isZero(r.waiting) || !r.account) ?? list[at + 1];
    try {
      const saved = await write(proposed);
      const undo = { ...proposed, account: saved.before, confirmed: true };
      toast(`“${was}” is mapped. ${many(saved.recoded, 'open document')} coded anew.`, {
        action: { label: 'Undo', onClick: () => takeBack(undo) },
      });
      if (next && following) {
        await go(following.value);
        middle?.querySelector('input')?.focus();
      }
    } catch (error) {
      refused = (error as Error).message;
      if (error instanceof Refusal && error.type === 'confirm') confirmed = false;
    }
  }

  async function takeBack(before: Schemas['ChangeRequest']) {
    try {
      await write(before);
      toast(`“${before.key}” is as it was.`);
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey && event.key === 'Enter') {
      event.preventDefault();
      void save(true);
    }
  }
</script>

<svelte:window {onkeydown} />
<div class="flex flex-wrap items-baseline gap-x-5 gap-y-1">
  <h1>{kinds.find((k) => k[0] === kind)?.[1] ?? 'Mapping'}</h1>
  <span class="text-soft">{coverage}</span>
  <nav class="ml-auto flex gap-4" aria-label="Kinds of value">
    {#each kinds as [word, title] (word)}
      <a
        href={place.href('mapping', { kind: word })}
        aria-current={word === kind ? 'true' : undefined}
        class={word === kind ? 'font-semibold' : 'text-soft quiet'}>{title}</a
      >
    {/each}
  </nav>
</div>

<Waiting query={values} what="the values">
  {#if values.data?.rows.length === 0}
    <p class="text-soft mt-8 max-w-xl">
      Nothing of this kind has arrived yet. <a class="quiet" href={place.href('arrivals/new')}>Take in a file</a>, and its values
      stand here, most money first.
    </p>
  {:else if values.data}
    <div class="mt-4 grid grid-cols-[330px_minmax(300px,1fr)_330px] gap-7">
      <section class="max-h-[calc(100vh-130px)] overflow-y-auto" aria-label="Values that arrive">
        <table class="ledger">
          <thead class="bg-paper sticky top-0"
            ><tr><th>Value that arrives</th><th class="n">Waits</th><th class="n">Money</th></tr></thead
          >
          <tbody {@attach rows}>
            {#each values.data.rows as row (row.value)}
              <tr
                class="opens"
                tabindex="0"
                data-at={row.value === value}
                aria-current={row.value === value ? 'true' : undefined}
                onfocus={() => row.value !== value && go(row.value, replace)}
                onclick={() => row.value !== value && go(row.value)}
                onkeydown={(e) => e.key === 'Enter' && middle?.querySelector('input')?.focus()}
              >
                <td class="max-w-[170px] truncate" title={row.value}>
                  {#if row.broken}<span class="text-madder" title="its account is closed or gone">✕</span>
                  {:else if !isZero(row.waiting) || !row.account}<span class={isZero(row.waiting) ? 'text-soft' : 'text-ochre'}
                      >◇</span
                    >
                  {:else}<span class="text-soft">●</span>{/if}
                  {row.value}
                </td>
                <td class="n text-ochre">{isZero(row.waiting) ? '' : money(row.waiting)}</td>
                <td class="n"
                  ><a href={place.href('arrivals', { keyKind: kind, key: row.value })} tabindex="-1">{money(row.money)}</a></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </section>

      <section bind:this={middle}>
        <h2>What decides {offset ? 'the offset of' : 'a line of'} “{value}”</h2>
        {#if detail.data}
          {#if detail.data.ladder.length > 0}<Ladder rungs={detail.data.ladder} />{/if}
          {#if detail.data.rows.length > 0}
            <table class="ledger mt-2">
              <thead><tr><th>Mapped to</th><th>From</th><th>For</th></tr></thead>
              <tbody>
                {#each detail.data.rows as row (`${row.forSource}${row.effectiveFrom}`)}
                  <tr class={row.inForce ? 'font-semibold' : 'text-soft'}>
                    <td>{row.accountTitle || row.group || 'ended'}</td><td>{row.effectiveFrom || 'always'}</td><td
                      >{row.forSource || 'every source'}</td
                    >
                  </tr>
                {/each}
              </tbody>
            </table>
          {/if}
          {#if place.keeps}
            <div class="border-rule mt-4 border-t pt-3">
              <div class="text-soft mb-1">{offset ? 'Ledger account' : 'Account'} for this value</div>
              {#key `${kind}|${value}`}
                <AccountPicker bind:value={account} label={`Account for ${value}`} {offset} />
              {/key}
              <label class="text-soft mt-2 flex items-center gap-2"
                >from <input class="field" type="date" bind:value={from} /> {from ? '' : '(always)'}</label
              >
            </div>
          {:else}
            <p class="text-soft mt-4">Your role reads; a bookkeeper maps.</p>
          {/if}
        {/if}
      </section>

      <Rehearsal
        query={differs ? rehearsal : null}
        {value}
        posted={detail.data?.posted ?? 0}
        bind:confirmed
        {refused}
        {save}
        keeps={place.keeps}
      />
    </div>
  {/if}
</Waiting>
