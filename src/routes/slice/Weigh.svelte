<script lang="ts">
  import { onMount } from 'svelte';
  import type { Slicing } from '$lib/slice/slicing.svelte';
  import { Station, type StationData } from '$lib/station/station.svelte';
  import ScaleFoot from '$lib/ui/station/ScaleFoot.svelte';
  import type { PlainFormatter } from '$lib/words/format';

  /** Slices on the scale, one press each: wet hands touch no key. */
  let { slicing, data, format }: { slicing: Slicing; data: StationData; format: PlainFormatter } = $props();
  const station = new Station(() => data);
  const told = $derived(slicing.told);

  onMount(() => station.join(press));
  $effect(() => {
    if (told !== undefined) station.lay(told);
  });
  function press(): void {
    station.take('slice', ({ grams, tare }) => slicing.weigh(grams - tare));
  }
</script>

<svelte:window
  onkeydown={(e) => station.hear(e)}
  onkeydowncapture={(e) => (station.pressedAt = e.timeStamp)}
  onclickcapture={(e) => (station.pressedAt = e.timeStamp)}
/>

<div class="weigh">
  <ScaleFoot
    {station}
    {format}
    idle="One slice on the scale, one press; lift it off for the next."
    asked={told}
    {press}
    label={`Slice ${slicing.count + 1}`}
    act="slice"
  >
    {#snippet second()}
      <button
        class="press second"
        type="button"
        disabled={slicing.count === 0}
        onclick={() => slicing.unweigh()}>Take the last one back</button
      >
    {/snippet}
  </ScaleFoot>
</div>

<style>
  .weigh {
    width: 100%;
  }
  @media (max-width: 47.5em) {
    .weigh {
      height: 21rem;
    }
  }
</style>
