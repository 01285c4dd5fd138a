<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { refresh } from '$lib/device/refresh';
  import { outbox } from '$lib/device/outbox.svelte';
  import { shortCode, spaced } from '$core/wrap';
  import { softAt } from '$core/store';
  import { DAY } from '$core/units';
  import Letter from '$lib/ui/Letter.svelte';
  import StationPage from '$lib/ui/station/StationPage.svelte';
  import Scanner from '$lib/ui/station/Scanner.svelte';
  import { formatter } from '$lib/words/formatter';
  import { heldWords } from '$lib/words/label';
  import Freezers from './Freezers.svelte';
  import Places from './Places.svelte';
  import Table from './Table.svelte';
  import Walk from './Walk.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  let scanning = $state(false);
  let walking = $state(false);
  onMount(() => {
    outbox.start();
    return outbox.listen(() => void refresh('larder:stock'));
  });
  const DAYS = $derived(
    data.eating.map((at) =>
      new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: data.larder.timeZone }).format(at)
    )
  );
  const dayOf = (at: number) => DAYS[data.eating.indexOf(at)] ?? format.day(at);
  function toggleDay(day: number): void {
    const days = data.days.includes(day) ? data.days.filter((d) => d !== day) : [...data.days, day];
    const query = new URLSearchParams(days.map((d) => ['day', String(d)]));
    if (data.place !== undefined) query.set('in', data.place);
    void goto(`/store?${query}`, { noScroll: true, keepFocus: true });
  }
  const hour = (at: number) =>
    new Intl.DateTimeFormat('en-GB', {
      weekday: 'short',
      hour: '2-digit',
      minute: '2-digit',
      timeZone: data.larder.timeZone
    }).format(at);
  /** When it is taken out; what is taken out too late is thawed only after its meal. */
  function outWords({ at, out }: { at: number; out: number }): string {
    if (out > data.now) return `out ${hour(out)}`;
    const soft = softAt({ at, out }, data.now);
    return soft <= at ? 'take it out now' : `out now, it is thawed only about ${hour(soft)}`;
  }
  const NIGHT = ['tonight', 'tomorrow night'];
  const query = (from: number) => {
    const q = new URLSearchParams();
    if (data.place !== undefined) q.set('in', data.place);
    if (from > 0) q.set('from', String(from));
    return `/store?${q}`;
  };
  const placeName = $derived.by(() => {
    if (data.place === undefined) return 'Everything';
    const key = data.place;
    const shelf = data.freezers
      .flatMap((f) => f.shelves.map((s) => ({ ...s, of: f.name })))
      .find((s) => `at:${s.key}` === key);
    return shelf
      ? shelf.name === shelf.of
        ? shelf.of
        : `${shelf.of}, ${shelf.name || 'not on a shelf'}`
      : (data.elsewhere.find((e) => e.key === key)?.name ?? key);
  });
</script>

<StationPage title="Cold store" larder={data.larder.larderName}>
  {#snippet head()}
    <p class="hero">
      <strong>{format.mass(data.total, 1)}</strong> in {data.count} packs
      {#if data.count > 0}· {data.weeks >= 1 ? `${data.weeks.toFixed(0)} weeks` : 'less than a week'} at {data.mealsAWeek}
        meals a week{/if}
    </p>
    <p class="acts">
      <button class="press press-main" type="button" onclick={() => (scanning = true)}>Scan a pack</button>
      <button class="press" type="button" onclick={() => (walking = !walking)} aria-pressed={walking}
        >{walking ? 'End the walk' : 'Walk through with the scanner'}</button
      >
    </p>
  {/snippet}
  {#snippet above()}
    {#if scanning}<Scanner
        found={(text) => void goto(`/trace?of=${encodeURIComponent(text)}`)}
        close={() => (scanning = false)}
      />{/if}
    {#if walking}<Walk {data} {format} {placeName} />{/if}
  {/snippet}
  {#snippet left()}
    <section aria-label="Freezers">
      <h2>Where it lies</h2>
      <Freezers freezers={data.freezers} elsewhere={data.elsewhere} place={data.place} {format} />
      <Places places={data.places} rooms={data.rooms} {format} />
    </section>
  {/snippet}
  {#snippet centre()}
    <section aria-label="Packs">
      <h2>
        {placeName}, oldest first
        {#if data.place !== undefined}<a class="small" href="/store">show everything</a>{/if}
      </h2>
      <ul class="rows">
        {#each data.rows as p (p.id)}
          <li>
            <a href="/p/{shortCode(p.id)}">
              <Letter of={p.class} />
              <span
                ><strong>{p.name}</strong>
                <small class="soft"
                  >{p.code ?? spaced(shortCode(p.id))}{p.packedAt
                    ? ` · packed ${format.day(p.packedAt)}`
                    : ''}{p.for ? ` · for ${p.for}` : ''}</small
                >{#if p.held}<small class="rust">held: {heldWords(p.held)}</small>{/if}{#if p.thawedAt}<small
                    class="brass">thawed {format.day(p.thawedAt)}</small
                  >{/if}</span
              >
              <span class="num"
                ><strong class="mono">{format.mass(p.grams)}</strong>{#if p.eatBy}<small
                    class={p.eatBy < data.now ? 'brass' : 'soft'}
                    >{p.eatBy < data.now ? 'past its best since' : 'best by'} {format.day(p.eatBy)}</small
                  >{/if}</span
              >
            </a>
          </li>
        {:else}<li class="soft empty">
            No packs here. What is wrapped at <a href="/wrap">Wrap</a> comes to lie here.
          </li>{/each}
      </ul>
      {#if data.from > 0 || data.more}<nav class="pages" aria-label="Pages">
          {#if data.from > 0}<a class="press" href={query(Math.max(0, data.from - 60))}>Older</a>{/if}
          {#if data.more}<a class="press" href={query(data.from + 60)}>Newer</a>{/if}
        </nav>{/if}
    </section>
  {/snippet}
  {#snippet right()}
    <section aria-label="This week">
      <h2>This week</h2>
      <div class="days" role="group" aria-label="Days with meat">
        {#each DAYS as day, i (i)}<button
            class="press"
            class:press-main={data.days.includes(i)}
            type="button"
            aria-pressed={data.days.includes(i)}
            onclick={() => toggleDay(i)}
            >{i === 0 ? 'today' : day}{#if data.week}<small>{data.eaters[i]}</small>{/if}</button
          >{/each}
      </div>
      <Table week={data.week} people={data.people} portion={data.portion} {format} />
      <ul class="pull">
        {#each data.pull as meal, i (i)}
          <li>
            <strong class="day">{dayOf(meal.at)}</strong>
            <span
              >{#each meal.packs as p, k (p.id)}{k > 0 ? ' + ' : ''}<a href="/p/{shortCode(p.id)}">{p.name}</a
                >{/each}
              <small class="soft"
                >{format.mass(meal.grams)}{meal.rest ? ', the rest of it' : ` · ${outWords(meal)}`}</small
              ></span
            >
          </li>
        {:else}<li class="soft">Nothing frozen is free to be eaten.</li>{/each}
      </ul>
      {#if data.thawed.length > 0}
        <h3>Thawing, thawed</h3>
        <ul class="pull">
          {#each data.thawed as p (p.id)}<li>
              <span class="day soft"
                >{p.thawedAt ? Math.max(0, Math.floor((data.now - p.thawedAt) / DAY)) : 0} d</span
              >
              <span
                ><a href="/p/{shortCode(p.id)}">{p.name}</a>
                <small class="soft">{format.mass(p.grams)}, since {format.moment(p.thawedAt ?? 0)}</small
                ></span
              >
            </li>{/each}
        </ul>
      {/if}
      {#if data.plan.waiting > 0}
        <h3>Into the freezer</h3>
        {#each data.plan.nights as night (night.night)}
          {#each night.puts as put (put.freezer)}<p class="load">
              <strong>{NIGHT[night.night] ?? `in ${night.night} nights`}</strong>
              {put.packs.length}
              {put.packs.length === 1 ? 'pack' : 'packs'}, {format.mass(put.grams)}, into {put.name}: one
              layer, frozen through in about {Math.round(put.hours)} h
            </p>{/each}
        {/each}
        {#if data.plan.without > 0}<p class="brass">
            {data.plan.without}
            {data.plan.without === 1 ? 'pack has' : 'packs have'} no freezer: at most {format.degrees(
              data.plan.fridge.celsius,
              0
            )} and {data.plan.fridge.days} days in vacuum, by your local rule.
          </p>{/if}
      {/if}
      <h3>Meals left</h3>
      <table>
        <tbody
          >{#each data.byUse as u (u.class)}<tr
              ><td><Letter of={u.class} /></td><td>{u.name}</td><td class="num"
                >{u.meals} {u.meals === 1 ? 'meal' : 'meals'}</td
              ><td class="num mono">{format.mass(u.grams, 1)}</td></tr
            >{/each}</tbody
        >
      </table>
    </section>
  {/snippet}
</StationPage>

<style>
  .hero {
    flex: 1;
    color: var(--soft);
    font-size: 1.1rem;
  }
  .hero strong {
    color: var(--ink);
    font-size: 1.5rem;
  }
  .acts {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .acts .press {
    min-height: 56px;
  }
  h3 {
    font-size: 1rem;
    color: var(--soft);
    margin: 18px 0 4px;
  }
  .rows a {
    display: grid;
    grid-template-columns: 34px minmax(0, 1fr) auto;
    gap: 8px;
    align-items: center;
    min-height: 54px;
    padding: 4px 0;
    border-bottom: 1px solid var(--line);
    text-decoration: none;
    line-height: 1.2;
  }
  .rows a:hover strong {
    text-decoration: underline;
  }
  small {
    display: block;
    font-size: 0.85rem;
  }
  .num {
    text-align: right;
    white-space: nowrap;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  .brass {
    color: var(--brass);
    font-weight: 600;
  }
  .empty {
    padding: 16px 0;
  }
  .pages {
    display: flex;
    gap: 8px;
    margin-top: 12px;
  }
  .days {
    display: grid;
    grid-template-columns: repeat(7, minmax(0, 1fr));
    gap: 4px;
  }
  .days .press {
    flex-direction: column;
    line-height: 1.1;
  }
  .days small {
    display: block;
    font-weight: 400;
    font-size: 0.8rem;
  }
  .days .press {
    padding: 0.3rem 0;
    font-size: 0.85rem;
  }
  .pull li {
    display: grid;
    grid-template-columns: 48px minmax(0, 1fr);
    gap: 8px;
    padding: 7px 0;
    border-bottom: 1px solid var(--line);
    line-height: 1.25;
  }
  .load {
    padding: 5px 0;
    line-height: 1.3;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  td {
    padding: 4px 8px 4px 0;
    border-top: 1px solid var(--line);
  }
  @media (max-width: 47.5em) {
    .rows a {
      grid-template-columns: 34px minmax(0, 1fr) minmax(0, 42%);
    }
    .num small {
      white-space: normal;
    }
  }
</style>
