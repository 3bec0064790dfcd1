<script lang="ts">
  import Rooms from '../frame/Rooms.svelte';

  /** The rooms of the installation. */
  let { at }: { at: string } = $props();
</script>

<Rooms
  of="installation"
  {at}
  rooms={[
    ['installation', 'Companies and people'],
    ['installation/backups', 'Backups'],
    ['installation/record', 'Record'],
  ]}
/>
