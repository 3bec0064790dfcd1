<script lang="ts">
  import { place } from './place.svelte';
</script>

<h1>There is no view here</h1>
<p class="text-soft mt-2">
  The address names nothing that is here. <a class="quiet" href={place.href('count')}>Go to the count</a>
</p>
