<script lang="ts">
  import { CAUTION_CODA, cutOf } from '$core/reference';
  import { dismissed } from '$lib/bench/today.svelte';
  import { lightSoFar } from '$core/account';
  import { heavyLift, shownCautions, type WorkRow } from '$core/bench';
  import { useSession } from '$lib/bench/session.svelte';
  import ClockLine from './ClockLine.svelte';

  const session = useSession();
  const { bench, desk } = session;
  const format = $derived(session.format);
  const work = $derived(bench.work);
  const row = $derived(desk.row);
  const task = $derived(desk.task?.kind);
  const trimming = $derived(desk.task && bench.name(desk.task.item));
  const { hit, kit, spent, worth, account } = $derived(session);
  const procedures = $derived(bench.procedures.length > 1 ? session.show('procedures') : undefined);
  const both = $derived(desk.both || desk.partnerOf(row) ? session.toggleBoth : undefined);
  const skip = session.act(() => desk.skip());

  const at = $derived(
    Math.max(
      0,
      work.rows.findIndex((r) => r.key === row?.key)
    )
  );
  let whole = $state(false);
  const earlier = $derived(whole ? 0 : Math.max(0, at - 1));
  const shownAfter = $derived(whole ? work.rows.length : 1);
  const before = $derived(work.rows.slice(earlier, at));
  const after = $derived(work.rows.slice(at + 1, at + 1 + shownAfter));
  const more = $derived(Math.max(0, work.rows.length - at - 1 - shownAfter));
  /** As many places as there are, filled from below or from above: the step in hand stays where it is. */
  const slots = (rows: WorkRow[], places: number, fromTop = false): (WorkRow | undefined)[] => {
    if (whole) return rows;
    const empty = Array.from({ length: Math.max(0, places - rows.length) }, () => undefined);
    return fromTop ? [...rows, ...empty] : [...empty, ...rows];
  };
  function pick(key: string) {
    whole = false;
    session.choose(key);
  }
  const doneCount = $derived(work.rows.filter((r) => r.done).length);
  const shotSide = $derived.by(() => {
    if (!hit || hit.parts === 'scattered' || row?.act.kind !== 'take') return false;
    const { cut, side } = row.act;
    const onSide = hit.side === undefined || side === undefined || side === 'both' || side === hit.side;
    return onSide && hit.parts.includes(cutOf(cut)?.of ?? cut);
  });
  const lost = $derived(row?.act.kind === 'beside' && row.act.tub === 'offal' ? hit?.organs.join(', ') : '');
  const lift = $derived(heavyLift(row));
  /** At the frame: what came off light, and may still sit there. */
  const light = $derived(
    row?.act.kind === 'close' && work.focus?.kind !== 'part' && account ? lightSoFar(account) : []
  );
  const waveAway = (key: string | undefined) => key && dismissed.add(key);
  const cautions = $derived(
    shownCautions(row?.cautions ?? [], (key) => dismissed.has(key), session.data.cautions)
  );
  /** A tool the step asks for that the larder is without, and what does instead. */
  const without = $derived.by(() => {
    const gone = row?.kit?.find((key) => kit.some((k) => k.key === key && k.missing));
    const item = gone && session.data.tools[gone];
    return (
      item &&
      `No ${(item.name.split(',')[0] ?? '').toLowerCase()}: ${item.instead ?? 'nothing does instead'}.`
    );
  });
  const setup = $derived(row?.act.kind === 'say' && row.act.asks === 'setup');
  const missing = $derived(kit.filter((k) => k.missing).length);
  const TASKS = {
    trim: 'Trim it, then lay it back. One press books what came off as silver; a tub or a reason says otherwise.',
    split: 'Lay one of the two on the scale and press the tub it goes to. The rest stays where it lies.',
    reweigh: 'Lay it back on the scale. Lighter, it has dried; heavier is asked about.',
    correct:
      'What it weighed as it came, before anything was cut from it: type it, or lay the whole on the scale.'
  } as const;
  const TASK_NAMES = {
    trim: 'Trim',
    split: 'Part in two',
    reweigh: 'Weigh again',
    correct: 'Set its weight right'
  } as const;
</script>

{#snippet line(r: WorkRow | undefined)}
  <li class="slot">
    {#key r?.key}{#if r}<button
          type="button"
          class="step"
          class:done={r.done}
          class:skipped={r.skipped && !r.done}
          onclick={() => pick(r.key)}
          disabled={r.done}
          aria-label="{r.title}{r.done
            ? r.weight === undefined
              ? `, ${r.said ?? 'done'}`
              : `, taken, ${format.mass(r.weight)}`
            : r.skipped
              ? ', skipped'
              : ''}"
        >
          <span class="mark mono">{r.done ? '✓' : r.skipped ? '–' : work.rows.indexOf(r) + 1}</span>
          <span class="name">{r.title}</span>
          <span class="num mono"
            >{#if r.said && r.done}<span class="said">{r.said.toLowerCase()}</span>{:else if r.skipped}<span
                class="said">skipped</span
              >{:else if r.weight !== undefined}{format.figure(r.weight)}{:else if r.expected}<span
                class="soft">~{format.figure(r.expected.mean)}</span
              >{/if}</span
          >
        </button>{/if}{/key}
  </li>
{/snippet}

<nav class="order" class:whole aria-label="Order of work">
  <p class="head">
    {#if procedures}<button
        type="button"
        class="title"
        onclick={procedures}
        title="{work.procedure?.name}: go on another way"
        ><span class="cut">{work.procedure?.name}</span><span class="way" aria-hidden="true"></span></button
      >{:else}<span class="title"
        >{work.procedure?.name ?? (work.focus ? 'On the table' : 'Nothing open')}</span
      >{/if}{#key `${doneCount} ${work.rows.length}`}<span class="soft small count"
        >{doneCount} of {work.rows.length} · {format.unit}</span
      >{/key}
  </p>
  <ClockLine />
  <ol>
    <li class="fold early">
      {#if earlier > 0}<button type="button" class="gap" onclick={() => (whole = true)}
          >{earlier} earlier</button
        >{/if}
    </li>
    {#if before.length === 0 && work.procedure}<li class="why soft">{work.procedure.why}</li>{/if}
    {#each slots(before, 1) as r, i (i)}{@render line(r)}{/each}
    {#if row}
      <li class="now" aria-current="step">
        {#key row.key + (trimming ?? '') + (task ?? '')}
          {#if spent && !trimming}<span
              class="spent soft"
              title="minutes on this step, and what it usually takes"
              >{spent.minutes} of ~{spent.usual} min</span
            >{/if}
          <h2>{trimming && task ? `${TASK_NAMES[task]}: ${trimming}` : row.title}</h2>
          <div class="body">
            <p>{trimming && task ? TASKS[task] : row.doing}</p>
            {#if !trimming}
              {#if row.look}<p class="look">{row.look}</p>{/if}
              {#if lift}<p class="warn">About {format.mass(lift.mean, 0)}: two lift it, or a hoist.</p>{/if}
              {#if light.length > 0}<p class="hint">
                  Light so far: {light
                    .map((l) => `${l.name.toLowerCase()} by ${format.mass(l.by)}`)
                    .join(', ')}.
                </p>{:else if shotSide}<p class="warn">
                  Shot side: open the seam, wipe first, cut out only what has soaked in{hit?.fragments
                    ? ', 20–30 cm round an expanding track'
                    : ''}.
                </p>
              {:else if lost}<p class="warn">Usually lost by this shot: {lost}. Discard what is torn.</p>
              {:else if worth}<p class="hint">
                  Worth the knife? {format.mass(worth.grams)}, {worth.meals.toFixed(1)} meals, {format.money(
                    worth.value
                  )}; {format.money(worth.perMinute)} a minute.
                </p>
              {/if}
              {#if without}<p class="hint">{without}</p>{/if}
            {/if}
          </div>
          <div class="end">
            {#if !trimming}
              {#each cautions.always as c (c.key)}<p class="caution always" data-caution={c.key}>
                  {c.text}
                </p>{/each}
              {#if cautions.other}<p class="soft caution" data-caution={cautions.other.key}>
                  {cautions.other.text}
                  <button type="button" class="quiet" onclick={() => waveAway(cautions.other?.key)}
                    >Not again today</button
                  >
                  <span>{CAUTION_CODA}</span>
                </p>{:else if cautions.always.length > 0}<p class="soft caution">{CAUTION_CODA}</p>{/if}
            {/if}
            {#if !trimming && row.act.kind !== 'close' && row.act.kind !== 'open'}<p class="ways">
                {#if setup || (doneCount === 0 && kit.length > 0)}<button
                    type="button"
                    class="way-on"
                    onclick={session.show('kit')}>Kit{missing > 0 ? `, ${missing} missing` : ''}</button
                  >{/if}
                {#if both}<button type="button" class="way-on" aria-pressed={desk.both} onclick={both}
                    >{desk.both ? 'One at a time' : 'Both together'}</button
                  >{/if}
                <button type="button" class="way-on" onclick={skip}
                  >{row.act.kind === 'glands' ? 'Leave them in' : 'Skip'}</button
                >
              </p>{/if}
          </div>
        {/key}
      </li>
    {/if}
    {#each slots(after, 1, true) as r, i (i)}{@render line(r)}{/each}
    {#if !whole && work.rows.length > 1}<li class="fold" class:narrow={more === 0}>
        <button type="button" class="gap" onclick={() => (whole = true)}
          ><span class="wide">and {more} more</span><span class="narrow">all {work.rows.length} steps</span
          ></button
        >
      </li>{/if}
    {#if whole}<li class="fold">
        <button type="button" class="gap" onclick={() => (whole = false)}>show fewer</button>
      </li>{/if}
  </ol>
</nav>

<style>
  .order {
    height: 100%;
    overflow: auto;
    scrollbar-width: thin;
  }
  .head {
    height: 30px;
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    padding-bottom: 4px;
  }
  .count {
    flex: none;
    padding-left: 8px;
  }
  button.title {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 44px;
    margin: -10px 0 -8px;
    padding: 0;
    border: 0;
    background: none;
    font-size: 1rem;
  }
  .cut {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .way {
    flex: none;
    width: 9px;
    height: 9px;
    margin-top: -4px;
    border: solid var(--soft);
    border-width: 0 2px 2px 0;
    transform: rotate(45deg);
  }
  .title {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-family: var(--font-head);
    font-weight: 650;
    color: var(--soft);
  }
  .step {
    display: grid;
    grid-template-columns: 26px 1fr auto;
    align-items: center;
    width: 100%;
    min-height: 44px;
    padding: 0 2px;
    border: 0;
    border-top: 1px solid var(--line);
    background: none;
    color: var(--ink);
    text-align: left;
    font: inherit;
  }
  .step:hover:not(:disabled) {
    background: var(--next);
  }
  .slot {
    min-height: 44px;
  }
  .early {
    min-height: 30px;
  }
  .early .gap {
    min-height: 30px;
  }
  /* Stands where the first steps done will stand. */
  .why {
    height: 0;
    overflow: visible;
    padding-right: 8px;
    font-size: 0.94rem;
    line-height: 1.35;
    transform: translateY(-24px);
  }
  @media (min-width: 67.5625em) {
    .order:not(.whole) .now {
      height: 318px;
      display: flex;
      flex-direction: column;
    }
    /* What can hurt stays in sight; what to do scrolls above it. */
    .order:not(.whole) .body {
      flex: 1 1 auto;
      min-height: 64px;
      overflow-y: auto;
      scrollbar-width: thin;
    }
    .order:not(.whole) .end {
      flex: none;
    }
  }
  .mark {
    color: var(--soft);
    font-size: 0.85rem;
  }
  .done .mark {
    color: var(--spruce-text);
    font-weight: 700;
  }
  .name {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .num {
    font-weight: 600;
  }
  .num .soft {
    font-weight: 400;
  }
  .now {
    margin: 2px 0 6px;
    padding: 9px 13px 10px;
    border: 1.5px solid var(--ink);
    border-radius: 3px;
    background: var(--card);
  }
  .now {
    position: relative;
  }
  .spent {
    position: absolute;
    top: 12px;
    right: 12px;
    font-size: 0.85rem;
    white-space: nowrap;
  }
  .now h2 {
    padding-right: 84px;
    font-size: 1.18rem;
    margin-bottom: 3px;
  }
  .now p {
    line-height: 1.33;
    font-size: 0.97rem;
  }
  .hint {
    margin-top: 6px;
    color: var(--soft);
  }
  .caution.always {
    border-left: 4px solid var(--rust);
    padding: 2px 0 2px 8px;
    margin-top: 4px;
  }
  .look,
  .warn {
    margin-top: 6px;
    padding-left: 10px;
    border-left: 4px solid var(--brass);
    color: var(--brass);
    font-weight: 600;
  }
  .now .caution {
    padding-top: 6px;
    font-size: 0.853rem;
    line-height: 1.3;
  }
  .end {
    margin-top: auto;
  }
  .ways {
    display: flex;
    gap: 16px;
    margin: 2px 0 -8px;
  }
  .way-on {
    min-height: 44px;
    border: 0;
    padding: 0;
    background: none;
    color: var(--spruce-text);
    font: inherit;
    font-weight: 600;
  }
  .skipped .name {
    color: var(--soft);
    text-decoration: line-through;
  }
  .said {
    font-family: var(--font-sans);
    font-weight: 400;
    font-size: 0.9rem;
    color: var(--soft);
  }
  .gap {
    min-height: 36px;
    padding: 0 2px 0 26px;
    border: 0;
    background: none;
    color: var(--spruce-text);
    font: inherit;
    font-size: 0.9rem;
    font-weight: 600;
  }
  @media (min-width: 67.5625em) {
    .narrow {
      display: none;
    }
  }
  @media (max-width: 67.5em) {
    .wide {
      display: none;
    }
    /* On a tablet or a phone the step in hand stands alone; the list opens on demand. */
    .order:not(.whole) li:not(.now, .fold),
    .order:not(.whole) .early {
      display: none;
    }
    .gap {
      min-height: 44px;
      padding-left: 2px;
    }
  }
</style>
