<script lang="ts">
  import { isQuestion, wholeCutOf } from '$core/bench';
  import { isBody } from '$core/book';
  import { TUBS } from '$core/reference';
  import { useSession } from '$lib/bench/session.svelte';
  import { GATE_NAMES } from '$lib/words/gate';

  const session = useSession();
  const { desk, cable } = session;
  const format = $derived(session.format);
  const awake = $derived(session.awake);
  const code = $derived(session.data.card.code);
  const press = session.act(() => desk.press());
  const trim = session.act(() => (desk.task ? desk.leaveTask() : desk.trimFirst()));
  const without = session.act(() => desk.closeWithoutScale());
  /** Passes the step in hand over; of glands, leaves them in. */
  const skip = session.act(() => desk.skip());
  const answer = session.act((key: string | undefined) => desk.tick('done', key));
  const whole = $derived(wholeCutOf(session.focus?.cut) ? session.act(() => desk.keepWhole()) : undefined);
  const scaleWords = $derived(
    cable.on ? 'Scale on the cable' : session.data.standIn ? 'Simulated scale' : 'Scale'
  );

  const row = $derived(desk.row);
  /** A piece lies on the board. */
  const onBoard = $derived(session.focus?.kind === 'piece');
  const toBoard = session.act(() => desk.task && desk.toBoard(desk.task.item));
  const trimmed = session.act(() => desk.weighTrimmed());
  const asIs = session.act(() => desk.offBoard());
  const lean = session.act(() => desk.scrapeBack());
  const typed = $derived(desk.typed !== '');
  /** Nobody weighs: what is expected stands where the scale would. */
  const followed = $derived(desk.follow && !desk.byTub && !typed);
  const shown = $derived(
    typed
      ? desk.typed
      : followed
        ? row?.expected
          ? `~${format.figure(row.expected.mean)}`
          : '–'
        : desk.reading && desk.gate !== 'overload' && desk.gate !== 'fault'
          ? format.figure(desk.reading.grams, 3)
          : '–'
  );
  const label = $derived.by(() => {
    if (desk.trimming) return 'Take it trimmed';
    if (desk.task?.kind === 'split') return 'Part it here';
    if (desk.task?.kind === 'reweigh') return 'Weigh it again';
    if (desk.task?.kind === 'correct') return 'Set it right';
    if (!row) return 'All off';
    if (row.act.kind === 'open') return 'Open it';
    if (row.act.kind === 'glands') return row.title;
    if (row.act.kind === 'off') return `${row.title} off`;
    if (row.act.kind === 'close' && onBoard) return desk.parted ? 'The rest to silver' : 'Take it trimmed';
    if (row.act.kind === 'close') return isBody(desk.bench.work.focus) ? 'Close the frame' : 'Close the part';
    if (row.act.kind === 'say') return row.act.answers[0]?.name ?? 'Done';
    if (row.act.kind === 'stage')
      return row.act.stage === 'hanging' ? 'Weigh it, hanging' : 'Weigh it, dressed';
    if (row.act.kind === 'beside') return `Take to ${TUBS[row.act.tub].name}`;
    if (row.act.kind === 'sample') return 'Sample to the laboratory';
    // By the plan in force, or by the step: the press says where it goes.
    return desk.suggested ? `Take to ${TUBS[desk.suggested].name}` : 'Take, on the table';
  });
  /** What is asked, where the step asks and no press for a weight may answer. */
  const question = $derived(
    row && !desk.task && isQuestion(row)
      ? row.act.kind === 'glands'
        ? `${row.title}?`
        : row.title.endsWith('?')
          ? row.title
          : 'What did you find?'
      : ''
  );
  const expected = $derived(desk.task ? undefined : row?.act.kind === 'open' ? undefined : row?.expected);
  // Screen readers hear the steady reading only.
  const spoken = $derived(desk.gate === 'ready' && !typed ? `${shown} ${format.unit}, steady` : '');
</script>

<div class="panel">
  <div class="read">
    <button
      class="figure"
      type="button"
      onclick={session.show('keypad')}
      aria-label="Type a weight instead"
      data-testid="reading"
      data-state={typed ? 'typed' : followed ? 'followed' : desk.gate}
      data-laid={session.laid ? '' : undefined}
    >
      <span
        class="big"
        class:long={shown.length > 5}
        class:pale={!typed && (followed || desk.gate !== 'ready')}>{shown}</span
      ><span class="unit">{format.unit}</span>
    </button>
    <p class="sr-only" aria-live="polite">{spoken}</p>
    <p class="under">
      <span class="expected"
        >{#if expected}expected <strong class="modelled">{format.range(expected)}</strong
          >{#if expected.n !== undefined}{' '}<span class="soft">yours (n = {expected.n})</span
            >{/if}{/if}</span
      ><strong class="state"
        >{typed
          ? desk.estimated
            ? 'estimated'
            : 'typed'
          : desk.armed
            ? 'waits until steady'
            : followed
              ? 'expected, not weighed'
              : GATE_NAMES[desk.gate]}</strong
      >
    </p>
    <p class="links">
      <button type="button" class="link" onclick={session.show('keypad')}>Type it</button><button
        type="button"
        class="link"
        onclick={session.show('keys')}>Keys (?)</button
      >{#if session.noScale}<button type="button" class="link" onclick={session.toggleByTub}>By tub</button
        ><button type="button" class="link" aria-pressed={desk.follow} onclick={session.toggleFollow}
          >{desk.follow ? 'Weigh' : 'Follow'}</button
        ><a class="link" href="/animals/{code}/quick">Sheet</a>{:else}<button
          type="button"
          class="link"
          onclick={session.show('scale')}>{scaleWords}{session.data.scaleOff ? ': check it' : ''}</button
        >{/if}
    </p>
  </div>
  <div class="acts">
    {#if question}
      <p class="ask" data-testid="take" data-act={row?.act.kind} data-question>
        {question}<small>answer it here below</small>
      </p>
    {:else if row || desk.task}
      <button
        class="press press-main take"
        type="button"
        onclick={press}
        disabled={!awake}
        data-testid="take"
        data-act={desk.task?.kind ?? row?.act.kind}
        >{#key label}{label}<small class="space">{awake ? 'Space or pedal' : 'one moment'}</small
          >{/key}</button
      >
    {:else if session.world.practice}<button
        class="press press-main take"
        type="button"
        onclick={session.show('recap')}>What was done, and why<small>Everything is closed</small></button
      >{:else}<a class="press press-main take" href="/animals/{code}"
        >See what it gave<small>Everything is closed</small></a
      >{/if}
    <div class="second" class:with={whole !== undefined}>
      {#if desk.task}<button class="press" type="button" onclick={trim}
          >{desk.trimming ? 'Leave it untrimmed' : 'Leave it as it is'}</button
        >{#if desk.trimming}<button class="press" type="button" onclick={toBoard}>On the board</button>{/if}
      {:else if row?.act.kind === 'glands'}<button
          class="press"
          type="button"
          data-testid="answer"
          onclick={() => answer(undefined)}>All out</button
        ><button class="press" type="button" onclick={skip}>Left in</button>
      {:else if row?.act.kind === 'say'}
        {#if question}
          {#each row.act.answers as one, i (one.key)}<button
              class="press"
              type="button"
              data-testid={i === 0 ? 'answer' : undefined}
              onclick={() => answer(one.key)}>{one.name}</button
            >{/each}
        {:else}{#if row.away}<button class="press" type="button" onclick={session.show('reasons')}
              >Weigh off…</button
            >{/if}<button class="press" type="button" onclick={skip}>Skip</button>{/if}
      {:else if row?.act.kind === 'off'}
        {#if desk.scraped}<button class="press" type="button" onclick={lean}>Lean back</button>{/if}
        <button class="press" type="button" onclick={skip}>Nothing of it</button>
        <button class="press" type="button" onclick={trimmed}>All trimmed</button>
      {:else if onBoard && row?.act.kind === 'close'}<button class="press" type="button" onclick={asIs}
          >{desk.parted ? 'Leave it as it is' : 'As it is'}</button
        >
      {:else if row?.act.kind === 'stage' || row?.act.kind === 'beside'}<button
          class="press"
          type="button"
          onclick={skip}>Not weighed</button
        >
      {:else if row?.act.kind === 'close'}<button class="press" type="button" onclick={without}
          >Without a scale</button
        ><button class="press" type="button" onclick={session.show('bones')}>Bone to…</button>
      {:else}<button
          class="press"
          type="button"
          onclick={trim}
          disabled={row?.act.kind !== 'take' || row.act.born !== 'piece' || onBoard}>Trim first</button
        >{/if}
      {#if whole}<button class="press" type="button" onclick={whole}>Keep whole</button>{/if}
    </div>
  </div>
</div>

<style>
  .panel {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 228px;
    gap: 14px;
    padding: 12px 20px 14px;
  }
  .figure {
    position: relative;
    width: 100%;
    display: flex;
    align-items: baseline;
    border: 0;
    background: none;
    color: var(--ink);
    padding: 0;
    height: 98px;
    font: inherit;
  }
  .big {
    font-size: 102px;
    line-height: 0.95;
    font-weight: 750;
    letter-spacing: -0.025em;
    white-space: nowrap;
  }
  /* Ten kilos and more take a figure more, in the same place. */
  .big.long {
    font-size: 84px;
  }
  .big.pale {
    color: var(--soft);
  }
  .unit {
    position: absolute;
    right: 0;
    bottom: 8px;
    font-size: 1.7rem;
    color: var(--soft);
    font-weight: 600;
  }
  .under {
    display: grid;
    grid-template-rows: 1.35rem 1.35rem;
    white-space: nowrap;
    overflow: hidden;
  }
  .state {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  a.link {
    display: inline-flex;
    align-items: center;
    text-decoration: none;
  }
  .links {
    display: flex;
    gap: 18px;
    margin-top: -2px;
  }
  .link {
    border: 0;
    background: none;
    min-height: 44px;
    margin-bottom: -10px;
    color: var(--spruce-text);
    font: inherit;
    font-size: 0.92rem;
    font-weight: 600;
    padding: 0;
    white-space: nowrap;
  }
  .acts {
    display: grid;
    grid-template-rows: 1fr auto;
    gap: 10px;
  }
  .take {
    flex-direction: column;
    gap: 2px;
    min-height: 88px;
    font-family: var(--font-head);
    font-size: 1.25rem;
  }
  .ask {
    display: flex;
    flex-direction: column;
    justify-content: center;
    gap: 2px;
    min-height: 88px;
    padding: 4px 14px;
    border: 1.5px dashed var(--line);
    border-radius: 4px;
    font-family: var(--font-head);
    font-size: 1.1rem;
    font-weight: 650;
    line-height: 1.2;
  }
  .ask small {
    font-family: var(--font-sans);
    font-size: 0.88rem;
    font-weight: 500;
    color: var(--soft);
  }
  .take small {
    font-family: var(--font-sans);
    font-size: 0.85rem;
    font-weight: 500;
  }
  .second {
    display: flex;
    gap: 8px;
  }
  /* “Keep whole” has one place, whatever stands beside it. */
  .second.with {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
  .second.with .press:first-child:nth-last-child(2) {
    grid-column: span 2;
  }
  .second .press {
    flex: 1;
    min-height: 56px;
    padding: 0.3rem 0.5rem;
  }
  @media (max-width: 75em) {
    .big {
      font-size: 84px;
    }
  }
  /* At the bottom edge: one height, so that nothing above or in it moves it. */
  @media (max-width: 68.75em), (max-height: 45em) {
    .panel {
      height: 11.5rem;
      grid-template: minmax(0, 1fr) / minmax(0, 1fr) minmax(0, 1fr);
      gap: 8px 16px;
      padding: 8px 20px 10px;
      background: var(--card);
      border-top: 2px solid var(--ink);
      overflow: hidden;
    }
    .figure {
      height: 4.25rem;
      gap: 10px;
    }
    .big,
    .big.long {
      min-width: 2.7em;
      font-size: 3.75rem;
    }
    .unit {
      position: static;
    }
    .acts {
      grid-template-rows: minmax(0, 1fr) 3.4rem;
      gap: 8px;
    }
    .take,
    .ask {
      min-height: 0;
    }
    .link {
      min-height: 2.6rem;
      margin-bottom: -0.5rem;
    }
  }
  /* Zoomed, or a phone on its side: half of what is in sight stays the words'. */
  @media (max-height: 37.5em) {
    .panel {
      height: 8.8rem;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr);
    }
    .figure {
      height: 3.05rem;
    }
    .big,
    .big.long {
      font-size: 2.8rem;
    }
    .links {
      max-height: 0;
      overflow: hidden;
    }
    .acts {
      grid-template: minmax(0, 1fr) / minmax(0, 1fr) minmax(0, 1fr);
    }
    .second {
      flex-direction: column;
      min-height: 0;
    }
    .second .press {
      min-height: 0;
    }
    .second:has(:nth-child(3)),
    .second.with {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      grid-auto-rows: minmax(0, 1fr);
    }
    .second.with .press:last-child {
      grid-area: 2 / 1 / auto / span 2;
    }
  }
  @media (max-width: 47.5em) {
    .panel {
      gap: 8px 12px;
      padding: 8px 12px 10px;
      grid-template-columns: minmax(0, 44%) minmax(0, 1fr);
    }
    .figure {
      height: 3.65rem;
    }
    .big,
    .big.long {
      font-size: 2.7rem;
    }
    .unit {
      font-size: 1.2rem;
    }
    .under {
      white-space: normal;
      grid-template-rows: minmax(0, 1fr) 1.2em;
      font-size: 0.9rem;
      line-height: 1.2;
      height: 3.3rem;
    }
    .links {
      gap: 12px;
      flex-wrap: wrap;
      max-height: 2.6rem;
      overflow: hidden;
    }
    .second .press {
      font-size: 0.94rem;
      line-height: 1.15;
    }
  }
  @media (max-height: 37.5em) and (max-width: 47.5em) {
    .figure {
      height: 3.1rem;
    }
    .under {
      white-space: nowrap;
      grid-template-rows: 1.2em 1.2em;
      height: 2.3rem;
    }
  }
</style>
