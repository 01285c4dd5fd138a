<script lang="ts">
  import { balanceOf, isBody, stillOnItems, type Item } from '$core/book';
  import {
    CAUTION_CODA,
    DISCARD_REASONS,
    LOSS_NAMES,
    SPECIES,
    TUBS,
    TUB_KEYS,
    finishOf,
    type DiscardReason,
    type TubKey
  } from '$core/reference';
  import { bringOut, chill, move, takeBack, throwAway, turnSide } from '$lib/bench/acts';
  import type { Task } from '$lib/bench/desk.svelte';
  import Overlay from '$lib/ui/Overlay.svelte';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { bench, desk } = session;
  const { animal, name } = bench;
  const format = $derived(session.format);
  const book = $derived(bench.state);
  const { orders } = $derived(session.data);
  const close = session.back;
  /** Takes an item in hand for something. */
  const take = session.act((kind: Task['kind'], what: string) => desk.take(kind, what));
  const toBoard = session.act((what: string) => desk.toBoard(what));
  const toTub = session.act((what: string, tub: TubKey) => move(desk, what, tub));
  const otherSide = session.act((what: string) => turnSide(desk, what));
  const throwOut = session.act((what: string, reason: DiscardReason) => throwAway(desk, what, reason));
  const undoIt = session.act((entry: string) => takeBack(desk, entry));
  const photograph = (what: string) =>
    (location.href = `/animals/${session.data.card.code}?of=${what}#records`);

  let chosen = $state<string | undefined>();
  let throwing = $state(false);
  const lies = (item: Item) => balanceOf(book, item.id) > 0;
  const pieces = $derived(
    Object.values(book.items).filter((i) => i.owner === animal && i.kind === 'piece' && lies(i))
  );
  const on = $derived(stillOnItems(book, animal).filter(lies));
  const item = $derived(chosen ? book.items[chosen] : undefined);
  const finish = $derived(
    item?.kind === 'piece'
      ? finishOf(item.cut, SPECIES[book.animals[animal]?.facts.species ?? 'roe'].group, orders)
      : undefined
  );
  const { cold } = $derived(session.data);
  const inCold = (i: Item) => i.place !== undefined && 'at' in i.place;
  const chilled = $derived([...on, ...pieces].filter(inCold));
  /** What lies out of the cold, by the tub it lies in; a part on the table is by itself. */
  const out = $derived.by(() => {
    const heaps = new Map<string, { name: string; items: string[] }>();
    for (const i of [...on, ...pieces]) {
      if (isBody(i) || inCold(i) || i.door === 'open') continue;
      const tub = tubOf(i);
      const key = tub ?? i.id;
      const heap = heaps.get(key) ?? { name: tub ? TUBS[tub].name : name(i.id), items: [] };
      heap.items.push(i.id);
      heaps.set(key, heap);
    }
    return [...heaps.values()];
  });
  const intoCold = session.act((heap: { name: string; items: string[] }) =>
    chill(
      desk,
      heap.items,
      cold?.key ?? '',
      `${heap.name}: in the ${cold?.name.toLowerCase()}, its minutes stand still.`
    )
  );
  const outOfCold = session.act(() =>
    bringOut(
      desk,
      chilled.map((i) => i.id)
    )
  );
  const tubOf = (i: Item): TubKey | undefined => (i.place && 'tub' in i.place ? i.place.tub : undefined);
</script>

<Overlay title={item ? name(item.id) : 'What lies here'} {close} wide>
  {#if item}
    <p>
      <strong>{format.mass(balanceOf(book, item.id), 3)}</strong>
      {#if tubOf(item)}in {TUBS[tubOf(item) ?? 'grind'].name}{:else if inCold(item)}in the cold{:else}still on{/if}
    </p>
    <div class="acts">
      {#if item.kind === 'piece'}
        {#if item.door !== 'open'}<button class="press" type="button" onclick={() => toBoard(item.id)}
            >On the board</button
          >{/if}
        <button class="press" type="button" onclick={() => take('trim', item.id)}>Trim it</button>
        <button class="press" type="button" onclick={() => take('split', item.id)}>Part in two</button>
      {/if}
      <button class="press" type="button" onclick={() => take('reweigh', item.id)}>Weigh again</button>
      <button class="press" type="button" onclick={() => take('correct', item.id)}
        >Its weight was wrong</button
      >
      {#if !session.world.practice}<button class="press" type="button" onclick={() => photograph(item.id)}
          >Photograph, note</button
        >{/if}
      {#if item.side === 'left' || item.side === 'right'}<button
          class="press"
          type="button"
          onclick={() => otherSide(item.id)}>It is the {item.side === 'left' ? 'right' : 'left'} one</button
        >{/if}
      {#if item.kind === 'piece'}<button
          class="press"
          type="button"
          aria-pressed={throwing}
          onclick={() => (throwing = !throwing)}>Throw it away</button
        >{/if}
      {#if !isBody(item)}<button class="press" type="button" onclick={() => undoIt(item.bornIn)}
          >Take it back</button
        >{/if}
    </div>
    {#if throwing && item.kind === 'piece'}
      <p class="soft head">Thrown away because of</p>
      <div class="tubs">
        {#each DISCARD_REASONS.filter((r) => r !== 'condemned') as reason (reason)}
          <button class="press" type="button" onclick={() => throwOut(item.id, reason)}
            >{LOSS_NAMES[reason]}</button
          >
        {/each}
      </div>
    {:else if item.kind === 'piece'}
      <p class="soft head">Another use</p>
      <div class="tubs">
        {#each TUB_KEYS.filter((k) => k !== 'hide' && k !== 'offal') as tub (tub)}
          <button
            class="press"
            type="button"
            disabled={tub === tubOf(item)}
            onclick={() => toTub(item.id, tub)}
            ><span class="swatch tub tub-{TUBS[tub].letter}"></span>{TUBS[tub].name}</button
          >
        {/each}
      </div>
    {/if}
    {#if finish}
      <p class="soft head">{finish.name} on the board</p>
      <ol>
        {#each finish.steps as step (step.key)}<li><strong>{step.title}.</strong> {step.doing}</li>{/each}
      </ol>
      <p class="soft small">Edge away from the holding hand. {CAUTION_CODA}</p>
    {/if}
    <button class="press press-quiet" type="button" onclick={() => (chosen = undefined)}
      >All that lies here</button
    >
  {:else}
    {#if cold && (out.length > 0 || chilled.length > 0)}<div class="cold">
        <p class="soft head">Into the {cold.name.toLowerCase()}, out of the warm</p>
        <div class="tubs">
          {#each out as heap (heap.items[0])}<button
              class="press"
              type="button"
              onclick={() => intoCold(heap)}
              >{heap.name}<small class="soft"
                >{heap.items.length === 1 ? '' : `${heap.items.length} pieces`}</small
              ></button
            >{/each}
          {#if chilled.length > 0}<button class="press" type="button" onclick={outOfCold}
              >Take it out again<small class="soft">{chilled.length} in the cold</small></button
            >{/if}
        </div>
      </div>{/if}
    <ul>
      {#each [...on, ...pieces] as i (i.id)}
        <li>
          <button type="button" class="row" onclick={() => (chosen = i.id)}>
            <span class="swatch {tubOf(i) ? `tub tub-${TUBS[tubOf(i) ?? 'grind'].letter}` : 'bare'}"></span>
            <span
              >{isBody(i) ? 'Still on the carcass' : name(i.id)}{#if inCold(i)}
                <small class="soft">in the cold</small>{/if}</span
            >
            <span class="mono">{format.figure(balanceOf(book, i.id))} {format.unit}</span>
          </button>
        </li>
      {/each}
    </ul>
  {/if}
</Overlay>

<style>
  ul {
    max-height: min(64vh, 560px);
    overflow: auto;
    scrollbar-width: thin;
  }
  .row {
    display: grid;
    grid-template-columns: 40px 1fr auto;
    align-items: center;
    width: 100%;
    min-height: 56px;
    padding: 0 6px;
    border: 0;
    border-top: 1px solid var(--line);
    background: none;
    color: var(--ink);
    font: inherit;
    text-align: left;
  }
  .row:hover {
    background: var(--next);
  }
  .swatch {
    width: 26px;
    height: 26px;
    border: 1px solid var(--edge);
    border-radius: 3px;
  }
  .acts,
  .tubs {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
    gap: 8px;
    margin: 12px 0;
  }
  .press {
    min-height: 56px;
  }
  .tubs .press {
    justify-content: flex-start;
    gap: 10px;
    padding: 0 12px;
  }
  .head {
    font-weight: 650;
    margin-top: 6px;
  }
  ol {
    margin: 6px 0 8px;
    line-height: 1.36;
  }
  ol li {
    margin-bottom: 4px;
  }
</style>
