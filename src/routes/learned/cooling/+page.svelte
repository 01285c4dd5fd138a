<script lang="ts">
  import { degreeTicks } from '$lib/ui/charts/degree-ticks';
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import { FILMS, HIDES, HIDE_NAMES } from '$core/reference';
  import type { Learned } from '$core/chill';
  import { curveNeeds, unfitWords } from '$lib/words/cover';
  import { formatter } from '$lib/words/formatter';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const marks = $derived(degreeTicks([0, 40], 4, format.degreesIn));

  const [WIDTH, HEIGHT, LEFT, BOTTOM] = [360, 190, 48, 24];
  const HOURS = 48;
  const x = scaleLinear([0, HOURS], [LEFT, WIDTH - 8]);
  const y = scaleLinear([0, 40], [HEIGHT - BOTTOM, 8]);
  type Point = (typeof data.curves)[number]['points'][number];
  const path = (points: readonly Point[], of: 'read' | 'before' | 'after') =>
    line<Point>(
      (p) => x(Math.min(HOURS, p.hour)),
      (p) => y(p[of])
    )([...points]) ?? '';
  /** Eight of ten of a multiplier, times its table value. */
  const band = ({ factor, sd }: Learned) =>
    [Math.exp(-1.2816 * sd), Math.exp(1.2816 * sd)].map((by) => factor * by) as [number, number];
  const times = (value: number) => value.toFixed(2);
</script>

{#snippet row(name: string, table: string, learned: Learned, value: string)}
  <tr>
    <td><strong>{name}</strong></td>
    <td class="mono soft">{table}</td>
    <td class="mono"
      >{#if learned.curves > 0}<strong>{value}</strong>{:else}<span class="soft">as the table</span>{/if}</td
    >
    <td class="mono">× {times(learned.factor)}</td>
    <td class="mono soft">× {times(band(learned)[0])}–{times(band(learned)[1])}</td>
    <td class="mono">{learned.curves}</td>
  </tr>
{/snippet}

<svelte:head><title>What the probes have taught · {data.larder.larderName}</title></svelte:head>

<p><a class="quiet" href="/learned">What your own animals say</a></p>
<h1>What your probes say of rooms and coats</h1>
<p class="lead soft">
  How fast a room takes warmth away, and how much a coat holds back, differ from house to house. Each probe
  left in a ham tells something of both; the figures lean on the table until there are enough. In the hide
  both are seen only together: what parts them are skinned animals. Every cooling curve here is reckoned with
  what stands below.
</p>

<div class="wide">
  <table>
    <thead
      ><tr
        ><th>room or coat</th><th>by the table</th><th>reckoned with here</th><th>times the table</th><th
          >8 of 10 likely</th
        ><th>curves</th></tr
      ></thead
    >
    <tbody>
      {#each data.rooms as r (r.key)}
        {@render row(
          r.name,
          `${FILMS[r.film]} W/m²K`,
          r.learned,
          `${(FILMS[r.film] * r.learned.factor).toFixed(1)} W/m²K`
        )}
      {/each}
      {#each data.coats as c (c.key)}
        {@render row(
          HIDE_NAMES[c.key],
          `${HIDES[c.key].toFixed(2)} m²K/W`,
          c.learned,
          `${(HIDES[c.key] * c.learned.factor).toFixed(2)} m²K/W`
        )}
      {/each}
    </tbody>
  </table>
</div>
{#if data.used > 0}<p data-testid="left">
    From {data.used} curve{data.used === 1 ? '' : 's'}. Between them and the model there were {format.degreesWide(
      data.before
    )} by the table; there are {format.degreesWide(data.after)} as learned.
  </p>{:else}<p class="soft" data-testid="none">
    No curve teaches yet. {curveNeeds(format)}
  </p>{/if}

{#if data.curves.length > 0}
  <p class="legend small soft">
    <span class="dot" aria-hidden="true"></span> core as the probe read it
    <span class="line before" aria-hidden="true"></span> model by the table
    <span class="line after" aria-hidden="true"></span> as learned
  </p>
  <div class="curves">
    {#each data.curves as curve (curve.code)}
      <figure>
        <figcaption>
          <a class="quiet mono" href="/animals/{curve.code}/cooling">{curve.code}</a>
          {#if curve.missed !== undefined}<span class="warn"
              >left out: it misses by {format.degreesWide(curve.missed)}. Was the probe in the ham?</span
            >{/if}
        </figcaption>
        <svg
          viewBox="0 0 {WIDTH} {HEIGHT}"
          role="img"
          aria-label="{curve.code}: core over {HOURS} hours from death, as read, by the table, and as learned"
        >
          {#each marks as t (t)}
            <line class="grid" x1={LEFT} x2={WIDTH - 8} y1={y(t)} y2={y(t)} />
            <text x={LEFT - 6} y={y(t) + 4} text-anchor="end"
              >{t === marks.at(-1) ? format.degrees(t, 0) : format.figureOfDegrees(t, 0)}</text
            >
          {/each}
          {#each [0, 12, 24, 36, 48] as h (h)}<text
              x={x(h)}
              y={HEIGHT - 6}
              text-anchor={h === 48 ? 'end' : 'middle'}>{h}{h === 48 ? ' h' : ''}</text
            >{/each}
          <path class="before" d={path(curve.points, 'before')} />
          <path class="after" d={path(curve.points, 'after')} />
          {#each curve.points as p (p.hour)}<circle
              cx={x(Math.min(HOURS, p.hour))}
              cy={y(p.read)}
              r="2.6"
            />{/each}
        </svg>
      </figure>
    {/each}
  </div>
{/if}

{#if data.unfit.length > 0}
  <h2>Curves that cannot teach</h2>
  <ul>
    {#each data.unfit as u (u.code)}<li>
        <a class="quiet mono" href="/animals/{u.code}/cooling">{u.code}</a>
        <span>{unfitWords(format)[u.why]}</span>
      </li>{/each}
  </ul>
{/if}
<p class="small soft">By the record, about. Nose and eye come first, and your local code decides.</p>

<style>
  h1 {
    font-size: 1.55rem;
  }
  h2 {
    font-size: 1.15rem;
    margin-top: 18px;
  }
  .lead {
    max-width: 74ch;
    margin: 6px 0 14px;
  }
  .wide {
    overflow-x: auto;
    margin-bottom: 12px;
  }
  table {
    border-collapse: collapse;
    min-width: 620px;
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--soft);
    font-size: 0.88rem;
  }
  td,
  th {
    padding: 6px 24px 6px 0;
    border-bottom: 1px solid var(--line);
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    margin: 14px 0 6px;
  }
  .dot {
    width: 8px;
    height: 8px;
    border-radius: 50%;
    background: var(--ink);
  }
  .line {
    width: 26px;
    border-top: 3px solid var(--spruce-text);
    margin-left: 12px;
  }
  .line.before {
    border-top: 2px dashed var(--ice);
  }
  .curves {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
    gap: 14px 26px;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: baseline;
    min-height: 30px;
  }
  .warn {
    color: var(--rust);
    font-weight: 600;
    font-size: 0.92rem;
  }
  svg {
    display: block;
    width: 100%;
    height: auto;
  }
  .grid {
    stroke: var(--line);
  }
  text {
    fill: var(--soft);
    font-size: 12px;
  }
  path {
    fill: none;
    stroke-width: 2.5;
  }
  path.before {
    stroke: var(--ice);
    stroke-width: 2;
    stroke-dasharray: 5 4;
  }
  path.after {
    stroke: var(--spruce-text);
  }
  circle {
    fill: var(--ink);
    fill-opacity: 0.8;
  }
  ul {
    margin: 6px 0 12px;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: baseline;
    min-height: 36px;
    border-bottom: 1px solid var(--line);
  }
</style>
