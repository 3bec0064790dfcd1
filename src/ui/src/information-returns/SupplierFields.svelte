<script lang="ts">
  import type { Schemas } from '../api/client';
  import DayField from '../frame/DayField.svelte';
  import { place } from '../frame/place.svelte';
  import type { SupplierDraft } from './supplierDraft.svelte';
  import { classifications } from './words';

  /** What is known of a supplier, to type. */
  let {
    s,
    draft,
    busy,
    whole,
    reveal,
  }: { s: Schemas['DeskSupplier']; draft: SupplierDraft; busy: boolean; whole: string; reveal?: () => void } = $props();
  const t = $derived(draft.text);
  const yes = $derived([
    ['isAttorney', 'Attorney'],
    ['isAgent', 'Agent for owners: rent is theirs, own fees count'],
    ['isForeign', 'Foreign'],
    ['hasW8', 'Its Form W-8 is here'],
  ] as const);
</script>

<fieldset class={['grid grid-cols-2 gap-x-4 gap-y-2.5', !place.keeps && 'only-said']} disabled={!place.keeps || busy}>
  <legend class="sr-only">What is known of it</legend>
  <label class="text-soft">Legal name <input class="field block w-full" bind:value={t.legalName} /></label>
  <label class="text-soft">Business name <input class="field block w-full" bind:value={t.businessName} /></label>
  <label class="text-soft"
    >Is for tax
    <select class="field block w-full" bind:value={t.classification}>
      <option value={null}>not known</option>
      {#each Object.entries(classifications) as [c, called] (c)}<option value={c}>{called}</option>{/each}
    </select></label
  >
  <label class="text-soft"
    >Exempt payee code
    <select class="field block w-full" bind:value={t.exemptCode}>
      <option value={null}>none</option>
      {#each Array.from({ length: 13 }, (_, i) => i + 1) as code (code)}<option value={code}>{code}</option>{/each}
    </select></label
  >
  {#if s.contradiction}<p class="note bad col-span-2">Its name says that it is {s.contradiction}, which this is not.</p>
  {:else if !t.classification && s.nameSays}<p class="note col-span-2">
      Its name says that it is {s.nameSays}.
      {#if s.suggested}<button type="button" class="quiet font-semibold" onclick={() => (t.classification = s.suggested!)}
          >Take {classifications[s.suggested]}</button
        >{/if}
    </p>{/if}
  <label class="text-soft"
    >Kind of tax number
    <select class="field block w-full" bind:value={t.numberKind}>
      <option value={null}>not known</option><option value="ein">EIN</option><option value="ssn">SSN</option><option value="itin"
        >ITIN</option
      >
    </select></label
  >
  <div class="text-soft">
    <label class="block"
      >Tax number
      <input
        class="field block w-full"
        autocomplete="off"
        placeholder={s.numberShown ? `${s.numberShown} stands; type another` : 'nine digits'}
        bind:value={draft.number}
      /></label
    >
    {#if s.numberStatus === 'bad'}<span class="text-madder block text-xs"
        >{s.numberShown} cannot be a tax number of its kind.</span
      >{/if}
    {#if s.hasUnusualPrefix}<span class="text-ochre block text-xs">Its prefix is not known to be issued; look at it again.</span
      >{/if}
    {#if whole}<span class="text-ink block tabular-nums">{whole}</span>
    {:else if reveal && s.numberShown && place.may('see_tax_numbers')}<button type="button" class="quiet" onclick={reveal}
        >show the whole number</button
      >{/if}
  </div>
  <label class="text-soft">Address <input class="field block w-full" bind:value={t.address} /></label>
  <label class="text-soft">City, state and ZIP code <input class="field block w-full" bind:value={t.town} /></label>
  <label class="text-soft">E-mail <input class="field block w-full" type="email" bind:value={t.email} /></label>
  <div></div>
  <div class="col-span-2 flex flex-wrap gap-x-6 gap-y-1.5">
    {#each yes as [name, called] (name)}
      <label class="flex min-h-6 items-center gap-1.5"
        ><input type="checkbox" class="size-4" bind:checked={t[name]} />{called}</label
      >
    {/each}
    <label class="flex min-h-6 items-center gap-1.5"
      ><input type="checkbox" class="size-4" bind:checked={t.billsMayGo} />Its bills go before its Form W-9 is here</label
    >
    <label class="flex min-h-6 items-center gap-1.5"
      ><input type="checkbox" class="size-4" bind:checked={t.nameIsRight} />Its names, number and what it is are right as they
      stand</label
    >
  </div>
  <label class="text-soft"
    >Reportable
    <select class="field block w-full" bind:value={t.reportable}>
      <option value={null}>as it follows</option><option value={true}>yes, as said here</option><option value={false}
        >no, as said here</option
      >
    </select></label
  >
  {#if t.reportable !== null}<label class="text-soft"
      >Because <input class="field block w-full" required bind:value={t.reportableReason} /></label
    >{:else}<div></div>{/if}
  <div class="col-span-2 flex flex-wrap items-end gap-x-5 gap-y-2">
    <label class="text-soft">Form W-9 received <DayField bind:value={t.w9Received} label="Form W-9 received" /></label>
    <label class="text-soft">dated <DayField bind:value={t.w9Dated} label="Form W-9 dated" /></label>
    <label class="flex items-center gap-1.5 pb-1"
      ><input type="checkbox" class="size-4" bind:checked={t.w9IsSigned} />signed</label
    >
    <span class="text-soft pb-1">{s.hasW9 ? 'It counts.' : 'It counts once it is here, signed and dated.'}</span>
  </div>
</fieldset>
