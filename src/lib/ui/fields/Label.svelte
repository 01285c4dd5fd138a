<script lang="ts">
  import Flowbite from 'flowbite-svelte/Label.svelte';
  import type { Snippet } from 'svelte';

  let { for: target, children }: { for: string; children: Snippet } = $props();
</script>

<Flowbite for={target} class="label">{@render children()}</Flowbite>
