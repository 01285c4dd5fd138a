<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import {
    BRING_KEYS,
    CARD_KINDS,
    CARD_KIND_NAMES,
    bringName,
    speciesWords,
    type BringKey,
    type RuleCard
  } from '$core/rules';
  import { HOLD_NAMES, HOLD_REASONS, SPECIES, SPECIES_KEYS, type SpeciesKey } from '$core/reference';
  import { sendJson } from '$lib/device/send';
  import { Field, Tick } from '$lib/ui/fields';

  let { data } = $props();
  const blank = (): RuleCard => ({
    key: '',
    kind: 'report',
    title: '',
    says: '',
    source: '',
    species: [],
    areas: [],
    list: [],
    hours: null,
    hold: null,
    on: true
  });
  let card = $state<RuleCard>(blank());
  let areas = $state('');
  let hours = $state('');
  let editing = $state(false);
  let fault = $state('');
  /** What is wrong with a card that was switched on or off in the list. */
  let trouble = $state('');

  function edit(of?: RuleCard) {
    card = of ? { ...of, species: [...of.species], areas: [...of.areas], list: [...of.list] } : blank();
    areas = card.areas.join(', ');
    hours = card.hours ? String(card.hours) : '';
    editing = true;
    fault = '';
  }
  const keyOf = (title: string): string => {
    const base =
      title
        .toLowerCase()
        .normalize('NFKD')
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-+|-+$/g, '')
        .slice(0, 30) || 'card';
    let key = base;
    for (let i = 2; data.cards.some((c) => c.key === key); i += 1) key = `${base}-${i}`;
    return key;
  };
  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const next = {
      ...card,
      key: card.key || keyOf(card.title),
      areas: areas
        .split(/[,\n]/)
        .map((a) => a.trim())
        .filter(Boolean),
      hours: hours.trim() === '' ? null : Number(hours)
    };
    if (hours.trim() !== '' && !/^\d{1,4}$/.test(hours.trim()))
      return void (fault = 'whole hours, such as 24');
    const sent = await sendJson(`/api/v1/rules/${next.key}`, 'PUT', next);
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    editing = false;
    await refresh('larder:rules');
  }
  async function toggle(of: RuleCard) {
    const sent = await sendJson(`/api/v1/rules/${of.key}`, 'PUT', { ...of, on: !of.on });
    trouble = sent.ok ? '' : sent.text;
    if (sent.ok) await refresh('larder:rules');
  }
  async function remove(of: RuleCard) {
    const sent = await sendJson(`/api/v1/rules/${of.key}`, 'DELETE');
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    editing = false;
    await refresh('larder:rules');
  }
  const toggleList = (key: BringKey) =>
    (card.list = card.list.includes(key)
      ? card.list.filter((k) => k !== key)
      : BRING_KEYS.filter((k) => k === key || card.list.includes(k)));
  const toggleSpecies = (key: SpeciesKey) =>
    (card.species = card.species.includes(key)
      ? card.species.filter((k) => k !== key)
      : [...card.species, key]);
</script>

<svelte:head><title>Rule cards · {data.larder.larderName}</title></svelte:head>

{#snippet chips<K extends string>(
  legend: string,
  hint: string,
  all: readonly { key: K; name: string }[],
  chosen: readonly K[],
  toggle: (key: K) => void
)}
  <fieldset>
    <legend class="label">{legend} <span class="soft">{hint}</span></legend>
    <div class="chips close">
      {#each all as { key, name } (key)}<button
          type="button"
          class="chip"
          class:here={chosen.includes(key)}
          aria-pressed={chosen.includes(key)}
          onclick={() => toggle(key)}>{name}</button
        >{/each}
    </div>
  </fieldset>
{/snippet}

<div class="head">
  <h1>Rule cards</h1>
  <span class="soft">what your own code, permit and ground ask for; the larder knows none by heart</span>
  <button class="press press-main" type="button" onclick={() => edit()}>A new card</button>
</div>
{#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
<div class="page" class:editing>
  <ul>
    {#each data.cards as c (c.key)}
      <li class:off={!c.on}>
        <div class="card">
          <p class="kind soft small">
            {CARD_KIND_NAMES[c.kind]}{data.builtIn.includes(c.key) ? ', built in' : ''}
          </p>
          <h2>{c.title}</h2>
          {#if c.says}<p>{c.says}</p>{/if}
          <p class="soft small">
            {speciesWords(c.species)}; {c.areas.length === 0
              ? 'everywhere'
              : c.areas.join(', ')}{#if c.hours}; within {c.hours} h of death{/if}{#if c.source}; {c.source}{/if}
          </p>
          {#if c.list.length > 0}<p>
              {c.list.map((key) => bringName(key).toLowerCase()).join(', ')}
            </p>{/if}
          {#if c.hold}<p class="hold">Opens a hold: {HOLD_NAMES[c.hold]}</p>{/if}
        </div>
        <div class="acts">
          <Tick bind:checked={() => c.on, () => void toggle(c)}>in force</Tick>
          <button class="press" type="button" onclick={() => edit(c)}>Change</button>
        </div>
      </li>
    {/each}
  </ul>
  {#if editing}
    <form onsubmit={(e) => void keep(e)} novalidate>
      <h2>{card.key ? 'Change the card' : 'A new card'}</h2>
      <Field
        id="kind"
        label="What it is about"
        items={CARD_KINDS.map((value) => ({ value, name: CARD_KIND_NAMES[value] }))}
        bind:value={card.kind}
      />
      <Field id="title" label="Title" limits={data.limits.title} bind:value={card.title} />
      <Field id="says" label="What it says" rows={3} limits={data.limits.says} bind:value={card.says} />
      <Field
        id="source"
        label="Where it stands"
        hint="law, leaflet, permit"
        limits={data.limits.source}
        bind:value={card.source}
      />
      <Field
        id="areas"
        label="Areas"
        hint="words of the place, with commas; none means everywhere"
        known={data.places}
        bind:value={areas}
      />
      <div class="two">
        <Field
          id="hours"
          label="Within"
          unit="h"
          inputmode="numeric"
          placeholder="no deadline"
          bind:value={hours}
        />
        <Field
          id="hold"
          label="Opens a hold"
          items={[
            { value: '', name: 'none' },
            ...HOLD_REASONS.map((value) => ({ value, name: HOLD_NAMES[value] }))
          ]}
          bind:value={() => card.hold ?? '', (hold) => (card.hold = hold === '' ? null : hold)}
        />
      </div>
      {#if card.kind === 'bring'}{@render chips(
          'Must come out',
          'held against the book before the place is left',
          BRING_KEYS.map((key) => ({ key, name: bringName(key) })),
          card.list,
          toggleList
        )}{/if}
      {@render chips(
        'Species',
        'none means all',
        SPECIES_KEYS.map((key) => ({ key, name: SPECIES[key].name })),
        card.species,
        toggleSpecies
      )}
      {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
      <div class="acts">
        <button class="press press-main" type="submit">Keep the card</button>
        <button class="press" type="button" onclick={() => (editing = false)}>Leave it</button>
        {#if card.key}<button class="quiet" type="button" onclick={() => void remove(card)}
            >{data.builtIn.includes(card.key) ? 'as it was built in' : 'take it out'}</button
          >{/if}
      </div>
    </form>
  {/if}
</div>

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 6px 16px;
    margin-bottom: 14px;
  }
  .head .press {
    margin-left: auto;
  }
  h1 {
    font-size: 1.5rem;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 36px;
    align-items: start;
  }
  .page.editing {
    grid-template-columns: minmax(0, 1fr) minmax(0, 460px);
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 20px;
    border-top: 1px solid var(--line);
    padding: 12px 0;
  }
  .off .card {
    opacity: 0.6;
  }
  h2 {
    font-size: 1.12rem;
  }
  .hold {
    color: var(--rust);
    font-weight: 600;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 12px;
    background: var(--card);
    border: 1.5px solid var(--line);
    border-radius: 4px;
    padding: 16px 18px;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 12px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
  }
  fieldset {
    border: 0;
    padding: 0;
  }
  @media (max-width: 56.25em) {
    .page.editing {
      grid-template-columns: minmax(0, 1fr);
    }
    .page.editing form {
      order: -1;
    }
    li {
      flex-direction: column;
      gap: 6px;
    }
  }
</style>
