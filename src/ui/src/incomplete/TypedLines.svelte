<script lang="ts">
  import { many, money, shortDay } from '../amounts/format';
  import { place } from '../frame/place.svelte';
  import type { Completing } from './completing.svelte';
  import { columnsOfLines, moreColumns, titleOf } from './fields';
  import TypedField from './TypedField.svelte';

  /** The lines of a document as they are typed. */
  let { of }: { of: Completing } = $props();
  let wanted = $state<string[]>([]);

  const fields = $derived(columnsOfLines(of, wanted));
  const others = $derived(moreColumns.filter((c) => !fields.some((f) => f.column === c)));
  const earlier = $derived(of.answer!.earlier);
  const begun = $derived(of.lines.some((l) => Object.values(l).some(Boolean)));

  // Enter in the last line begins the next one.
  function onkeydown(event: KeyboardEvent, line: number) {
    if (event.key !== 'Enter' || event.ctrlKey || line !== of.lines.length) return;
    event.preventDefault();
    of.addLine();
  }
</script>

<div class="mt-6 flex items-baseline gap-4">
  <h2>Lines</h2>
  {#if others.length > 0}
    <select
      class="field ml-auto w-44"
      aria-label="Show another column"
      onchange={(e) => {
        wanted.push(e.currentTarget.value);
        e.currentTarget.value = '';
      }}
    >
      <option value="">another column …</option>
      {#each others as c (c)}<option value={c}>{titleOf(c)}</option>{/each}
    </select>
  {/if}
</div>
{#if earlier && !begun}
  <p class="note mt-2">
    The last one of {of.head['supplier']} came {shortDay(earlier.date)}, {money(earlier.total)}
    {earlier.currency}.
    <button class="quiet" onclick={() => of.beginWith(earlier.lines)}>Begin with its {many(earlier.lines.length, 'line')}</button
    >, or <a class="quiet" href={place.href(`arrivals/${earlier.id}`)}>look at it</a>.
  </p>
{/if}
<table class="ledger mt-2">
  <thead>
    <tr>
      {#each fields as f (f.column)}<th class={['px-1! first:pl-0!', f.is === 'number' ? 'n pr-3!' : '']}>{f.title}</th>{/each}<th
        ><span class="sr-only">Take away</span></th
      >
    </tr>
  </thead>
  <tbody>
    {#each { length: of.lines.length }, i}
      <tr onkeydown={(e) => onkeydown(e, i + 1)}>
        {#each fields as f (f.column)}
          <td
            class={[
              'px-1! py-1! align-top first:pl-0!',
              f.column === 'quantity'
                ? 'w-14 min-w-14'
                : f.is === 'number'
                  ? 'w-22 min-w-22'
                  : f.column === 'description'
                    ? 'min-w-36'
                    : fields.length > 6
                      ? 'w-26'
                      : 'w-32',
            ]}><TypedField {of} field={f} line={i + 1} bare /></td
          >
        {/each}
        <td class="w-6 align-top py-1!">
          <button
            class="quiet text-soft px-1 leading-7"
            aria-label={`Take line ${i + 1} away`}
            disabled={of.lines.length === 1}
            onclick={() => of.removeLine(i + 1)}>×</button
          >
        </td>
      </tr>
    {/each}
  </tbody>
</table>
<button class="quiet text-soft mt-2" onclick={() => of.addLine()}>Another line</button>
