<script lang="ts" generics="T extends string">
  import Flowbite from 'flowbite-svelte/Select.svelte';
  import type { HTMLSelectAttributes } from 'svelte/elements';

  let {
    value = $bindable(),
    items,
    ...rest
  }: { value: T; items: { value: string; name: string }[] } & Omit<
    HTMLSelectAttributes,
    'value' | 'size' | 'class' | 'children'
  > = $props();
</script>

<Flowbite
  bind:value
  items={items as { value: T; name: string }[]}
  placeholder=""
  classes={{ select: 'field' }}
  {...rest as Record<string, unknown>}
/>
