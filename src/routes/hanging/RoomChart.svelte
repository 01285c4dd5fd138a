<script lang="ts">
  import { degreeTicks } from '$lib/ui/charts/degree-ticks';
  import { placeWords } from '$lib/words/places';
  import { textWidth } from '$lib/ui/text';
  import { onMount } from 'svelte';
  import { scaleLinear } from 'd3-scale';
  import { area, line } from 'd3-shape';
  import { animalsName } from '$core/reference';
  import { midnights } from '$lib/words/time';
  import type { Formatter } from '$lib/words/formatter';
  import { barKind, barWords, minutesWords, noteWords } from '$lib/words/window';
  import type { PageData } from './$types';
  import { HOUR } from '$core/units';
  import { barOf } from '$lib/ui/charts/lanes';

  let { data, format }: { data: PageData; format: Formatter } = $props();

  /** The server draws the most urgent; the rest come with the script. */
  const FIRST = 40;
  let awake = $state(false);
  onMount(() => (awake = true));
  const rows = $derived(awake ? data.rows : data.rows.slice(0, FIRST));

  const AIR = 116;
  const NAMES = 236;
  const RIGHT = 10;
  let width = $state(1230);
  /** On a phone names stand above the tracks. */
  const narrow = $derived(width < 720);
  const left = $derived(narrow ? 42 : NAMES);
  const x = $derived(scaleLinear([data.from, data.until], [left, width - RIGHT]));
  const days = $derived(midnights(data.from, data.until, data.larder.timeZone).filter((d) => d >= data.from));
  const dayName = $derived(
    new Intl.DateTimeFormat('en-GB', {
      timeZone: data.larder.timeZone,
      weekday: 'short',
      ...(narrow ? {} : { day: 'numeric' })
    })
  );
  const readings = $derived(data.air.series.filter((p) => p.air !== null));
  const room = $derived(data.rooms.find((r) => r.key === data.shown));
  const values = $derived([
    ...readings.flatMap((p) => [p.low ?? 0, p.high ?? 0]),
    ...data.air.forecast.map((p) => p.air),
    room?.warm ?? 7
  ]);
  const y = $derived(
    scaleLinear([Math.floor(Math.min(0, ...values)), Math.ceil(Math.max(8, ...values))], [AIR - 8, 8]).nice(4)
  );
  const readLine = $derived(
    line<(typeof readings)[number]>()
      .defined((p, i) => i === 0 || p.at - (readings[i - 1]?.at ?? p.at) < 6 * HOUR)
      .x((p) => x(p.at))
      .y((p) => y(p.air ?? 0))(readings) ?? ''
  );
  const reach = $derived(
    area<(typeof readings)[number]>()
      .x((p) => x(p.at))
      .y0((p) => y(p.low ?? p.air ?? 0))
      .y1((p) => y(p.high ?? p.air ?? 0))(readings) ?? ''
  );
  const lastRead = $derived(readings.at(-1));
  const ahead = $derived(
    line<{ at: number; air: number }>()
      .x((p) => x(p.at))
      .y((p) => y(p.air))([
      ...(lastRead && data.air.forecast.length > 0 ? [{ at: lastRead.at, air: lastRead.air ?? 0 }] : []),
      ...data.air.forecast
    ]) ?? ''
  );
  const clip = (at: number) =>
    Math.min(Math.max(x(Math.min(Math.max(at, data.from), data.until)), left), width - RIGHT);
</script>

<div class="room" bind:clientWidth={width}>
  <svg
    class="air"
    {width}
    height={AIR + 34}
    role="img"
    aria-label="Air of {room?.name ?? 'the room'} over the last days and the next"
  >
    <g transform="translate(0 30)">
      {#if data.air.forecast.length > 0}<rect
          class="ahead"
          x={x(data.now)}
          y="0"
          width={Math.max(0, width - RIGHT - x(data.now))}
          height={AIR}
        />{/if}
      {#each degreeTicks(y.domain(), 3, format.degreesIn) as t (t)}
        <line class="rule" x1={left} x2={width - RIGHT} y1={y(t)} y2={y(t)} />
        <text class="soft" x={left - 6} y={y(t) + 5} text-anchor="end">{format.degrees(t, 0)}</text>
      {/each}
      {#if room}<line class="warm" x1={left} x2={width - RIGHT} y1={y(room.warm)} y2={y(room.warm)} />{/if}
      <path class="reach" d={reach} />
      <path class="read" d={readLine} />
      <path class="forecast" d={ahead} />
    </g>
    {#each days as day, i (day)}
      <line class="day" x1={x(day)} x2={x(day)} y1="8" y2={AIR + 34} />
      {#if Math.abs(x(day) + (narrow ? 18 : 34) - x(data.now)) > (narrow ? 44 : 62) && (!narrow || i % 2 === 0)}<text
          class="dayname"
          x={x(day) + 6}
          y="20">{dayName.format(day + HOUR)}</text
        >{/if}
    {/each}
    <line class="now" x1={x(data.now)} x2={x(data.now)} y1="24" y2={AIR + 34} />
    <g transform="translate({x(data.now)} 13)"
      ><rect class="nowtag" x="-25" y="-13" width="50" height="24" rx="3" /><text
        class="nowtext"
        y="5"
        text-anchor="middle">now</text
      ></g
    >
    {#if !narrow}
      <text class="airname" x="0" y="62">Air, {room?.name.toLowerCase() ?? ''}</text>
      <text class="soft" x="0" y="84">{data.air.forecast.length > 0 ? 'read, then forecast' : 'read'}</text>
    {/if}
  </svg>

  <div class="days" aria-label="What each day is booked with">
    {#if !narrow}<span class="dayhead" style:width="{left - 10}px"
        >At the bench<small class="soft"> of {minutesWords(data.dayMinutes)} a day</small></span
      >{/if}
    {#each data.plan as day (day.from)}
      {#if day.minutes > 0}
        <span
          class="booked"
          class:over={day.over}
          style:left="{clip(day.from) + 3}px"
          style:width="{Math.max(30, clip(day.from + 24 * HOUR) - clip(day.from) - 6)}px"
        >
          <b>{narrow ? `${(day.minutes / 60).toFixed(0)}h` : minutesWords(day.minutes)}</b>
          {#if !narrow}<small
              >{day.over
                ? 'too much'
                : day.codes.length === 1
                  ? day.codes[0]
                  : `${day.codes.length} animals`}</small
            >{/if}
        </span>
      {/if}
    {/each}
  </div>

  <ul>
    {#each rows as row (row.id)}
      {@const bar = barOf(row.window, data.now, clip)}
      {@const kind = barKind(row, data.now)}
      {@const words = barWords(row, data.now, data.larder.timeZone)}
      {@const note = noteWords(row, data.now, data.larder.timeZone)}
      {@const size = textWidth(words, 'strong') + 22}
      {@const inBar = !narrow && bar !== undefined && bar.end - bar.start > size}
      {@const after = bar !== undefined && !inBar && bar.end + size < width}
      <li class="row" style:--left="{left}px">
        <a class="who" href="/animals/{row.code}/cooling">
          <span
            ><strong class="mono">{row.code}</strong>
            {animalsName(row.facts, row.count)}{row.facts.ageClass === 'adult' ||
            row.facts.ageClass === 'young'
              ? ''
              : `, ${row.facts.ageClass}`}</span
          >
          <span class="soft small"
            ><span class:modelled={row.modelled}>{format.mass(row.grams, 1)}</span>{#if row.window}{' '}· core {format.degrees(
                row.window.core
              )}{/if} · {placeWords(row.place, data.rooms)}</span
          >
          {#if narrow}<span class="short {kind}">{words}</span>{/if}
        </a>
        <div class="track">
          {#each days as day (day)}<i class="day" style:left="{x(day)}px"></i>{/each}
          <i class="now" style:left="{x(data.now)}px"></i>
          {#if bar}
            <i
              class="wait"
              style:left="{clip(row.death)}px"
              style:width="{Math.max(0, bar.start - clip(row.death))}px"
            ></i>
            {#if row.death >= data.from}<i class="death" style:left="{clip(row.death)}px"></i>{/if}
            <span class="bar {kind}" style:left="{bar.start}px" style:width="{bar.end - bar.start}px"
              >{#if inBar}{words}{/if}</span
            >
            {#if !inBar && !narrow}<span
                class="words {kind}"
                style:left={after ? `${bar.end + 8}px` : undefined}
                style:right={after ? undefined : `${width - bar.start + 8}px`}>{words}</span
              >{/if}
          {/if}
          <span
            class="note small soft"
            style:left={bar && bar.start + textWidth(note, 'small') < width ? `${bar.start}px` : undefined}
            style:right={bar && bar.start + textWidth(note, 'small') < width ? undefined : '10px'}
            >{note}</span
          >
        </div>
      </li>
    {/each}
  </ul>
</div>

<style>
  .room {
    min-width: 0;
    /* Drawn for a desk until the script has measured the window. */
    overflow-x: clip;
  }
  svg {
    display: block;
  }
  text {
    font-size: 15px;
    fill: var(--ink);
  }
  text.soft {
    font-size: 14px;
    fill: var(--soft);
  }
  .dayname {
    fill: var(--soft);
    font-weight: 600;
  }
  .airname {
    font-family: var(--font-head);
    fill: var(--ink);
  }
  .ahead {
    fill: var(--next);
    opacity: 0.7;
  }
  .rule {
    stroke: var(--line);
    stroke-dasharray: 2 5;
  }
  line.day {
    stroke: var(--line);
  }
  .warm {
    stroke: var(--rust);
    stroke-width: 1;
    stroke-dasharray: 6 4;
  }
  .read {
    fill: none;
    stroke: var(--ice);
    stroke-width: 2;
  }
  .reach {
    fill: color-mix(in oklab, var(--ice) 22%, transparent);
  }
  .forecast {
    fill: none;
    stroke: var(--ice);
    stroke-width: 2;
    stroke-dasharray: 5 4;
  }
  line.now {
    stroke: var(--rust);
    stroke-width: 2;
  }
  .nowtag {
    fill: light-dark(#9c3b22, #b5492c);
  }
  .nowtext {
    fill: #fff;
    font-weight: 700;
    font-size: 14px;
  }
  .days {
    position: relative;
    height: 50px;
    border-top: 1px solid var(--line);
  }
  .dayhead {
    position: absolute;
    top: 6px;
    font-family: var(--font-head);
    font-size: 0.93rem;
    line-height: 1.25;
  }
  .dayhead small {
    display: block;
    font-family: var(--font-sans);
  }
  .booked {
    position: absolute;
    top: 5px;
    height: 40px;
    display: flex;
    flex-direction: column;
    justify-content: center;
    padding: 0 8px;
    border-left: 3px solid var(--spruce-text);
    background: var(--next);
    font-size: 0.9rem;
    line-height: 1.2;
    overflow: hidden;
    white-space: nowrap;
  }
  .booked.over {
    border-color: var(--rust);
    color: var(--rust);
  }
  .short {
    font-weight: 650;
    line-height: 1.2;
  }
  .short.closing {
    color: var(--rust);
  }
  .row {
    position: relative;
    height: 74px;
    border-top: 1px solid var(--line);
    content-visibility: auto;
    contain-intrinsic-size: auto 74px;
  }
  .who {
    position: absolute;
    inset: 0 auto 0 0;
    z-index: 1;
    width: calc(var(--left) - 8px);
    display: flex;
    flex-direction: column;
    justify-content: center;
    text-decoration: none;
    line-height: 1.35;
  }
  .who:hover strong {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .who strong {
    margin-right: 8px;
  }
  .track {
    position: absolute;
    inset: 0;
  }
  .track i {
    position: absolute;
  }
  i.day {
    top: 0;
    bottom: 0;
    border-left: 1px solid var(--line);
  }
  i.now {
    top: 0;
    bottom: 0;
    width: 2px;
    margin-left: -1px;
    background: var(--rust);
  }
  .wait {
    top: 25px;
    border-top: 2px solid var(--ink);
  }
  .death {
    top: 20px;
    width: 11px;
    height: 11px;
    margin-left: -5px;
    border-radius: 50%;
    background: var(--ink);
  }
  .bar {
    position: absolute;
    top: 11px;
    height: 30px;
    padding: 0 10px;
    border-radius: 3px;
    color: #fff;
    font-weight: 650;
    line-height: 30px;
    white-space: nowrap;
    overflow: hidden;
  }
  .bar.open {
    background: var(--spruce);
  }
  .bar.closing {
    background: light-dark(#9c3b22, #b5492c);
  }
  .bar.held {
    background: light-dark(#83590f, #8a5f14);
  }
  .bar.ages {
    background: color-mix(in oklab, var(--ice) 22%, var(--paper));
    border: 1.5px dashed var(--ice);
    color: var(--ink);
    line-height: 27px;
  }
  .words {
    position: absolute;
    top: 11px;
    line-height: 30px;
    font-weight: 650;
    white-space: nowrap;
    background: var(--paper);
    padding: 0 3px;
  }
  .words.closing {
    color: var(--rust);
  }
  .note {
    position: absolute;
    top: 45px;
    white-space: nowrap;
    background: color-mix(in oklab, var(--paper) 80%, transparent);
  }
  @media (max-width: 50em) {
    .booked {
      padding: 0 2px;
      font-size: 0.83rem;
      border-left-width: 2px;
    }
    .row {
      height: 204px;
      contain-intrinsic-size: auto 204px;
    }
    .who {
      inset: 0 0 auto 0;
      width: auto;
      height: 96px;
    }
    .track {
      top: 96px;
    }
    .note {
      left: 0 !important;
      right: 0 !important;
      top: 40px;
      height: 62px;
      white-space: normal;
      line-height: 1.35;
      background: none;
    }
  }
</style>
