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
    ['payroll/owed', 'What is owed'],
    ['payroll/due-from', 'Due from employees'],
    ['payroll/mapping', 'Pay items'],
    ['payroll/hours', 'Hours'],
    ['payroll/choices', 'Choices'],
  ]}
/>
