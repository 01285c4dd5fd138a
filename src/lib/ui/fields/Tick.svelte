<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { Snippet } from 'svelte';

  /** A box to tick, and the words beside it. */
  interface Props {
    checked?: boolean;
    name?: string;
    disabled?: boolean;
    fault?: readonly string[];
    children: Snippet;
  }
  let { checked = $bindable(), name, disabled, fault, children }: Props = $props();
</script>

<label class="check"
  ><Checkbox bind:checked={() => checked ?? false, (on) => (checked = on)} {name} {disabled} class="tick" />
  <span>{@render children()}</span></label
>
{#if fault?.length}<p class="fault" role="alert">{fault.join('; ')}</p>{/if}
