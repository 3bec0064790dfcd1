<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { Popover } from 'bits-ui';
  import type { Snippet } from 'svelte';
  import { push, router } from 'svelte-spa-router';
  import { api, Refusal } from '../api/client';
  import { period as periodTitle } from '../amounts/format';
  import Keys from './Keys.svelte';
  import { isTyping } from './keys';
  import { look } from './look.svelte';
  import NoticesLink from './NoticesLink.svelte';
  import { overview as askOverview } from './overview';
  import { place } from './place.svelte';
  import Recoding from './Recoding.svelte';
  import Search from './Search.svelte';
  import Sign from './Sign.svelte';

  /** Company and period on top, the rail in the order of the work. */
  let { children, signedOut }: { children: Snippet; signedOut: () => void } = $props();

  const client = useQueryClient();
  const overview = askOverview(() => place.period);
  // A damaged file stops its company alone; the others can be chosen above.
  const damaged = $derived(
    overview.error instanceof Refusal && overview.error.type === 'company-damaged' ? overview.error.message : '',
  );
  let search: Search;
  let showKeys = $state(false);

  const periods = $derived(overview.data?.periods ?? (place.period ? [place.period] : []));
  const view = $derived(router.location.split('/')[2] ?? 'count');
  // Files, prices, and what is not complete, are views of what arrived.
  const at = $derived(['files', 'incomplete', 'prices'].includes(view) ? 'arrivals' : view);
  const books = $derived([
    { view: 'count', title: 'Count', number: 0 },
    {
      view: 'arrivals',
      title: 'Arrivals',
      number: (overview.data?.held ?? 0) + (overview.data?.incomplete ?? 0),
      says: 'held or to complete',
    },
    { view: 'mapping', title: 'Mapping', number: overview.data?.valuesWaiting ?? 0, says: 'values wait' },
    { view: 'posting', title: 'Posting', number: overview.data?.ready ?? 0, says: 'ready' },
    { view: 'proof', title: 'Proof', number: overview.data?.differences ?? 0, says: 'differences' },
    { view: 'spend', title: 'Spend', number: 0, says: '' },
    { view: 'payroll', title: 'Payroll', number: 0, says: '' },
    { view: 'year-end', title: 'Year end', number: 0, says: '' },
    {
      view: 'set-up',
      title: 'Set-up',
      number: overview.data ? overview.data.feeds.length + (overview.data.connected ? 0 : 1) : 0,
      says: 'to do',
    },
  ]);
  const rail = $derived([
    ...(place.may('read') ? books : []),
    ...(place.session?.administers ? [{ view: 'installation', title: 'Installation', number: 0, says: '' }] : []),
  ]);

  // Views that need no company, or not its books.
  const closed = $derived(!place.may('read') && !['own', 'installation'].includes(view));

  function onkeydown(event: KeyboardEvent) {
    if (isTyping(event) || event.ctrlKey || event.altKey || event.metaKey) return;
    if (event.key === '/') search.focus();
    else if (event.key === '?') showKeys = true;
    else return;
    event.preventDefault();
  }

  async function signOut() {
    await api.DELETE('/api/session');
    client.clear();
    signedOut();
  }

  function choosePeriod(value: string) {
    const parameters = new URLSearchParams(router.querystring ?? '');
    if (value) parameters.set('period', value);
    else parameters.delete('period');
    parameters.delete('after');
    const text = parameters.toString();
    push(`${router.location}${text ? `?${text}` : ''}`);
  }
</script>

<svelte:window {onkeydown} />
<a href="#main" class="sr-only" onclick={(e) => (e.preventDefault(), document.getElementById('main')?.focus())}
  >Skip to the view</a
>
<header class="border-rule flex print:hidden h-12 items-center border-b pr-5">
  <a href={place.href('count')} class="flex w-34 items-center gap-2 pl-4.5 font-serif text-[17px] font-[560]"><Sign /> Adnumera</a
  >
  <div class="flex items-center gap-3 pl-2 text-sm">
    {#if (place.session?.companies.length ?? 0) > 1}
      <select
        class="field font-semibold"
        aria-label="Company"
        value={place.company}
        onchange={(e) => push(`/${e.currentTarget.value}/count`)}
      >
        {#each place.session?.companies ?? [] as company (company.id)}<option value={company.id}>{company.name}</option>{/each}
      </select>
    {:else}
      <b class="font-semibold">{overview.data?.name ?? ''}</b>
    {/if}
    <select
      class="field border-rule"
      aria-label="Period"
      value={place.period}
      onchange={(e) => choosePeriod(e.currentTarget.value)}
    >
      <option value="">All periods</option>
      {#each periods as p (p)}<option value={p}>{periodTitle(p)}</option>{/each}
    </select>
  </div>
  <div class="ml-auto flex items-center gap-4">
    <Search bind:this={search} />
    {#if place.may('read')}<NoticesLink />{/if}
    <Popover.Root>
      <Popover.Trigger class="text-soft quiet">{place.session?.name}{place.role ? ` · ${place.role}` : ''}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content class="bg-raised border-strong z-20 flex w-52 flex-col gap-3 border p-4" sideOffset={8} align="end">
          <label class="flex justify-between"
            >Theme
            <select class="field" bind:value={look.theme} onchange={() => look.apply()}
              ><option value="paper">Paper</option><option value="night">Night</option></select
            >
          </label>
          <label class="flex justify-between"
            >Rows
            <select class="field" bind:value={look.density} onchange={() => look.apply()}
              ><option value="dense">Dense</option><option value="comfortable">Comfortable</option></select
            >
          </label>
          <label class="flex justify-between"
            >Days typed
            <select class="field" bind:value={look.dayOrder} onchange={() => look.apply()}
              ><option value="day">20/11</option><option value="month">11/20</option></select
            >
          </label>
          <button class="btn plain" onclick={() => (showKeys = true)}>Keys <kbd>?</kbd></button>
          <a class="btn plain text-center" href={place.href('own')}>Your own page</a>
          <button class="btn plain" onclick={signOut}>Sign out</button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  </div>
</header>
<div class="flex min-h-[calc(100vh-48px)]">
  <nav class="border-rule w-34 print:hidden shrink-0 border-r pt-3.5" aria-label="Views">
    {#each rail as room (room.view)}
      {#if room.view === 'set-up' || room.view === 'installation'}<div class="h-2.5"></div>{/if}
      <a
        href={place.href(room.view)}
        aria-current={at === room.view ? 'page' : undefined}
        class={[
          'relative flex justify-between py-1.5 pr-3 pl-4.5',
          at === room.view
            ? 'font-semibold before:absolute before:inset-y-1 before:left-0 before:w-1 before:rounded-r before:bg-ink'
            : 'text-soft',
        ]}
      >
        {room.title}
        {#if room.number > 0}<span class="text-ochre text-xs font-semibold"
            >{room.number}<span class="sr-only"> {room.says}</span></span
          >{/if}
      </a>
    {/each}
  </nav>
  <main id="main" tabindex="-1" class="min-w-0 flex-1 px-6.5 py-4.5 outline-none">
    {#if damaged}
      <div class="note bad max-w-2xl" role="alert">
        <h1>This company cannot be opened</h1>
        <p class="mt-2">{damaged}</p>
        <button class="btn plain mt-3" onclick={() => overview.refetch()}>Try again</button>
      </div>
    {:else if closed}
      <h1>{place.role ? `The books of this company are closed to you` : 'There is no company of yours here'}</h1>
      <p class="text-soft mt-2 max-w-xl">
        {place.role
          ? `You are ${place.role} here. The rooms for it open with approvals and spending; an administrator can give you another role until then.`
          : 'You have no part in it, or it was closed. Choose another company above, or ask whoever looks after it for an invitation.'}
        <a class="quiet" href={place.href('own')}>Your own page</a>
      </p>
    {:else}<Recoding />{@render children()}{/if}
  </main>
</div>
<Keys bind:open={showKeys} {view} />
