<script lang="ts">
  import { invalidate } from '$app/navigation';
  import { CARD_KINDS, CARD_KIND_NAMES, speciesWords, type RuleCard } from '$core/rules';
  import { HOLD_NAMES, HOLD_REASONS, SPECIES, SPECIES_KEYS, type SpeciesKey } from '$core/reference';
  import { sendJson } from '$lib/device/send';

  let { data } = $props();
  const blank = (): RuleCard => ({
    key: '',
    kind: 'report',
    title: '',
    says: '',
    source: '',
    species: [],
    areas: [],
    hours: null,
    hold: null,
    on: true
  });
  let card = $state<RuleCard>(blank());
  let areas = $state('');
  let hours = $state('');
  let editing = $state(false);
  let fault = $state('');

  function edit(of?: RuleCard) {
    card = of ? { ...of, species: [...of.species], areas: [...of.areas] } : blank();
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
    await invalidate('larder:rules');
  }
  async function toggle(of: RuleCard) {
    await sendJson(`/api/v1/rules/${of.key}`, 'PUT', { ...of, on: !of.on });
    await invalidate('larder:rules');
  }
  async function remove(of: RuleCard) {
    await sendJson(`/api/v1/rules/${of.key}`, 'DELETE');
    editing = false;
    await invalidate('larder:rules');
  }
  const toggleSpecies = (key: SpeciesKey) =>
    (card.species = card.species.includes(key)
      ? card.species.filter((k) => k !== key)
      : [...card.species, key]);
</script>

<svelte:head><title>Rule cards · {data.larder.larderName}</title></svelte:head>

<div class="head">
  <h1>Rule cards</h1>
  <span class="soft">what your own code, permit and ground ask for; the larder knows none by heart</span>
  <button class="press press-main" type="button" onclick={() => edit()}>A new card</button>
</div>
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
          {#if c.hold}<p class="hold">Opens a hold: {HOLD_NAMES[c.hold]}</p>{/if}
        </div>
        <div class="acts">
          <label class="check"
            ><input class="tick" type="checkbox" checked={c.on} onchange={() => void toggle(c)} /> in force</label
          >
          <button class="press" type="button" onclick={() => edit(c)}>Change</button>
        </div>
      </li>
    {/each}
  </ul>
  {#if editing}
    <form onsubmit={(e) => void keep(e)} novalidate>
      <h2>{card.key ? 'Change the card' : 'A new card'}</h2>
      <div>
        <label class="label" for="kind">What it is about</label><select
          id="kind"
          class="field"
          bind:value={card.kind}
          >{#each CARD_KINDS as k (k)}<option value={k}>{CARD_KIND_NAMES[k]}</option>{/each}</select
        >
      </div>
      <div>
        <label class="label" for="title">Title</label><input
          id="title"
          class="field"
          bind:value={card.title}
          maxlength="90"
          autocomplete="off"
        />
      </div>
      <div>
        <label class="label" for="says">What it says</label><textarea
          id="says"
          class="field"
          rows="3"
          bind:value={card.says}
          maxlength="520"
        ></textarea>
      </div>
      <div>
        <label class="label" for="source"
          >Where it stands <span class="soft">law, leaflet, permit</span></label
        ><input id="source" class="field" bind:value={card.source} maxlength="130" autocomplete="off" />
      </div>
      <div>
        <label class="label" for="areas"
          >Areas <span class="soft">words of the place, with commas; none means everywhere</span></label
        ><input id="areas" class="field" list="known" bind:value={areas} autocomplete="off" /><datalist
          id="known"
          >{#each data.places as p (p)}<option value={p}></option>{/each}</datalist
        >
      </div>
      <div class="two">
        <div>
          <label class="label" for="hours">Within</label><span class="with-unit"
            ><input
              id="hours"
              class="field"
              inputmode="numeric"
              bind:value={hours}
              placeholder="no deadline"
            /><span class="unit">h</span></span
          >
        </div>
        <div>
          <label class="label" for="hold">Opens a hold</label><select
            id="hold"
            class="field"
            value={card.hold ?? ''}
            onchange={(e) => (card.hold = (e.currentTarget.value || null) as RuleCard['hold'])}
            ><option value="">none</option>{#each HOLD_REASONS as h (h)}<option value={h}
                >{HOLD_NAMES[h]}</option
              >{/each}</select
          >
        </div>
      </div>
      <fieldset>
        <legend class="label">Species <span class="soft">none means all</span></legend>
        <div class="chips close">
          {#each SPECIES_KEYS as k (k)}<button
              type="button"
              class="chip"
              class:here={card.species.includes(k)}
              aria-pressed={card.species.includes(k)}
              onclick={() => toggleSpecies(k)}>{SPECIES[k].name}</button
            >{/each}
        </div>
      </fieldset>
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
  .check {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
    white-space: nowrap;
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
