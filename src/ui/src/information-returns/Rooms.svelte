<script lang="ts">
  import Rooms from '../frame/Rooms.svelte';
  import { place } from '../frame/place.svelte';

  /** The rooms of the year end. */
  let { at }: { at: string } = $props();
</script>

<Rooms
  of="year end"
  {at}
  parameters={{ year: place.query.get('year') }}
  rooms={[
    ['year-end', 'Tally'],
    ['year-end/readiness', 'Readiness'],
    ['year-end/suppliers', 'Suppliers'],
    ['year-end/boxes', 'Accounts and boxes'],
    ['year-end/thresholds', 'Thresholds'],
    ['year-end/outputs', 'Outputs'],
  ]}
/>
