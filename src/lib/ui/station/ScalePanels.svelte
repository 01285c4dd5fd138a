<script lang="ts">
  import type { MassUnit } from '$core/units';
  import Overlay from '$lib/ui/Overlay.svelte';
  import type { Station } from '$lib/station/station.svelte';
  import Keys from './Keys.svelte';
  import ScaleChoices from './ScaleChoices.svelte';

  let { station, unit, take }: { station: Station; unit: MassUnit; take: () => void } = $props();
  const close = () => (station.panel = undefined);
</script>

{#if station.panel === 'keypad'}
  <Keys plate={station} {unit} {take} {close} />
{:else}
  <Overlay title="Scale and sound" {close}>
    <ScaleChoices
      cable={station.cable}
      {unit}
      send={station.data.standIn ? station.toScale : undefined}
      shaken={station.shaken}
      {close}
    />
  </Overlay>
{/if}
