<script lang="ts">
  import { isTyping } from '$lib/device/typing';

  /** Under a big press: what presses it too, and why that does nothing while a field is written in. */
  let { awake = true }: { awake?: boolean } = $props();
  let typing = $state(false);
</script>

<svelte:document
  onfocusin={(e) => (typing = isTyping(e.target))}
  onfocusout={(e) => (typing = isTyping(e.relatedTarget))}
/>

<small>{!awake ? 'one moment' : typing ? 'Space types in the field: leave it first' : 'Space or pedal'}</small
>
