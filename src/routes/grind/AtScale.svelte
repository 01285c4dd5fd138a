<script lang="ts">
  import type { Stop } from '$core/book';
  import { isWarning } from '$core/grind';
  import { parseDegrees } from '$core/probe';
  import { isAllOf } from '$core/scale';
  import { asReading } from '$lib/bench/plate.svelte';
  import { freshId } from '$lib/device/ids';
  import { askJson } from '$lib/device/ask';
  import type { Grinding, Missing, Row } from '$lib/grind/grinding.svelte';
  import type { Station } from '$lib/station/station.svelte';
  import { Field, Tick } from '$lib/ui/fields';
  import ScaleFoot from '$lib/ui/station/ScaleFoot.svelte';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    grinding: Grinding;
    station: Station;
    format: Formatter;
    /** The batch is in the book. */
    booked: (id: string) => void;
    /** A simulated probe may be read. */
    standIn: boolean;
    /** A batch was booked just now: what comes next may be another household's, and is begun by a press of its own. */
    paused: boolean;
  }
  let { grinding, station, format, booked, standIn, paused }: Props = $props();
  const { rows, next, missing, choice } = $derived(grinding);
  let what = $state<Stop['what']>('mince');
  let typedDegrees = $state('');
  let degreesFault = $state('');
  const WHAT = { meat: 'meat, cubed', mince: 'mince', mixed: 'mixed' } as const;

  const amount = (row: Row) =>
    row.kind === 'meat'
      ? format.mass(row.reading ? row.reading.grams - (row.reading.tare ?? 0) : row.reckoned, 3)
      : row.measure.metres !== undefined
        ? `${row.measure.metres.toFixed(1)} m`
        : row.measure.kind === 'water'
          ? format.mass(row.measure.grams)
          : `${row.measure.grams.toFixed(1)} g`;
  type Measured = Extract<Row, { kind: 'measure' }>;
  /** Lots that a measure comes from; the first where none has any left. */
  const lotsOf = ({ lots, parts }: Measured) => {
    const from = lots.filter((l) => parts.some((p) => p.id === l.id));
    return from.length > 0 ? from : lots.slice(0, 1);
  };
  const allergensOf = (lots: Measured['lots']) => [...new Set(lots.flatMap((l) => l.allergens))];
  const done = (row: Row) =>
    row.kind === 'meat' ? row.reading !== undefined || grinding.isWaved(row.key) : row.ticked;
  const CLEAN = {
    kind: 'Another kind of animal went through before: clean the machine.',
    owner: 'Another owner’s meat went through before: clean the machine.',
    held: 'Held meat and other meat share no machine that was not cleaned between.'
  } as const;
  const refusal = $derived.by(() => {
    const [first, ...more] = grinding.refuses;
    return more.length === 0
      ? `${first} keeps its meat to itself: grind it by itself.`
      : `${grinding.refuses.join(', ')} keep their meat to themselves: grind each by itself.`;
  });
  const LEFT: Record<Missing, string> = {
    nothing: 'Choose what is ground, and a recipe',
    cure: 'Not with this cure: see beside',
    alone: 'A household keeps its meat to itself',
    clean: 'Clean the machine first',
    consent: 'Say who agreed that these are joined',
    held: 'Say that held meat is joined knowingly',
    scale: ''
  };

  /** The stand-in lays on what is asked for next. */
  $effect(() => {
    if (next?.kind === 'meat' && !paused) station.lay(next.reckoned);
  });

  export function press(): void {
    if (paused) return;
    const row = next;
    if (row?.kind === 'meat') {
      station.take('weigh', (weight) => {
        const net = weight.grams - weight.tare;
        // All of it is wanted and all of it lies there, as far as the scale can say: the book's own figure stands.
        if (net > row.have && row.all && isAllOf(net, row.have)) {
          grinding.tick(row.key);
          return;
        }
        if (net > row.have) {
          station.notice = {
            kind: 'plain',
            text: `${format.mass(net, 3)} on the scale, and the book has ${format.mass(row.have, 3)} of ${row.name}. Is something else on it, or was the tub weighed wrong?`
          };
          return;
        }
        grinding.weigh(row.key, asReading(weight));
      });
    } else if (row) station.act(`tick ${row.key}`, () => grinding.tick(row.key));
    else if (!missing) station.act('book', book);
  }

  function book(): void {
    // One batch at a time: the next is begun when this one is answered for.
    if (station.waiting > 0) return;
    const pool = freshId();
    const intent = grinding.plan(pool, undefined);
    if (!intent) return;
    station.book([intent], () => booked(pool));
  }
  async function probe(): Promise<void> {
    const since = choice.acts[0];
    const query = `what=${what}${since === undefined ? '' : `&since=${since}`}`;
    const read = await askJson<{ celsius: number }>(`/api/v1/probe?${query}`);
    if (read.ok) grinding.stop({ what, celsius: read.body.celsius, simulated: true });
    else degreesFault = read.text;
  }
  function read(): void {
    const read = parseDegrees(typedDegrees, format.degreesIn);
    if (!read.ok || read.celsius < -40 || read.celsius > 60) {
      degreesFault = `a temperature such as ${format.figureOfDegrees(1.5)}`;
      return;
    }
    degreesFault = '';
    typedDegrees = '';
    grinding.stop({ what, celsius: read.celsius });
  }
  const label = $derived(
    paused
      ? 'It is in the book: wrap it, or grind on'
      : next?.kind === 'meat'
        ? `Weigh ${next.name}`
        : next
          ? `${next.measure.name}: it is in`
          : missing && missing !== 'scale'
            ? LEFT[missing]
            : 'Book the batch'
  );
  const warned = $derived(grinding.mix?.faults.some(isWarning) ?? false);
</script>

<section aria-label="At the scale" class="scale">
  <ScaleFoot
    {station}
    {format}
    {press}
    {label}
    act={next?.kind ?? 'book'}
    disabled={paused || (!next && missing !== undefined)}
    asked={next?.kind === 'meat' ? next.reckoned : undefined}
    idle={warned
      ? 'Read the note on the cure beside before it goes in.'
      : 'Weigh the next thing, or tick it off as it goes in.'}
  />
  <h2>Weighed out</h2>
  <ul>
    {#each rows as row (row.key)}
      <li class:done={done(row)} class:next={row.key === next?.key}>
        <button
          type="button"
          aria-pressed={done(row)}
          onclick={() =>
            row.kind === 'meat'
              ? done(row)
                ? grinding.unweigh(row.key)
                : row.all && grinding.tick(row.key)
              : row.ticked
                ? grinding.untick(row.key)
                : grinding.tick(row.key)}
          ><span class="box" aria-hidden="true">{done(row) ? '✓' : ''}</span><span class="what"
            >{row.kind === 'meat' ? row.name : row.measure.name}<small
              >{#if row.kind === 'meat'}{row.reading
                  ? row.reading.how === 'scale'
                    ? 'weighed'
                    : row.reading.how
                  : done(row)
                    ? 'all of it, by the book'
                    : row.all
                      ? 'all of it: tap, or weigh'
                      : 'to be weighed'}{:else if row.lots.length > 0}{@const from =
                  lotsOf(row)}{from.length === 1 ? 'lot' : 'lots'} of {from
                  .map((l) => format.day(l.boughtAt))
                  .join(', ')}{#if allergensOf(from).length > 0}, {allergensOf(from).join(
                    ', '
                  )}{/if}{#if row.short >= 1}; <b class="rust"
                    >{row.short.toFixed(0)} g more than is left on the shelf: that much will not be traced</b
                  >{/if}{:else if row.measure.kind !== 'water'}not on the shelf: it will not be traced{/if}</small
            ></span
          ><strong class="mono">{amount(row)}</strong></button
        >
      </li>
    {/each}
  </ul>
  {#if grinding.owners.length > 1 && grinding.refuses.length === 0}
    <Field
      label="Who agreed that {grinding.owners.map((o) => o || 'the house').join(', ')} are joined"
      bind:value={choice.consent}
    />
  {/if}
  {#if grinding.joinsHeld}
    <Tick
      bind:checked={
        () => choice.ticked.includes('knowing'),
        (on) => (on ? grinding.tick('knowing') : grinding.untick('knowing'))
      }>joined knowingly: all of it is held until the last hold is lifted</Tick
    >
  {:else if grinding.held.length > 0}<p class="rust">
      Held, ground alone: its packs are held too. Clean the mincer after it.
    </p>{/if}
  {#if grinding.refuses.length > 0}<p class="rust">{refusal}</p>{/if}
  {#if grinding.clean && !grinding.residue}<p class="small" class:rust={grinding.clean === 'held'}>
      {CLEAN[grinding.clean]}
      <button class="quiet" type="button" onclick={() => (choice.cleaned = true)}>It was cleaned</button>
    </p>{/if}
  {#if grinding.residue}
    <p class="small">
      {format.mass(grinding.residue.grams)} is in the mincer from the last batch.
      <button
        class="quiet"
        type="button"
        onclick={() => {
          const residue = grinding.residue;
          if (!residue) return;
          station.book(
            [
              {
                kind: 'discard',
                pool: residue.item,
                from: residue.item,
                reason: 'other',
                reading: { grams: residue.grams, how: 'model' }
              }
            ],
            () => undefined
          );
          choice.cleaned = true;
        }}>It was cleaned out</button
      >
    </p>
  {/if}
  <div class="stops">
    <p class="small">
      Mince at most <strong>{format.degrees(grinding.coldest, 0)}</strong>
      <span class="soft">{grinding.data.sells ? 'where a room sells' : 'at home'}</span>
    </p>
    <form
      onsubmit={(e) => {
        e.preventDefault();
        read();
      }}
    >
      <Field
        label="Where it is read"
        unseen
        bind:value={what}
        items={Object.entries(WHAT).map(([value, name]) => ({ value, name }))}
      />
      <Field
        label="Temperature read"
        unseen
        bind:value={typedDegrees}
        inputmode="decimal"
        unit={format.degreeUnit}
        fault={degreesFault}
      />
      <button class="press" type="submit">Read</button>
    </form>
    {#if standIn}<button class="quiet" type="button" onclick={probe}>ask the simulated probe</button>{/if}
    {#if choice.stops.length > 0}<p class="small" class:rust={grinding.tooWarm}>
        {choice.stops
          .map(
            (s) =>
              `${WHAT[s.what as keyof typeof WHAT]} ${format.degrees(s.celsius)}${s.simulated ? ' (simulated)' : ''}`
          )
          .join(' · ')}{#if grinding.tooWarm}: too warm. Stop, chill it, and read again.{/if}
      </p>{/if}
  </div>
</section>

<style>
  .scale {
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
  li button {
    display: grid;
    grid-template-columns: 28px minmax(0, 1fr) auto;
    align-items: center;
    gap: 10px;
    width: 100%;
    min-height: 52px;
    padding: 2px 6px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
  }
  li.next button {
    background: var(--next);
    box-shadow: inset 4px 0 0 var(--spruce);
  }
  li.done {
    color: var(--soft);
  }
  .box {
    width: 24px;
    height: 24px;
    border: 1.5px solid var(--edge);
    border-radius: 3px;
    display: grid;
    place-items: center;
    font-weight: 700;
    color: var(--spruce-text);
  }
  .what {
    line-height: 1.2;
  }
  .what small {
    display: block;
    color: var(--soft);
    font-size: 0.85rem;
  }
  .stops .quiet {
    min-height: 44px;
  }
  .stops form {
    display: grid;
    grid-template-columns: 1.2fr 1fr auto;
    gap: 8px;
    align-items: start;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
</style>
