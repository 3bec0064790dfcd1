<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import AccountLink from '../ledger/AccountLink.svelte';
  import EntryLink from '../ledger/EntryLink.svelte';
  import ChooseBox from './ChooseBox.svelte';
  import ChooseMethod from './ChooseMethod.svelte';
  import { boxTitle, leftOut, methodBy, methods } from './words';
  import { href, supplierRoom } from './year';

  /** One payment: how it was made, and each line with its place and why it stands there. */
  let {
    payment,
    named,
    shown,
    isChosen,
    choose,
    busy,
    decide,
    method,
  }: {
    payment: Schemas['PaidAnswer'];
    named: boolean;
    shown: (line: Schemas['PaidLineAnswer']) => boolean;
    isChosen: (line: Schemas['PaidLineAnswer']) => boolean;
    choose: (line: Schemas['PaidLineAnswer']) => void;
    busy: boolean;
    decide: (line: Schemas['PaidLineAnswer'], choice: Omit<Schemas['LinesRequest'], 'lines'>) => Promise<boolean>;
    method: (to: Schemas['PaymentMethod'] | null, reason: string) => Promise<boolean>;
  } = $props();
  let deciding = $state('');
  let changing = $state(false);
  const id = (l: Schemas['PaidLineAnswer']) => `${l.bill}/${l.line}`;

  async function change(to: Schemas['PaymentMethod'] | null, reason: string) {
    if (await method(to, reason)) changing = false;
  }
</script>

<article class="border-rule border-b py-2" aria-label={`Payment ${payment.reference || payment.payment}`}>
  <div class="flex items-baseline gap-3">
    <b class="font-semibold">{shortDay(payment.day)}</b>
    {#if named}<a class="quiet" href={href(supplierRoom(payment.key))}>{payment.supplier}</a>{/if}
    <span class="text-soft truncate">{payment.reference}</span>
    <span class="text-soft text-xs"
      >{methods[payment.method]}, {methodBy[payment.methodBy]}{payment.paidFrom
        ? ` (${payment.paidFrom})`
        : ''}{payment.methodReason ? `: ${payment.methodReason}` : ''}
      {#if place.keeps}<button class="quiet" aria-expanded={changing} onclick={() => (changing = !changing)}>change</button
        >{/if}</span
    >
    <span class="ml-auto text-right whitespace-nowrap"
      >{payment.isVoided ? 'voided ' : ''}{money(payment.amount)}{#if !isZero(payment.withheld)}<span
          class="text-soft block text-xs">{money(payment.withheld)} withheld</span
        >{/if}</span
    >
  </div>
  {#if changing}
    <div class="my-1 flex flex-wrap items-center gap-2">
      <ChooseMethod label="It was paid by" was={payment.method} {busy} take={change} />
      {#if payment.methodBy === 'person'}<button type="button" class="quiet" disabled={busy} onclick={() => void change(null, '')}
          >{methods[payment.toldMethod]} again</button
        >{/if}
    </div>
  {/if}
  {#each payment.lines.filter(shown) as l (id(l))}
    <div class="mt-1 grid grid-cols-[20px_1fr_auto] gap-x-2">
      {#if place.keeps}<input
          type="checkbox"
          class="mt-1 size-3.5"
          aria-label={`Choose the line of ${l.accountTitle}`}
          checked={isChosen(l)}
          onchange={() => choose(l)}
        />{:else}<span></span>{/if}
      <div class="min-w-0">
        <AccountLink account={l.account}>{l.accountTitle}</AccountLink>
        {#if l.billReference}<span class="text-soft">&nbsp;bill {l.billReference}</span>{/if}
        <span class="block"
          ><b
            class={['font-semibold', l.leftOut === 'no_box' && 'text-ochre', l.leftOut && l.leftOut !== 'no_box' && 'text-soft']}
            >{l.box ? boxTitle(l.box) : leftOut[l.leftOut!]}</b
          >
          <span class="text-soft">{l.because}{l.reason ? ` ${l.reason}` : ''}</span>
          {#if place.keeps}<button
              class="quiet"
              aria-expanded={deciding === id(l)}
              onclick={() => (deciding = deciding === id(l) ? '' : id(l))}>change</button
            >{/if}</span
        >
        {#if deciding === id(l)}
          <ChooseBox
            label="It counts in"
            {busy}
            take={async (choice) => {
              const done = await decide(l, choice);
              if (done) deciding = '';
              return done;
            }}
          />
        {/if}
      </div>
      <span class="text-right tabular-nums">{money(l.amount)}</span>
    </div>
  {/each}
  <p class="text-xs">
    {#if payment.ledgerEntry}<EntryLink entry={payment.ledgerEntry} />{/if}
    {#if payment.run}<a class="quiet" href={place.href(`payroll/runs/${payment.run}`)}>the pay run</a>{/if}
  </p>
</article>
