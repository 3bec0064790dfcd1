<script lang="ts">
  import { answer, api } from '../api/client';
  import { place } from '../frame/place.svelte';
  import type { Completing } from './completing.svelte';
  import type { Field } from './fields';

  /** A field as it is typed: what is wrong with it stands below, and what was read off the picture is marked until it is confirmed. */
  let { of, field, line = 0, bare = false }: { of: Completing; field: Field; line?: number; bare?: boolean } = $props();
  const id = $props.id();

  const text = $derived((line === 0 ? of.head : of.lines[line - 1]!)[field.column] ?? '');
  const wrong = $derived(of.wrong(line, field.column));
  const proposed = $derived(of.isProposed(line, field.column));
  const title = $derived(line === 0 ? field.title : `${field.title} of line ${line}`);
  let known = $state<string[]>([]);

  async function look(begins: string) {
    if (field.is) return;
    known = await answer(
      api.GET('/api/companies/{companyId}/incomplete/texts', {
        params: { path: { companyId: place.company }, query: { column: field.column, begins } },
      }),
    ).catch(() => []);
  }
</script>

<label class={bare ? 'block' : 'text-soft block'}>
  <span class={bare ? 'sr-only' : ''}>{title}</span>{#if proposed}<span class="sr-only">, read off the picture</span>{/if}
  <input
    {id}
    class={[
      'field w-full',
      bare ? '' : 'mt-1 block',
      field.is === 'number' ? 'text-right' : '',
      proposed ? 'border-dashed! bg-ochre-wash!' : '',
    ]}
    list={known.length > 0 ? `${id}-known` : undefined}
    value={text}
    aria-invalid={wrong ? true : undefined}
    aria-describedby={wrong ? `${id}-wrong` : undefined}
    placeholder={field.is === 'day' ? '20 Nov 2026' : ''}
    inputmode={field.is === 'number' ? 'decimal' : undefined}
    autocomplete="off"
    onfocus={() => void look(text)}
    oninput={(e) => {
      of.type(line, field.column, e.currentTarget.value);
      void look(e.currentTarget.value);
    }}
  />
</label>
{#if known.length > 0}<datalist id="{id}-known"
    >{#each known as k (k)}<option value={k}></option>{/each}</datalist
  >{/if}
{#if wrong}<p id="{id}-wrong" class="text-madder mt-0.5 text-xs">{wrong}</p>{/if}
