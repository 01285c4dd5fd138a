<script lang="ts">
  import type { Draft } from '$core/book';
  import { cardApplies, holdsFor, type RuleCard } from '$core/rules';
  import {
    AGE_CLASSES,
    GATE_KEYS,
    GATE_QUESTIONS,
    HOLD_NAMES,
    SPECIES,
    SPECIES_KEYS,
    animalName,
    comesInLots,
    type SpeciesKey
  } from '$core/reference';
  import { outbox } from '$lib/device/outbox.svelte';
  import { FOLDED, blankTag, gateOf, guessOf, tagFaults, tagIntents, type TagFaults } from '$lib/forms/field';
  import type { Formatter } from '$lib/words/formatter';
  import { freshId } from '$lib/device/ids';
  import TagMore from './TagMore.svelte';
  import type { Limits } from '$lib/forms/limits';
  import { Field } from '$lib/ui/fields';

  interface Props {
    often: string[];
    places: string[];
    households: string[];
    hand: string;
    cards: RuleCard[];
    /** Of the animal’s facts, by their schema. */
    limits: Limits;
    format: Formatter;
    tagged: (draft: Draft) => void;
  }
  let { often, places, households, hand, cards, limits, format, tagged }: Props = $props();

  const SINCE = [
    { minutes: 0, name: 'now' },
    { minutes: 15, name: '15 min' },
    { minutes: 30, name: '30 min' },
    { minutes: 60, name: '1 h' },
    { minutes: 120, name: '2 h' },
    { minutes: 240, name: '4 h' }
  ];

  // svelte-ignore state_referenced_locally
  let form = $state(blankTag((often[0] as SpeciesKey | undefined) ?? 'roe'));
  let faults = $state<TagFaults>({});
  let more = $state(false);

  const shortcuts = $derived(
    [...new Set([...often, 'roe', 'reddeer', 'boar', 'fallow'])]
      .slice(0, 5)
      .filter((k) => k in SPECIES) as SpeciesKey[]
  );
  const yes = $derived(GATE_KEYS.filter((k) => form.gate[k]));
  const held = $derived(holdsFor({ species: form.species, place: form.place, gate: gateOf(form) }, cards));
  const carry = $derived(cards.filter((c) => c.kind !== 'report' && cardApplies(c, form)));
  const inLots = $derived(comesInLots(form.species));
  const guess = $derived(guessOf(form));

  async function put(event: SubmitEvent) {
    event.preventDefault();
    faults = tagFaults(form, limits);
    const [first] = Object.keys(faults);
    if (first) {
      more ||= (FOLDED as readonly string[]).includes(first);
      document.getElementById(first)?.scrollIntoView({ block: 'center' });
      return;
    }
    const at = Date.now();
    const [intake, moved] = tagIntents($state.snapshot(form), at, {
      animal: freshId(),
      body: freshId()
    }).map((intent): Draft => ({ id: freshId(), at, hand, device: 'field', intent })) as [Draft, Draft];
    await outbox.put([intake, moved]);
    tagged(intake);
    form = blankTag(form.species, form);
  }
</script>

<form class="tagging" onsubmit={(e) => void put(e)} novalidate>
  <h2>Tag an animal <small class="soft">before it is moved</small></h2>
  <Field
    id="tag"
    label="Tag number"
    mono
    placeholder="as written on it"
    limits={limits.tag}
    bind:value={form.tag}
    fault={faults.tag}
  />

  <span class="label">Species</span>
  <div class="chips">
    {#each shortcuts as key (key)}<button
        type="button"
        class="chip"
        class:here={form.species === key}
        aria-pressed={form.species === key}
        onclick={() => (form.species = key)}>{SPECIES[key].name}</button
      >{/each}
    <Field
      label="Another species"
      unseen
      items={[
        { value: '', name: 'another' },
        ...SPECIES_KEYS.filter((k) => !shortcuts.includes(k)).map((value) => ({
          value,
          name: SPECIES[value].name
        }))
      ]}
      bind:value={
        () => (shortcuts.includes(form.species) ? '' : form.species),
        (key) => key !== '' && (form.species = key)
      }
    />
  </div>
  <div class="two">
    <div>
      <span class="label">Sex</span>
      <div class="chips">
        {#each ['male', 'female', 'unknown'] as const as s (s)}<button
            type="button"
            class="chip"
            class:here={form.sex === s}
            aria-pressed={form.sex === s}
            onclick={() => (form.sex = s)}
            >{s === 'unknown' ? 'not known' : SPECIES[form.species].words[s]}</button
          >{/each}
      </div>
    </div>
    {#if inLots}
      <Field id="count" label="How many" inputmode="numeric" bind:value={form.count} fault={faults.count} />
    {:else}
      <div>
        <span class="label">Age</span>
        <div class="chips">
          {#each AGE_CLASSES as a (a)}<button
              type="button"
              class="chip"
              class:here={form.ageClass === a}
              aria-pressed={form.ageClass === a}
              onclick={() => (form.ageClass = a)}>{a}</button
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
        class:here={form.since === s.minutes}
        aria-pressed={form.since === s.minutes}
        onclick={() => (form.since = s.minutes)}>{s.name}</button
      >{/each}
    <button
      type="button"
      class="chip"
      class:here={form.since < 0}
      aria-pressed={form.since < 0}
      onclick={() => (form.since = -1)}>not known</button
    >
  </div>
  <Field
    id="place"
    label="Where"
    limits={limits.place}
    known={places}
    bind:value={form.place}
    fault={faults.place}
  />

  <fieldset id="gate" class:asked={faults.gate}>
    <legend class="label">Before it is opened: is any of this so?</legend>
    <div class="chips gate">
      {#each GATE_KEYS as key (key)}
        <button
          type="button"
          class="chip"
          class:bad={form.gate[key]}
          aria-pressed={form.gate[key] === true}
          onclick={() => (form.gate = { ...form.gate, [key]: !form.gate[key] })}>{GATE_QUESTIONS[key]}</button
        >
      {/each}
      <button
        type="button"
        class="chip none"
        class:here={form.gateAsked && yes.length === 0}
        aria-pressed={form.gateAsked && yes.length === 0}
        onclick={() => {
          form.gate = {};
          form.gateAsked = true;
        }}>None of these</button
      >
    </div>
    {#if faults.gate}<p class="fault" role="alert">{faults.gate}</p>{/if}
  </fieldset>
  {#if yes.length > 0 || form.since < 0}<p class="stop" role="alert">
      Stop. Keep it apart, touch no more than you must, and ask: a vet, an inspector, your authority. It opens
      with a hold.
    </p>{/if}
  {#if held.length > 0}<p class="held">
      Held from the start: {held.map((h) => `${HOLD_NAMES[h.why]} (${h.note})`).join('; ')}.
    </p>{/if}
  {#each carry as card (card.key)}<p class="rule">
      <strong>{card.title}</strong>{card.says ? `: ${card.says}` : ''}
    </p>{/each}

  <TagMore bind:form bind:open={more} {faults} {limits} {households} />
  <button class="press press-main go" type="submit">Tag it</button>
  <p class="small soft">
    {animalName(form)}: booked at
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
    margin: 6px 0 4px;
  }
  /* Read at arm's length, off a tag in the other hand. */
  .tagging :global(#tag) {
    min-height: 60px;
    font-size: 1.5rem;
  }
  .chips :global(.one) {
    max-width: 190px;
  }
  .chip.bad {
    background: light-dark(#9c3b22, #b5492c);
    border-color: transparent;
    color: #fff;
  }
  .two {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 220px), 1fr));
    gap: 8px 16px;
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
  .go {
    min-height: 66px;
    font-family: var(--font-head);
    font-size: 1.35rem;
  }
</style>
