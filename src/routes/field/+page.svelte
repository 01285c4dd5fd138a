<script lang="ts">
  import { HOUR } from '$core/units';
  import { onMount } from 'svelte';
  import { refresh } from '$lib/device/refresh';
  import type { Draft, Intent, Refusal } from '$core/book';
  import { COOLING_NAMES, HOLD_NAMES, animalName, animalsName, type CoolingEventKey } from '$core/reference';
  import { cardStep } from '$core/rules';
  import { outbox } from '$lib/device/outbox.svelte';
  import { spanWords } from '$lib/words/time';
  import { formatter } from '$lib/words/formatter';
  import { freshId } from '$lib/device/ids';
  import type BringList from '$lib/ui/Bring.svelte';
  import Tagging from './Tagging.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  /** Tagged here, and not answered for yet. */
  let waiting = $state<Draft[]>([]);
  let trouble = $state('');

  /** What must come out: loaded where a card asks for it. */
  let Bring = $state.raw<typeof BringList | undefined>();
  $effect(() => {
    if (data.animals.some((a) => a.reminders.some((r) => r.list.length > 0)))
      void import('$lib/ui/Bring.svelte').then((loaded) => (Bring = loaded.default));
  });

  onMount(() => {
    void outbox.arrivals().then((drafts) => (waiting = drafts));
    void navigator.serviceWorker?.ready.then((r) => r.active?.postMessage({ keep: '/field' }));
    return outbox.listen((draft, answer) => {
      if (draft.intent.kind === 'intake') waiting = waiting.filter((w) => w.id !== draft.id);
      const { refusal } = answer;
      if (answer.status === 'refused' && refusal && 'code' in refusal) void refused(refusal);
      void refresh('larder:field');
    });
  });

  /** Words of a refusal: rare, and loaded when there is one. */
  async function refused(refusal: Refusal | { code: 'invalid' }) {
    const { refusalText } = await import('$lib/words/messages');
    trouble =
      refusal.code === 'invalid'
        ? 'Something of it could not be booked as it stood.'
        : refusalText(refusal, format, () => 'It');
  }

  const say = (animal: string, ...intents: Intent[]) =>
    outbox
      .put(
        intents.map((intent) => ({ id: freshId(), at: Date.now(), hand: data.hand, device: 'field', intent }))
      )
      .then(() => animal);
  const chill = (animal: string, what: CoolingEventKey, to?: string) =>
    say(animal, { kind: 'chill', animal, what, ...(to ? { to } : {}) });
  const tick = (animal: string, item: string, step: string) =>
    say(animal, { kind: 'tick', animal, item, step, how: 'done' });
  /** An animal about to leave its place, and what the book lacks of it. */
  let leaving = $state.raw<{ animal: string; room: string; lacks: string } | undefined>();
  function leave(a: (typeof data.animals)[number], room: { key: string }) {
    const lacks = a.reminders.flatMap((r) => r.list.filter((line) => line.open));
    if (lacks.length === 0) return void go(a.id, room.key);
    leaving = {
      animal: a.id,
      room: room.key,
      lacks: lacks.map((line) => line.name.toLowerCase()).join(', ')
    };
  }
  function go(animal: string, room: string) {
    leaving = undefined;
    void chill(animal, 'moved', room);
  }
  const ACTS: CoolingEventKey[] = ['dressed', 'hideOff', 'pelvisSplit', 'quartered', 'hung', 'shade'];
  const ago = (at: number | null | undefined) =>
    at ? spanWords(Math.max(0, data.now - at) / HOUR) : undefined;
</script>

<svelte:head><title>Field · {data.larder.larderName}</title></svelte:head>

<div class="page">
  <Tagging
    often={data.often}
    places={data.places}
    households={data.households}
    hand={data.hand}
    cards={data.cards}
    limits={data.limits}
    {format}
    tagged={(draft) => (waiting = [...waiting, draft])}
  />
  <section class="out">
    <h2>
      In the field <span class="beside"
        ><a class="quiet" href="/rules">rule cards</a> <a class="quiet" href="/holds">holds</a></span
      >
    </h2>
    {#if trouble}<p class="trouble" role="alert">{trouble}</p>{/if}
    {#each waiting as draft (draft.id)}
      {#if draft.intent.kind === 'intake' && draft.intent.facts}
        <article class="animal">
          <header>
            <strong class="mono">{draft.intent.facts.tag ?? 'no tag number'}</strong>
            <span>{animalName(draft.intent.facts)}</span>
          </header>
          <p class="soft" role="status">
            Kept on this device, on its way to the book; its code comes with the answer.
          </p>
        </article>
      {/if}
    {/each}
    {#each data.animals as a (a.id)}
      {@const done = new Set<string>(a.cooling.map((c) => c.what))}
      <article class="animal" data-code={a.code}>
        <header>
          <strong class="mono">{a.code}</strong>
          <span>{animalsName(a.facts, a.count)}{a.facts.tag ? `, tag ${a.facts.tag}` : ''}</span>
          <span class="soft"
            >{a.facts.place ?? ''}{#if ago(a.facts.killedAt)}{a.facts.place ? ', ' : ''}dead {ago(
                a.facts.killedAt
              )}{:else}hour of death not known{/if}</span
          >
        </header>
        {#each a.held as hold (hold.entry)}<p class="hold">
            Held: {HOLD_NAMES[hold.why]}{hold.note ? `, ${hold.note}` : ''}
          </p>{/each}
        {#if a.coldAt !== undefined && a.core !== undefined && a.target !== undefined}
          <p class="cold">
            <b>{format.degrees(a.core, 0)}</b> core by the model;
            {Number.isFinite(a.coldAt)
              ? `${format.degrees(a.target, 0)} by ${format.moment(a.coldAt)} as it lies`
              : `never ${format.degrees(a.target, 0)} in this air`}{#each a.warns as w (w.text)}<span
                class={w.act ? 'hold' : 'watch'}>; {w.text}</span
              >{/each}
          </p>
        {:else}<p class="soft">
            Nobody has said how warm it is out here. <a class="quiet" href="/hanging/air">Say it</a>
          </p>{/if}
        <div class="acts">
          {#each ACTS.filter((w) => !done.has(w) && !(w !== 'shade' && done.has('quartered'))) as what (what)}<button
              class="press"
              type="button"
              onclick={() => void chill(a.id, what)}>{COOLING_NAMES[what]}</button
            >{/each}
        </div>
        <div class="acts">
          {#each data.rooms as room (room.key)}<button
              class="press press-main"
              type="button"
              onclick={() => leave(a, room)}>To the {room.name.toLowerCase()}</button
            >{/each}
        </div>
        {#if leaving?.animal === a.id}<div class="leaving" role="alert">
            <p>
              Not all that must come out is in the book: {leaving.lacks}. Is it with you, or does it lie there
              still?
            </p>
            <button class="press" type="button" onclick={() => go(a.id, leaving?.room ?? '')}
              >It is with us, go</button
            >
            <button class="press" type="button" onclick={() => (leaving = undefined)}>Stay and look</button>
          </div>{/if}
        {#each a.reminders as r (r.card.key)}
          <p class="rule" class:done={r.done}>
            <span
              ><strong>{r.card.title}</strong>{#if r.due !== undefined}, by {format.moment(
                  r.due
                )}{#if !r.done && r.due < data.now}<b class="hold">
                    past</b
                  >{/if}{/if}{#if r.card.says}{' '}<span class="soft small">{r.card.says}</span>{/if}</span
            >
            {#if r.done}<span class="soft">done</span>{:else if a.item}<button
                class="press"
                type="button"
                onclick={() => a.item && void tick(a.id, a.item, cardStep(r.card))}>Done</button
              >{/if}
          </p>
          {#if r.list.length > 0 && Bring}<Bring
              lines={r.list}
              {format}
              say={a.item ? (line) => a.item && void tick(a.id, a.item, line.step) : undefined}
            />{/if}
        {/each}
        <p class="links">
          <a class="quiet" href="/animals/{a.code}/cooling">cooling: split, hide, quarter?</a><a
            class="quiet"
            href="/animals/{a.code}/carry">carry it out</a
          ><a class="quiet" href="/animals/{a.code}/tag.pdf" target="_blank" rel="noopener">print the tag</a
          ><a class="quiet" href="/animals/{a.code}/inside">look inside</a><a
            class="quiet"
            href="/animals/{a.code}">all of it</a
          >
        </p>
      </article>
    {:else}
      {#if waiting.length === 0}<p class="soft">
          Nothing lies out. What is tagged here stays here until it is taken to a room.
        </p>{/if}
    {/each}
  </section>
</div>

<style>
  .leaving {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 8px;
    padding: 10px 12px;
    border-left: 3px solid var(--rust);
  }
  .leaving p {
    flex-basis: 100%;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 640px) minmax(0, 1fr);
    gap: 40px;
    align-items: start;
  }
  h2 {
    font-size: 1.3rem;
    margin-bottom: 8px;
  }
  .beside {
    float: right;
    display: flex;
    gap: 18px;
    font-family: var(--font-sans);
    font-size: 1rem;
  }
  .animal {
    border-top: 1.5px solid var(--ink);
    padding: 12px 0 14px;
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 2px 12px;
  }
  header strong {
    font-size: 1.25rem;
  }
  .cold b {
    font-size: 1.3rem;
  }
  .hold {
    color: var(--rust);
    font-weight: 650;
  }
  .watch {
    color: var(--brass);
    font-weight: 650;
  }
  .acts,
  .links {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .acts .press {
    min-height: 52px;
  }
  .links {
    gap: 4px 18px;
  }
  .links a {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
  }
  .rule {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 10px;
    border-left: 5px solid var(--brass);
    padding: 4px 0 4px 12px;
  }
  .rule.done {
    border-color: var(--line);
  }
  .trouble {
    border-left: 5px solid var(--rust);
    padding: 6px 12px;
    font-weight: 600;
  }
  @media (max-width: 56.25em) {
    .page {
      grid-template-columns: minmax(0, 1fr);
      gap: 26px;
    }
  }
</style>
