<script lang="ts">
  import type { Inside } from '$core/maps';
  import type { Organ } from '$core/reference';

  interface Props {
    inside: Inside;
    organs: readonly Organ[];
    /** What was said of each so far. */
    marks: Readonly<Record<string, 'fine' | 'wrong' | 'notSeen' | undefined>>;
    chosen: string | undefined;
    choose: (key: string) => void;
  }
  let { inside, organs, marks, chosen, choose }: Props = $props();

  let wide = $state(0);
  let high = $state(0);
  const box = $derived(inside.viewBox.split(' ').map(Number));
  /** Units of the drawing to a pixel. */
  const px = $derived(wide && high ? Math.max((box[2] ?? 1) / wide, (box[3] ?? 1) / high) : 1);
  const nameOf = (key: string) => organs.find((o) => o.key === key)?.name ?? key;
  const STATES = { fine: 'as it should be', wrong: 'something is wrong', notSeen: 'not seen' } as const;
  const SIGNS = { fine: '✓', wrong: '✕', notSeen: '–' } as const;
  function keydown(event: KeyboardEvent, key: string) {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    choose(key);
  }
</script>

<div class="sheet" bind:clientWidth={wide} bind:clientHeight={high}>
  <svg viewBox={inside.viewBox} role="group" aria-label={inside.title}>
    <defs>
      <pattern
        id="unseen"
        patternUnits="userSpaceOnUse"
        width="10"
        height="10"
        patternTransform="scale({px})"
      >
        <path d="M0 10L10 0M-2 2L2 -2M8 12L12 8" class="hatch" />
      </pattern>
    </defs>
    <path d={inside.outline} class="body" />
    {#each inside.bones as bone, i (i)}<path d={bone.d} class="bone" />{/each}
    {#each inside.organs as organ (organ.key)}
      {@const mark = marks[organ.key]}
      <path
        d={organ.d}
        class="organ {mark ?? 'open'} {organ.key}"
        class:chosen={organ.key === chosen}
        role="button"
        tabindex="0"
        data-organ={organ.key}
        data-mark={mark ?? 'open'}
        aria-label="{nameOf(organ.key)}{mark ? `: ${STATES[mark]}` : ''}"
        onclick={() => choose(organ.key)}
        onkeydown={(e) => keydown(e, organ.key)}
      />
    {/each}
    {#each inside.organs as organ (organ.key)}
      {@const mark = marks[organ.key]}
      {#if organ.key === chosen}<text x={organ.label[0]} y={organ.label[1]} font-size={16 * px}
          >{nameOf(organ.key)}</text
        >{:else if mark}<text x={organ.label[0]} y={organ.label[1]} font-size={18 * px} class="mark {mark}"
          >{SIGNS[mark]}</text
        >{/if}
    {/each}
  </svg>
</div>

<style>
  .sheet {
    width: 100%;
  }
  svg {
    display: block;
    width: 100%;
    max-height: 46vh;
  }
  .body {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 2.5;
    vector-effect: non-scaling-stroke;
  }
  .bone {
    fill: none;
    stroke: var(--line);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .organ {
    --own: #d5b9a5;
    fill: color-mix(in srgb, var(--own) 82%, var(--card));
    stroke: var(--ink);
    stroke-width: 1.6;
    vector-effect: non-scaling-stroke;
    cursor: pointer;
    outline: none;
  }
  .lungs {
    --own: #e2b3ac;
  }
  .heart,
  .gizzard {
    --own: #ab5c53;
  }
  .liver,
  .kidneys {
    --own: #94594a;
  }
  .spleen {
    --own: #785068;
  }
  .paunch {
    --own: #c3bd9b;
  }
  .bladder,
  .scent,
  .nodes {
    --own: #e3d6a2;
  }
  .gall {
    --own: #84a053;
  }
  .chestWall,
  .airSacs {
    --own: #d8dfda;
  }
  .crop {
    --own: #dec699;
  }
  .breastMeat {
    --own: #c98f86;
  }
  .organ:hover,
  .organ:focus-visible {
    stroke-width: 3;
  }
  .organ.wrong {
    stroke: var(--rust);
    stroke-width: 4;
  }
  .organ.notSeen {
    fill: url(#unseen);
  }
  .organ.chosen {
    stroke: var(--spruce-text);
    stroke-width: 4;
  }
  .hatch {
    stroke: var(--soft);
    stroke-width: 1.4;
  }
  text {
    text-anchor: middle;
    dominant-baseline: central;
    font-weight: 650;
    fill: var(--ink);
    stroke: var(--card);
    stroke-width: 4px;
    paint-order: stroke;
    pointer-events: none;
    vector-effect: non-scaling-stroke;
  }
  .mark.wrong {
    fill: var(--rust);
  }
</style>
