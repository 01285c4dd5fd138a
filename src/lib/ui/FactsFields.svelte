<script lang="ts">
  import type { Limits } from '$lib/forms/limits';
  import { Field, Tick } from './fields';
  import {
    isBird,
    AGE_CLASSES,
    PLACEMENTS,
    PROJECTILES,
    PROJECTILE_FACTOR,
    SEXES,
    SHOT_LOSS,
    SPECIES,
    SPECIES_KEYS,
    TRIM_STANDARDS
  } from '$core/reference';
  import type { FactsForm } from '$lib/forms/facts';
  import { hitOf } from '$lib/forms/hit';

  interface Props {
    form: FactsForm;
    errors: Partial<Record<keyof FactsForm, string[]>>;
    /** By the schema that checks the form. */
    limits: Limits;
    households: string[];
    part: 'first' | 'rest';
  }
  let { form = $bindable(), errors, limits, households, part }: Props = $props();

  const speciesItems = SPECIES_KEYS.map((value) => ({ value, name: SPECIES[value].name }));
  const sexWord = (sex: (typeof SEXES)[number]) =>
    sex === 'unknown' ? 'not known' : `${sex} (${SPECIES[form.species].words[sex]})`;
  const ageWord: Record<(typeof AGE_CLASSES)[number], string> = {
    young: 'young, under a year',
    yearling: 'yearling',
    adult: 'adult',
    old: 'old'
  };
  const sexItems = $derived(SEXES.map((value) => ({ value, name: sexWord(value) })));
  const ageItems = AGE_CLASSES.map((value) => ({ value, name: ageWord[value] }));
  const placementItems = [
    { value: '', name: 'not said (counts as what is usual)' },
    { value: 'clean', name: 'a clean animal: no meat lost' },
    ...PLACEMENTS.map((value) => ({ value, name: SHOT_LOSS[value].name }))
  ];
  const projectileItems = [
    { value: '', name: 'not said (counts as expanding)' },
    ...PROJECTILES.map((value) => ({ value, name: PROJECTILE_FACTOR[value].name }))
  ];
  const conditionItems = [
    { value: '', name: 'not said (guessed from the month)' },
    ...['1 thin', '2 lean', '3 fair', '4 good', '5 fat'].map((name) => ({ value: name.slice(0, 1), name }))
  ];
  const trimItems = ([1, 2, 3] as const).map((key) => ({
    value: String(key),
    name: `${key} ${TRIM_STANDARDS[key].name}: ${TRIM_STANDARDS[key].means}`
  }));
  const sourceItems = [
    { value: '', name: 'not said' },
    { value: 'hunt', name: 'own hunt' },
    { value: 'guest', name: 'guest' },
    { value: 'dealer', name: 'dealer' },
    { value: 'customer', name: 'customer' },
    { value: 'salvage', name: 'road salvage, where legal' }
  ];
  const SIDE_ITEMS = [
    { value: '', name: 'not said' },
    { value: 'left', name: 'left' },
    { value: 'right', name: 'right' }
  ];
  const hit = $derived(hitOf(form.placement));
  const oneSided = $derived(hit !== undefined && SHOT_LOSS[hit].oneSide);
  const skinItems = [
    { value: '', name: 'not said (as is usual)' },
    { value: 'on', name: 'plucked, the skin stays on' },
    { value: 'off', name: 'skinned' }
  ];
</script>

{#snippet field(key: Exclude<keyof FactsForm, 'rut'>, label: string, more: Record<string, unknown> = {})}
  <Field
    id={key}
    name={key}
    {label}
    limits={limits[key]}
    bind:value={form[key] as string}
    fault={errors[key]}
    {...more}
  />
{/snippet}

{#if part === 'first'}
  {@render field('species', 'Species', { items: speciesItems })}
  <div class="pair">
    {@render field('sex', 'Sex', { items: sexItems })}
    {@render field('ageClass', 'Age', { items: ageItems })}
  </div>
  {@render field('tag', 'Tag', { hint: 'as written on it, if there is one' })}
{:else}
  {@render field('placement', 'Where it was hit', { items: placementItems })}
  {#if hit !== undefined}
    <div class="pair">
      {#if oneSided}{@render field('shotSide', 'Which side', { items: SIDE_ITEMS })}{/if}
      {@render field('projectile', 'With what', { items: projectileItems })}
    </div>
  {/if}
  {@render field('condition', 'Condition', { items: conditionItems })}
  {#if isBird(form.species)}{@render field('skin', 'Plucked or skinned', { items: skinItems })}{/if}
  {#if form.sex === 'male'}<Tick name="rut" bind:checked={form.rut}>in the rut: a heavy neck</Tick>{/if}
  {@render field('trimStandard', 'Trim standard', { items: trimItems })}
  <div class="pair">
    {@render field('killedOn', 'Day it was killed', { type: 'date' })}
    {@render field('source', 'Where from', { items: sourceItems })}
  </div>
  <div class="pair">
    {@render field('owner', 'Owner', { known: households })}
    {@render field('place', 'Place')}
  </div>
  {@render field('note', 'Note', { rows: 2 })}
{/if}

<style>
  .pair {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 180px), 1fr));
    gap: 0.9rem;
  }
</style>
