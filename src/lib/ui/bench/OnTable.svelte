<script lang="ts">
  import { onMount } from 'svelte';
  import { stepAt, type Painted } from '$core/bench';
  import type { Drawing } from '$core/maps';
  import { SPECIES } from '$core/reference';
  import type * as Drawn from './drawn';
  import type { Share } from './drawn';
  import { useSession } from '$lib/bench/session.svelte';
  import type { Pointed } from '$lib/words/pointed';
  import type * as NoticeWords from './notice-words';

  const session = useSession();
  const { bench, desk } = session;
  const format = $derived(session.format);
  const { facts, focus, sought } = $derived(session);
  const next = $derived(desk.row);
  const group = $derived(SPECIES[facts.species].group);
  /** The part that lies open; undefined while it is the carcass. */
  const part = $derived(focus?.kind === 'part' ? focus.cut : undefined);
  /** The cut that lies on the board, where it has a picture: one that has an order of work. */
  const board = $derived(focus?.kind === 'piece' && bench.work.procedure ? focus.cut : undefined);
  const focusKind = $derived(focus?.kind);
  const title = $derived(
    focus?.kind === 'part' || focus?.kind === 'piece'
      ? bench.name(focus.id)
      : session.lotCount > 1
        ? `The ${session.lotCount} together`
        : 'On the carcass'
  );
  const left = $derived(focus ? bench.left(focus.id) : 0);
  const closes = $derived(session.closing?.expected);

  /** What lies open, for whoever draws it; a piece or part without a drawing is shown by weight. */
  const lies = $derived({ ...facts, group, part, board, side: focus?.side });
  const drawnAt = $derived(board ?? (focusKind === 'carcass' || focusKind === 'lot' || focusKind === 'part'));
  // What draws comes with the first drawing.
  let drawn = $state.raw<typeof Drawn | undefined>();
  const rows = $derived(drawn ? bench.spreadBy(drawn.spreadOf) : []);
  /** Everything the drawing can be turned to; a list of bars is always the last. */
  const looks = $derived(drawn?.looksOf(lies).slice(drawnAt ? 0 : -1) ?? []);
  const act = $derived(next?.act.kind === 'take' ? next.act : undefined);
  // A look that was turned to stays until another part lies open.
  let turned = $state<{ name: string; on: string } | undefined>();
  const look = $derived(
    (turned?.on === title ? looks.find((l) => l.name === turned?.name) : undefined) ??
      drawn?.usualLook(looks, act?.cut, focus?.side ?? act?.side)
  );
  function mark(at: Share | undefined) {
    session.marking = false;
    if (at && drawing) desk.gouge({ drawing: drawing.key, ...at });
  }
  function turn() {
    const at = looks.findIndex((l) => l.name === look?.name);
    const to = looks[(at + 1) % looks.length];
    turned = to ? { name: to.name, on: title } : undefined;
  }

  let drawing = $state.raw<Drawing | undefined>();
  $effect(() => {
    const key = look?.view?.drawing;
    const hung = session.hung;
    void import('./drawn').then(async (draws) => {
      drawn = draws;
      const loaded = key && (await draws.loadDrawing(key, hung));
      if (loaded && look?.view?.drawing === key) drawing = loaded;
    });
  });
  let bones = $state(false);
  let pointed = $state.raw<Pointed | undefined>();

  function pick({ row, side }: Painted) {
    const step = row ? stepAt(bench.work.rows, row.key, side) : undefined;
    if (!step) return;
    turned = undefined;
    session.choose(step.key);
  }

  // Words of what is pointed at: loaded once the bench stands.
  let say = $state.raw<typeof NoticeWords>();
  onMount(() => void import('./notice-words').then((loaded) => (say = loaded)));
  $effect(() => void (session.pointed = pointed && say?.pointedWords(pointed, facts, format)));
</script>

<div class="spread">
  <div class="head">
    <div class="words">
      {#key title}<h2>{title}</h2>{/key}
      <!-- Figures are made anew, not moved. -->
      {#key `${title} ${left} ${closes?.mean ?? ''}`}<p class="soft">
          {#if board}{format.mass(left)} of it on the board{:else if focusKind}{format.mass(left)} still on it{#if closes};
              bare, about {format.mass(closes.mean, 1)}{/if}{:else}Choose a part to open, or look at the
            animal’s page.{/if}
        </p>{/key}
    </div>
    <button class="press tool" type="button" onclick={session.show('find')}>Find<small>a cut</small></button>
    <button
      class="press tool"
      type="button"
      aria-pressed={bones}
      disabled={looks.length < 2}
      onclick={() => (bones = !bones)}>Bones</button
    >
    <button class="press tool turn" type="button" disabled={looks.length < 2} onclick={turn}
      >Turn{#key look?.name}<small>{look?.name}</small>{/key}</button
    >
    <button class="press tool undo" type="button" onclick={session.act(() => desk.undo())}>Undo</button>
  </div>
  <div class="drawing">
    {#if drawn && look?.view && drawing && drawing.key === look.view.drawing}
      <drawn.SeamMap
        {drawing}
        view={look.view}
        side={look.side}
        {rows}
        {next}
        {bones}
        {sought}
        hung={session.hung}
        gouges={drawn.gougesOn(bench.entries, drawing.key, look.side)}
        mark={session.marking ? mark : undefined}
        {format}
        choose={pick}
        point={(what) => (pointed = what)}
      />
    {:else if drawn && !look?.view}
      <drawn.SideBars {rows} {next} {format} />
    {/if}
  </div>
</div>

<style>
  .spread {
    display: flex;
    flex-direction: column;
    min-height: 0;
    padding: 12px 20px 4px;
  }
  .head {
    display: flex;
    gap: 8px;
  }
  .words {
    flex: 1;
    min-width: 0;
  }
  .words h2 {
    font-size: 1.2rem;
  }
  .words p {
    height: 2.75em;
    overflow: hidden;
    font-size: 0.94rem;
    line-height: 1.32;
  }
  .tool {
    flex: none;
    flex-direction: column;
    gap: 0;
    height: 56px;
    min-width: 74px;
    padding: 0.2rem 0.6rem;
    border-color: var(--edge);
  }
  .tool small {
    font-size: 0.83rem;
    font-weight: 500;
    color: var(--soft);
  }
  .tool[aria-pressed='true'] {
    background: var(--next);
    border-color: var(--ink);
  }
  .turn {
    width: 90px;
  }
  .undo {
    min-width: 86px;
    border-color: var(--ink);
  }
  .drawing {
    position: relative;
    flex: 1;
    min-height: 0;
    display: flex;
    flex-direction: column;
  }
  @media (max-width: 67.5em) {
    .head {
      flex-wrap: wrap;
    }
    .words {
      flex-basis: 100%;
    }
    .drawing {
      height: 270px;
      flex: none;
    }
  }
  @media (max-width: 47.5em) {
    .spread {
      padding: 12px 12px 6px;
    }
    .tool,
    .turn {
      flex: 1;
      width: auto;
      min-width: 0;
    }
    .drawing {
      height: 230px;
    }
  }
</style>
