<script lang="ts">
  import { Dialog } from 'bits-ui';
  import type { Schemas } from '../api/client';
  import { many, money } from '../amounts/format';

  /** Asks once before anything is sent: how much, and which suppliers would be new in the ledger. */
  let { open = $bindable(), posting, post }: { open: boolean; posting: Schemas['ToPostAnswer']; post: () => void } = $props();

  function go() {
    open = false;
    post();
  }
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-30 bg-[rgb(0_0_0/0.35)]" />
    <Dialog.Content
      class="bg-raised border-strong fixed top-1/2 left-1/2 z-30 w-[480px] -translate-x-1/2 -translate-y-1/2 border p-6"
      onkeydown={(e) => {
        if (e.key !== 'Enter' || !e.ctrlKey) return;
        e.stopPropagation();
        go();
      }}
    >
      <Dialog.Title class="font-serif text-lg"
        >Post {many(posting.documents, 'document')}, {money(posting.money)} {posting.currency}?</Dialog.Title
      >
      <Dialog.Description class="text-soft mt-1">What is in the ledger is changed only there.</Dialog.Description>
      {#if posting.newSuppliers.length > 0}
        <div class="note mt-3">
          <p>
            {posting.newSuppliers.length === 1 ? 'This supplier is' : `These ${posting.newSuppliers.length} suppliers are`} not in the
            ledger and would be added there:
          </p>
          <ul class="mt-1 max-h-40 overflow-y-auto font-semibold">
            {#each posting.newSuppliers as supplier (supplier)}<li>{supplier}</li>{/each}
          </ul>
        </div>
      {/if}
      <div class="mt-5 flex gap-2">
        <button class="btn" onclick={go} {@attach (button) => button.focus()}
          >{posting.newSuppliers.length > 0 ? 'They are new: post' : 'Post'} <kbd>Enter</kbd></button
        >
        <Dialog.Close class="btn plain">Not yet</Dialog.Close>
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
