<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { Snippet } from 'svelte';

  /** A box to tick, and the words beside it. */
  interface Props {
    checked?: boolean;
    id?: string;
    name?: string;
    disabled?: boolean;
    fault?: readonly string[];
    children: Snippet;
  }
  const uid = $props.id();
  let { checked = $bindable(), id = uid, name, disabled, fault, children }: Props = $props();
</script>

<label class="check"
  ><Checkbox
    bind:checked={() => checked ?? false, (on) => (checked = on)}
    {id}
    {name}
    {disabled}
    class="tick"
    aria-invalid={fault?.length ? 'true' : undefined}
    aria-describedby={fault?.length ? `${id}-error` : undefined}
  />
  <span>{@render children()}</span></label
>
{#if fault?.length}<p id="{id}-error" class="fault" role="alert">{fault.join('; ')}</p>{/if}
