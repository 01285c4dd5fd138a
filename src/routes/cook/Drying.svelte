<script lang="ts">
  import { DRIED, driedAt, type Drying, type Weighing } from '$core/dry';
  import { GRAIN_NAMES, type Grain } from '$core/reference';
  import { HOUR, grams } from '$core/units';
  import { askJson } from '$lib/device/ask';
  import type { Station } from '$lib/station/station.svelte';
  import type { Formatter } from '$lib/words/formatter';

  /** How far jerky has dried: its weighings, the curve through them, and what the dryer's own scale has logged. */
  interface Props {
    batch: {
      id: string;
      grams: number;
      raw: number;
      begun: number;
      weighings: readonly Weighing[];
      drying?: Drying | undefined;
      slab?: { mm: number; grain: Grain } | undefined;
    };
    station: Station;
    format: Formatter;
    standIn: boolean;
    /** A weight of it is in the book. */
    weighed: () => void;
  }
  let { batch, station, format, standIn, weighed }: Props = $props();
  let logged = $state.raw<{ batch: string; weighings: Weighing[] } | undefined>();

  async function readLog(): Promise<void> {
    const { id } = batch;
    const read = await askJson<{ weighings: Weighing[] }>(`/api/v1/dryer/${id}`);
    if (read.ok) logged = { batch: id, weighings: read.body.weighings };
    else station.notice = { kind: 'plain', text: read.text };
  }
  const log = $derived(logged && logged.batch === batch.id ? logged.weighings : []);
  const lastLogged = $derived(log.at(-1));
  /** The dryer's last weight is booked as one of the batch's own. */
  function takeLogged(): void {
    const now = batch;
    if (!lastLogged) return;
    if (lastLogged.grams >= now.grams) {
      station.notice = {
        kind: 'plain',
        text: `The dryer’s last ${format.mass(lastLogged.grams, 3)} is no less than the ${format.mass(now.grams, 3)} in the book.`
      };
      return;
    }
    station.book(
      [
        {
          kind: 'dry',
          pool: now.id,
          item: now.id,
          reading: {
            grams: grams(lastLogged.grams),
            how: 'scale',
            device: 'simulated dryer',
            simulated: true
          }
        }
      ],
      weighed
    );
  }
  const [W, H, HOURS] = [520, 200, 14];
  const x = (hours: number) => 46 + (Math.min(HOURS, hours) / HOURS) * (W - 56);
  const y = (share: number) => 10 + (1 - share) * (H - 36);
  const curve = (perHour: number) =>
    Array.from(
      { length: 57 },
      (_, i) => `${i === 0 ? 'M' : 'L'}${x(i / 4)} ${y(driedAt(i / 4, perHour))}`
    ).join('');
</script>

<svg
  viewBox="0 0 {W} {H}"
  role="img"
  aria-label="Weight over the hours since it began, against 50 and 40 per cent"
>
  <rect
    x={x(0)}
    width={x(HOURS) - x(0)}
    y={y(DRIED.from)}
    height={y(DRIED.to) - y(DRIED.from)}
    class="goal"
  />
  {#each [1, 0.75, 0.5, 0.25] as share (share)}<line
      x1={x(0)}
      x2={x(HOURS)}
      y1={y(share)}
      y2={y(share)}
      class="rule"
    /><text x={x(0) - 6} y={y(share) + 5} text-anchor="end">{share * 100}%</text>{/each}
  {#each [0, 4, 8, 12] as h (h)}<text x={x(h)} y={H - 6} text-anchor="middle">{h} h</text>{/each}
  {#if batch.drying?.perHour}<path d={curve(batch.drying.perHour)} class="curve" />{/if}
  {#each log as w (w.at)}<circle
      cx={x((w.at - batch.begun) / HOUR)}
      cy={y(w.grams / Math.max(1, batch.raw))}
      r="3.5"
      class="ring"
    />{/each}
  <circle cx={x(0)} cy={y(1)} r="5" class="dot" />
  {#each batch.weighings as w (w.at)}<circle
      cx={x((w.at - batch.begun) / HOUR)}
      cy={y(w.grams / Math.max(1, batch.raw))}
      r="5"
      class="dot"
    />{/each}
</svg>
<p>
  {#if batch.drying?.from !== undefined && batch.drying.to !== undefined}
    {#if batch.drying.share <= DRIED.to}Drier than 40 %: it is done, and brittle soon.
    {:else if batch.drying.share <= DRIED.from}Dry enough: bends and cracks, does not break. 40 % about <span
        class="modelled">{format.moment(batch.drying.to)}</span
      >.
    {:else}50 % about <strong class="modelled">{format.moment(batch.drying.from)}</strong>, 40 % about
      <span class="modelled">{format.moment(batch.drying.to)}</span>, as it has dried so far.{/if}
  {:else}Weigh it after an hour or two: then it says when it is done.{/if}
</p>
{#if batch.slab}<p class="soft">
    Slabs of {batch.slab.mm} mm, {GRAIN_NAMES[batch.slab.grain]}.
  </p>{/if}
{#if standIn}<p class="acts">
    <button class="press" type="button" onclick={readLog}>Read the simulated dryer’s log</button>
    {#if lastLogged}<button class="press" type="button" onclick={takeLogged}
        >Book its last, {format.mass(lastLogged.grams, 3)}</button
      >{:else if logged?.batch === batch.id}<span class="soft"
        >it weighs its tray every half hour, and has not yet</span
      >{/if}
  </p>{/if}

<style>
  svg {
    width: 100%;
    max-width: 620px;
    margin: 8px 0;
  }
  text {
    font-size: 13px;
    fill: var(--soft);
  }
  .rule {
    stroke: var(--line);
  }
  .goal {
    fill: color-mix(in oklab, var(--spruce) 22%, transparent);
  }
  .curve {
    fill: none;
    stroke: var(--edge);
    stroke-width: 2;
    stroke-dasharray: 6 5;
  }
  .dot {
    fill: var(--spruce);
  }
  .ring {
    fill: none;
    stroke: var(--spruce);
    stroke-width: 1.5;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
    margin-top: 8px;
  }
</style>
