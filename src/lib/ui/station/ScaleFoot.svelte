<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Station } from '$lib/station/station.svelte';
  import type { PlainFormatter } from '$lib/words/format';
  import ScaleLine from './ScaleLine.svelte';
  import StationNotice from './StationNotice.svelte';

  /** What is said, the reading, and the one press of a station; on a phone at the bottom edge. */
  interface Props {
    station: Station;
    format: PlainFormatter;
    /** What stands there while nothing is said. */
    idle: string;
    /** Weight that is asked for, grams. */
    asked?: number | undefined;
    press: () => void;
    label: string;
    /** What kind of thing the press does. */
    act?: string;
    disabled?: boolean;
    /** Between the reading and the press. */
    children?: Snippet;
    /** Under the press. */
    second?: Snippet;
  }
  let {
    station,
    format,
    idle,
    asked,
    press,
    label,
    act = 'take',
    disabled = false,
    children,
    second
  }: Props = $props();
</script>

<div class="foot">
  <StationNotice {station} {format} {idle} />
  <ScaleLine {station} {format} {press} {asked} />
  {@render children?.()}
  <button
    class="press press-main take"
    type="button"
    data-testid="take"
    data-act={act}
    disabled={!station.awake || disabled}
    onclick={press}>{label}<small class="space">Space or pedal</small></button
  >
  {@render second?.()}
</div>

<style>
  .foot {
    padding-bottom: 10px;
    background: var(--paper);
  }
  .foot :global(.second) {
    width: 100%;
    min-height: 52px;
    margin-top: 8px;
  }
  .take {
    flex-direction: column;
    gap: 2px;
    width: 100%;
    min-height: 76px;
    font-family: var(--font-head);
    font-size: 1.15rem;
  }
  .take small {
    font-family: var(--font-sans);
    font-size: 0.85rem;
    font-weight: 500;
  }
  @media (max-width: 47.5em) {
    .foot {
      position: fixed;
      inset: auto 0 0;
      z-index: 20;
      padding: 4px 14px 10px;
      border-top: 2px solid var(--ink);
    }
  }
</style>
