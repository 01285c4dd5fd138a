<script lang="ts" module>
  /** One of the things that may be chosen. */
  export interface Choice {
    value: string;
    name: string;
    /** Stands over it and the others of its group, which follow one another. */
    group?: string;
  }
</script>

<script lang="ts">
  import Flowbite from 'flowbite-svelte/Select.svelte';
  import type { HTMLSelectAttributes } from 'svelte/elements';

  let {
    value = $bindable(),
    items,
    ...rest
  }: { value: string; items: readonly Choice[] } & Omit<
    HTMLSelectAttributes,
    'value' | 'size' | 'class' | 'children'
  > = $props();
  const groups = $derived([...new Set(items.flatMap(({ group }) => group ?? []))]);
</script>

<Flowbite bind:value placeholder="" classes={{ select: 'field' }} {...rest as Record<string, unknown>}>
  {#each items.filter(({ group }) => !group) as { value: key, name } (key)}<option value={key}>{name}</option
    >{/each}
  {#each groups as group (group)}<optgroup label={group}
      >{#each items.filter((item) => item.group === group) as { value: key, name } (key)}<option value={key}
          >{name}</option
        >{/each}</optgroup
    >{/each}
</Flowbite>
