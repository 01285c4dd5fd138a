<script lang="ts">
  import Flowbite from 'flowbite-svelte/Textarea.svelte';
  import type { HTMLTextareaAttributes } from 'svelte/elements';

  let {
    value = $bindable(),
    ...rest
  }: { value?: string } & Omit<HTMLTextareaAttributes, 'value' | 'class' | 'children'> = $props();
</script>

<Flowbite bind:value class="field" classes={{ div: 'w-full' }} {...rest as Record<string, unknown>} />
