<script lang="ts">
  import { onMount } from 'svelte';
  import { partItems, sideItems, stagesOf } from '$lib/forms/choices';
  import { HOLD_NAMES, SPECIES, animalName, comesInLots } from '$core/reference';
  import { holdsFor } from '$core/rules';
  import { parseMass } from '$core/units';
  import { yieldFacts } from '$core/account';
  import { expectAnimal, leadLoss, expectFromPart, expected, stagesFrom } from '$core/yield';
  import { firstFacts } from '$lib/forms/facts-map';
  import FactsFields from '$lib/ui/FactsFields.svelte';
  import DoubtPress from '$lib/ui/DoubtPress.svelte';
  import { freshId } from '$lib/device/ids';
  import { honestForm } from '$lib/ui/honest';
  import { Field } from '$lib/ui/fields';
  import { formatter } from '$lib/words/formatter';
  import Preview from './Preview.svelte';
  import type { Limits } from '$lib/forms/limits';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, constraints, message, enhance, submitting } = honestForm(data.form, {
    scrollToError: 'smooth',
    keep: keepHere
  });
  // A page that was kept for when the server is away comes with the same ids each time.
  onMount(() => ($form = { ...$form, animal: freshId(), entry: freshId(), item: freshId() }));
  /** What was said of the last one that was kept here. */
  let said = $state('');
  /** Nobody answered: it waits on this device, and the form is for the next animal. */
  async function keepHere(): Promise<string> {
    const { keepWeighIn } = await import('$lib/device/kept-forms');
    const { atBench, units } = data.larder;
    const kept = await keepWeighIn($state.snapshot($form), atBench, units);
    if (!kept.kept) return kept.text;
    said = `${animalName(facts)}, ${$form.weight} ${format.unit}: kept on this device. It is booked as soon as the server is back, and gets its code then.`;
    const [animal, entry, item] = [freshId(), freshId(), freshId()];
    $form = { ...$form, animal, entry, item, weight: '', tag: '', note: '', assured: '' };
    return said;
  }
  const format = $derived(formatter(data.larder));

  const STAGE_NAMES = {
    hanging: 'hanging',
    dressed: 'dressed',
    drawn: 'drawn',
    live: 'live',
    part: 'one part alone'
  };
  const STAGE_WORDS = {
    hanging: 'hide, head, lower legs off',
    dressed: 'gut and pluck out, hide on',
    drawn: 'gut out, fur or feather on',
    live: 'whole',
    part: 'a leg, shoulder or neck brought in'
  };
  const { group } = $derived(SPECIES[$form.species]);
  const lot = $derived(comesInLots($form.species));
  const held = $derived(holdsFor({ species: $form.species, place: $form.place }, data.cards));
  const stageItems = $derived(
    stagesOf($form.species).map((value) => ({
      value,
      name:
        lot && value === 'hanging'
          ? group === 'rabbit'
            ? 'skinned'
            : 'skinned or plucked'
          : STAGE_NAMES[value]
    }))
  );
  const stageWords = $derived(
    lot && $form.stage === 'hanging'
      ? group === 'waterfowl'
        ? 'drawn and plucked, head and feet off'
        : 'drawn and skinned, head and feet off'
      : STAGE_WORDS[$form.stage]
  );
  $effect(() => {
    if (!stagesOf($form.species).includes($form.stage)) $form.stage = 'hanging';
  });
  const howItems = [
    { value: 'typed', name: 'weighed on a scale' },
    { value: 'estimated', name: 'estimated, no scale' }
  ];

  const mass = $derived(parseMass($form.weight, data.larder.units));
  const facts = $derived(firstFacts($form));
  const usual = $derived.by(() => {
    const { female, male } = SPECIES[$form.species].liveKg;
    const [low, high] = $form.sex === 'male' ? male : $form.sex === 'female' ? female : [female[0], male[1]];
    return `${lot ? 'one' : 'adults'} ${format.figure(low * 1000, lot ? 1 : 0)}–${format.figure(high * 1000, lot ? 1 : 0)} ${format.unit} live`;
  });
  const preview = $derived.by(() => {
    const said = yieldFacts(facts);
    const shotUnsaid = said.shotUnsaid === true;
    const learned = data.learned[facts.species];
    const expectation = expectAnimal(said, learned);
    const grams = mass.ok ? mass.grams : undefined;
    if ($form.stage === 'part')
      return {
        expectation,
        shotUnsaid,
        part: grams
          ? expectFromPart(said, $form.part, grams, $form.part === 'neck' ? undefined : $form.side, learned)
          : undefined
      };
    const stages = grams ? stagesFrom(said, $form.stage, grams) : undefined;
    const estimate = $form.how === 'estimated' ? 0.08 : 0;
    const hanging = stages
      ? expected(stages.hanging.grams, Math.hypot(stages.hanging.relativeSd, estimate))
      : undefined;
    const lead = hanging && !lot ? leadLoss(facts, hanging.mean) : undefined;
    return {
      expectation,
      shotUnsaid,
      hanging,
      lead,
      hangingKnown: $form.stage === 'hanging' && $form.how === 'typed'
    };
  });
  const folded = [
    'placement',
    'shotSide',
    'projectile',
    'condition',
    'skin',
    'owner',
    'killedOn',
    'place',
    'note',
    'source'
  ] as const;
  let restOpen = $state(false);
  $effect(() => {
    if (folded.some((key) => $errors[key]?.length)) restOpen = true;
  });
</script>

<svelte:head><title>Weigh in · {data.larder.larderName}</title></svelte:head>

<div class="grid">
  <form method="POST" use:enhance novalidate>
    <h1>Weigh in</h1>
    {#if $message}<p class="note" class:calm={$message === said} role="alert">{$message}</p>{/if}
    <input type="hidden" name="animal" bind:value={$form.animal} />
    <input type="hidden" name="entry" bind:value={$form.entry} />
    <input type="hidden" name="item" bind:value={$form.item} />
    <FactsFields
      bind:form={$form}
      errors={$errors}
      limits={$constraints as Limits}
      households={data.households}
      part="first"
    />
    <div class="pair">
      <Field
        id="stage"
        name="stage"
        label="Stage"
        items={stageItems}
        bind:value={$form.stage}
        fault={$errors.stage}
      >
        <p class="hint small soft">{stageWords}</p>
      </Field>
      <Field
        id="weight"
        name="weight"
        label="Weight"
        hint={lot ? 'of all together' : undefined}
        inputmode="decimal"
        unit={format.unit}
        limits={$constraints.weight}
        bind:value={$form.weight}
        fault={$errors.weight}
      >
        <DoubtPress asked={$errors.assured} assured={$form.assured} />
      </Field>
    </div>
    {#if lot}
      <div class="few">
        <Field
          id="count"
          name="count"
          label="How many"
          inputmode="numeric"
          limits={$constraints.count}
          bind:value={$form.count}
          fault={$errors.count}
        />
      </div>
    {/if}
    {#if held.length > 0}
      <p class="hint small soft">
        It is held from the start: {held.map((h) => `${HOLD_NAMES[h.why]} (${h.note})`).join('; ')}.
      </p>
    {/if}
    {#if $form.stage === 'part'}
      <div class="pair">
        <Field id="part" name="part" label="Which part" items={partItems} bind:value={$form.part} />
        {#if $form.part !== 'neck'}<Field
            id="side"
            name="side"
            label="Side"
            items={sideItems}
            bind:value={$form.side}
          />{/if}
      </div>
    {/if}
    <button class="press press-main go" type="submit" disabled={$submitting}>Hang it up</button>
    <details bind:open={restOpen}>
      <summary>More, now or later: shot, condition, owner, day</summary>
      <div class="rest">
        <Field id="how" name="how" label="How the weight was found" items={howItems} bind:value={$form.how} />
        <FactsFields
          bind:form={$form}
          errors={$errors}
          limits={$constraints as Limits}
          households={data.households}
          part="rest"
        />
      </div>
    </details>
  </form>
  <Preview {format} name={animalName(facts)} {usual} {...preview} />
</div>

<style>
  .grid {
    display: grid;
    grid-template-columns: minmax(0, 470px) minmax(0, 1fr);
    gap: 2.6rem;
    align-items: start;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 0.85rem;
  }
  h1 {
    font-size: 1.55rem;
  }
  .pair {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 180px), 1fr));
    gap: 0.9rem;
  }
  .few {
    max-width: 12rem;
  }
  .hint {
    margin-top: 0.2rem;
  }
  .go {
    min-height: 56px;
    font-family: var(--font-head);
    font-size: 1.15rem;
    margin-top: 0.3rem;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    color: var(--spruce-text);
    font-weight: 600;
    cursor: pointer;
  }
  summary::before {
    content: '+';
    width: 1.2rem;
    font-family: var(--font-mono);
  }
  details[open] summary::before {
    content: '–';
  }
  .rest {
    display: flex;
    flex-direction: column;
    gap: 0.85rem;
    padding-top: 0.3rem;
  }
  .note {
    border-left: 5px solid var(--rust);
    padding: 0.4rem 0.8rem;
    background: var(--card);
    font-weight: 600;
  }
  .calm {
    border-left-color: var(--spruce-text);
  }
  @media (max-width: 53.75em) {
    .grid {
      grid-template-columns: minmax(0, 1fr);
      gap: 1.4rem;
    }
  }
</style>
