<script lang="ts">
  import Rooms from '../frame/Rooms.svelte';

  /** The rooms of payroll. */
  let { at }: { at: string } = $props();
</script>

<Rooms
  of="payroll"
  {at}
  rooms={[
    ['payroll', 'Pay runs'],
    ['payroll/mapping', 'Pay items'],
    ['payroll/choices', 'Choices'],
  ]}
/>
