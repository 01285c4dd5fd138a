<script lang="ts">
  import { areaAt, boneRadius, faceOf } from '$core/slice';
  import type { Slicing } from '$lib/slice/slicing.svelte';
  import type { Formatter } from '$lib/words/formatter';

  /** The piece on the board from above, to scale: cuts, a ruler, its grain; beside it its largest face. */
  let { slicing, format }: { slicing: Slicing; format: Formatter } = $props();
  const { result, notes } = $derived(slicing);
  let hovered = $state(-1);
  const drawn = $derived.by(() => {
    if (!result) return undefined;
    const { piece, sliced, asked } = result;
    const { solid } = piece;
    const half = (x: number) => faceOf(piece, areaAt(solid, x)).width / 2;
    const steps = 80;
    const along = Array.from({ length: steps + 1 }, (_, i) => (solid.length * i) / steps);
    const upper = along.map((x) => `${x.toFixed(1)},${(-half(x)).toFixed(1)}`);
    const lower = [...along].reverse().map((x) => `${x.toFixed(1)},${half(x).toFixed(1)}`);
    const widest = Math.max(...along.map(half));
    const part = (from: number, to: number) => {
      const inside = [from, ...along.filter((x) => x > from && x < to), to];
      return [
        ...inside.map((x) => `${x.toFixed(1)},${(-half(x)).toFixed(1)}`),
        ...[...inside].reverse().map((x) => `${x.toFixed(1)},${half(x).toFixed(1)}`)
      ].join(' ');
    };
    const cuts = [...new Set(sliced.slices.flatMap((s) => [s.from, s.to]))].filter(
      (x) => x > 0.5 && x < solid.length - 0.5
    );
    const face = result.face;
    // Room above for the grain, below for the ruler; at the right for the face.
    const [top, bottom] = [widest + 34, widest + 44];
    const right = solid.length + 40 + face.width;
    return {
      length: solid.length,
      outline: [...upper, ...lower].join(' '),
      slices: sliced.slices.map((s) => ({ ...s, points: part(s.from, s.to), middle: (s.from + s.to) / 2 })),
      ends: sliced.ends.map((e) => ({ ...e, points: part(e.from, e.to), middle: (e.from + e.to) / 2 })),
      cuts: cuts.map((x) => ({ x, half: half(x) })),
      stop: asked.stop !== undefined && asked.stop < solid.length - 0.5 ? asked.stop : undefined,
      widest,
      face,
      box: `-14 ${-top} ${right + 28} ${top + bottom}`,
      ticks: Array.from({ length: Math.floor(solid.length / 10) + 1 }, (_, i) => i * 10),
      bone: boneRadius(piece, result.face),
      // Letters as large on screen whatever the piece measures.
      letter: (right + 28) / 46
    };
  });
  /** So many numbers stand on the slices that they can be read. */
  const step = $derived(drawn ? Math.ceil(drawn.slices.length / 14) : 1);
  /** Strips with the grain lie along the piece: what is drawn is their width. */
  const lengthwise = $derived(slicing.way === 'strips' && slicing.grain === 'with');
  const lanes = $derived.by(() => {
    const wide = Number(slicing.strip);
    if (!drawn || !lengthwise || !(wide >= 4)) return [];
    const half = Math.floor(drawn.widest / wide);
    return Array.from({ length: 2 * half + 1 }, (_, i) => (i - half) * wide);
  });
</script>

{#if drawn}
  <svg
    viewBox={drawn.box}
    role="img"
    aria-label="The piece from above, {Math.round(drawn.length)} mm long, {drawn.slices
      .length} slices; its largest face {Math.round(drawn.face.width)} by {Math.round(
      drawn.face.thickness
    )} mm"
    style:--letter="{drawn.letter}px"
  >
    <defs>
      <pattern
        id="left-over"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="6" height="6" class="over" /><line x1="0" x2="0" y1="0" y2="6" class="hatch" />
      </pattern>
      <marker
        id="grain-head"
        viewBox="0 0 8 8"
        refX="7"
        refY="4"
        markerWidth="7"
        markerHeight="7"
        orient="auto"
      >
        <path d="M0 0 L8 4 L0 8" class="grain-line" />
      </marker>
    </defs>
    <g class="grain">
      {#if notes.along}
        <line
          x1={drawn.length * 0.06}
          x2={drawn.length * 0.34}
          y1={-drawn.widest - 16}
          y2={-drawn.widest - 16}
          class="grain-line"
          marker-end="url(#grain-head)"
        />
      {/if}
      <text x={drawn.length * (notes.along ? 0.37 : 0.02)} y={-drawn.widest - 12}>grain {notes.grain}</text>
    </g>
    <polygon points={drawn.outline} class="piece" />
    {#each drawn.ends as end (end.from)}<polygon points={end.points} fill="url(#left-over)" />{/each}
    {#if lengthwise}
      <clipPath id="within"><polygon points={drawn.outline} /></clipPath>
      <polygon points={drawn.outline} class="slice" />
      <g clip-path="url(#within)">
        {#each lanes as y (y)}<line x1="0" x2={drawn.length} y1={y} y2={y} class="cut" />{/each}
      </g>
    {:else}{#each drawn.slices as s, i (i)}
        <polygon
          points={s.points}
          class="slice"
          class:on={hovered === i}
          role="presentation"
          onpointerenter={() => (hovered = i)}
          onpointerleave={() => (hovered = -1)}
        />
      {/each}
      {#each drawn.cuts as cut (cut.x)}<line
          x1={cut.x}
          x2={cut.x}
          y1={-cut.half - 5}
          y2={cut.half + 5}
          class="cut"
        />{/each}{/if}
    {#if drawn.stop !== undefined}
      <line x1={drawn.stop} x2={drawn.stop} y1={-drawn.widest - 6} y2={drawn.widest + 10} class="stop" />
    {/if}
    {#each lengthwise ? [] : drawn.slices as s, i (i)}{#if i % step === 0}<text
          x={s.middle}
          y={drawn.letter * 0.35}
          class="number">{i + 1}</text
        >{/if}{/each}
    <polygon points={drawn.outline} class="edge" />
    <g class="ruler" transform="translate(0 {drawn.widest + 16})">
      <line x1="0" x2={drawn.length} y1="0" y2="0" />
      {#each drawn.ticks as mm (mm)}<line x1={mm} x2={mm} y1="0" y2={mm % 50 === 0 ? 7 : 4} />{/each}
      {#each drawn.ticks.filter((mm) => mm % 100 === 0) as mm (mm)}<text x={mm} y={8 + drawn.letter}
          >{mm === 0 ? '0' : `${mm / 10} cm`}</text
        >{/each}
    </g>
    <g transform="translate({drawn.length + 30 + drawn.face.width / 2} 0)">
      <ellipse rx={drawn.face.width / 2} ry={drawn.face.thickness / 2} class="slice" />
      <ellipse rx={drawn.face.width / 2} ry={drawn.face.thickness / 2} class="edge" />
      {#if drawn.bone > 0}<circle r={drawn.bone} class="bone" />{/if}
      <text y={drawn.face.thickness / 2 + drawn.letter * 1.3} class="middle">largest face</text>
      <text y={drawn.face.thickness / 2 + drawn.letter * 2.5} class="middle"
        >{Math.round(drawn.face.width)} × {Math.round(drawn.face.thickness)} mm</text
      >
    </g>
  </svg>
  <p class="said" aria-live="polite">
    {#if hovered >= 0 && drawn.slices[hovered]}
      {@const s = drawn.slices[hovered]}
      Slice {hovered + 1}: <strong>{Math.round(s?.thickness ?? 0)} mm</strong>,
      <span class="modelled">{format.mass(Math.round(s?.grams ?? 0), 3)}</span>, from {(
        (s?.from ?? 0) / 10
      ).toFixed(1)} to
      {((s?.to ?? 0) / 10).toFixed(1)} cm
    {:else}
      The thick end is at the left.{#if drawn.ends.length > 0}{' '}Hatched: too small a face{drawn.stop ===
        undefined
          ? ''
          : ', past the stop'}, or over: <strong>{notes.rest}</strong>.{/if}
    {/if}
  </p>
{/if}

<style>
  svg {
    --meat: #8d3a44;
    display: block;
    width: 100%;
    max-height: 300px;
  }
  .piece,
  .slice {
    fill: color-mix(in oklab, var(--meat) 26%, var(--card));
  }
  .slice.on {
    fill: color-mix(in oklab, var(--meat) 46%, var(--card));
  }
  .over {
    fill: var(--card);
  }
  .hatch {
    stroke: var(--edge);
    stroke-width: 1.6;
  }
  .bone {
    fill: var(--card);
    stroke: var(--edge);
    stroke-width: 1.2;
  }
  .edge {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.6;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .cut {
    stroke: var(--ink);
    stroke-width: 1.4;
    stroke-dasharray: 6 3;
    vector-effect: non-scaling-stroke;
  }
  .stop {
    stroke: var(--rust);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .grain-line {
    fill: none;
    stroke: var(--brass);
    stroke-width: 2.2;
  }
  .ruler line {
    stroke: var(--soft);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  text {
    fill: var(--soft);
    font-size: var(--letter);
    font-family: inherit;
  }
  .number,
  .middle {
    text-anchor: middle;
  }
  .number {
    fill: var(--ink);
    font-weight: 700;
    pointer-events: none;
  }
  .said {
    min-height: 1.6em;
    margin-top: 4px;
    color: var(--soft);
  }
  .said strong {
    color: var(--ink);
  }
</style>
