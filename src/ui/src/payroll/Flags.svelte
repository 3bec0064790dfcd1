<script lang="ts">
  import { useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';

  /** What a pay item is for social insurance: wages that are taxable, or the employer's share that it pays. */
  let { at }: { at: Schemas['MappedItemAnswer'] } = $props();
  const act = new Acting(useQueryClient());
  const mayBeWages = $derived(at.types.some((t) => t === 'earning' || t === 'noncash'));
  const mayPay = $derived(at.types.includes('employer_tax'));
  const pays: Record<Schemas['SocialInsurance'], string> = {
    none: 'neither social security nor Medicare',
    social_security: 'the employer’s social security',
    medicare: 'the employer’s Medicare',
  };

  const put = (isTaxable: boolean, of: Schemas['SocialInsurance'], done: string): Promise<boolean> => {
    const [item, was] = [at.item, { isTaxable: at.isTaxable, pays: at.pays }];
    return act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/payroll/items/flags', {
            params: { path: { companyId: place.company } },
            body: { item, isTaxable, pays: of },
          }),
        ),
      done,
      { undo: () => void put(was.isTaxable, was.pays, 'It is as it was.') },
    );
  };
</script>

{#if mayBeWages || mayPay}
  <h2 class="mt-5">For social insurance</h2>
  <fieldset disabled={!place.keeps || act.busy} class={place.keeps ? '' : 'only-said'}>
    {#if mayBeWages}
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          checked={at.isTaxable}
          onchange={(e) => void put(e.currentTarget.checked, at.pays, `“${at.item}” is changed.`)}
        />taxable wages</label
      >
    {/if}
    {#if mayPay}
      <label class="mt-1 flex items-center gap-2"
        >It pays <select
          class="field"
          value={at.pays}
          onchange={(e) =>
            void put(at.isTaxable, e.currentTarget.value as Schemas['SocialInsurance'], `“${at.item}” is changed.`)}
        >
          {#each Object.entries(pays) as [value, title] (value)}<option {value}>{title}</option>{/each}
        </select></label
      >
    {/if}
  </fieldset>
  {#if act.refused}<p class="note bad mt-2" role="alert">{act.refused}</p>{/if}
{/if}
