<script lang="ts">
  import type { Draft, Facts, Intent } from '$core/book';
  import { guessLive } from '$core/hang';
  import { cardApplies, holdsFor, type RuleCard } from '$core/rules';
  import {
    GATE_KEYS,
    GATE_QUESTIONS,
    HOLD_NAMES,
    PLACEMENTS,
    PROJECTILES,
    PROJECTILE_FACTOR,
    PROOF_NAMES,
    PROOF_STATES,
    SHOT_LOSS,
    SPECIES,
    SPECIES_KEYS,
    animalName,
    comesInLots,
    type AgeClass,
    type GateKey,
    type Placement,
    type Projectile,
    type ProofState,
    type Sex,
    type SpeciesKey
  } from '$core/reference';
  import { outbox } from '$lib/bench/outbox.svelte';
  import type { Formatter } from '$lib/ui/format';
  import { freshId } from '$lib/ui/post';

  interface Props {
    often: string[];
    places: string[];
    households: string[];
    hand: string;
    cards: RuleCard[];
    format: Formatter;
    tagged: (draft: Draft) => void;
  }
  let { often, places, households, hand, cards, format, tagged }: Props = $props();

  const AGES = ['young', 'yearling', 'adult', 'old'] as const;
  const SINCE = [
    { minutes: 0, name: 'now' },
    { minutes: 15, name: '15 min' },
    { minutes: 30, name: '30 min' },
    { minutes: 60, name: '1 h' },
    { minutes: 120, name: '2 h' },
    { minutes: 240, name: '4 h' }
  ];

  // svelte-ignore state_referenced_locally
  let species = $state<SpeciesKey>((often[0] as SpeciesKey | undefined) ?? 'roe');
  let sex = $state<Sex>('unknown');
  let ageClass = $state<AgeClass>('adult');
  let tag = $state('');
  let since = $state(0);
  let count = $state('1');
  let place = $state('');
  let takenBy = $state('');
  let owner = $state('');
  let latitude = $state('');
  let longitude = $state('');
  let placement = $state<Placement | ''>('');
  let shotSide = $state<'left' | 'right' | ''>('');
  let projectile = $state<Projectile | ''>('');
  let distance = $state('');
  let girth = $state('');
  let proof = $state<ProofState | ''>('');
  let pointsLeft = $state('');
  let pointsRight = $state('');
  let gate = $state<Partial<Record<GateKey, boolean>>>({});
  let gateAsked = $state(false);
  let faults = $state<Record<string, string>>({});
  let more = $state(false);

  const shortcuts = $derived(
    [...new Set([...often, 'roe', 'reddeer', 'boar', 'fallow'])]
      .slice(0, 5)
      .filter((k) => k in SPECIES) as SpeciesKey[]
  );
  const yes = $derived(GATE_KEYS.filter((k) => gate[k]));
  const facts = $derived({
    species,
    sex,
    ageClass,
    place,
    gate: yes.length > 0 || gateAsked ? gate : undefined
  });
  const held = $derived(
    holdsFor({ ...facts, gate: { ...gate, ...(since < 0 ? { hourUnknown: true } : {}) } }, cards)
  );
  const carry = $derived(cards.filter((c) => c.kind !== 'report' && cardApplies(c, facts)));
  const inLots = $derived(comesInLots(species));
  const guess = $derived(
    guessLive(
      {
        species,
        sex,
        ageClass,
        girth: whole(girth) === undefined ? undefined : (whole(girth) as number) * 10
      },
      inLots ? Math.max(1, whole(count) ?? 1) : 1
    )
  );

  function whole(text: string): number | undefined {
    return /^\d{1,4}$/.test(text.trim()) ? Number(text) : undefined;
  }
  const degrees = (text: string): number | undefined => {
    const value = Number(text.trim().replace(',', '.'));
    return text.trim() === '' || !Number.isFinite(value) ? undefined : value;
  };
  function check(): Record<string, string> {
    const wrong: Record<string, string> = {};
    const optional = (key: string, text: string, low: number, high: number, what: string) => {
      const value = whole(text);
      if (text.trim() !== '' && (value === undefined || value < low || value > high)) wrong[key] = what;
    };
    if (tag.length > 40) wrong.tag = 'at most 40 characters';
    if (inLots && !(Number(count) >= 1 && Number(count) <= 999)) wrong.count = 'how many: 1 to 999';
    const [lat, lon] = [degrees(latitude), degrees(longitude)];
    if (latitude.trim() !== '' && (lat === undefined || Math.abs(lat) > 90))
      wrong.latitude = 'degrees from −90 to 90';
    if (longitude.trim() !== '' && (lon === undefined || Math.abs(lon) > 180))
      wrong.longitude = 'degrees from −180 to 180';
    optional('distance', distance, 0, 2000, 'metres, at most 2 000');
    optional('girth', girth, 10, 350, 'centimetres, 10 to 350');
    optional('pointsLeft', pointsLeft, 0, 40, 'at most 40');
    optional('pointsRight', pointsRight, 0, 40, 'at most 40');
    if (!gateAsked && yes.length === 0) wrong.gate = 'answer the gate: none of these, or which';
    return wrong;
  }

  async function put(event: SubmitEvent) {
    event.preventDefault();
    faults = check();
    const [first] = Object.keys(faults);
    if (first) {
      if (['distance', 'girth', 'latitude', 'longitude', 'pointsLeft', 'pointsRight'].includes(first))
        more = true;
      document.getElementById(first === 'gate' ? 'gate' : first)?.scrollIntoView({ block: 'center' });
      return;
    }
    const at = Date.now();
    const [animal, body] = [freshId(), freshId()];
    const known = since >= 0;
    const answers = Object.fromEntries(
      GATE_KEYS.map((k) => [k, gate[k] === true || (k === 'hourUnknown' && !known)])
    ) as Record<GateKey, boolean>;
    const said: Record<string, unknown> = {
      species,
      sex,
      ageClass,
      source: 'hunt',
      gate: answers,
      ...(known ? { killedAt: at - since * 60_000 } : {})
    };
    const texts = {
      tag,
      place,
      takenBy,
      owner,
      placement,
      projectile: placement ? projectile : '',
      proofOfSex: proof
    };
    for (const [key, value] of Object.entries(texts)) if (value.trim() !== '') said[key] = value.trim();
    if (placement !== '' && SHOT_LOSS[placement].oneSide && shotSide !== '') said.shotSide = shotSide;
    const figures: [string, number | undefined][] = [
      ['latitude', degrees(latitude)],
      ['longitude', degrees(longitude)],
      ['distance', whole(distance)],
      ['girth', whole(girth) === undefined ? undefined : (whole(girth) as number) * 10],
      ['pointsLeft', whole(pointsLeft)],
      ['pointsRight', whole(pointsRight)]
    ];
    for (const [key, value] of figures) if (value !== undefined) said[key] = value;
    const draft = (intent: Intent, when: number): Draft => ({
      id: freshId(),
      at: when,
      hand,
      device: 'field',
      intent
    });
    const intake = draft(
      {
        kind: 'intake',
        animal,
        facts: said as Facts,
        into: inLots ? { kind: 'lot', id: body, count: Number(count) } : { kind: 'carcass', id: body },
        reading: { grams: guess.grams, how: guess.from === 'girth' ? 'estimated' : 'model', stage: 'live' }
      },
      at
    );
    await outbox.put([intake, draft({ kind: 'chill', animal, what: 'moved', to: 'field' }, at)]);
    tagged(intake);
    tag = '';
    since = 0;
    gate = {};
    gateAsked = false;
    [placement, shotSide, projectile, distance, girth, proof, pointsLeft, pointsRight] = [
      '',
      '',
      '',
      '',
      '',
      '',
      '',
      ''
    ];
  }
</script>

<form class="tagging" onsubmit={(e) => void put(e)} novalidate>
  <h2>Tag an animal <small class="soft">before it is moved</small></h2>
  <label class="label big" for="tag">Tag number</label>
  <input
    id="tag"
    class="field tagno mono"
    bind:value={tag}
    autocomplete="off"
    maxlength="60"
    placeholder="as written on it"
    aria-invalid={faults.tag ? 'true' : undefined}
  />
  {#if faults.tag}<p class="fault">{faults.tag}</p>{/if}

  <span class="label">Species</span>
  <div class="chips">
    {#each shortcuts as key (key)}<button
        type="button"
        class="chip"
        class:here={species === key}
        aria-pressed={species === key}
        onclick={() => (species = key)}>{SPECIES[key].name}</button
      >{/each}
    <select
      class="field chip"
      aria-label="Another species"
      value={shortcuts.includes(species) ? '' : species}
      onchange={(e) => e.currentTarget.value !== '' && (species = e.currentTarget.value as SpeciesKey)}
      ><option value="">another</option
      >{#each SPECIES_KEYS.filter((k) => !shortcuts.includes(k)) as key (key)}<option value={key}
          >{SPECIES[key].name}</option
        >{/each}</select
    >
  </div>
  <div class="two">
    <div>
      <span class="label">Sex</span>
      <div class="chips">
        {#each ['male', 'female', 'unknown'] as const as s (s)}<button
            type="button"
            class="chip"
            class:here={sex === s}
            aria-pressed={sex === s}
            onclick={() => (sex = s)}>{s === 'unknown' ? 'not known' : SPECIES[species].words[s]}</button
          >{/each}
      </div>
    </div>
    {#if inLots}
      <div>
        <label class="label" for="count">How many</label><input
          id="count"
          class="field"
          inputmode="numeric"
          bind:value={count}
          aria-invalid={faults.count ? 'true' : undefined}
        />{#if faults.count}<p class="fault">{faults.count}</p>{/if}
      </div>
    {:else}
      <div>
        <span class="label">Age</span>
        <div class="chips">
          {#each AGES as a (a)}<button
              type="button"
              class="chip"
              class:here={ageClass === a}
              aria-pressed={ageClass === a}
              onclick={() => (ageClass = a)}>{a}</button
            >{/each}
        </div>
      </div>
    {/if}
  </div>
  <span class="label">Dead since</span>
  <div class="chips">
    {#each SINCE as s (s.minutes)}<button
        type="button"
        class="chip"
        class:here={since === s.minutes}
        aria-pressed={since === s.minutes}
        onclick={() => (since = s.minutes)}>{s.name}</button
      >{/each}
    <button
      type="button"
      class="chip"
      class:here={since < 0}
      aria-pressed={since < 0}
      onclick={() => (since = -1)}>not known</button
    >
  </div>
  <label class="label" for="where">Where</label>
  <input id="where" class="field" list="places" bind:value={place} maxlength="80" autocomplete="off" />
  <datalist id="places"
    >{#each places as p (p)}<option value={p}></option>{/each}</datalist
  >

  <fieldset id="gate" class:asked={faults.gate}>
    <legend class="label">The gate: is any of this so?</legend>
    <div class="chips gate">
      {#each GATE_KEYS as key (key)}
        <button
          type="button"
          class="chip"
          class:bad={gate[key]}
          aria-pressed={gate[key] === true}
          onclick={() => (gate = { ...gate, [key]: !gate[key] })}>{GATE_QUESTIONS[key]}</button
        >
      {/each}
      <button
        type="button"
        class="chip none"
        class:here={gateAsked && yes.length === 0}
        aria-pressed={gateAsked && yes.length === 0}
        onclick={() => {
          gate = {};
          gateAsked = true;
        }}>None of these</button
      >
    </div>
    {#if faults.gate}<p class="fault" role="alert">{faults.gate}</p>{/if}
  </fieldset>
  {#if yes.length > 0 || since < 0}<p class="stop" role="alert">
      Stop. Keep it apart, touch no more than you must, and ask: a vet, an inspector, your authority. It opens
      with a hold.
    </p>{/if}
  {#if held.length > 0}<p class="held">
      Held from the start: {held.map((h) => `${HOLD_NAMES[h.why]} (${h.note})`).join('; ')}.
    </p>{/if}
  {#each carry as card (card.key)}<p class="rule">
      <strong>{card.title}</strong>{card.says ? `: ${card.says}` : ''}
    </p>{/each}

  <details bind:open={more}>
    <summary>Shot, who, antlers, coordinates</summary>
    <div class="grid">
      <div>
        <label class="label" for="hit">Where it was hit</label><select
          id="hit"
          class="field"
          bind:value={placement}
          ><option value="">not said</option>{#each PLACEMENTS as p (p)}<option value={p}
              >{SHOT_LOSS[p].name}</option
            >{/each}</select
        >
      </div>
      {#if placement !== '' && SHOT_LOSS[placement].oneSide}<div>
          <label class="label" for="side">Which side</label><select
            id="side"
            class="field"
            bind:value={shotSide}
            ><option value="">not said</option><option value="left">left</option><option value="right"
              >right</option
            ></select
          >
        </div>{/if}
      {#if placement !== ''}<div>
          <label class="label" for="with">With what</label><select
            id="with"
            class="field"
            bind:value={projectile}
            ><option value="">not said</option>{#each PROJECTILES as p (p)}<option value={p}
                >{PROJECTILE_FACTOR[p].name}</option
              >{/each}</select
          >
        </div>{/if}
      <div>
        <label class="label" for="distance">Distance</label><span class="with-unit"
          ><input
            id="distance"
            class="field"
            inputmode="numeric"
            bind:value={distance}
            aria-invalid={faults.distance ? 'true' : undefined}
          /><span class="unit">m</span></span
        >{#if faults.distance}<p class="fault">{faults.distance}</p>{/if}
      </div>
      <div>
        <label class="label" for="by">Taken by</label><input
          id="by"
          class="field"
          bind:value={takenBy}
          maxlength="60"
          autocomplete="off"
        />
      </div>
      <div>
        <label class="label" for="owner">Owner</label><input
          id="owner"
          class="field"
          list="owners"
          bind:value={owner}
          maxlength="60"
          autocomplete="off"
        /><datalist id="owners"
          >{#each households as h (h)}<option value={h}></option>{/each}</datalist
        >
      </div>
      {#if SPECIES[species].group === 'deer'}
        <div>
          <label class="label" for="girth">Heart girth</label><span class="with-unit"
            ><input
              id="girth"
              class="field"
              inputmode="numeric"
              bind:value={girth}
              aria-invalid={faults.girth ? 'true' : undefined}
            /><span class="unit">cm</span></span
          >{#if faults.girth}<p class="fault">{faults.girth}</p>{/if}
        </div>
        <div class="pairs">
          <span
            ><label class="label" for="pointsLeft">Points, left</label><input
              id="pointsLeft"
              class="field"
              inputmode="numeric"
              bind:value={pointsLeft}
            /></span
          ><span
            ><label class="label" for="pointsRight">right</label><input
              id="pointsRight"
              class="field"
              inputmode="numeric"
              bind:value={pointsRight}
            /></span
          >
        </div>
      {/if}
      <div>
        <label class="label" for="proof">Proof of sex</label><select
          id="proof"
          class="field"
          bind:value={proof}
          ><option value="">not said</option>{#each PROOF_STATES as p (p)}<option value={p}
              >{PROOF_NAMES[p]}</option
            >{/each}</select
        >
      </div>
      <div>
        <label class="label" for="latitude">North</label><span class="with-unit"
          ><input
            id="latitude"
            class="field"
            inputmode="decimal"
            bind:value={latitude}
            aria-invalid={faults.latitude ? 'true' : undefined}
          /><span class="unit">°</span></span
        >{#if faults.latitude}<p class="fault">{faults.latitude}</p>{/if}
      </div>
      <div>
        <label class="label" for="longitude">East</label><span class="with-unit"
          ><input
            id="longitude"
            class="field"
            inputmode="decimal"
            bind:value={longitude}
            aria-invalid={faults.longitude ? 'true' : undefined}
          /><span class="unit">°</span></span
        >{#if faults.longitude}<p class="fault">{faults.longitude}</p>{/if}
      </div>
    </div>
  </details>
  <button class="press press-main go" type="submit">Tag it</button>
  <p class="small soft">
    {animalName({ species, sex, ageClass })}: booked at
    <span class="modelled">about {format.mass(guess.grams, 0)} live, ±{Math.round(guess.within * 100)} %</span
    >
    {guess.from === 'girth' ? 'by its girth' : 'as such animals usually weigh'}, until a scale says. Firearm
    unloaded and away.
  </p>
</form>

<style>
  .tagging {
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
  h2 {
    font-size: 1.3rem;
  }
  h2 small {
    font-family: var(--font-sans);
    font-weight: 400;
    font-size: 0.95rem;
  }
  .label {
    margin: 6px 0 0;
  }
  .tagno {
    min-height: 60px;
    font-size: 1.5rem;
  }
  .chips {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .chip {
    min-height: 50px;
    padding: 4px 14px;
    border: 1.5px solid var(--edge);
    border-radius: 4px;
    background: var(--card);
    color: var(--ink);
    font: inherit;
    font-weight: 600;
  }
  select.chip {
    width: auto;
    max-width: 190px;
    padding-right: 2rem;
    font-weight: 400;
  }
  .chip.here {
    background: var(--spruce);
    border-color: var(--spruce);
    color: #fff;
  }
  .chip.bad {
    background: light-dark(#9c3b22, #b5492c);
    border-color: transparent;
    color: #fff;
  }
  .two,
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 220px), 1fr));
    gap: 8px 16px;
  }
  .pairs {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
  }
  fieldset {
    border: 0;
    padding: 0;
  }
  fieldset.asked {
    border-left: 5px solid var(--rust);
    padding-left: 12px;
  }
  .stop {
    border-left: 5px solid var(--rust);
    background: var(--card);
    padding: 8px 12px;
    font-weight: 650;
  }
  .held {
    font-weight: 600;
    color: var(--rust);
  }
  .rule {
    border-left: 5px solid var(--brass);
    padding: 4px 12px;
  }
  summary {
    min-height: 48px;
    display: flex;
    align-items: center;
    color: var(--spruce-text);
    font-weight: 600;
    cursor: pointer;
  }
  .fault {
    color: var(--rust);
    font-weight: 600;
    font-size: 0.93rem;
  }
  .go {
    min-height: 66px;
    font-family: var(--font-head);
    font-size: 1.35rem;
  }
</style>
