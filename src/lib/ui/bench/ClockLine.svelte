<script lang="ts">
  import { clockOf, minutesByHands, othersAt } from '$core/bench';
  import { CUTTING } from '$core/reference';
  import { MINUTE } from '$core/units';
  import { useSession } from '$lib/bench/session.svelte';
  import { minuteWords } from '$lib/words/minutes';

  const session = useSession();
  const { bench, minutes: hands } = session;
  const format = $derived(session.format);
  const timing = $derived(bench.timing);
  const orders = $derived({ orders: timing.orders });
  const clock = $derived(clockOf(timing.state, bench.animal, timing.entries, timing.minutes, orders));
  /** How many are at it: each device that was heard of since the last pause. */
  const many = $derived(1 + othersAt(timing.entries, bench.seatAt(hands.now)).length);
  const total = $derived(
    many > 1
      ? (minutesByHands(timing.state, bench.animal, timing.entries, many, timing.minutes, orders).at(-1) ?? 0)
      : clock.left
  );
  const edgeEvery = $derived(session.data.edgeMinutes);
  const left = $derived(Math.max(1, Math.round(total)));
  const warm = $derived(clock.warm ? hands.since(clock.warm.since) : 0);
</script>

<div class="clock" title="By {clock.own} of {clock.steps} steps you have timed before; the rest by default.">
  <!-- Figures are made anew, not moved; the buttons stay, or a press on one would be lost as its figure changes. -->
  <button
    type="button"
    class="line left"
    onclick={session.show('hands')}
    aria-label="Hands: who is at it, what waits for whom"
    >{#key `${left} ${hands.now} ${many}`}{#if clock.steps > 0}<span
          ><strong class="modelled">{minuteWords(left)}</strong> left, to {format.time(
            hands.now + left * MINUTE
          )}{#if many > 1}, by {many}{/if}</span
        >{:else}<span>all off</span>{/if}<span class="chevron" aria-hidden="true"></span>{/key}</button
  >
  <button
    type="button"
    class="edge"
    class:due={hands.edge >= edgeEvery}
    onclick={session.act(() => hands.fresh())}
    title="Minutes since the knife was sharpened; press when it is sharp again (E)"
    aria-label="Sharpened {hands.edge} minutes ago: press when it is sharp again"
    >{#key hands.edge}<span>{hands.edge >= edgeEvery ? 'sharpen' : `sharp ${hands.edge} min`}</span
      >{/key}</button
  >
  {#key `${clock.warm?.item} ${warm}`}<span
      class="line out"
      class:due={warm >= CUTTING.minutes}
      title="In a room above {session.data
        .warmAbove} what lies out longer than {CUTTING.minutes} minutes is doubted. Pieces puts it into the cold."
      >{#if clock.warm}out <span class="wide">longest,</span>
        {minuteWords(warm)}: {bench.name(clock.warm.item).toLowerCase()}{#if warm < CUTTING.minutes}<span
            class="wide">, doubt it from {format.time(clock.warm.since + CUTTING.minutes * MINUTE)}</span
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
  .edge {
    min-width: 6.8em;
    min-height: 36px;
    padding: 0 8px;
    border: 1px solid var(--line);
    border-radius: 4px;
    background: none;
    color: var(--soft);
    font: inherit;
  }
  .left {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 36px;
    padding: 0;
    border: 0;
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
  }
  .left span:first-child {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .due {
    color: var(--brass);
    font-weight: 650;
  }
  .edge.due {
    border-color: var(--brass);
  }
  @media (max-width: 67.5em) {
    .clock {
      grid-template-rows: 44px 22px;
      height: 70px;
    }
    .edge {
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
    .edge {
      grid-area: 1 / 3;
    }
  }
</style>
