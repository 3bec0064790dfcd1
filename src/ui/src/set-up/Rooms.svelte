<script lang="ts">
  import Rooms from '../frame/Rooms.svelte';

  /** The rooms of the set-up. */
  let { at }: { at: string } = $props();
</script>

<Rooms
  of="set-up"
  {at}
  rooms={[
    ['set-up', 'The way'],
    ['set-up/ledger', 'Ledger'],
    ['set-up/feeds', 'Feeds'],
    ['set-up/accounts', 'Accounts'],
    ['set-up/choices', 'Choices'],
    ['set-up/suppliers', 'Suppliers'],
    ['set-up/people', 'People'],
    ['set-up/safety', 'The record'],
  ]}
/>
