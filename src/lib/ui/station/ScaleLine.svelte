<script lang="ts">
  import { onMount } from 'svelte';
  import type { Station } from '$lib/station/station.svelte';
  import type { PlainFormatter } from '$lib/words/format';
  import type Panels from './ScalePanels.svelte';
  import { GATE_NAMES } from '$lib/words/gate';

  /** What lies on the scale, large; a press on it types a weight instead. */
  interface Props {
    station: Station;
    format: PlainFormatter;
    /** What the main press does. */
    press: () => void;
    /** Weight that is asked for, in grams; outlined until it is on the scale. */
    asked?: number | undefined;
  }
  let { station, format, press, asked }: Props = $props();
  /** Keypad and choices come once the page stands. */
  let Open = $state.raw<typeof Panels | undefined>();
  onMount(() => void import('./ScalePanels.svelte').then((loaded) => (Open = loaded.default)));
  const typed = $derived(station.typed !== '');
  const shown = $derived(
    typed
      ? station.typed
      : station.reading && station.gate !== 'overload' && station.gate !== 'fault'
        ? format.figure(station.reading.grams, 3)
        : '–'
  );
  const spoken = $derived(station.gate === 'ready' && !typed ? `${shown} ${format.unit}, steady` : '');
</script>

<div class="line">
  <button
    class="figure"
    type="button"
    onclick={() => (station.panel = 'keypad')}
    aria-label="Type a weight instead"
    data-testid="reading"
    data-state={typed ? 'typed' : station.gate}
  >
    <span class="big" class:pale={!typed && station.gate !== 'ready'}>{shown}</span><span class="unit"
      >{format.unit}</span
    >
  </button>
  <p class="sr-only" aria-live="polite">{spoken}</p>
  <p class="under">
    <strong
      >{typed
        ? station.estimated
          ? 'estimated'
          : 'typed'
        : station.armed
          ? 'waits until steady'
          : GATE_NAMES[station.gate]}</strong
    >{#if asked !== undefined}<span>asked <strong class="modelled">{format.mass(asked, 3)}</strong></span
      >{/if}
    <button type="button" class="quiet" onclick={() => (station.panel = 'scale')}
      >{station.cable.on ? 'Scale on the cable' : station.data.standIn ? 'Simulated scale' : 'Scale'}</button
    >
  </p>
</div>

{#if station.panel && Open}<Open {station} unit={format.unit} take={press} />{/if}

<style>
  .figure {
    position: relative;
    width: 100%;
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    border: 0;
    background: none;
    color: var(--ink);
    padding: 0;
    height: 72px;
    font: inherit;
  }
  .big {
    font-size: 76px;
    line-height: 0.95;
    font-weight: 750;
    letter-spacing: -0.025em;
    white-space: nowrap;
  }
  .big.pale {
    color: var(--soft);
  }
  .unit {
    font-size: 1.5rem;
    color: var(--soft);
    font-weight: 600;
  }
  .under {
    display: flex;
    align-items: baseline;
    flex-wrap: wrap;
    gap: 0 14px;
    min-height: 44px;
    white-space: nowrap;
  }
  .quiet {
    margin-left: auto;
    min-height: 44px;
    font-size: 0.92rem;
  }
  @media (max-width: 47.5em) {
    .figure {
      height: 58px;
    }
    .big {
      font-size: 58px;
    }
  }
</style>
