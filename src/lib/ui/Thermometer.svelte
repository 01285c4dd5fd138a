<script lang="ts">
  import type { Core } from '$core/reference';
  import type { Formatter } from '$lib/words/formatter';
  import { coreWords } from '$lib/words/kitchen';

  /** A probe in the middle of the meat: what is asked, where others stop, where slow meat is tender. */
  let { core, format }: { core: Core; format: Formatter } = $props();

  // °C from one end to the other; px of the drawing.
  const [FROM, TO, WIDE] = [40, 100, 300];
  const x = (t: number) => ((t - FROM) / (TO - FROM)) * WIDE;
</script>

<figure>
  <svg viewBox="-14 0 328 62" role="img" aria-label="Core temperature: {coreWords(core, format)}">
    <line x1="0" x2={WIDE} y1="30" y2="30" class="glass" />
    {#each [40, 50, 60, 70, 80, 90, 100] as t (t)}
      <line x1={x(t)} x2={x(t)} y1="34" y2="40" class="tick" />
      <text x={x(t)} y="56" text-anchor="middle">{format.figureOfDegrees(t, 0)}</text>
    {/each}
    {#if core.othersAt}<line
        x1={x(core.othersAt[0])}
        x2={x(core.othersAt[1])}
        y1="30"
        y2="30"
        class="others"
      />{/if}
    {#if core.tenderAt}<line
        x1={x(core.tenderAt[0])}
        x2={x(core.tenderAt[1])}
        y1="30"
        y2="30"
        class="tender"
      />{/if}
    <path d="M{x(core.asked)} 22l-6 -11h12z" class="mark" />
  </svg>
</figure>

<style>
  figure {
    margin: 0;
    max-width: 320px;
  }
  svg {
    display: block;
    width: 100%;
  }
  line {
    fill: none;
  }
  .glass {
    stroke: var(--line);
    stroke-width: 9;
    stroke-linecap: round;
  }
  .tick {
    stroke: var(--soft);
    stroke-width: 1;
  }
  text {
    fill: var(--soft);
    font: 14px var(--font-mono);
  }
  .others {
    stroke: var(--brass);
    stroke-width: 9;
    stroke-dasharray: 3 3;
  }
  .tender {
    stroke: var(--ice);
    stroke-width: 9;
  }
  .mark {
    fill: var(--ink);
  }
</style>
