<script lang="ts">
  import { said } from '$lib/words/said';
  import {
    DRAG,
    GROUNDS,
    GROUND_NAMES,
    HAUL_LIMITS,
    TWO_PEOPLE_KG,
    dragHours,
    haulFits,
    planHaul,
    type Carrier,
    type Ground
  } from '$core/haul';
  import { leftOut, type Road } from '$core/hang';
  import { animalName } from '$core/reference';
  import { spanWords } from '$lib/words/time';
  import { formatter } from '$lib/words/formatter';
  import Tag from '$lib/ui/Tag.svelte';
  import { HOUR } from '$core/units';
  import { Field, Tick } from '$lib/ui/fields';
  import { kilosTyped } from '$lib/ui/typed';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const typed = $derived(kilosTyped(format.unit));
  const kilos = (kg: number, decimals: number) => format.mass(kg * 1000, decimals);

  let people = $state<Carrier[]>([
    { name: 'One', carries: 30, body: 80 },
    { name: 'Two', carries: 25, body: 70 }
  ]);
  let km = $state(2.5);
  let up = $state(120);
  let upBack = $state(20);
  let ground = $state<Ground>('rough');
  let inHours = $state(0.5);
  let darkIn = $state(6);
  // svelte-ignore state_referenced_locally
  let room = $state(data.rooms.find((r) => r.key === 'cold')?.key ?? data.rooms[0]?.key ?? '');
  let roadHours = $state(1);
  let how = $state<Road['how']>('packed');
  let leave = $state<Record<string, boolean>>({});

  const start = $derived(data.now + inHours * HOUR);
  const pieces = $derived(data.pieces.filter((p) => !leave[p.key]));
  const way = $derived({ km, up, upBack, ground, darkFrom: data.now + darkIn * HOUR });
  /** Legs cool slowest, then shoulders and neck. */
  const first = ['hindLeg-left', 'hindLeg-right', 'shoulder-left', 'shoulder-right', 'neck'];
  const valid = $derived(people.length > 0 && haulFits(people, { km, up, upBack }));
  const hauled = $derived(
    valid && pieces.length > 0 ? planHaul(pieces, people, way, start, first) : undefined
  );
  const plan = $derived(hauled?.ok ? hauled.plan : undefined);
  const drag = $derived(valid ? dragHours(data.dressedKg, people, way) : undefined);
  const last = $derived(plan?.trips.at(-1));
  const waiting = $derived(
    data.plain && last && roadHours >= 0 && roadHours <= HAUL_LIMITS.hours.max
      ? leftOut(data.plain, start, last.arrives, room, { hours: roadHours, how })
      : undefined
  );
  const over = $derived(plan ? plan.trips.length - plan.bound : 0);
  const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
  const number = (n: number) => NUMBERS[n] ?? String(n);
  const leastWords = (least: number, planned: number): string => {
    const words = `${number(least)} ${least === 1 ? 'trip is' : 'trips are'} the least possible`;
    const said = `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
    return planned === least
      ? `${said}, and this plan needs no more.`
      : `${said}; this plan needs ${number(planned)}.`;
  };
  const count = (n: number, one: string) =>
    `${['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'][n] ?? n} ${one}${n === 1 ? '' : 's'}`;
  const headline = $derived.by(() => {
    if (!plan) return 'How to carry it out';
    const who =
      people.length === 1
        ? 'One person'
        : `${count(people.length, 'person')
            .replace(/^./, (c) => c.toUpperCase())
            .replace('persons', 'people')}`;
    return `${who}, ${count(plan.trips.length, 'trip')}, ${hourMin(plan.hours)}.`;
  });
  function hourMin(h: number): string {
    const m = Math.round(h * 60);
    return `${Math.floor(m / 60)} h ${String(m % 60).padStart(2, '0')}`;
  }
  const waitWords = $derived.by(() => {
    if (!plan || !waiting) return '';
    const second =
      plan.trips.length > 1
        ? plan.waits[0]?.map((k) => data.pieces.find((p) => p.key === k)?.name.toLowerCase() ?? k)
        : [];
    const waits =
      second && second.length > 0
        ? `${second[0]?.replace(/^./, (c) => c.toUpperCase()) ?? ''}${second.length > 1 ? ` and ${second.length - 1} more wait` : ' waits'} hung up with air around`
        : '';
    const fine =
      waiting.fineUntil === Infinity
        ? 'fine for days in this air'
        : `fine until ${format.moment(waiting.fineUntil)}`;
    return waits ? `${waits}: ${fine}.` : `Nothing waits: all of it is ${fine}.`;
  });
  const late = $derived(waiting && last ? last.arrives > waiting.fineUntil : false);
</script>

<svelte:head><title>{data.card.code}, carrying it out · {data.larder.larderName}</title></svelte:head>

<div class="head">
  <Tag code={data.card.code} href="/animals/{data.card.code}">
    <span><strong>{animalName(data.card.facts)}</strong>, {data.card.facts.ageClass}</span>
    <span class="soft"
      ><span class:modelled={!data.read}>{data.read ? '' : 'about '}{kilos(data.hangingKg, 0)} hanging</span
      ></span
    >
  </Tag>
  <div>
    <h1 aria-live="polite">{headline}</h1>
    {#if plan}<p class="soft">
        {kilos(plan.kg, 0)} in {pieces.length} pieces. {leastWords(plan.bound, plan.bound + over)}
      </p>{/if}
  </div>
</div>

<div class="page">
  <form class="ask" onsubmit={(e) => e.preventDefault()}>
    <fieldset>
      <legend class="label">Who carries</legend>
      {#each people as person, i (i)}
        <div class="person">
          <Field label="Name" unseen={i > 0} maxlength={30} bind:value={person.name} />
          <Field
            label="Carries"
            aria-label="{person.name} carries"
            unseen={i > 0}
            unit={format.unit}
            type="number"
            limits={typed.limits(HAUL_LIMITS.carries)}
            bind:value={() => typed.show(person.carries), (v) => (person.carries = typed.read(v) ?? 0)}
          />
          <Field
            label="Weighs"
            aria-label="{person.name} weighs"
            unseen={i > 0}
            unit={format.unit}
            type="number"
            limits={typed.limits(HAUL_LIMITS.body)}
            bind:value={() => typed.show(person.body), (v) => (person.body = typed.read(v) ?? 0)}
          />
          {#if people.length > 1}<button
              class="quiet"
              type="button"
              aria-label="without {person.name}"
              onclick={() => (people = people.filter((_, k) => k !== i))}>without</button
            >{/if}
        </div>
      {/each}
      {#if people.length < 6}<button
          class="press"
          type="button"
          onclick={() => people.push({ name: `Person ${people.length + 1}`, carries: 25, body: 75 })}
          >One more</button
        >{/if}
    </fieldset>
    <div class="grid">
      <Field label="Distance" unit="km" type="number" step="0.1" limits={HAUL_LIMITS.km} bind:value={km} />
      <Field
        label="Ground"
        items={GROUNDS.map((value) => ({ value, name: GROUND_NAMES[value] }))}
        bind:value={ground}
      />
      <Field label="Climb, loaded" unit="m" type="number" step="10" limits={HAUL_LIMITS.up} bind:value={up} />
      <Field
        label="Climb, coming back"
        unit="m"
        type="number"
        step="10"
        limits={HAUL_LIMITS.up}
        bind:value={upBack}
      />
      <Field
        label="Off in"
        unit="h"
        type="number"
        step="0.25"
        limits={HAUL_LIMITS.hours}
        bind:value={inHours}
      />
      <Field
        label="Dark in"
        unit="h"
        type="number"
        step="0.5"
        limits={HAUL_LIMITS.hours}
        bind:value={darkIn}
      />
      <Field
        label="On the road"
        unit="h"
        type="number"
        step="0.25"
        limits={HAUL_LIMITS.hours}
        bind:value={roadHours}
      />
      <Field
        label="It lies"
        items={[
          { value: 'packed', name: 'shut in a boot' },
          { value: 'coolbox', name: 'in cool boxes on ice' },
          { value: 'open', name: 'open, air round it' }
        ]}
        bind:value={how}
      />
      <Field label="Into" items={data.rooms.map((r) => ({ value: r.key, name: r.name }))} bind:value={room} />
    </div>
    {#if !valid}<p class="fault" role="alert">
        {said('Each carries 5 to 80 kg and weighs 30 to 200 kg; the way is up to 60 km.', format)}
      </p>{/if}
    <fieldset>
      <legend class="label">Pieces, expected on the bone</legend>
      <ul>
        {#each data.pieces as p (p.key)}
          <li>
            <Tick bind:checked={() => !leave[p.key], (on) => (leave = { ...leave, [p.key]: !on })}
              >{p.name}</Tick
            ><span class="modelled"
              >{kilos(p.kg, 1)}{#if p.kg > TWO_PEOPLE_KG}{' '}<b class="two">two people lift</b>{/if}</span
            >
          </li>
        {/each}
      </ul>
    </fieldset>
  </form>
  <section class="plan" aria-label="Trips">
    {#if hauled && !hauled.ok}
      <p class="fault" role="alert">
        {hauled.tooHeavy.map((p) => `${p.name}, ${kilos(p.kg, 0)}`).join('; ')}: more than two of them carry
        together ({kilos(hauled.most, 0)}). Cut it smaller, or bring another back.
      </p>
    {:else if plan}
      {#each plan.trips as trip, i (i)}
        <article>
          <header>
            <strong>Trip {i + 1}</strong><span
              >{format.time(trip.leaves)} off, {format.time(trip.arrives)} at the road{#if trip.dark}{' '}<b
                  class="dark">in the dark</b
                >{/if}{#if trip.back !== undefined}<span class="soft">, back {format.time(trip.back)}</span
                >{/if}</span
            >
          </header>
          {#each trip.loads as load, k (k)}
            {@const most = load.who.reduce((s, w) => s + (people[w]?.carries ?? 0), 0)}
            <div class="load">
              <span class="who">{load.who.map((w) => people[w]?.name ?? '').join(' and ')}</span>
              <span class="bar"
                ><i style:width="{Math.min(100, (load.kg / most) * 100)}%"></i><b
                  >{format.figure(load.kg * 1000, 0)} of {kilos(most, 0)}</b
                ></span
              >
              <span class="what"
                >{load.pieces.map((p) => p.name.toLowerCase()).join('; ')}{#if load.two}{' '}<b class="two"
                    >· two people lift</b
                  >{/if}</span
              >
            </div>
          {/each}
        </article>
      {/each}
      <p class="wait" class:late>
        {waitWords}{#if late}{' '}
          The last trip comes after that: take another back, or carry what cools slowest first.{/if}
      </p>
      {#if waiting && last}
        <p>
          The last leg is at the road at {format.moment(last.arrives)}, {format.degrees(waiting.coreAt, 0)} at the
          bone{#if roadHours > 0}, comes home at {format.degrees(waiting.coreThere, 0)}{/if}, and {waiting.coldAt ===
          Infinity
            ? 'never gets cold there by the record'
            : `is cold in the ${data.rooms.find((r) => r.key === room)?.name.toLowerCase() ?? room} by ${format.moment(waiting.coldAt)}`}.
        </p>
      {:else if !data.plain}<p class="soft">
          Nobody has said how warm it is out here: no word on what waits. <a class="quiet" href="/hanging/air"
            >Say it</a
          >
        </p>{/if}
      {#if drag !== undefined}<p class="soft">
          Dragged out whole and dressed, <span class="modelled">about {kilos(data.dressedKg, 0)}</span>: {spanWords(
            drag
          )} in one go, all at it, {Math.round(DRAG.share * 100)} % of it on the arms.
          <a class="quiet" href="/animals/{data.card.code}/cooling">Whole or quartered, for the cooling</a>
        </p>{/if}
    {/if}
    <p class="small soft">
      Pace: 5 km/h and an hour for 600 m, more by ground and load; estimates. Over {kilos(TWO_PEOPLE_KG, 0)} at
      the waist two people lift. Each piece in cloth, apart, with air around it; proof of sex stays on one quarter
      where it is asked for.
    </p>
  </section>
</div>

<style>
  .head {
    display: grid;
    grid-template-columns: minmax(240px, 330px) 1fr;
    align-items: center;
    gap: 6px 26px;
    margin-bottom: 16px;
  }
  h1 {
    font-size: 1.6rem;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 430px) minmax(0, 1fr);
    gap: 36px;
  }
  .ask {
    display: flex;
    flex-direction: column;
    gap: 14px;
  }
  fieldset {
    border: 0;
    padding: 0;
  }
  .person {
    display: grid;
    grid-template-columns: 1fr 110px 110px auto;
    gap: 8px;
    align-items: end;
    margin-bottom: 8px;
  }
  .grid {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px 14px;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    border-bottom: 1px solid var(--line);
    min-height: 44px;
  }
  article {
    border-top: 1.5px solid var(--ink);
    padding: 10px 0 14px;
  }
  header {
    display: flex;
    justify-content: space-between;
    flex-wrap: wrap;
    gap: 4px 14px;
    margin-bottom: 6px;
  }
  header strong {
    font-family: var(--font-head);
    font-size: 1.15rem;
  }
  .load {
    display: grid;
    grid-template-columns: 110px 200px minmax(0, 1fr);
    gap: 14px;
    align-items: center;
    padding: 4px 0;
  }
  .who {
    font-weight: 600;
  }
  .bar {
    position: relative;
    height: 30px;
    border: 1.5px solid var(--edge);
    border-radius: 3px;
    overflow: hidden;
    display: block;
  }
  .bar i {
    position: absolute;
    inset: 0 auto 0 0;
    background: color-mix(in oklab, var(--spruce-text) 32%, transparent);
  }
  .bar b {
    position: relative;
    display: block;
    text-align: center;
    line-height: 27px;
    font-size: 0.93rem;
  }
  .two,
  .dark {
    color: var(--brass);
    font-weight: 650;
  }
  .wait {
    border-left: 5px solid var(--spruce-text);
    background: var(--card);
    padding: 8px 14px;
    font-weight: 600;
    margin: 6px 0 10px;
  }
  .wait.late {
    border-color: var(--rust);
  }
  .plan p {
    margin-bottom: 8px;
  }
  @media (max-width: 56.25em) {
    .page,
    .head {
      grid-template-columns: minmax(0, 1fr);
    }
    .load {
      grid-template-columns: 90px 1fr;
    }
    .what {
      grid-column: 1 / -1;
    }
    .person {
      grid-template-columns: 1fr 88px 110px;
    }
  }
</style>
