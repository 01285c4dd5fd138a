<script lang="ts">
  import { paint, type Painted } from '$core/bench';
  import { drawnBox, loadDrawing, looksOf, roomAt, type Drawing, type Look } from '$core/maps';
  import { PART_NAMES, SPECIES, type SpeciesKey, type Sex } from '$core/reference';
  import { under } from '$core/units';
  import { drawnPlan, usesIn, type PlanPart, type NamedMuscle } from '$core/plan';
  import { linesIn, setApart } from '$lib/ui/bench/labels';
  import TubPatterns from '$lib/ui/bench/TubPatterns.svelte';
  import type { Formatter } from '$lib/words/formatter';
  import { piecesOf } from '$lib/words/plan';
  import type { PlanSolution } from '$lib/workers/plan.worker';

  /** The plan on the animal: whole, or a leg or a shoulder of it with its muscles. */
  interface Props {
    answer: PlanSolution;
    muscles: readonly NamedMuscle[];
    animals: readonly { id: string; code: string; species: SpeciesKey; sex: Sex }[];
    format: Formatter;
  }
  let { answer, muscles, animals, format }: Props = $props();
  let chosen = $state('');
  const animal = $derived(animals.find((a) => a.id === chosen) ?? animals[0]);
  const lies = $derived(
    animal && { species: animal.species, sex: animal.sex, group: SPECIES[animal.species].group }
  );
  interface Shown extends Look {
    key: string;
  }
  const looks = $derived.by((): Shown[] => {
    if (!lies) return [];
    const of = (part?: string, name = '') =>
      looksOf({ ...lies, ...(part ? { part, side: 'left' as const } : {}) })
        .filter((l) => l.view && l.name !== 'inside' && l.name !== 'right side')
        .map((l) => ({ ...l, key: `${part ?? ''}${l.name}`, name: name || l.name }));
    return [...of(), ...of('hindLeg', 'hind leg'), ...of('shoulder', 'shoulder')];
  });
  let at = $state('');
  const look = $derived(looks.find((l) => l.key === at) ?? looks[0]);
  let drawing = $state.raw<Drawing | undefined>();
  $effect(() => {
    const key = look?.view?.drawing;
    if (key) void loadDrawing(key).then((loaded) => look?.view?.drawing === key && (drawing = loaded));
  });
  /** The two uses that most of it goes to, with their pieces. */
  const words = (key: string, parts: readonly PlanPart[]) => {
    const said = usesIn(parts)
      .slice(0, 2)
      .map(({ use, pieces }) => piecesOf(use, pieces));
    return `${under(PART_NAMES, key) ?? format.cut(key)}: ${said.join(', ')}`;
  };
  const rows = $derived(animal ? drawnPlan(answer.plan, muscles, animal.id, words) : []);
  const shapes = $derived(
    drawing && look?.view && drawing.key === look.view.drawing
      ? paint(drawing, look.view, look.side, rows, undefined)
      : []
  );
  let wide = $state(0);
  let high = $state(0);
  const box = $derived(drawing && drawnBox(drawing));
  const scale = $derived(box && wide && high ? Math.min(wide / box.width, high / box.height) : 0);
  const px = (n: number) => (scale ? n / scale : 0);
  const labels = $derived(
    setApart(
      shapes.flatMap((shape: Painted) => {
        if (!shape.labelled || !shape.label || !shape.row?.name || !shape.cell || !scale) return [];
        const room = roomAt(shape.d, shape.label);
        const [name = '', what = ''] = shape.row.name.split(': ');
        const lines = linesIn(name, what, { width: room.width * scale, height: room.height * scale });
        return lines.length > 0 ? [{ shape, lines, x: shape.label[0], y: shape.label[1] }] : [];
      }),
      px(1)
    )
  );
</script>

{#if animal && box && drawing}
  <figure>
    <div class="sheet" bind:clientWidth={wide} bind:clientHeight={high}>
      <svg
        viewBox="{box.x} {box.y} {box.width} {box.height}"
        role="img"
        aria-label="The plan of {animal.code}, {look?.name}: the list below says the same"
      >
        <defs><TubPatterns scale={px(1)} /></defs>
        <path d={drawing.outline} class="ground" />
        {#each shapes as shape (shape.id)}
          <path
            d={shape.d}
            class="region"
            class:under={shape.under}
            style:fill={shape.fill && shape.fill !== '-' ? `url(#seam-${shape.fill})` : undefined}
            fill-opacity={shape.under ? 0.5 : undefined}
            data-region={shape.key}
            data-fill={shape.fill}
          />
        {/each}
        {#each labels as { shape, lines, x, y } (shape.id)}
          <text
            class="words tub-{shape.fill ?? 'P'}"
            font-size={px(14)}
            text-anchor="middle"
            stroke-width={px(5)}
            >{#each lines as line, i (i)}<tspan {x} y={y + px(5 + (i - (lines.length - 1) / 2) * 18)}
                >{line}</tspan
              >{/each}</text
          >
        {/each}
      </svg>
    </div>
    <figcaption>
      {#if animals.length > 1}{#each animals as one (one.id)}<button
            class="quiet mono"
            type="button"
            aria-pressed={one.id === animal.id}
            onclick={() => (chosen = one.id)}>{one.code}</button
          >{/each}{/if}
      {#each looks as one (one.key)}<button
          class="quiet"
          type="button"
          aria-pressed={one.key === look?.key}
          onclick={() => (at = one.key)}>{one.name}</button
        >{/each}
    </figcaption>
  </figure>
{/if}

<style>
  .sheet {
    height: 21rem;
  }
  svg {
    width: 100%;
    height: 100%;
  }
  .ground,
  .region {
    fill: var(--card);
    stroke: var(--ink);
    stroke-width: 1.5px;
    stroke-linejoin: round;
    vector-effect: non-scaling-stroke;
  }
  .under {
    stroke-dasharray: 5 4;
  }
  .words {
    fill: var(--on, #fff);
    stroke: var(--pig);
    stroke-linejoin: round;
    paint-order: stroke;
    font-weight: 650;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    margin-top: 4px;
  }
  [aria-pressed='true'] {
    font-weight: 700;
    color: var(--ink);
    text-decoration: none;
  }
</style>
