<script lang="ts">
  import TubPatterns from './TubPatterns.svelte';
  import { linesIn, setApart, type Label } from './labels';
  import { paint, type Painted, type SpreadRow, type WorkRow } from '$core/bench';
  import {
    boxOf,
    drawnBox,
    roomAt,
    shareHung,
    shareLying,
    type Drawing,
    type Mark,
    type Point,
    type View
  } from '$core/maps';
  import { GLANDS, JOINTS, cutOf, type ClassKey, type Side } from '$core/reference';
  import type { PlainFormatter } from '$lib/words/format';
  import type { Share } from './drawn';
  import type { Pointed } from '$lib/words/pointed';

  interface Props {
    drawing: Drawing;
    view: View;
    side: Side | undefined;
    rows: SpreadRow[];
    next: WorkRow | undefined;
    bones: boolean;
    /** Cuts to point out. */
    sought: readonly string[];
    format: PlainFormatter;
    /** Chooses the place pressed. */
    choose: (shape: Painted) => void;
    /** Says what is pointed at; nothing when the pointer leaves. */
    point: (what: Pointed | undefined) => void;
    /** It is drawn as it hangs. */
    hung: boolean;
    /** Where the knife went into a muscle before. */
    gouges: readonly { id: string; x: number; y: number }[];
    /** The next press says where it did; nothing when it is not said after all. */
    mark: ((at: Share | undefined) => void) | undefined;
  }
  let { drawing, view, side, rows, next, bones, sought, format, choose, point, hung, gouges, mark }: Props =
    $props();

  const box = $derived(drawnBox(drawing));
  const mirrored = $derived(view.oneSide && side === 'right');
  const shapes = $derived(paint(drawing, view, side, rows, next));
  // Under first, the step in hand last, so that its line lies on top.
  const ordered = $derived([...shapes].sort((a, b) => rank(a) - rank(b)));
  const rank = (s: Painted) => (isSought(s) ? 3 : s.under ? 2 : s.state === 'next' ? 1 : 0);

  let wide = $state(0);
  let high = $state(0);
  const scale = $derived(wide && high ? Math.min(wide / box.width, high / box.height) : 0);
  const px = (n: number) => (scale ? n / scale : 0);
  const x = (at: number) => (mirrored ? 2 * box.x + box.width - at : at);

  let svg = $state<SVGSVGElement>();
  const frame = $derived(boxOf(drawing));
  const slips = $derived(
    gouges.map(({ id, x, y }) => {
      const [sx, sy] = hung ? shareHung([x, y]) : [x, y];
      return { id, x: frame.x + sx * frame.width, y: frame.y + sy * frame.height };
    })
  );
  /** The place that was pressed, while one is asked for; no part of the drawing is chosen by that press. */
  function place(event: MouseEvent) {
    const matrix = svg?.getScreenCTM();
    if (!mark || !matrix) return;
    event.stopPropagation();
    const { x: px, y: py } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const within = (n: number) => Math.min(1, Math.max(0, n));
    const share: Point = [
      within(((mirrored ? x(px) : px) - frame.x) / frame.width),
      within((py - frame.y) / frame.height)
    ];
    const [sx, sy] = hung ? shareLying(share) : share;
    mark({ x: sx, y: sy });
  }

  interface ShapeLabel extends Label {
    shape: Painted;
    /** Where its leader begins, when it stands outside. */
    from?: number;
  }
  const labels = $derived.by((): ShapeLabel[] => {
    if (!scale) return [];
    return shapes.flatMap((shape) => {
      if (!shape.labelled || !shape.label || !shape.row || !shape.cell) return [];
      const { taken, expected } = shape.cell;
      const figure =
        taken !== undefined
          ? format.figure(taken)
          : expected
            ? shape.state === 'next'
              ? `${format.figure(expected.low)}–${format.figure(expected.high)}`
              : `~${format.figure(expected.mean)}`
            : '';
      const room = roomAt(shape.d, shape.label);
      const name = shape.row.name;
      const [lx, ly] = [x(shape.label[0]), shape.label[1]];
      // A sliver at the edge is named beside itself, with a line that leads to it.
      const below: Point = [shape.label[0], ly + px(30)];
      if (room.height * scale < 24 && roomAt(drawing.outline, below).height === 0)
        return [{ shape, lines: [`${name} ${figure}`], x: lx, y: ly + px(30), from: ly }];
      const lines = linesIn(name, figure, { width: room.width * scale, height: room.height * scale });
      return lines.length > 0 ? [{ shape, lines, x: lx, y: ly }] : [];
    });
  });
  /** Labels that would lie on one another move apart. */
  const apart = $derived(setApart(labels, px(1)));

  const describe = ({ row, cell, state, side: at }: Painted) =>
    `${row?.name ?? ''}${at ? `, ${at}` : ''}: ${
      state === 'off'
        ? `${format.mass(cell?.taken ?? 0)} off`
        : `${cell?.expected ? `about ${format.mass(cell.expected.mean)} ` : ''}still on${state === 'next' ? ', next' : ''}`
    }`;
  /** The cuts themselves; only when none of them is drawn here, what holds them or what they hold. */
  const found = $derived.by(() => {
    const own = shapes.filter(({ key, row }) => sought.includes(key) || sought.includes(row?.key ?? ''));
    if (own.length > 0) return own;
    const near = sought.map(cutOf);
    return shapes.filter(({ key, row }) =>
      near.some((c) => c && (c.of === row?.key || c.whole?.includes(key)))
    );
  });
  const isSought = (shape: Painted) => found.includes(shape);
  const dueGlands = $derived(next?.act.kind === 'glands' ? next.act.keys : []);
  /** A piece on the board shows what runs through it; what comes out next stands out. */
  const onBoard = $derived(drawing.key.startsWith('board-'));
  const RUNS: Readonly<Record<string, string>> = {
    vein: 'insideRoundVein',
    tendon: 'tendon',
    silver: 'silver',
    thin: 'silver'
  };
  const dueMark = (mark: Mark) =>
    dueGlands.includes(mark.key) || (next?.act.kind === 'off' && RUNS[next.act.what] === mark.key);
  const letterOf = (fill: ClassKey | undefined) => (fill && fill !== '-' ? fill : undefined);

  function keydown(event: KeyboardEvent, shape: Painted) {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    event.stopPropagation();
    choose(shape);
  }
</script>

{#if mark}<p class="asks" role="status">
    Press where the knife went in.
    <button type="button" class="quiet" onclick={() => mark(undefined)}>Not now</button>
  </p>{/if}
<div class="sheet" class:asked={mark} onclickcapture={place} bind:clientWidth={wide} bind:clientHeight={high}>
  <svg
    bind:this={svg}
    viewBox="{box.x} {box.y} {box.width} {box.height}"
    role="group"
    aria-label="{drawing.title}{mirrored ? ', mirrored for the right' : ''}"
  >
    <defs>
      <TubPatterns scale={px(1)} />
    </defs>
    <g transform={mirrored ? `translate(${2 * box.x + box.width} 0) scale(-1 1)` : undefined}>
      <path d={drawing.outline} class="ground" />
      {#each ordered as shape (shape.id)}
        {@const open = shape.row && shape.state !== 'off'}
        {@const letter = letterOf(shape.fill)}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <path
          d={shape.d}
          class="region {shape.state}"
          class:under={shape.under}
          class:joined={shape.joined}
          fill-opacity={shape.under && letter ? 0.5 : undefined}
          class:sought={isSought(shape)}
          class:table={shape.state === 'off' && !letter}
          style:fill={letter ? `url(#seam-${letter})` : undefined}
          role={open ? 'button' : 'img'}
          tabindex={open ? 0 : undefined}
          aria-label={shape.row ? describe(shape) : shape.key}
          data-region={shape.key}
          data-side={shape.side}
          data-state={shape.state}
          data-fill={letter}
          onclick={() => open && choose(shape)}
          onkeydown={(e) => open && keydown(e, shape)}
          onpointerenter={() => shape.row && point({ shape })}
          onpointerleave={() => point(undefined)}
          onfocus={() => shape.row && point({ shape })}
          onblur={() => point(undefined)}
        />
      {/each}
      {#if shapes.some((s) => s.joined)}<path d={drawing.outline} class="edge" />{/if}
      {#each drawing.grain ?? [] as line, i (i)}<path d={line.d} class="grain" />{/each}
      {#if bones || onBoard}
        {#each drawing.bones as bone, i (i)}<path d={bone.d} class="bone" />{/each}
        {#each drawing.marks as mark, i (i)}
          {#if mark.kind === 'joint' && mark.at}
            <circle
              cx={mark.at[0]}
              cy={mark.at[1]}
              r={px(11)}
              class="joint"
              role="img"
              aria-label={JOINTS[mark.key]?.name ?? mark.key}
              onpointerenter={() => point({ joint: mark.key })}
              onpointerleave={() => point(undefined)}
            />
          {:else if mark.d}<path d={mark.d} class="cord {mark.kind}" class:due={dueMark(mark)} />{/if}
        {/each}
      {/if}
      {#each drawing.marks as mark, i (i)}
        {#if mark.kind === 'gland' && mark.at}
          {@const due =
            dueGlands.includes(mark.key) || (onBoard && next?.act.kind === 'off' && next.act.what === 'node')}
          {@const r = px(due ? 11 : 7)}
          <path
            d="M{mark.at[0]} {mark.at[1] - r}L{mark.at[0] + r} {mark.at[1]}L{mark.at[0]} {mark.at[1] +
              r}L{mark.at[0] - r} {mark.at[1]}Z"
            class="gland"
            class:due
            role="img"
            aria-label={GLANDS[mark.key]?.name ?? mark.key}
            onpointerenter={() => point({ gland: mark.key })}
            onpointerleave={() => point(undefined)}
          />
        {/if}
      {/each}
      {#each slips as slip (slip.id)}
        {@const r = px(7)}
        <path
          d="M{slip.x - r} {slip.y - r}L{slip.x + r} {slip.y + r}M{slip.x + r} {slip.y - r}L{slip.x -
            r} {slip.y + r}"
          class="slip"
          role="img"
          aria-label="The knife went in here"
        />
      {/each}
    </g>
    {#each apart as { shape, lines, x: at, y, from } (shape.id)}
      {@const letter = from === undefined ? letterOf(shape.fill) : undefined}
      {#if from !== undefined}<path d="M{at} {from}L{at} {y - px(8)}" class="leader" />{/if}
      <text
        class="said-at {letter ? `tub-${letter} filled` : ''}"
        class:soft={shape.state === 'on'}
        font-size={px(14.5)}
        text-anchor="middle"
        aria-hidden="true"
        stroke-width={px(5)}
      >
        {#each lines as line, i (i)}<tspan
            x={at}
            y={y + px(5 + (i - (lines.length - 1) / 2) * 18)}
            class:figure={i > 0 && i === lines.length - 1}>{line}</tspan
          >{/each}
      </text>
    {/each}
  </svg>
</div>

<style>
  /* Over the drawing: nothing moves under the finger that is about to point. */
  .asks {
    position: absolute;
    inset: 0 auto auto 0;
    z-index: 2;
    padding: 2px 8px 2px 0;
    background: var(--card);
    font-weight: 600;
  }
  .asked {
    cursor: crosshair;
  }
  .slip {
    fill: none;
    stroke: var(--rust);
    stroke-width: 3;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .sheet {
    contain: strict;
    flex: 1;
    min-height: 0;
    display: grid;
    padding: 4px 0 8px;
  }
  svg {
    width: 100%;
    height: 100%;
    min-height: 0;
    overflow: visible;
    touch-action: manipulation;
  }
  .ground {
    fill: var(--card);
    stroke: var(--ink);
    stroke-width: 2px;
    vector-effect: non-scaling-stroke;
  }
  .region {
    fill: var(--card);
    stroke: var(--ink);
    stroke-width: 1.5px;
    vector-effect: non-scaling-stroke;
    stroke-linejoin: round;
    outline: none;
  }
  .region[role='button'] {
    cursor: pointer;
  }
  .plain {
    stroke: var(--edge);
  }
  .table {
    fill: var(--line);
  }
  .under {
    fill: transparent;
    stroke-dasharray: 5 4;
    stroke-width: 1.5px;
  }
  .edge {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.8px;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  /* A seam that is not cut: only a hint of it. */
  .joined {
    stroke-width: 1px;
    stroke-dasharray: 1.5 4;
  }
  .next {
    fill: var(--next);
    stroke: var(--spruce-text);
    stroke-width: 3px;
    stroke-dasharray: 8 4;
  }
  .sought {
    stroke: var(--brass);
    stroke-width: 4px;
  }
  .region[role='button']:hover,
  .region:focus-visible {
    stroke: var(--spruce-text);
    stroke-width: 3.5px;
  }
  .grain {
    fill: none;
    stroke: var(--edge);
    stroke-width: 0.7px;
    opacity: 0.55;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .bone {
    fill: color-mix(in oklab, var(--card) 34%, transparent);
    stroke: var(--ice);
    stroke-width: 1.3px;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .cord {
    fill: none;
    stroke: var(--ice);
    stroke-width: 2px;
    stroke-dasharray: 2 3;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .cord.vessel {
    stroke: var(--rust);
    stroke-dasharray: none;
  }
  .cord.due {
    fill: none;
    stroke: var(--rust);
    stroke-width: 5px;
    stroke-dasharray: none;
  }
  .joint {
    fill: transparent;
    stroke: var(--rust);
    stroke-width: 2px;
    vector-effect: non-scaling-stroke;
  }
  .gland {
    fill: var(--brass);
    stroke: var(--card);
    stroke-width: 1.5px;
    vector-effect: non-scaling-stroke;
  }
  .due {
    fill: var(--rust);
  }
  .said-at {
    fill: var(--ink);
    stroke: var(--card);
    stroke-linejoin: round;
    paint-order: stroke;
    font-weight: 650;
    pointer-events: none;
  }
  .leader {
    stroke: var(--ink);
    stroke-width: 1px;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .filled {
    fill: var(--on, #fff);
    stroke: var(--pig);
  }
  .figure {
    font-family: var(--font-mono);
    font-weight: 500;
  }
</style>
