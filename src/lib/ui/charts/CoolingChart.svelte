<script lang="ts">
  import { MINUTE } from '$core/units';
  import { degreeTicks } from './degree-ticks';
  import { lanesOf } from './lanes';
  import { scaleLinear } from 'd3-scale';
  import { area, line } from 'd3-shape';
  import type { Band, Curves } from '$core/chill';
  import type { Formatter } from '$lib/words/formatter';
  import { timeTicks } from '$lib/words/time';

  export interface Handle {
    key: string;
    at: number;
    label: string;
    /** In the book, concluded from it, or planned. */
    kind: 'booked' | 'assumed' | 'planned';
  }
  interface Props {
    curves: Curves;
    band?: Band | undefined;
    /** A second way, dashed, and what it is called. */
    other?: { curves: Curves; name: string } | undefined;
    handles: Handle[];
    target: number;
    now: number;
    gaps: { from: number; to: number }[];
    forecastFrom?: number | undefined;
    timeZone: string;
    moment: (at: number) => string;
    format: Formatter;
    onmove: (key: string, at: number, done: boolean) => void;
  }
  let {
    curves,
    band,
    other,
    handles,
    target,
    now,
    gaps,
    forecastFrom,
    timeZone,
    moment,
    format,
    onmove
  }: Props = $props();

  const HEIGHT = 330;
  const LEFT = 58;
  const RIGHT = 14;
  const TOP = 26;
  const LANE = 26;
  const STEP_MS = 5 * MINUTE;
  let width = $state(860);

  const from = $derived(curves.at[0] ?? 0);
  const until = $derived(curves.at[curves.at.length - 1] ?? 1);
  const x = $derived(scaleLinear([from, until], [LEFT, width - RIGHT]));
  const coldest = $derived(Math.min(0, ...curves.air, ...curves.core));
  const y = $derived(scaleLinear([Math.floor(coldest / 5) * 5, 40], [HEIGHT, TOP]));
  const ticks = $derived(timeTicks(from, until, timeZone, Math.max(4, Math.floor(width / 64))));
  const degrees = $derived(degreeTicks(y.domain(), width < 500 ? 4 : 6, format.degreesIn));
  const path = (c: Curves, values: Float64Array) =>
    line<number>(
      (_, i) => x(c.at[i] ?? 0),
      (_, i) => y(values[i] ?? 0)
    )(Array.from(values)) ?? '';
  const reach = (b: Band, of: Band['core']) =>
    area<number>(
      (_, i) => x(b.at[i] ?? 0),
      (_, i) => y(of.low[i] ?? 0),
      (_, i) => y(of.high[i] ?? 0)
    )(Array.from(b.at)) ?? '';
  const bandPath = $derived(band && reach(band, band.core));
  const surfaceBand = $derived(band && reach(band, band.surface));
  const at = $derived(
    (() => {
      let i = 0;
      while (i < curves.at.length - 1 && (curves.at[i + 1] ?? Infinity) <= now) i += 1;
      return i;
    })()
  );
  const inside = $derived(now > from && now < until);

  /** Labels of handles in as many rows as keep them apart. */
  const rows = $derived(lanesOf(handles, x, { from: LEFT, to: width - RIGHT, width }));
  const lanes = $derived(Math.max(1, ...rows.map((r) => r.row + 1)));
  const height = $derived(HEIGHT + 30 + lanes * LANE + 8);

  let held = $state<string | undefined>();
  let svg: SVGSVGElement | undefined = $state();
  const snap = (px: number) => Math.min(until, Math.max(from, Math.round(x.invert(px) / STEP_MS) * STEP_MS));
  const placed = (event: PointerEvent) => snap(event.clientX - (svg?.getBoundingClientRect().left ?? 0));
  function take(event: PointerEvent, key: string) {
    held = key;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    event.preventDefault();
  }
  function drag(event: PointerEvent, key: string) {
    if (held === key) onmove(key, placed(event), false);
  }
  function drop(event: PointerEvent, key: string) {
    if (held !== key) return;
    held = undefined;
    onmove(key, placed(event), true);
  }
  function keyed(event: KeyboardEvent, handle: Handle) {
    const by = { ArrowLeft: -15, ArrowRight: 15, PageDown: -60, PageUp: 60 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    onmove(handle.key, Math.min(until, Math.max(from, handle.at + by * MINUTE)), true);
  }
</script>

<div class="chart" bind:clientWidth={width} style:height="{height}px">
  <svg
    bind:this={svg}
    {width}
    {height}
    role="group"
    aria-label="Core and surface over time, with what is done to it"
  >
    {#if forecastFrom !== undefined && forecastFrom < until}
      <rect
        class="ahead"
        x={x(Math.max(from, forecastFrom))}
        y={TOP}
        width={Math.max(0, x(until) - x(Math.max(from, forecastFrom)))}
        height={HEIGHT - TOP}
      />
      <text class="soft" x={width - RIGHT - 4} y={TOP + 14} text-anchor="end">forecast</text>
    {/if}
    {#each gaps as gap (gap.from)}
      <rect
        class="gap"
        x={x(gap.from)}
        y={TOP}
        width={Math.max(2, x(gap.to) - x(gap.from))}
        height={HEIGHT - TOP}><title>Nothing was read here; the cautious value stands in.</title></rect
      >
    {/each}
    {#each degrees as t (t)}
      <line class="rule" x1={LEFT} x2={width - RIGHT} y1={y(t)} y2={y(t)} />
      <text class="soft" x={LEFT - 8} y={y(t) + 5} text-anchor="end"
        >{t === degrees.at(-1) ? format.degrees(t, 0) : format.figureOfDegrees(t, 0)}</text
      >
    {/each}
    {#each ticks as tick (tick.at)}
      <line class="rule" class:day={tick.day} x1={x(tick.at)} x2={x(tick.at)} y1={TOP} y2={HEIGHT} />
      <text class={tick.day ? 'dayname' : 'soft'} x={x(tick.at)} y={HEIGHT + 19} text-anchor="middle"
        >{tick.label}</text
      >
    {/each}
    <line class="target" x1={LEFT} x2={width - RIGHT} y1={y(target)} y2={y(target)} />
    <text class="targetname" x={width - RIGHT - 4} y={y(target) - 6} text-anchor="end"
      >deep {format.degrees(target, 0)}</text
    >
    {#if surfaceBand}<path class="band skin" d={surfaceBand} />{/if}
    {#if bandPath}<path class="band" d={bandPath} />{/if}
    <path class="air" d={path(curves, curves.air)} />
    <path class="surface" d={path(curves, curves.surface)} />
    {#if other}<path class="other" d={path(other.curves, other.curves.core)} />{/if}
    <path class="core" d={path(curves, curves.core)} />
    {#if inside}
      <line class="now" x1={x(now)} x2={x(now)} y1={TOP - 8} y2={HEIGHT} />
      <circle class="nowcore" cx={x(now)} cy={y(curves.core[at] ?? 0)} r="5" />
      <text class="nowname" x={x(now)} y={TOP - 12} text-anchor="middle">now</text>
    {/if}
    {#each rows as handle (handle.key)}
      <line
        class="stem {handle.kind}"
        class:held={held === handle.key}
        x1={handle.left}
        x2={handle.left}
        y1={TOP}
        y2={HEIGHT + 30 + handle.row * LANE}
      />
    {/each}
  </svg>
  {#each rows as handle (handle.key)}
    <button
      type="button"
      class="handle {handle.kind}"
      class:before={handle.before}
      class:held={held === handle.key}
      style:left="{handle.left}px"
      style:top="{HEIGHT + 28 + handle.row * LANE}px"
      role="slider"
      aria-label={handle.label}
      aria-valuemin={from}
      aria-valuemax={until}
      aria-valuenow={handle.at}
      aria-valuetext={moment(handle.at)}
      title="{handle.label}, {moment(handle.at)}: drag along the time, or use the arrows"
      onpointerdown={(e) => take(e, handle.key)}
      onpointermove={(e) => drag(e, handle.key)}
      onpointerup={(e) => drop(e, handle.key)}
      onpointercancel={(e) => drop(e, handle.key)}
      onkeydown={(e) => keyed(e, handle)}><span class="grip" aria-hidden="true"></span>{handle.label}</button
    >
  {/each}
</div>
<p class="key small">
  <span><i class="k core"></i>core</span><span
    ><i class="k surface"></i>{curves.hide[at] ? 'skin, under the hide' : 'surface'}</span
  ><span><i class="k air"></i>air</span>{#if band}<span><i class="k bandkey"></i>8 of 10 likely outcomes</span
    >{/if}{#if other}<span><i class="k otherkey"></i>{other.name}</span>{/if}
</p>

<style>
  .chart {
    position: relative;
    width: 100%;
    min-width: 0;
    overflow-x: clip;
    touch-action: pan-y;
  }
  svg {
    display: block;
  }
  text {
    font-size: 14px;
    fill: var(--ink);
  }
  text.soft {
    fill: var(--soft);
  }
  .dayname {
    font-weight: 650;
  }
  .ahead {
    fill: var(--next);
    opacity: 0.55;
  }
  .gap {
    fill: color-mix(in oklab, var(--rust) 14%, transparent);
  }
  .rule {
    stroke: var(--line);
    stroke-dasharray: 2 4;
  }
  .rule.day {
    stroke-dasharray: none;
  }
  .target {
    stroke: var(--spruce-text);
    stroke-width: 1.5;
  }
  .targetname {
    fill: var(--spruce-text);
    font-weight: 600;
  }
  path {
    fill: none;
    stroke-linejoin: round;
  }
  .core {
    stroke: var(--ink);
    stroke-width: 3;
  }
  .surface {
    stroke: var(--brass);
    stroke-width: 1.8;
  }
  .air {
    stroke: var(--ice);
    stroke-width: 1.8;
    stroke-dasharray: 5 4;
  }
  .band {
    fill: color-mix(in oklab, var(--ink) 13%, transparent);
    stroke: none;
  }
  .band.skin {
    fill: color-mix(in oklab, var(--brass) 16%, transparent);
  }
  .other {
    stroke: var(--spruce-text);
    stroke-width: 3;
    stroke-dasharray: 8 5;
  }
  .now {
    stroke: var(--rust);
    stroke-width: 2;
  }
  .nowcore {
    fill: var(--rust);
  }
  .nowname {
    fill: var(--rust);
    font-weight: 700;
  }
  .stem {
    stroke: var(--edge);
    stroke-width: 1.5;
  }
  .stem.planned {
    stroke: var(--ice);
    stroke-dasharray: 4 3;
  }
  .stem.held {
    stroke: var(--spruce-text);
    stroke-width: 2.5;
  }
  .handle {
    position: absolute;
    display: flex;
    align-items: center;
    gap: 5px;
    height: 24px;
    margin-left: -8px;
    padding: 0 8px 0 0;
    border: 0;
    border-radius: 12px;
    background: var(--paper);
    color: var(--ink);
    font-size: 0.85rem;
    font-weight: 600;
    white-space: nowrap;
    cursor: ew-resize;
    touch-action: none;
  }
  .handle::after {
    content: '';
    position: absolute;
    inset: -10px -4px;
  }
  .handle.before {
    flex-direction: row-reverse;
    transform: translateX(-100%);
    margin-left: 8px;
    padding: 0 0 0 8px;
  }
  .handle.assumed {
    color: var(--soft);
    font-weight: 500;
  }
  .grip {
    width: 16px;
    height: 16px;
    border-radius: 50%;
    border: 2.5px solid var(--ink);
    background: var(--ink);
    flex: none;
  }
  .handle.assumed .grip {
    border-color: var(--edge);
    background: var(--paper);
  }
  .handle.planned .grip {
    border-color: var(--ice);
    border-style: dashed;
    background: var(--paper);
  }
  .handle.held {
    color: var(--spruce-text);
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    color: var(--soft);
  }
  .key span {
    display: inline-flex;
    align-items: center;
    gap: 7px;
  }
  .k {
    display: inline-block;
    width: 22px;
    height: 0;
    border-top: 3px solid var(--ink);
  }
  .k.surface {
    border-top: 2px solid var(--brass);
  }
  .k.air {
    border-top: 2px dashed var(--ice);
  }
  .k.bandkey {
    height: 12px;
    border: 0;
    background: color-mix(in oklab, var(--ink) 18%, transparent);
  }
  .k.otherkey {
    border-top: 3px dashed var(--spruce-text);
  }
</style>
