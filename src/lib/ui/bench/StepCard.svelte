<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { cautionMarks } from '$core/bench';
  import { useSession } from '$lib/bench/session.svelte';
  import { dismissed } from '$lib/bench/today.svelte';
  import type { stepWords } from './notice-words';

  let { first }: { first: boolean } = $props();
  const session = useSession();
  const { bench, desk } = session;
  const row = $derived(desk.row);
  const task = $derived(desk.task?.kind);
  const trimming = $derived(desk.task && bench.name(desk.task.item));
  const { voice } = session;
  const { kit, spent } = $derived(session);
  const both = $derived(desk.both || desk.partnerOf(row) ? session.toggleBoth : undefined);
  const skip = session.act(() => desk.skip());
  const more = session.show('step');
  const gouge = session.act(() => desk.gouge());

  const marks = $derived(
    cautionMarks(session.cautionKeys, (key) => dismissed.has(key), session.data.cautions, session.group)
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
  // Words of the piece that comes: loaded once the bench stands.
  let say = $state.raw<typeof stepWords>();
  onMount(() => void import('./notice-words').then((loaded) => (say = loaded.stepWords)));
  const piece = $derived(row && say?.pieceLine(row, session));
  const sides = $derived(row && say?.sidesLines(row, session));
  const worth = $derived(row && say?.worthLine(row, session));
  const warns = $derived((row && say?.warnLines(row, session)) ?? []);
  const light = $derived(row && say?.lightLine(row, session));

  // Each step as it comes; nothing is said until somebody has asked for it.
  const spokenKey = $derived(voice.on && session.awake && !trimming ? row?.key : undefined);
  $effect(() => {
    const spoken = spokenKey === undefined ? undefined : untrack(() => row);
    if (!spoken) return;
    const { title, doing, wrong } = spoken;
    voice.say([
      [undefined, title],
      ['do', doing],
      ['wrong', wrong && `Careful: ${wrong}.`]
    ]);
  });
</script>

{#snippet line(key: 'feel' | 'wrong' | 'why', word: string, text: string | undefined)}
  {#if text}<p class="line" class:said={voice.line === key} data-line={key}>
      <b>{word}</b>
      {text}
    </p>{/if}
{/snippet}

{#if row}
  <li class="now" aria-current="step">
    {#key row.key + (trimming ?? '') + (task ?? '')}
      {#if spent && !trimming}<span class="spent soft">{spent.minutes} of ~{spent.usual} min</span>{/if}
      <h2>{trimming && task ? `${say?.TASK_NAMES[task] ?? ''}: ${trimming}` : row.title}</h2>
      <div class="body">
        {#if trimming && task}<p>{say?.TASKS[task]}</p>
        {:else}
          <p class="do" class:said={voice.line === 'do'} data-line="do">{row.doing}</p>
          {#if session.plannedWords}<p class="hint" data-testid="planned">
              Plan: {session.plannedWords}.
            </p>{/if}
          {#if sides}<p class="hint" data-testid="sides">{sides}</p>{/if}
          {#each warns as warn (warn.key)}<p class="warn" data-testid={warn.key}>{warn.text}</p>{/each}
          {@render line('feel', 'Feel', row.feel)}
          {@render line('wrong', 'Wrong', row.wrong)}
          {@render line('why', 'Why now', row.why)}
          {#if row.look}<p class="look">{row.look}</p>{/if}
          {#if piece}<p class="piece soft" data-testid="piece">{piece}</p>{/if}
          {#if light}<p class="hint">{light}</p>{/if}
          {#if worth}<p class="hint">{worth}</p>{/if}
          {#if without}<p class="hint">{without}</p>{/if}
        {/if}
      </div>
      {#if !trimming}
        <div class="end">
          <button
            type="button"
            class="more"
            onclick={more}
            data-testid="more"
            aria-label="{marks.length > 0
              ? `Cautions: ${marks.map((c) => c.mark).join(', ')}. `
              : ''}All of this step"
            ><span class="marks"
              >{#each marks as c (c.key)}<span
                  class="mark-of"
                  class:always={c.always}
                  class:fresh={c.fresh}
                  data-mark={c.key}>{c.mark}</span
                >{:else}<span class="soft">no caution</span>{/each}{#if marks.length > 0}<span
                  class="coda soft">your local code decides</span
                >{/if}</span
            ><span class="all">All of it</span></button
          >
          {#if row.act.kind !== 'close' && row.act.kind !== 'open'}<p class="ways">
              {#if setup || (first && kit.length > 0 && row.act.kind !== 'take')}<button
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
              {#if row.act.kind === 'take'}<button
                  type="button"
                  class="way-on slip"
                  onclick={gouge}
                  data-testid="gouge">In the muscle</button
                >{/if}
            </p>{/if}
        </div>
      {/if}
    {/key}
  </li>
{/if}

<style>
  .now {
    position: relative;
    margin: 2px 0 4px;
    padding: 8px 12px 9px;
    border: 1.5px solid var(--ink);
    border-radius: 3px;
    background: var(--card);
  }
  .spent {
    position: absolute;
    top: 11px;
    right: 12px;
    font-size: 0.85rem;
    white-space: nowrap;
  }
  h2 {
    padding-right: 84px;
    margin-bottom: 3px;
    font-size: 1.18rem;
  }
  p {
    font-size: 0.97rem;
    line-height: 1.3;
  }
  .line {
    margin-top: 4px;
  }
  .line b {
    margin-right: 2px;
    color: var(--spruce-text);
  }
  .said {
    background: var(--next);
  }
  .piece,
  .hint {
    margin-top: 4px;
  }
  .hint {
    color: var(--soft);
    white-space: pre-line;
  }
  .look,
  .warn {
    margin-top: 4px;
    padding-left: 9px;
    border-left: 4px solid var(--brass);
    color: var(--brass);
    font-weight: 600;
  }
  .more {
    display: flex;
    align-items: center;
    gap: 8px;
    width: 100%;
    min-height: 48px;
    margin-top: 5px;
    padding: 4px 8px;
    border: 1px solid var(--edge);
    border-radius: 3px;
    background: none;
    color: var(--ink);
    font: inherit;
    text-align: left;
  }
  .more:hover {
    background: var(--next);
  }
  .marks {
    flex: 1;
    display: flex;
    flex-wrap: wrap;
    gap: 4px 5px;
    font-size: 0.9rem;
  }
  .mark-of {
    padding: 0 7px;
    border: 1.5px solid var(--edge);
    border-radius: 3px;
    font-size: 0.86rem;
    font-weight: 600;
    line-height: 1.5;
    white-space: nowrap;
  }
  .mark-of.always {
    border-color: var(--rust);
    color: var(--rust);
  }
  .mark-of.fresh {
    background: var(--rust);
    color: var(--card);
  }
  .coda {
    flex-basis: 100%;
    font-size: 0.85rem;
    line-height: 1.2;
  }
  .end {
    margin-top: auto;
  }
  .ways {
    display: flex;
    gap: 14px;
    align-items: center;
  }
  .way-on {
    flex: none;
    min-height: 44px;
    border: 0;
    padding: 0;
    background: none;
    color: var(--spruce-text);
    font: inherit;
    font-weight: 600;
  }
  .all {
    flex: none;
    color: var(--spruce-text);
    font-weight: 600;
  }
  .slip {
    margin-left: auto;
    color: var(--rust);
  }
  @media (min-width: 67.5625em) {
    :global(.order:not(.whole)) .now {
      height: 378px;
      display: flex;
      flex-direction: column;
    }
    /* What can hurt stays in sight; what to do scrolls above it. */
    :global(.order:not(.whole)) .body {
      flex: 1 1 auto;
      min-height: 64px;
      overflow-y: auto;
      scrollbar-width: thin;
    }
    :global(.order:not(.whole)) .end {
      flex: none;
    }
  }
</style>
