<script lang="ts">
  import Flowbite from 'flowbite-svelte/Label.svelte';
  import type { Snippet } from 'svelte';

  let { for: target, unseen, children }: { for: string; unseen: boolean; children: Snippet } = $props();
</script>

<Flowbite for={target} class={unseen ? 'sr-only' : 'label'}>{@render children()}</Flowbite>
