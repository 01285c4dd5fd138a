<script lang="ts">
  import { MINUTE } from '$core/units';
  import { sendJson } from '$lib/device/send';
  import { onMount, type Component, type ComponentProps } from 'svelte';
  import {
    HOLD_NAMES,
    PROJECTILE_FACTOR,
    SHOT_LOSS,
    SPECIES,
    TUB_OF_LETTER,
    TUB_KEYS,
    cutOf,
    kitFor,
    type KitKey,
    animalName,
    type TubKey
  } from '$core/reference';
  import { bodyOf, tubsOf } from '$core/book';
  import { PAUSE_MS, addedKey, asksWorth, isQuestion, minutesOf, sizeOf, wholeCutOf } from '$core/bench';
  import { worthTheKnife } from '$core/worth';
  import { keptByTrim } from '$core/yield';
  import { Bench } from '$lib/bench/bench.svelte';
  import { Desk } from '$lib/bench/desk.svelte';
  import { Minutes } from '$lib/bench/today.svelte';
  import { Cable } from '$lib/bench/cable.svelte';
  import { benchKey, takesOver } from '$lib/bench/keys';
  import { wantOf } from '$lib/bench/want';
  import { tone } from '$lib/device/sound';
  import { deviceName, setTrimmedHere, trimmedHere } from '$lib/device/ids';
  import { connect } from '$lib/device/stream';
  import Beam from '$lib/ui/Beam.svelte';
  import Tag from '$lib/ui/Tag.svelte';
  import { formatter } from '$lib/words/format';
  import Word from '$lib/ui/Word.svelte';
  import ClockLine from '$lib/ui/bench/ClockLine.svelte';
  import type FindCut from '$lib/ui/bench/FindCut.svelte';
  import NoticeLine from '$lib/ui/bench/NoticeLine.svelte';
  import ReadingPanel from '$lib/ui/bench/ReadingPanel.svelte';
  import OnTable from '$lib/ui/bench/OnTable.svelte';
  import TubList from '$lib/ui/bench/TubList.svelte';
  import WorkList from '$lib/ui/bench/WorkList.svelte';
  import type BenchPanels from './Panels.svelte';
  import type { Panel } from './Panels.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  // One bench for one animal: the page is keyed by its code.
  // svelte-ignore state_referenced_locally
  const bench = new Bench(
    {
      animal: data.card.id,
      code: data.card.code,
      hand: data.larder.atBench,
      vocabulary: data.larder.vocabulary,
      learned: data.learned,
      orders: data.orders,
      minutes: data.minutes
    },
    data.history
  );
  // svelte-ignore state_referenced_locally
  const desk = new Desk(bench, data.larder.units, () => data.silverTo, ask, tone);

  const cable = new Cable(desk);
  // svelte-ignore state_referenced_locally
  desk.tares = data.tubTares;
  desk.keepTares = (tares) => void sendJson('/api/v1/tubs', 'PUT', { tares });

  let root = $state<HTMLElement>();
  let panel = $state<Panel | 'find' | undefined>();
  /** What may lie over the bench: loaded once the bench stands. */
  let Panels = $state.raw<Component<ComponentProps<typeof BenchPanels>> | undefined>();
  let Find = $state.raw<Component<ComponentProps<typeof FindCut>> | undefined>();
  let pointed = $state<string | undefined>();
  /** Cuts that somebody looks for; the drawing points them out. */
  let sought = $state.raw<readonly string[]>([]);

  const account = $derived(bench.account);
  const beam = $derived(account?.beam);
  const tubs = $derived(tubsOf(bench.state, bench.animal));
  const lost = $derived(
    beam ? beam.segments.filter((s) => s.class === 'X' && s.key !== 'unaccounted' && s.grams > 0) : []
  );
  const facts = $derived(bench.state.animals[bench.animal]?.facts ?? data.card.facts);
  const focus = $derived(bench.work.focus);
  const lotCount = $derived(bodyOf(bench.state, bench.animal)?.count ?? 0);
  const known = $derived(bench.state.animals[bench.animal]);
  const held = $derived(
    known?.condemned ? 'condemned' : known?.holds?.[0] ? `held: ${HOLD_NAMES[known.holds[0].why]}` : undefined
  );
  const schools = $derived(bench.ways);
  const sofar = $derived(account && beam && beam.base > 0 ? account.yield.boneless / beam.base : 0);

  const minutes = new Minutes();
  /** Tools the larder is without, as this page has been told. */
  let gone = $state.raw<readonly string[] | undefined>();
  const kit = $derived(bench.work.procedure ? kitFor(bench.work.procedure, gone ?? data.kitMissing) : []);
  const size = $derived(sizeOf(bench.state, bench.animal));
  /** The clock of the step in hand: from the last entry here, unless that was another sitting. */
  const spent = $derived.by(() => {
    const { row } = desk;
    const since = bench.lastOwnAt;
    if (!row || !size) return undefined;
    const on = since === undefined ? 0 : minutes.since(since);
    const usual = Math.max(1, Math.round(minutesOf(row, size, data.minutes).minutes));
    return { minutes: on * MINUTE > PAUSE_MS ? 0 : on, usual };
  });
  const worth = $derived.by(() => {
    const row = desk.row;
    if (row?.act.kind !== 'take' || !asksWorth(row.act.cut) || !row.expected || !size) return undefined;
    const takes = minutesOf(row, size, data.minutes).minutes;
    // Worth is what is eaten of it: trimmed.
    const kept = account && !bench.trimmed ? keptByTrim(account.expectation) : 1;
    return worthTheKnife(row.act.cut, row.expected.mean * kept, takes, data.prices, data.household);
  });
  /** A cut may be added to what it comes off: a muscle to its part, the rest to the carcass. */
  const mayAdd = (cut: string) => {
    const of = cutOf(cut)?.of;
    return focus?.kind === 'part'
      ? of === focus.cut
      : of !== undefined && of !== 'hindLeg' && of !== 'shoulder';
  };
  /** Tells the larder whether it has a tool; the order of work then says what does instead. */
  async function has(key: KitKey, there: boolean) {
    const rest = (gone ?? data.kitMissing).filter((k) => k !== key);
    gone = there ? rest : [...rest, key];
    await sendJson('/api/v1/kit', 'PUT', { missing: gone });
  }

  /** Somebody has said whether pieces are weighed trimmed here. */
  let stateKnown = $state(true);
  function keepTrimmed(trimmed: boolean) {
    stateKnown = true;
    setTrimmedHere(trimmed);
  }
  /** Somebody shakes the stand-in's table. */
  let shaken = $state(false);
  /** The page hears what is pressed. */
  let awake = $state(false);
  let leave = () => {};
  onMount(() => {
    const leaveBench = bench.join(ask);
    const stream = connect(`/api/v1/bench/${bench.animal}/stream`, {
      scale: (line, plate) =>
        !cable.on && desk.show(line, { plate, ...(data.standIn ? { simulated: true } : {}) }),
      taken: ({ plate, hand, device }) => {
        if (device !== deviceName())
          desk.takenElsewhere(
            plate,
            `${hand} has taken that piece off this scale. Lift it off; the next one counts.`
          );
      },
      table: (on) => {
        if (on)
          desk.notice = {
            kind: 'plain',
            text: 'The table is shaken: no reading steadies. It calms itself within a minute.'
          };
        else if (shaken) desk.notice = { kind: 'plain', text: 'The table is calm again.' };
        shaken = on;
      },
      book: (seq) => {
        if (!bench.isNews(seq)) return;
        desk.disarm('other');
        void bench.refresh().then(ask);
      },
      lost: () => !cable.on && desk.silent(),
      found: () => {
        void bench.refresh().then(ask);
      }
    });
    const lock = navigator.wakeLock?.request('screen').catch(() => undefined);
    const leaveCable = cable.start();
    const stopMinutes = minutes.start();
    // Nobody presses what is out of sight.
    const hide = () => document.hidden && desk.disarm('hidden');
    document.addEventListener('visibilitychange', hide);
    void import('./Panels.svelte').then((loaded) => (Panels = loaded.default));
    void import('$lib/ui/bench/FindCut.svelte').then((loaded) => (Find = loaded.default));
    stateKnown = trimmedHere() !== undefined;
    bench.trimmed = trimmedHere() ?? false;
    awake = true;
    root?.focus({ preventScroll: true });
    void navigator.serviceWorker?.ready.then((registration) =>
      registration.active?.postMessage({ keep: location.pathname })
    );
    ask();
    leave = () => {
      leaveBench();
      stopMinutes();
      document.removeEventListener('visibilitychange', hide);
      leaveCable();
      stream.close();
      void lock?.then((l) => l?.release());
    };
    return () => leave();
  });

  /** Asks the stand-in scale for the piece that comes next; a real scale does not hear it. */
  function ask() {
    const want = wantOf(desk.task, desk.row, bench.trimmed);
    // The stand-in looks into the book: what was booked here must have been answered first; the answer asks again.
    if (!data.demo || !data.standIn || !bench.answered) return;
    void send({ action: 'ask', ask: { animal: bench.animal, after: bench.lastId, want } });
  }
  const send = (body: unknown) => sendJson('/api/v1/scale', 'POST', body);

  function back() {
    panel = undefined;
    root?.focus({ preventScroll: true });
  }
  const act = (work: () => void) => () => {
    work();
    back();
  };

  function typing(target: EventTarget | null): boolean {
    if (target instanceof HTMLInputElement) return !/^(checkbox|radio|button|submit|file)$/.test(target.type);
    return (
      target instanceof HTMLElement &&
      (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName))
    );
  }

  /** Y: yes to what is asked, in its own place beside the press; the first answer is the usual one. */
  function yes() {
    const { row, notice } = desk;
    if (notice?.retry) return act(() => notice.retry?.())();
    if (row && isQuestion(row))
      act(() => desk.tick('done', row.act.kind === 'say' ? row.act.answers[0]?.key : undefined))();
  }
  const letters: Record<string, () => void> = {
    y: yes,
    u: act(() => desk.undo()),
    n: act(() => desk.step(1)),
    b: act(() => desk.step(-1)),
    t: act(() => desk.trimFirst()),
    w: act(() => (desk.byTub = !desk.byTub)),
    x: () => (panel = 'reasons'),
    l: () => (panel = 'pieces'),
    e: act(() => minutes.fresh()),
    ...Object.fromEntries(
      Object.entries(TUB_OF_LETTER).map(([letter, tub]) => [letter.toLowerCase(), act(() => desk.toTub(tub))])
    )
  };

  function keydown(event: KeyboardEvent) {
    const key = benchKey(event, {
      free: event.target === document.body || event.target === root,
      typing: typing(event.target),
      typed: desk.typed !== '',
      letters: data.letterKeys ? Object.keys(letters).filter((letter) => desk.hears(letter)) : []
    });
    if (!key) return;
    if (takesOver(key, event)) event.preventDefault();
    if (!awake) return;
    if (key.kind === 'press') act(() => desk.press())();
    else if (key.kind === 'back') back();
    else if (key.kind === 'find') panel = 'find';
    else if (key.kind === 'keys') panel = panel === 'keys' ? undefined : 'keys';
    else if (key.kind === 'erase') desk.digit('back');
    else if (key.kind === 'letter') letters[key.letter]?.();
    else if (key.kind === 'digit') {
      panel = 'keypad';
      desk.digit(key.digit);
    }
  }

  const onTub = (tub: TubKey) => act(() => desk.toTub(tub))();
  const shownTubs = $derived.by(() => {
    // A boar's fat is worth a tub of its own; nobody dries its meat.
    const boar = SPECIES[facts.species].group === 'boar';
    const usual = new Set<TubKey>(['prime', 'slow', boar ? 'fat' : 'jerky', 'grind', 'stock', 'pets']);
    return TUB_KEYS.filter((k) => usual.has(k));
  });
</script>

<!-- The moment of a press is the hand's, not that of a busy page that hears it late. -->
<svelte:window
  onkeydown={keydown}
  onkeyup={(e) => e.key === ' ' && !typing(e.target) && e.preventDefault()}
  onkeydowncapture={(e) => (desk.pressedAt = e.timeStamp)}
  onclickcapture={(e) => (desk.pressedAt = e.timeStamp)}
/>
<svelte:head><title>{data.card.code} at the bench · {data.larder.larderName}</title></svelte:head>

<section class="bench" bind:this={root} tabindex="-1" aria-label="Bench, {data.card.code}">
  <h1 class="sr-only">Bench: {animalName(facts)} {data.card.code}</h1>
  <div class="tag-at">
    <Tag code={data.card.code} href="/animals/{data.card.code}">
      <strong>{animalName(facts)}, {facts.ageClass}</strong>
      {#if held}<span class="held">{held}</span>{:else}<span class="soft small"
          >{lotCount > 1 ? `${lotCount} together, ` : ''}{beam?.baseOf === 'hanging'
            ? 'hanging'
            : 'came in at'}
          {format.mass(beam?.base ?? 0)}</span
        >{/if}
    </Tag>
  </div>
  <div class="beam-at">
    <!-- Figures are made anew, not moved. -->
    {#key beam?.stillOn}
      <div class="line">
        <span
          ><strong>{format.mass(beam?.base ?? 0)}</strong> came in
          {#if beam?.baseOf === 'hanging'}<span class="wide">on the hook</span>{/if}</span
        >
        <span
          >still to cut:
          <strong data-testid="still-on">{format.mass(beam?.stillOn ?? 0)}</strong></span
        >
      </div>{/key}
    {#if beam}<Beam
        segments={beam.segments}
        stillOn={beam.stillOn}
        base={beam.base}
        {format}
        size="bench"
        hollow={beam.hollow}
        note="about {format.mass(bench.boneOn, 1)} of it bone"
      />{/if}
    {#key beam}
      <div class="line small soft">
        <span
          ><Word of="boneless">boneless</Word> so far
          <strong data-testid="so-far">{format.percent(sofar, 0)}</strong
          >{#if account?.expectedBoneless && beam}{' · '}<Word of="expected">expected</Word> at the end, trimmed,
            <strong class="modelled"
              >{((account.expectedBoneless.low / beam.base) * 100).toFixed(1)}–{(
                (account.expectedBoneless.high / beam.base) *
                100
              ).toFixed(1)} %</strong
            >
            {account.expectedBoneless.standing === 'yours'
              ? `yours (n = ${account.expectedBoneless.n})`
              : 'default'}{/if}</span
        >
        <span class="wide"
          >{format.mass(beam?.unaccounted ?? 0)} <Word of="unaccounted">not accounted for</Word></span
        >
      </div>{/key}
  </div>

  <div class="work-at">
    {#if panel === 'find' && Find}
      <Find
        steps={bench.work.rows}
        {facts}
        vocabulary={data.larder.vocabulary}
        add={(cut) =>
          focus && mayAdd(cut)
            ? act(() => {
                const take = { kind: 'piece' as const, cut, ...(focus.side ? { side: focus.side } : {}) };
                bench.add(focus.id, take);
                desk.choose(addedKey(take));
                ask();
              })
            : undefined}
        show={(keys) => (sought = keys)}
        choose={(key) =>
          act(() => {
            desk.choose(key);
            ask();
          })()}
        close={back}
      />
    {:else}
      <WorkList
        work={bench.work}
        row={desk.row}
        trimming={desk.task ? bench.name(desk.task.item) : undefined}
        task={desk.task?.kind}
        {format}
        {account}
        {worth}
        {spent}
        {kit}
        tools={data.tools}
        known={data.cautions}
        showKit={() => (panel = 'kit')}
        skip={act(() => desk.skip())}
        together={desk.both}
        both={desk.both || desk.partnerOf(desk.row)
          ? act(() => {
              desk.both = !desk.both;
              ask();
            })
          : undefined}
        hit={facts.placement
          ? {
              parts: SHOT_LOSS[facts.placement].hits,
              organs: SHOT_LOSS[facts.placement].organs,
              fragments:
                facts.projectile === undefined ||
                PROJECTILE_FACTOR[facts.projectile ?? 'expanding'].factor >= 1,
              side: facts.shotSide ?? undefined
            }
          : undefined}
        choose={(key) =>
          act(() => {
            desk.choose(key);
            ask();
          })()}
        schools={schools.length > 1 ? () => (panel = 'schools') : undefined}
      >
        {#snippet clock()}
          <ClockLine
            clock={bench.clock}
            {minutes}
            edgeEvery={data.edgeMinutes}
            {format}
            name={bench.name}
            fresh={act(() => minutes.fresh())}
          />
        {/snippet}
      </WorkList>
    {/if}
  </div>

  <div class="centre">
    <OnTable
      rows={bench.spread}
      steps={bench.work.rows}
      next={desk.row}
      {facts}
      group={SPECIES[facts.species].group}
      part={focus?.kind === 'part' ? focus.cut : undefined}
      partSide={focus?.side}
      {format}
      title={focus?.kind === 'part'
        ? bench.name(focus.id)
        : lotCount > 1
          ? `The ${lotCount} together`
          : 'On the carcass'}
      left={focus ? bench.left(focus.id) : 0}
      closes={bench.work.rows.find((r) => r.act.kind === 'close')?.expected}
      focusKind={focus?.kind}
      {sought}
      find={() => (panel = 'find')}
      undo={act(() => desk.undo())}
      say={(words) => (pointed = words)}
      choose={(key) =>
        act(() => {
          desk.choose(key);
          ask();
        })()}
    />
    <NoticeLine
      notice={desk.notice}
      aside={pointed}
      last={desk.lastTaken}
      {format}
      {bench}
      close={act(() => (desk.notice = undefined))}
      retry={act(() => desk.notice?.retry?.())}
      also={act(() => desk.notice?.also?.run())}
      correct={act(() => desk.notice?.correct && desk.take('correct', desk.notice.correct))}
      chain={act(() => desk.voidAll(desk.notice?.chain ?? []))}
      drop={(id, asked) => act(() => desk.drop(id, asked))()}
      letters={data.letterKeys}
    />
    <ReadingPanel
      {desk}
      {format}
      press={act(() => desk.press())}
      trim={act(() => (desk.task ? desk.leaveTask() : desk.trimFirst()))}
      without={act(() => desk.closeWithoutScale())}
      skip={act(() => desk.skip())}
      answer={(key) => act(() => desk.tick('done', key))()}
      {awake}
      whole={wholeCutOf(focus?.cut) ? act(() => desk.keepWhole()) : undefined}
      type={() => (panel = 'keypad')}
      showKeys={() => (panel = 'keys')}
      showScale={() => (panel = 'scale')}
      scaleWords={cable.on ? 'Scale on the cable' : data.standIn ? 'Simulated scale' : 'Scale'}
      code={data.card.code}
      byTub={!data.standIn && data.weighs !== 'cable' && data.weighs !== null && !cable.on
        ? act(() => (desk.byTub = !desk.byTub))
        : undefined}
    />
  </div>

  <div class="tubs-at">
    <TubList
      {tubs}
      shown={shownTubs}
      suggested={desk.task ? undefined : desk.suggested}
      {lost}
      byTub={desk.byTub}
      taring={desk.taring}
      tares={desk.tares}
      trimmed={bench.trimmed}
      state={(trimmed) =>
        act(() => {
          bench.trimmed = trimmed;
          keepTrimmed(trimmed);
          ask();
        })()}
      {stateKnown}
      toggleTaring={act(() => (desk.taring = !desk.taring))}
      {format}
      name={bench.name}
      {onTub}
      onDiscard={() => (panel = 'reasons')}
      toggle={act(() => (desk.byTub = !desk.byTub))}
      close={act(() => {
        const row = bench.work.rows.find((r) => r.act.kind === 'close' && !r.done);
        if (row) desk.choose(row.key);
        ask();
      })}
      pieces={() => (panel = 'pieces')}
      canClose={bench.work.rows.some((r) => r.act.kind === 'close' && !r.done)}
    />
  </div>

  {#if panel && panel !== 'find' && Panels}<Panels
      {panel}
      {bench}
      {desk}
      {cable}
      {data}
      {format}
      {kit}
      {has}
      {shaken}
      {send}
      {ask}
      {act}
      {back}
    />{/if}
</section>

<style>
  .bench {
    display: grid;
    grid-template-columns: 300px minmax(0, 1fr) 292px;
    grid-template-areas: 'tag beam beam' 'work centre tubs';
    grid-template-rows: auto minmax(0, 1fr);
    gap: 14px 18px;
    outline: none;
    height: max(640px, calc(100dvh - 124px));
    max-height: 900px;
  }
  .tag-at {
    grid-area: tag;
  }
  .held {
    font-weight: 700;
    font-size: 0.9rem;
    color: var(--rust);
  }
  .beam-at {
    grid-area: beam;
    display: flex;
    flex-direction: column;
    justify-content: space-between;
    gap: 5px;
  }
  .line .modelled,
  .line > :last-child {
    white-space: nowrap;
  }
  .line {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
  }
  .work-at {
    contain: layout style;
    grid-area: work;
    min-height: 0;
  }
  .centre {
    grid-area: centre;
    display: grid;
    grid-template-rows: minmax(0, 1fr) 56px auto;
    background: var(--card);
    border: 1px solid var(--line);
    border-radius: 3px;
    min-height: 0;
  }
  .tubs-at {
    contain: layout style;
    grid-area: tubs;
    min-height: 0;
  }
  /* On narrow, low or zoomed screens the reading and the press keep one place: the bottom edge, whatever the words above. */
  @media (max-width: 68.75em), (max-height: 45em) {
    .bench {
      padding-bottom: 14rem;
    }
    .centre :global(.panel) {
      position: fixed;
      inset: auto 0 0;
      z-index: 20;
    }
    .centre :global(.notice.says .inner) {
      position: fixed;
      inset: auto 0 11.5rem;
      z-index: 19;
      height: auto;
      min-height: 56px;
      padding-block: 8px;
      background: var(--card);
      border-top: 2px solid var(--brass);
    }
  }
  @media (max-height: 37.5em) {
    .bench {
      padding-bottom: 11.3rem;
    }
    .centre :global(.notice.says .inner) {
      bottom: 8.8rem;
    }
  }
  @media (max-width: 68.75em) {
    .bench {
      grid-template-columns: 250px minmax(0, 1fr) 284px;
      grid-template-areas: 'tag beam beam' 'work work work' 'centre centre tubs';
      grid-template-rows: none;
      height: auto;
      max-height: none;
    }
  }
  @media (max-width: 47.5em) {
    .bench {
      grid-template-columns: minmax(0, 1fr);
      grid-template-areas: 'tag' 'beam' 'work' 'centre' 'tubs';
    }
    .line {
      flex-wrap: wrap;
      gap: 0 1rem;
    }
    .wide {
      display: none;
    }
    .centre {
      grid-template-rows: auto 64px auto;
    }
    .bench {
      row-gap: 10px;
    }
  }
</style>
