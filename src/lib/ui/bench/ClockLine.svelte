<script lang="ts">
  import { clockOf } from '$core/bench';
  import { MINUTE } from '$core/units';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { bench, minutes: hands } = session;
  const format = $derived(session.format);
  const clock = $derived.by(() => {
    const { state, entries, minutes, orders } = bench.timing;
    return clockOf(state, bench.animal, entries, minutes, { orders });
  });
  const edgeEvery = $derived(session.data.edgeMinutes);
  /** From here on no piece should lie out of the cold; usual practice. */
  const WARM_MINUTES = 30;

  const left = $derived(Math.max(1, Math.round(clock.left)));
  const warm = $derived(clock.warm ? hands.since(clock.warm.since) : 0);
  const span = (total: number) =>
    total < 100
      ? `${total} min`
      : total < 48 * 60
        ? `${Math.floor(total / 60)} h ${String(total % 60).padStart(2, '0')}`
        : `${Math.floor(total / 1440)} days`;
</script>

<div class="clock" title="By {clock.own} of {clock.steps} steps you have timed before; the rest by default.">
  <!-- Figures are made anew, not moved. -->
  {#key `${left} ${hands.now}`}<span class="line"
      >{#if clock.steps > 0}<strong class="modelled">{span(left)}</strong> left, to {format.time(
          hands.now + left * MINUTE
        )}{:else}all off{/if}</span
    >{/key}
  {#key hands.edge}<button
      type="button"
      class:due={hands.edge >= edgeEvery}
      onclick={session.act(() => hands.fresh())}
      title="Minutes since the knife was sharpened; press when it is sharp again (E)"
      aria-label="Sharpened {hands.edge} minutes ago: press when it is sharp again"
      >{hands.edge >= edgeEvery ? 'sharpen' : `sharp ${hands.edge} min`}</button
    >{/key}
  {#key `${clock.warm?.item} ${warm}`}<span
      class="line out"
      class:due={warm >= WARM_MINUTES}
      title="In a room above 12 °C what lies out longer than {WARM_MINUTES} minutes is doubted. Pieces puts it into the cold."
      >{#if clock.warm}out <span class="wide">longest,</span>
        {span(warm)}: {bench.name(clock.warm.item).toLowerCase()}{#if warm < WARM_MINUTES}<span class="wide"
            >, doubt it from {format.time(clock.warm.since + WARM_MINUTES * MINUTE)}</span
          >{/if}{/if}</span
    >{/key}
</div>

<style>
  .clock {
    display: grid;
    grid-template-columns: 1fr auto;
    align-items: center;
    font-size: 0.9rem;
    color: var(--soft);
    border-top: 1px solid var(--line);
    grid-template-rows: 36px 22px;
    height: 62px;
    padding: 2px 0;
  }
  .line {
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .out {
    grid-column: 1 / -1;
  }
  button {
    min-height: 36px;
    padding: 0 8px;
    border: 1px solid var(--line);
    border-radius: 4px;
    background: none;
    color: var(--soft);
    font: inherit;
  }
  .due {
    color: var(--brass);
    font-weight: 650;
  }
  button.due {
    border-color: var(--brass);
  }
  @media (max-width: 67.5em) {
    .clock {
      grid-template-rows: 44px 22px;
      height: 70px;
    }
    button {
      min-height: 44px;
    }
  }
  /* On a phone there is room for what is due, no more. */
  @media (max-width: 47.5em) {
    .clock {
      grid-template: 44px / auto minmax(0, 1fr) auto;
      gap: 12px;
      height: 48px;
    }
    .out {
      grid-area: 1 / 2;
    }
    .wide {
      display: none;
    }
    .out:not(.due) {
      visibility: hidden;
    }
    button {
      grid-area: 1 / 3;
    }
  }
</style>
