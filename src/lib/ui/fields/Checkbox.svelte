<script lang="ts">
  import Flowbite from 'flowbite-svelte/Checkbox.svelte';

  let { checked = $bindable(false), name }: { checked?: boolean; name: string } = $props();
</script>

<Flowbite bind:checked {name} class="tick" />
