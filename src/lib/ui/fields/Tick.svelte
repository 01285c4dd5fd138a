<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { Snippet } from 'svelte';

  /** A box to tick, and the words beside it. */
  interface Props {
    checked?: boolean;
    name?: string;
    disabled?: boolean;
    fault?: readonly string[];
    onchange?: (checked: boolean) => void;
    children: Snippet;
  }
  let { checked = $bindable(false), name, disabled, fault, onchange, children }: Props = $props();
</script>

<label class="check"
  ><Checkbox
    bind:checked
    {name}
    {disabled}
    class="tick"
    onchange={(e) => onchange?.((e.currentTarget as HTMLInputElement).checked)}
  />
  <span>{@render children()}</span></label
>
{#if fault?.length}<p class="fault" role="alert">{fault.join('; ')}</p>{/if}
