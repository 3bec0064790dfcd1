<script lang="ts">
  import SavedSince from '../frame/SavedSince.svelte';
  import { answer, api } from '../api/client';
  import { capital } from '../amounts/format';
  import { editing } from '../frame/keys';
  import { overview as askOverview } from '../frame/overview';
  import { place } from '../frame/place.svelte';
  import DayField from '../frame/DayField.svelte';
  import { kindsWithLines } from '../frame/vocabulary';
  import { dimensions } from '../ledger/values';
  import type { Standing } from './standing.svelte';
  import { conditions, fields, isOfDimension, sets } from './words';

  /** One decision: what it is called, when it acts, and what it sets or asks for. */
  let { standing }: { standing: Standing } = $props();
  const d = $derived(standing.draft!);
  const overview = askOverview();
  const named = dimensions();
  const id = $props.id();

  // What has arrived already, or is in use as a label, is offered.
  let known = $state<Record<string, string[]>>({});
  async function look(field: string, begins: string) {
    const path = { companyId: place.company };
    known[field] = await (
      field === 'label'
        ? answer(api.GET('/api/companies/{companyId}/labels', { params: { path } }))
        : answer(api.GET('/api/companies/{companyId}/incomplete/texts', { params: { path, query: { column: field, begins } } }))
    ).catch(() => []);
  }
</script>

<form
  class="bg-raised border-rule border p-4"
  aria-label="A standing decision"
  {@attach editing(
    () => place.keeps && void standing.save(),
    () => standing.leave(),
  )}
  onsubmit={(e) => {
    e.preventDefault();
    void standing.save();
  }}
>
  <fieldset disabled={!place.keeps || standing.act.busy} class={place.keeps ? '' : 'only-said'}>
    <label class="text-soft block"
      >Called <input class="field mt-1 block w-72" required maxlength="200" bind:value={d.name} /></label
    >
    <h2 class="mt-4">When all of this is so</h2>
    <div class="grid grid-cols-2 gap-x-6 gap-y-2">
      <label class="text-soft"
        >Kind
        <select class="field mt-1 block w-full" bind:value={d.when.kind}>
          <option value={null}>any</option>
          {#each kindsWithLines() as k (k.kind)}<option value={k.kind}>{k.title}</option>{/each}
        </select></label
      >
      {#each conditions as [name, title, hint] (name)}
        <label class="text-soft"
          >{capital(title)}
          <input class="field mt-1 block w-full" placeholder={hint} maxlength="200" bind:value={d.when[name]} /></label
        >
      {/each}
      <label class="col-span-2 mt-1 flex items-center gap-2"
        ><input
          type="checkbox"
          checked={d.when.fromDay === ''}
          onchange={(e) => (d.when.fromDay = e.currentTarget.checked ? '' : (overview.data?.today ?? ''))}
        />Also for what waits already</label
      >
      {#if d.when.fromDay !== ''}<label class="text-soft">For documents dated from <DayField bind:value={d.when.fromDay} /></label
        >{/if}
    </div>
    <h2 class="mt-4">Then</h2>
    {#each d.then as effect, i (i)}
      <div class="mb-2 flex items-center gap-2">
        <select class="field w-52" aria-label={`What it does, ${i + 1}`} bind:value={effect.field}>
          {#each Object.entries(fields) as [field, title] (field)}<option value={field}>{title}</option>{/each}
        </select>
        {#if isOfDimension(effect.field)}
          <select class="field" aria-label={`Which dimension, ${i + 1}`} bind:value={effect.dimension}>
            <option value="">which?</option>
            {#each named.data ?? [] as one (one.dimension)}<option value={one.dimension}>{one.title}</option>{/each}
          </select>
        {/if}
        {#if sets(effect.field)}<input
            class="field min-w-0 flex-1"
            aria-label={`To what, ${i + 1}`}
            required
            maxlength="200"
            autocomplete="off"
            list={`${id}-${effect.field}`}
            onfocus={() => void look(effect.field, effect.value)}
            oninput={(e) => void look(effect.field, e.currentTarget.value)}
            bind:value={effect.value}
          /><datalist id={`${id}-${effect.field}`}
            >{#each known[effect.field] ?? [] as k (k)}<option value={k}></option>{/each}</datalist
          >{:else}<span class="text-soft flex-1">it waits until somebody gives it</span>{/if}
        {#if place.keeps && d.then.length > 1}<button
            type="button"
            class="text-soft min-h-6 min-w-6"
            aria-label={`Take away what it does, ${i + 1}`}
            onclick={() => d.then.splice(i, 1)}>×</button
          >{/if}
      </div>
    {/each}
    {#if place.keeps}
      <button type="button" class="quiet" onclick={() => d.then.push({ field: 'label', value: '', dimension: '' })}
        >and something more</button
      >
    {/if}
    <label class="mt-4 flex items-center gap-2"><input type="checkbox" bind:checked={d.isOn} />It is in force</label>
  </fieldset>
  {#if standing.act.refused}<p class="note bad mt-3" role="alert">{standing.act.refused}</p>{/if}
  {#if standing.theirs}<SavedSince
      mine={standing.list}
      theirs={standing.theirs}
      keepMine={() => void standing.saveOverTheirs()}
      takeTheirs={() => void standing.takeTheirs()}
      busy={standing.act.busy}
    />{/if}
  <div class="mt-4 flex gap-2">
    {#if place.keeps}
      <button class="btn" disabled={standing.act.busy}>{standing.isNew ? 'Let it stand' : 'Save it'}</button>
      {#if !standing.isNew}<button type="button" class="btn plain" disabled={standing.act.busy} onclick={standing.remove}
          >End it</button
        >{/if}
    {/if}
    <button type="button" class="btn plain" onclick={() => standing.leave()}>Leave it</button>
  </div>
</form>
