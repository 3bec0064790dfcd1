<script lang="ts">
  import Rooms from '../frame/Rooms.svelte';

  /** The rooms of the mapping. */
  let { at }: { at: string } = $props();
</script>

<Rooms
  of="mapping"
  {at}
  rooms={[
    ['mapping', 'Values'],
    ['mapping/grid', 'Grid'],
    ['mapping/payment-accounts', 'Payment accounts'],
    ['mapping/standing', 'Standing decisions'],
    ['mapping/coverage', 'Coverage'],
    ['mapping/history', 'History'],
    ['mapping/book', 'Mapping book'],
  ]}
/>
