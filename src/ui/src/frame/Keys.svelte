<script lang="ts">
  import { Dialog } from 'bits-ui';
  import { router } from 'svelte-spa-router';

  /** The keys of this view. */
  let { open = $bindable(false), view }: { open: boolean; view: string } = $props();

  // Rooms within a view have keys of their own.
  const room = $derived(router.location.split('/')[3] ?? '');
  const of = $derived(
    ['grid', 'payment-accounts', 'new', 'standing'].includes(room) ? room : view === 'arrivals' && room ? 'document' : view,
  );

  const everywhere = [
    ['/', 'search'],
    ['?', 'the keys of this view'],
    ['Esc', 'close what is open'],
    ['↑ ↓', 'move along a list'],
    ['Enter', 'open the row'],
  ];
  const own: Record<string, string[][]> = {
    arrivals: [
      ['Enter', 'open the document'],
      ['Space', 'select the document'],
      ['Shift ↑ ↓', 'select along the list'],
      ['Ctrl A', 'select all that match'],
      ['d', 'decide for all that are selected'],
      ['f', 'narrow the list'],
      ['h', 'work through what is held'],
    ],
    document: [
      ['n, Alt ↓', 'the next document of the list'],
      ['p, Alt ↑', 'the previous document of the list'],
      ['1 to 9', 'take the way on of that number'],
      ['Tab', 'to the next line that needs a decision'],
      ['v', 'look at the picture or file beside the lines'],
      ['Ctrl Enter', 'go on to the next document'],
    ],
    new: [['Ctrl Enter', 'take in all files that are ready']],
    'payment-accounts': [
      ['Enter', 'open the payment account'],
      ['Ctrl Enter', 'save it'],
      ['Esc', 'leave it'],
    ],
    standing: [
      ['Enter', 'open the decision'],
      ['Alt ↑ ↓', 'ask it earlier, or later'],
      ['Ctrl Enter', 'let it stand, or save it'],
      ['Esc', 'leave it'],
    ],
    mapping: [
      ['Tab', 'from the value to its account'],
      ['Ctrl Enter', 'save and go on to the next value'],
    ],
    grid: [
      ['letters', 'search an account for the cell'],
      ['Shift ↑ ↓', 'choose cells'],
      ['Ctrl D', 'fill the first of them down'],
      ['Ctrl V', 'paste one or two columns'],
      ['Ctrl Z', 'undo'],
      ['Ctrl Y', 'redo'],
      ['Delete', 'take the mapping away'],
      ['Alt Enter', 'the documents of the cell’s account'],
    ],
    incomplete: [
      ['Enter', 'in the last line: another line'],
      ['Page Up, Page Down', 'on the picture: turn pages'],
      ['+ −', 'on the picture: larger, smaller'],
      ['Ctrl Enter', 'take it in'],
    ],
    payroll: [
      ['Enter', 'open the run, or the pay item'],
      ['Ctrl Enter', 'save the mapping of the item; take the typed run in'],
    ],
    'year-end': [
      ['Enter', 'open the supplier, or the account'],
      ['Ctrl Enter', 'save the boxes of the account, or what is typed of the supplier'],
    ],
    posting: [
      ['Ctrl Enter', 'post what is chosen: asks once'],
      ['Space', 'leave a document out, or take it in'],
    ],
    notices: [['Ctrl Enter', 'all of it is seen']],
    proof: [['Ctrl Enter', 'read the ledger back and prove']],
  };
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 bg-[rgb(0_0_0/0.35)]" />
    <Dialog.Content class="bg-raised border-strong fixed top-1/2 left-1/2 w-[420px] -translate-x-1/2 -translate-y-1/2 border p-6">
      <Dialog.Title class="mb-3 font-serif text-lg">Keys of this view</Dialog.Title>
      <Dialog.Description class="sr-only">What each key does here.</Dialog.Description>
      <table class="ledger">
        <tbody>
          {#each [...(own[of] ?? []), ...everywhere] as [key, does] (`${key}${does}`)}
            <tr><td class="w-28"><kbd>{key}</kbd></td><td>{does}</td></tr>
          {/each}
        </tbody>
      </table>
      <Dialog.Close class="btn plain mt-4">Close</Dialog.Close>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
