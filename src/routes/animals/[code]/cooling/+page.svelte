<script lang="ts">
  import { placeWords, unreadWords } from '$lib/words/places';
  import { onDestroy } from 'svelte';
  import { goto } from '$app/navigation';
  import { refresh } from '$lib/device/refresh';
  import type { Intent } from '$core/book';
  import { curvesAt, type CoolingEvent, type Question } from '$core/chill';
  import { COOLBOX, shifted, type KnownEvent } from '$core/hang';
  import { COOLING_EVENTS, COOLING_NAMES, animalName } from '$core/reference';
  import { Chiller } from '$lib/workers/chiller.svelte';
  import CoolingChart, { type Handle } from '$lib/ui/charts/CoolingChart.svelte';
  import { spanWords } from '$lib/words/time';
  import { formatter } from '$lib/words/formatter';
  import { bookAll } from '$lib/device/post';
  import { sendJson } from '$lib/device/send';
  import Tag from '$lib/ui/Tag.svelte';
  import { coldWords } from '$lib/words/window';
  import ByRecord from './ByRecord.svelte';
  import Questions from './Questions.svelte';
  import { QUESTION_WORDS } from './questions';
  import NoCurve from './NoCurve.svelte';
  import Parts from './Parts.svelte';
  import Read from './Read.svelte';
  import { MINUTE, HOUR } from '$core/units';
  import { Field } from '$lib/ui/fields';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const QUARTER = 15 * MINUTE;

  /** Events on the line: those of the book (moved as a what-if), and those planned. */
  let moved = $state<Record<string, number>>({});
  // svelte-ignore state_referenced_locally
  let planned = $state<CoolingEvent[]>([...data.planned]);
  let offset = $state(0);
  let asking = $state<Question>('pelvisSplit');
  let trouble = $state('');
  let busy = $state(false);

  // svelte-ignore state_referenced_locally
  const chiller = new Chiller(data.way);
  onDestroy(() => chiller.stop());

  const known = $derived(
    (data.known ?? []).map((e, i) => ({ ...e, key: `k${i}`, at: moved[`k${i}`] ?? e.at }))
  );
  const ahead = $derived(planned.map((e, i) => ({ ...e, key: `p${i}` })));
  const word = (e: Pick<CoolingEvent, 'what' | 'to'>) =>
    e.what === 'moved' ? `to ${placeWords(e.to ?? '', data.rooms)}` : COOLING_NAMES[e.what];
  const handles = $derived<Handle[]>([
    ...known.map((e: KnownEvent & { key: string }): Handle => ({
      key: e.key,
      at: e.at,
      label: word(e),
      kind: e.assumed ? 'assumed' : 'booked'
    })),
    ...ahead.map((e): Handle => ({ key: e.key, at: e.at, label: word(e), kind: 'planned' }))
  ]);
  const changed = $derived(Object.keys(moved).length > 0);
  const asked = $derived(
    data.plain && shifted({ ...data.plain, events: [...known, ...ahead] }, data.now, offset)
  );
  let dragging = $state(false);
  $effect(() => {
    if (asked) chiller.ask(asked, data.now, data.now, !dragging);
  });
  // What the server says anew stands: after a booking, or another air.
  $effect(() => {
    void data.plain;
    moved = {};
    planned = [...data.planned];
  });

  function move(key: string, at: number, done: boolean) {
    dragging = !done;
    const index = Number(key.slice(1));
    if (key.startsWith('p')) {
      planned[index] = { ...(planned[index] as CoolingEvent), at };
      if (done) void keepPlan();
    } else moved = { ...moved, [key]: at };
  }
  async function settle(work: Promise<{ ok: boolean; text?: string; kept?: boolean; said?: string }>) {
    busy = true;
    trouble = '';
    const sent = await work;
    if (!sent.ok) trouble = sent.text ?? '';
    else if (sent.kept) trouble = sent.said ?? '';
    else await refresh('larder:cooling');
    busy = false;
    return sent.ok;
  }
  async function keepPlan() {
    const rest = [...planned].sort((a, b) => a.at - b.at);
    const sent = await sendJson(`/api/v1/animals/${data.card.id}/plan`, 'PUT', { planned: rest });
    trouble = sent.ok ? '' : sent.text;
  }

  const chillIntent = (e: Pick<CoolingEvent, 'what' | 'to'>): Intent => ({
    kind: 'chill',
    animal: data.card.id,
    what: e.what,
    ...(e.to ? { to: e.to } : {})
  });
  /** Writes events that were dragged at their new hour: the old entry is taken back, the new one booked. */
  function setRight() {
    const entries = known
      .filter((e) => moved[e.key] !== undefined)
      .flatMap((e) => [
        ...(e.entry ? [{ intent: { kind: 'void', animal: data.card.id, entry: e.entry } as Intent }] : []),
        { intent: chillIntent(e), at: Math.min(e.at, Date.now()) }
      ]);
    return settle(bookAll(entries, data.hand, format));
  }
  async function done(event: CoolingEvent, at = Date.now()) {
    const rest = planned.filter((p) => p.what !== event.what || p.at !== event.at);
    if (!(await settle(bookAll([{ intent: chillIntent(event), at }], data.hand, format)))) return;
    if (rest.length === planned.length) return;
    planned = rest;
    await settle(sendJson(`/api/v1/animals/${data.card.id}/plan`, 'PUT', { planned: rest }));
  }
  let add = $state<string>('hideOff');
  const choices = $derived([
    ...COOLING_EVENTS.filter((what) => what !== 'moved').map((what) => ({
      value: what as string,
      event: { what } as Pick<CoolingEvent, 'what' | 'to'>
    })),
    ...data.rooms.map((r) => ({ value: `room:${r.key}`, event: { what: 'moved' as const, to: r.key } })),
    { value: `room:${COOLBOX}`, event: { what: 'moved' as const, to: COOLBOX } },
    { value: 'room:field', event: { what: 'moved' as const, to: 'field' } }
  ]);
  const chosen = $derived(choices.find((c) => c.value === add)?.event ?? { what: 'hideOff' as const });
  function plan(event: Pick<CoolingEvent, 'what' | 'to'>, at: number) {
    planned = [...planned, { ...event, at: Math.round(at / QUARTER) * QUARTER }];
    void keepPlan();
  }
  function unplan(i: number) {
    planned = planned.filter((_, k) => k !== i);
    void keepPlan();
  }

  const outcome = $derived(chiller.way?.outcome);
  const core = $derived(chiller.way && curvesAt(chiller.way.curves, data.now));
  const headline = $derived(
    outcome && data.plain ? coldWords(outcome, data.plain.killedAt, data.target ?? 7, data.now, format) : ''
  );
  const hoursBand = $derived(chiller.band?.hours);

  const cold = $derived(
    outcome !== undefined &&
      data.plain !== undefined &&
      data.plain.killedAt + outcome.hoursToTarget * HOUR <= data.now
  );
  /** What the band says of the hour, where it says anything the hour itself does not. */
  const bandWords = $derived(
    hoursBand && spanWords(hoursBand[0]) !== spanWords(hoursBand[1])
      ? `; 8 of 10 likely outcomes: ${spanWords(hoursBand[0])} to ${spanWords(hoursBand[1])}`
      : ''
  );
  const shown = $derived(chiller.answers[asking] ?? Object.values(chiller.answers)[0]);
  const AIRS = [
    { key: 'both', name: 'read, then forecast' },
    { key: 'probe', name: 'read only' },
    { key: 'forecast', name: 'forecast only' }
  ] as const;
  const open = $derived(data.card.work !== 'done');
</script>

<svelte:head><title>{data.card.code}, cooling · {data.larder.larderName}</title></svelte:head>

<div class="head">
  <Tag code={data.card.code} href="/animals/{data.card.code}">
    <span><strong>{animalName(data.card.facts)}</strong>, {data.card.facts.ageClass}</span>
    <span class="soft"
      >{#if !data.hangingRead}<span class="modelled">about {format.mass(data.hanging, 1)}</span
        >{:else}{format.mass(data.hanging, 1)}{/if}
      hanging{data.place === 'field' ? ', in the field' : `, ${placeWords(data.place, data.rooms)}`}</span
    >
  </Tag>
  <div>
    <h1 aria-live="polite">{headline || 'Cooling'}</h1>
    {#if outcome && Number.isFinite(outcome.hoursToTarget)}<p class="soft">
        {spanWords(outcome.hoursToTarget)} from death{hoursBand
          ? bandWords
          : '; the band is being drawn'}{#if Number.isFinite(outcome.frozenAt)}; frozen from {format.moment(
            outcome.frozenAt
          )} on{/if}
      </p>{/if}
    {#if data.borrowed}<p class="warn">
        {unreadWords(data.borrowed, data.rooms)}
        <a href="/hanging/air">Say how warm it is</a>, or say below where it hangs.
      </p>{/if}
  </div>
</div>

{#if data.fault}
  <NoCurve
    places={data.fault.places}
    rooms={data.rooms}
    code={data.card.code}
    killed={data.fault.killed === undefined ? undefined : format.day(data.fault.killed)}
  />
{:else if chiller.way && data.plain}
  <div class="page">
    <section class="main" aria-label="Cooling over time">
      {#if chiller.broke}<p class="note" role="alert">
          The reckoning broke off. The last curves stand; <button
            class="quiet"
            type="button"
            onclick={() => asked && chiller.ask(asked, data.now, data.now)}>reckon again</button
          >.
        </p>{/if}
      <CoolingChart
        {format}
        curves={chiller.way.curves}
        band={chiller.band}
        other={shown && { curves: shown.with.curves, name: QUESTION_WORDS[shown.question].did }}
        {handles}
        target={data.target ?? 7}
        now={data.now}
        gaps={data.gaps ?? []}
        forecastFrom={data.forecastFrom}
        timeZone={data.larder.timeZone}
        moment={format.moment}
        onmove={move}
      />
      <div class="airs">
        <span class="label">Air</span>
        {#each AIRS as air (air.key)}
          <label class="choice"
            ><input
              class="radio"
              type="radio"
              name="air"
              value={air.key}
              checked={data.airFrom === air.key}
              onchange={() =>
                void goto(air.key === 'both' ? '?' : `?air=${air.key}`, { noScroll: true, keepFocus: true })}
            />{air.name}</label
          >
        {/each}
        <label class="offset"
          ><span>from now on</span>
          <input
            type="range"
            min="-8"
            max="8"
            step="1"
            bind:value={offset}
            aria-label="Air from now on, warmer or colder"
          />
          <output class="mono"
            >{offset > 0 ? '+' : offset < 0 ? '−' : '±'}{format.degreesWide(Math.abs(offset), 0)}</output
          ></label
        >
      </div>
      {#if data.set && data.set.length > 0}<p class="small soft">
          Nobody has read {data.set.map((k) => data.rooms.find((r) => r.key === k)?.name ?? k).join(', ')}:
          what it is set to stands in.
        </p>{/if}
      {#if !data.deathKnown}<p class="small warn">
          The hour of death is not known: reckoned from when it came in. An unknown hour is one of the
          questions before it is opened.
        </p>{/if}
      {#if changed}
        <p class="note">
          Dragged, not booked.
          <button class="press press-main" type="button" disabled={busy} onclick={setRight}
            >Set the book right</button
          >
          <button class="press" type="button" onclick={() => (moved = {})}>Put it back</button>
        </p>
      {/if}
      {#if trouble}<p class="note" role="alert">{trouble}</p>{/if}
      <div class="below">
        <div>
          <h2>What is planned</h2>
          <ul>
            {#each planned as event, i (i)}
              <li>
                <span
                  ><strong>{word(event)}</strong>
                  <span class="soft"
                    >{format.moment(event.at)}{event.at <= data.now ? ', its hour has come' : ''}</span
                  ></span
                >
                <span class="acts"
                  ><button class="press" type="button" disabled={busy} onclick={() => void done(event)}
                    >Done</button
                  ><button class="quiet" type="button" onclick={() => unplan(i)}>not planned</button></span
                >
              </li>
            {:else}
              <li class="soft">Nothing. Plan something and drag it along the time.</li>
            {/each}
          </ul>
          {#if open}
            <div class="add">
              <Field
                id="add"
                label="Something done, or to do"
                items={choices.map((c) => ({ value: c.value, name: word(c.event) }))}
                bind:value={add}
              />
              <button
                class="press press-main"
                type="button"
                disabled={busy}
                onclick={() => void done({ ...chosen, at: 0 })}>Done now</button
              >
              <button class="press" type="button" onclick={() => plan(chosen, data.now + 2 * HOUR)}
                >Plan it</button
              >
            </div>
          {/if}
        </div>
        <Read
          animal={data.card.id}
          code={data.card.code}
          item={data.item}
          felt={data.felt}
          killedAt={data.deathKnown ? data.plain.killedAt : undefined}
          kind={chiller.way.curves.kind}
          now={data.now}
          hand={data.hand}
          {format}
        />
      </div>
      {#if data.parts.length > 0}<Parts
          animal={data.card.id}
          parts={data.parts}
          rooms={data.rooms}
          now={data.now}
          hand={data.hand}
          {format}
        />{/if}
    </section>
    <aside data-busy={chiller.busy || undefined}>
      <Questions
        {format}
        answers={chiller.answers}
        shown={shown?.question}
        busy={chiller.busy}
        {open}
        held={busy}
        target={data.target ?? 7}
        {cold}
        pick={(q) => (asking = q)}
        done={(what) => void done({ what, at: 0 })}
        plan={(what) => plan({ what }, data.now + HOUR)}
      />
      {#if outcome && core && data.window}
        <ByRecord
          {outcome}
          {core}
          window={data.window}
          kind={chiller.way?.curves.kind ?? 'large'}
          now={data.now}
          {format}
        />
      {/if}
      <p class="small soft">
        By the record, about; film, hide and size are guessed at. Nose and eye come first: sour or green deep
        in the ham is a discard, whatever stands here. Your local code and a licensed inspector decide.
      </p>
    </aside>
  </div>
{/if}

<style>
  .head {
    display: grid;
    grid-template-columns: minmax(240px, 330px) 1fr;
    align-items: center;
    gap: 6px 26px;
    margin-bottom: 14px;
  }
  h1 {
    font-size: 1.5rem;
    min-height: 1.2em;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 316px;
    gap: 26px;
  }
  .main {
    min-width: 0;
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  .airs {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 18px;
  }
  .airs .label {
    margin: 0;
  }
  .choice,
  .offset {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 44px;
  }
  .offset {
    margin-left: auto;
  }
  .offset input {
    width: 150px;
    accent-color: var(--spruce);
  }
  .offset output {
    min-width: 4.2em;
    text-align: right;
  }
  .note {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 10px;
    border-left: 5px solid var(--brass);
    padding: 6px 12px;
    background: var(--card);
    font-weight: 600;
  }
  .warn {
    color: var(--rust);
    font-weight: 600;
  }
  .below {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 26px;
    border-top: 1px solid var(--line);
    padding-top: 12px;
  }
  h2 {
    font-size: 1.08rem;
    margin-bottom: 6px;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 10px;
    min-height: 48px;
    border-bottom: 1px solid var(--line);
  }
  .acts {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  .add {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin-top: 12px;
  }
  .add :global(.one) {
    grid-column: 1 / -1;
    margin: 0;
  }
  aside {
    display: flex;
    flex-direction: column;
    gap: 16px;
  }
  @media (max-width: 62.5em) {
    .page,
    .head,
    .below {
      grid-template-columns: minmax(0, 1fr);
    }
    .offset {
      margin-left: 0;
    }
  }
</style>
