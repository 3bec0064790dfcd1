<script lang="ts">
  import { answer, api, type Schemas } from '../api/client';
  import type { Acting } from '../frame/acting.svelte';
  import { typedDay } from '../frame/days';
  import { look } from '../frame/look.svelte';
  import { place } from '../frame/place.svelte';
  import Pages from '../pictures/Pages.svelte';
  import type { SupplierDraft } from './supplierDraft.svelte';
  import { year } from './year';

  /** The file of a Form W-9: attached, looked at beside what is typed, and its fields read where a person pointed at them once. */
  let { s, draft, act }: { s: Schemas['DeskSupplier']; draft: SupplierDraft; act: Acting } = $props();
  const path = $derived({ companyId: place.company, year: year(), key: s.key });
  let attached = $state<Schemas['W9Attached'] | null>(null);
  let pointers = $state<Record<string, string>>({});
  // What was just chosen is shown from one's own disk; what is kept, to those who may see whole numbers.
  let local = $state<{ address: string; media: string; name: string } | null>(null);
  let shown = $state(false);
  const details: Record<Schemas['W9Detail'], string> = {
    legal_name: 'Name, line 1',
    business_name: 'Business name, line 2',
    address: 'Address, line 5',
    town: 'City, state, ZIP, line 6',
    ein: 'Employer number',
    ssn: 'Social security number',
    exempt_code: 'Exempt payee code',
    signed_on: 'Date of the signature',
    individual: 'Ticked: individual',
    c_corporation: 'Ticked: C corporation',
    s_corporation: 'Ticked: S corporation',
    partnership: 'Ticked: partnership',
    trust_estate: 'Ticked: trust or estate',
    llc_letter: 'Letter of an LLC',
  };
  const layout = $derived(
    Object.entries(pointers)
      .filter(([, field]) => field)
      .map(([detail, field]) => ({ detail: detail as Schemas['W9Detail'], field })),
  );
  const day = (text: string) => typedDay(text, place.today, look.dayOrder);

  const dataOf = (file: File) =>
    new Promise<string>((done, failed) => {
      const reader = new FileReader();
      reader.onload = () => done(reader.result as string);
      reader.onerror = () => failed(new Error(`${file.name} cannot be read.`));
      reader.readAsDataURL(file);
    });

  async function attach(file: File | undefined) {
    if (!file) return;
    const done = await act.run(async () => {
      attached = await answer(
        api.POST('/api/companies/{companyId}/information-returns/{year}/suppliers/{key}/w9', {
          params: { path, query: { fileName: file.name, revision: draft.request.revision } },
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as BodyInit,
          headers: { 'Content-Type': file.type || 'application/pdf' },
        }),
      );
      draft.follow(attached.supplier.details);
    }, `${file.name} is attached.`);
    if (!done || !attached) return;
    local = { address: await dataOf(file), media: file.type, name: file.name };
    pointers = Object.fromEntries(attached.layout.map((p) => [p.detail, p.field]));
    if (attached.layout.length > 0) draft.take(attached.fields, attached.layout, day);
  }

  const remember = () =>
    act.run(async () => {
      await answer(
        api.PUT('/api/companies/{companyId}/information-returns/w9-layouts', {
          params: { path: { companyId: place.company } },
          body: { mark: attached!.mark, layout },
        }),
      );
      draft.take(attached!.fields, layout, day);
      attached = { ...attached!, layout };
    }, 'Where its fields stand is remembered for every such form.');
  const takeOff = () =>
    void act.run(async () => {
      const left = await answer(
        api.DELETE('/api/companies/{companyId}/information-returns/{year}/suppliers/{key}/w9', {
          params: { path, query: { revision: draft.request.revision } },
        }),
      );
      draft.follow(left.details);
      [attached, local, shown] = [null, null, false];
    }, 'The file is taken off.');
</script>

<p>
  {#if s.w9FileName}
    {s.w9FileName}
    {#if place.may('see_tax_numbers')}<button class="quiet" aria-expanded={shown} onclick={() => (shown = !shown)}
        >{shown ? 'hide it' : 'look at it'}</button
      >{:else}<span class="text-soft">is kept; who may see whole tax numbers can look at it</span>{/if}
    {#if place.keeps}<button class="quiet ml-2" disabled={act.busy} onclick={takeOff}>take it off</button>{/if}
  {:else}<span class="text-soft">No file of it is here.</span>{/if}
  {#if place.keeps}
    <label class="quiet ml-2 cursor-pointer"
      >{s.w9FileName ? 'another file …' : 'Attach it …'}<input
        id="w9-file"
        type="file"
        accept=".pdf,.png,.jpg,.jpeg"
        class="sr-only"
        onchange={(e) => {
          void attach(e.currentTarget.files?.[0]);
          e.currentTarget.value = '';
        }}
      /></label
    >
  {/if}
</p>
{#if attached && attached.fields.length > 0}
  <div class="border-rule bg-raised mt-2 border p-3">
    {#if attached.layout.length > 0}
      <p>Its fields were read into what is typed at the left. Look at the signature, say whether it is signed, and save.</p>
    {:else}
      <p>This form has fields. Point once at what each is, and every such form is read by itself.</p>
    {/if}
    <details open={attached.layout.length === 0}>
      <summary class="cursor-pointer">Which field says what</summary>
      {#each Object.entries(details) as [detail, called] (detail)}
        <label class="text-soft mt-1 grid grid-cols-[150px_1fr] items-center gap-2"
          >{called}
          <select class="field min-w-0" bind:value={pointers[detail]}>
            <option value="">no field</option>
            {#each attached.fields as f (f.name)}<option value={f.name}>{f.name}{f.value ? `: ${f.value}` : ', empty'}</option
              >{/each}
          </select></label
        >
      {/each}
      <button class="btn plain mt-2" disabled={act.busy || layout.length === 0} onclick={() => void remember()}
        >Remember, and read this one</button
      >
    </details>
  </div>
{:else if attached}<p class="text-soft mt-2">
    It has no fields that can be read: type what it says, with the picture beside.
  </p>{/if}
{#if local}<div class="mt-2"><Pages address={local.address} media={local.media} name={local.name} /></div>
{:else if shown}<div class="mt-2">
    <Pages
      address={`/api/companies/${place.company}/information-returns/suppliers/${encodeURIComponent(s.key)}/w9`}
      media={/\.pdf$/i.test(s.w9FileName) ? 'application/pdf' : 'image/*'}
      name={s.w9FileName}
    />
  </div>{/if}
