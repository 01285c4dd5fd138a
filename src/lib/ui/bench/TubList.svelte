<script lang="ts">
  import { LOSS_NAMES, TUBS, TUB_KEYS, type LossReason, type TubKey } from '$core/reference';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { bench, desk } = session;
  const { tubs, lost, shownTubs: shown, stateKnown } = $derived(session);
  const format = $derived(session.format);
  const { byTub, taring, tares } = $derived(desk);
  const suggested = $derived(desk.task ? undefined : desk.suggested);
  const onTub = session.act((tub: TubKey) => desk.toTub(tub));
  const toggleTaring = session.act(() => (desk.taring = !desk.taring));
  let all = $state(false);

  const view = (key: TubKey) => tubs.find((t) => t.tub === key);
  const listed = $derived(all ? TUB_KEYS.filter((k) => !shown.includes(k)) : shown);
  const inside = (key: TubKey) => {
    const pieces = view(key)?.pieces ?? [];
    const names = [
      ...new Set(
        pieces.map((id) =>
          bench
            .name(id)
            .replace(/, (left|right)$/, '')
            .toLowerCase()
        )
      )
    ];
    return names.length > 0 ? names.join(', ') : TUBS[key].holds;
  };
  const lostTotal = $derived(lost.reduce((a, s) => a + s.grams, 0));
</script>

<div class="tubs">
  <p class="head">
    <span class="title">Tubs <small class="soft">{format.unit}</small></span>{#if byTub}<button
        type="button"
        class="quiet"
        aria-pressed={taring}
        onclick={toggleTaring}>{taring ? 'all known' : 'empty tubs'}</button
      >{:else if stateKnown}<button
        type="button"
        class="mode"
        data-testid="weighed-as"
        title="How pieces are weighed here: press to change"
        onclick={() => session.weighTrimmed(!bench.trimmed)}
        >{bench.trimmed ? 'trimmed' : 'as it comes off'}</button
      >{/if}<button class="mode" type="button" aria-pressed={byTub} onclick={session.toggleByTub}
      >weigh by tub</button
    >
  </p>
  {#if byTub}<p class="small by">
      {taring
        ? 'Put the empty tub on the scale and press its letter.'
        : 'Put the full tub on the scale and press its letter.'}
    </p>{/if}
  {#if !byTub && !stateKnown}
    <p class="state" data-testid="weighed-as" title="How are pieces weighed here?">
      <span>Weighed?</span>
      <button type="button" onclick={() => session.weighTrimmed(false)}>as they come off</button><button
        type="button"
        onclick={() => session.weighTrimmed(true)}>trimmed</button
      >
    </p>
  {/if}
  <div class="list">
    {#each listed as key (key)}
      <button
        class="row"
        class:suggested={suggested === key && !byTub}
        type="button"
        onclick={() => onTub(key)}
        data-testid="tub-{key}"
        aria-label="{TUBS[key].name}, {format.mass(view(key)?.grams ?? 0)}: {byTub
          ? 'weigh this tub'
          : 'take the piece here'}"
      >
        <span class="letter tub tub-{TUBS[key].letter}"><b>{TUBS[key].letter}</b></span>
        <span class="what"
          ><strong>{TUBS[key].name}</strong><small class="soft"
            >{byTub && tares[key] !== undefined
              ? `empty ${format.mass(tares[key] ?? 0)}`
              : inside(key)}</small
          ></span
        >
        {#key view(key)?.grams}<span class="num mono">{format.figure(view(key)?.grams ?? 0)}</span>{/key}
      </button>
    {/each}
    {#if !all}
      <button
        class="row"
        type="button"
        onclick={session.show('reasons')}
        data-testid="discard"
        aria-label="Discard, {format.mass(lostTotal)}: choose a reason"
      >
        <span class="letter tub tub-X"><b>X</b></span>
        <span class="what"
          ><strong>Discard</strong><small class="soft"
            >{lost.length > 0
              ? lost.map((s) => `${LOSS_NAMES[s.key as LossReason]} ${format.figure(s.grams)}`).join(', ')
              : 'always with a reason'}</small
          ></span
        >
        {#key lostTotal}<span class="num mono">{format.figure(lostTotal)}</span>{/key}
      </button>
    {/if}
  </div>
  <div class="foot">
    <button class="press press-quiet" type="button" onclick={() => (all = !all)}
      >{all ? 'usual tubs' : 'other tub'}</button
    >
    <button class="press" type="button" onclick={session.show('pieces')}>Pieces</button>
    <button
      class="press"
      type="button"
      onclick={session.closePart}
      disabled={!session.closing || session.closing.done}
      >{session.focus?.kind === 'piece' ? 'Off the board' : 'Close part'}</button
    >
  </div>
</div>

<style>
  .tubs {
    height: 100%;
    display: flex;
    flex-direction: column;
    gap: 6px;
  }
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-top: -10px;
    margin-bottom: -6px;
  }
  .title {
    font-family: var(--font-head);
    font-weight: 650;
    color: var(--soft);
  }
  .mode {
    min-height: 44px;
    padding: 0 0.6rem;
    border: 0;
    border-radius: 4px;
    background: none;
    color: var(--soft);
    font: inherit;
    font-size: 0.9rem;
    font-weight: 600;
    text-decoration: underline dotted;
    text-underline-offset: 4px;
  }
  .mode[aria-pressed='true'] {
    background: var(--spruce);
    color: #fff;
    text-decoration: none;
  }
  /* One low line: a higher one would push the last tub out of sight. */
  .state {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 6px;
    margin: -7px 0 -3px;
    color: var(--brass);
    font-size: 0.85rem;
    font-weight: 600;
    white-space: nowrap;
  }
  .state button {
    min-height: 30px;
    padding: 0 8px;
    border: 1.5px solid var(--line);
    border-radius: 4px;
    background: none;
    color: var(--ink);
    font: inherit;
  }
  .by {
    color: var(--brass);
    font-weight: 600;
    margin-top: -4px;
  }
  .head .quiet {
    min-height: 44px;
    padding: 0 8px;
  }
  .list {
    flex: 1;
    min-height: 0;
    display: flex;
    flex-direction: column;
    gap: 8px;
    overflow-y: auto;
    scrollbar-width: thin;
    padding: 2px;
  }
  .row {
    display: grid;
    grid-template-columns: 44px 1fr auto;
    align-items: stretch;
    flex: 0 0 auto;
    min-height: 56px;
    padding: 0;
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--card);
    color: var(--ink);
    font: inherit;
    text-align: left;
    overflow: hidden;
  }
  .row:hover {
    border-color: var(--ink);
  }
  .suggested {
    border-color: var(--spruce-text);
    box-shadow: 0 0 0 1.5px var(--spruce-text);
  }
  .letter {
    display: grid;
    place-items: center;
    border-right: 1px solid var(--edge);
  }
  .letter b {
    background: var(--pig);
    padding: 0 4px;
    border-radius: 2px;
    font-size: 1.05rem;
  }
  .what {
    min-width: 0;
    padding: 0 10px;
    align-self: center;
    display: flex;
    flex-direction: column;
    line-height: 1.22;
  }
  .what small {
    font-size: 0.83rem;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .num {
    align-self: center;
    padding-right: 12px;
    font-size: 1.05rem;
    font-weight: 600;
  }
  .foot {
    display: grid;
    grid-template-columns: 1fr 1fr 1fr;
    gap: 8px;
  }
  .foot .press {
    min-height: 56px;
    padding: 0.3rem;
  }
  @media (max-width: 67.5em) {
    .tubs {
      height: auto;
    }
    .list {
      flex: none;
    }
  }
</style>
