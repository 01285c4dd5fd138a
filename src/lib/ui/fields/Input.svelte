<script lang="ts">
  import Flowbite from 'flowbite-svelte/Input.svelte';
  import type { HTMLInputAttributes } from 'svelte/elements';

  let {
    value = $bindable(),
    unit = '',
    ...rest
  }: { value?: string | number; unit?: string } & Omit<
    HTMLInputAttributes,
    'value' | 'size' | 'class' | 'children'
  > = $props();
</script>

{#if unit}
  <span class="with-unit"
    ><Flowbite bind:value class="field" {...rest as Record<string, unknown>} /><span class="unit">{unit}</span
    ></span
  >
{:else}
  <Flowbite bind:value class="field" {...rest as Record<string, unknown>} />
{/if}
