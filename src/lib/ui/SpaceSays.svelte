<script lang="ts">
  import { isTyping } from '$lib/device/typing';

  /** Under a big press: what presses it too, and why that does nothing while a field is written in. */
  let { awake = true }: { awake?: boolean } = $props();
  let typing = $state(false);
</script>

<svelte:document onfocusin={(e) => (typing = isTyping(e.target))} onfocusout={() => (typing = false)} />

<small>{!awake ? 'one moment' : typing ? 'leave the field first' : 'Space or pedal'}</small>
