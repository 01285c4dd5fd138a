<script lang="ts">
  import { handsOf, minutesByHands, type Hand } from '$core/bench';
  import { isBody } from '$core/book';
  import { MINUTE } from '$core/units';
  import { layDown, takeUp } from '$lib/bench/acts';
  import { useSession } from '$lib/bench/session.svelte';
  import { minuteWords } from '$lib/words/minutes';
  import Overlay from '$lib/ui/Overlay.svelte';

  const session = useSession();
  const { bench, minutes: clock } = session;
  const format = $derived(session.format);
  const timing = $derived(bench.timing);
  const seat = $derived({ ...bench.seatAt(clock.now), hand: session.data.larder.atBench });
  const choices = $derived({ orders: timing.orders });
  const found = $derived(handsOf(timing.state, bench.animal, timing.entries, seat, timing.minutes, choices));
  const ends = $derived(
    minutesByHands(timing.state, bench.animal, timing.entries, 4, timing.minutes, choices)
  );
  const take = session.act((item: string) => takeUp(session.desk, item));
  const lay = session.act(() => layDown(session.desk));

  const does = ({ has, done, of }: Hand) => {
    if (!has) return 'waits for work';
    const steps = `${done} of ${of} steps`;
    if (isBody(has)) return `breaks the ${bench.name(has.id).toLowerCase()}, ${steps}`;
    return `${has.kind === 'piece' ? 'has on the board' : 'seams'}: ${bench.name(has.id).toLowerCase()}, ${steps}`;
  };
</script>

<Overlay title="Hands" close={session.back} wide>
  <h3>At it now</h3>
  <ul>
    {#each found.at as hand, i (hand.device)}
      <li>
        <span class="what"
          ><strong>{i === 0 ? `${hand.hand}, here` : hand.hand}</strong>
          {does(hand)}{#if i > 0}<small class="soft">at {hand.device}, last {format.time(hand.at)}</small
            >{/if}</span
        >
        {#if i === 0 && hand.has && !isBody(hand.has)}<button class="press" type="button" onclick={lay}
            >Lay it down</button
          >{:else if i > 0 && hand.has && !isBody(hand.has)}<button
            class="press"
            type="button"
            onclick={() => hand.has && take(hand.has.id)}>Take it over</button
          >{/if}
      </li>
    {/each}
  </ul>

  <h3>Waits for a knife</h3>
  <ul>
    {#each found.waiting as wait (wait.item)}
      <li>
        <span class="what"
          ><strong>{bench.name(wait.item)}</strong>{wait.begun ? ' (begun)' : ''}
          <small class="soft"
            >{wait.since === undefined
              ? 'in the cold'
              : `out ${minuteWords((clock.now - wait.since) / MINUTE)}`} · about {minuteWords(wait.minutes)} of
            work</small
          ></span
        >
        <button class="press" type="button" onclick={() => take(wait.item)}>Take it up</button>
      </li>
    {:else}
      <li class="soft">Nothing lies waiting.</li>
    {/each}
  </ul>
  {#if found.next}<p class="soft">
      Off the hook next: {found.next.title.toLowerCase()}, in about {minuteWords(found.next.minutes)}.
    </p>{/if}
  {#if found.packs > 0}<p class="soft">
      For whoever packs: <strong>{format.mass(found.packs)}</strong> in the tubs.
    </p>{/if}

  <h3>To the end</h3>
  <dl>
    {#each ends as minutes, i (i)}<div>
        <dt>{['one', 'two', 'three', 'four'][i]}</dt>
        <dd class="mono modelled">{minuteWords(minutes)}</dd>
      </div>{/each}
  </dl>
  <p class="soft small">
    Pairs of hands: one breaks the carcass, the others take what lies off it. By the minutes of whoever works
    here, else by default; somebody new takes longer.
  </p>
</Overlay>

<style>
  h3 {
    margin: 14px 0 2px;
    font-size: 0.94rem;
    color: var(--soft);
  }
  h3:first-child {
    margin-top: 0;
  }
  li {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 12px;
    min-height: 56px;
    border-top: 1px solid var(--line);
  }
  .what {
    min-width: 0;
    line-height: 1.35;
  }
  .what small {
    display: block;
  }
  .press {
    flex: none;
  }
  p {
    margin-top: 6px;
  }
  dl {
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    gap: 8px;
  }
  dt {
    color: var(--soft);
    font-size: 0.9rem;
  }
  dd {
    margin: 0;
    font-size: 1rem;
    font-weight: 650;
    white-space: nowrap;
  }
</style>
