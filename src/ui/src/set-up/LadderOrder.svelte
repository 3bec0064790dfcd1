<script lang="ts">
  import type { Schemas } from '../api/client';
  import { words } from '../amounts/format';
  import { place } from '../frame/place.svelte';

  /** The rungs in force, in their order, and those that are off. */
  let { edited = $bindable(), all }: { edited: Schemas['Choices']; all: Schemas['Rung'][] } = $props();
  const order = $derived(edited.order ?? []);
  const off = $derived(all.filter((r) => !order.includes(r)));

  function move(rung: Schemas['Rung'], by: number) {
    const at = order.indexOf(rung);
    const moved = order.filter((r) => r !== rung);
    moved.splice(Math.max(at + by, 0), 0, rung);
    edited.order = moved;
  }

  const turn = (rung: Schemas['Rung'], on: boolean) => (edited.order = on ? [...order, rung] : order.filter((r) => r !== rung));
</script>

<section>
  <h2>The ladder</h2>
  <p class="text-soft">
    The first rung that knows a line decides it. A person’s choice, and the account of what a refund reverses, always come first.
  </p>
  <ol class="mt-2">
    {#each order as rung, i (rung)}
      <li class="border-rule flex items-center gap-2 border-b py-1">
        <span class="text-soft w-5 text-right">{i + 1}</span>{words(rung)}
        {#if place.administers}<span class="ml-auto flex gap-1">
            <button
              class="btn plain px-2! py-0!"
              disabled={i === 0}
              aria-label={`Move ${words(rung)} up`}
              onclick={() => move(rung, -1)}>↑</button
            >
            <button
              class="btn plain px-2! py-0!"
              disabled={i === order.length - 1}
              aria-label={`Move ${words(rung)} down`}
              onclick={() => move(rung, 1)}>↓</button
            >
            <button class="btn plain px-2! py-0!" aria-label={`Switch ${words(rung)} off`} onclick={() => turn(rung, false)}
              >off</button
            >
          </span>{/if}
      </li>
    {/each}
    {#each off as rung (rung)}
      <li class="border-rule text-soft flex items-center gap-2 border-b py-1">
        <span class="w-5"></span><s>{words(rung)}</s>
        {#if place.administers}<button
            class="btn plain ml-auto px-2! py-0!"
            aria-label={`Switch ${words(rung)} on`}
            onclick={() => turn(rung, true)}>on</button
          >{/if}
      </li>
    {/each}
  </ol>
</section>
