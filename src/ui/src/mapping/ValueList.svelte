<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, money } from '../amounts/format';
  import { rows } from '../frame/keys';
  import { place } from '../frame/place.svelte';
  import type { KeyKind } from './kinds';
  import MapAnother from './MapAnother.svelte';
  import { codeTree, needsAccount } from './values';

  /** Values that arrive, most money first; cost codes as a tree. */
  let {
    kind,
    listed,
    value,
    go,
    edit,
  }: {
    kind: KeyKind;
    listed: Schemas['ValueAnswer'][];
    value: string;
    go: (value: string, replacing?: boolean) => void;
    edit: () => void;
  } = $props();

  const step = 40;
  let most = $state(step);
  const all = $derived(
    kind === 'cost_code'
      ? codeTree(listed)
      : listed.map((row) => ({ code: row.value, depth: 0, row: row as Schemas['ValueAnswer'] | null })),
  );
  // The value that one is at is among those shown.
  const tree = $derived(all.slice(0, Math.max(most, all.findIndex((n) => n.code === value) + 1)));
</script>

<section aria-label="Values that arrive">
  <table class="ledger">
    <thead><tr><th>Value that arrives</th><th class="n">Waits</th><th class="n">Money</th></tr></thead>
    <tbody {@attach rows}>
      {#each tree as node (node.code)}
        {@const r = node.row}
        <tr
          class="opens"
          tabindex="0"
          data-at={node.code === value}
          aria-current={node.code === value ? 'true' : undefined}
          onfocus={() => node.code !== value && go(node.code, true)}
          onclick={() => node.code !== value && go(node.code)}
          onkeydown={(e) => e.key === 'Enter' && edit()}
        >
          <td class="max-w-[170px] truncate" style:padding-left={`${6 + node.depth * 14}px`} title={node.code}>
            {#if !r}<span class="text-soft">▸</span>
            {:else if r.broken}<span class="text-madder" title="its account is closed or gone">✕</span>
            {:else if needsAccount(r)}<span class="text-ochre" title="needs an account">◇</span>
            {:else if !r.target && r.lines > 0}<span class="text-soft" title="decided elsewhere: another rung decides its lines"
                >○</span
              >
            {:else}<span class="text-soft">●</span>{/if}
            {node.code}
          </td>
          <td class="n text-ochre">{!r || isZero(r.waiting) ? '' : money(r.waiting)}</td>
          <td class="n"
            >{#if r}{#if r.lines > 0}<a href={place.href('arrivals', { keyKind: kind, key: r.value })} tabindex="-1"
                  >{money(r.money)}</a
                >{:else}<span class="text-soft text-xs">not arrived</span>{/if}{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  {#if all.length > tree.length}
    <p class="text-soft mt-2">
      <button class="quiet" onclick={() => (most = tree.length + step)}
        >{Math.min(step, all.length - tree.length)} more of {all.length}</button
      >, or <a class="quiet" href={place.href('mapping/grid', { kind })}>all of them in the grid</a>
    </p>
  {/if}
  {#if place.keeps}<MapAnother {go} />{/if}
</section>
