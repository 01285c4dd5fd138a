<script lang="ts">
  import type { Limits } from '$lib/forms/limits';
  import { Field, Tick } from './fields';
  import {
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
    { value: '', name: 'not said, or a clean animal' },
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
  const oneSided = $derived(form.placement !== '' && SHOT_LOSS[form.placement].oneSide);
</script>

{#if part === 'first'}
  <Field
    id="species"
    name="species"
    label="Species"
    items={speciesItems}
    bind:value={form.species}
    fault={errors.species}
  />
  <div class="pair">
    <Field id="sex" name="sex" label="Sex" items={sexItems} bind:value={form.sex} fault={errors.sex} />
    <Field
      id="ageClass"
      name="ageClass"
      label="Age"
      items={ageItems}
      bind:value={form.ageClass}
      fault={errors.ageClass}
    />
  </div>
  <Field
    id="tag"
    name="tag"
    label="Tag"
    hint="as written on it, if there is one"
    limits={limits.tag}
    bind:value={form.tag}
    fault={errors.tag}
  />
{:else}
  <Field
    id="placement"
    name="placement"
    label="Where it was hit"
    items={placementItems}
    bind:value={form.placement}
    fault={errors.placement}
  />
  {#if form.placement !== ''}
    <div class="pair">
      {#if oneSided}<Field
          id="shotSide"
          name="shotSide"
          label="Which side"
          items={[
            { value: '', name: 'not said' },
            { value: 'left', name: 'left' },
            { value: 'right', name: 'right' }
          ]}
          bind:value={form.shotSide}
          fault={errors.shotSide}
        />{/if}
      <Field
        id="projectile"
        name="projectile"
        label="With what"
        items={projectileItems}
        bind:value={form.projectile}
        fault={errors.projectile}
      />
    </div>
  {/if}
  <Field
    id="condition"
    name="condition"
    label="Condition"
    items={conditionItems}
    bind:value={form.condition}
    fault={errors.condition}
  />
  {#if form.sex === 'male'}<Tick name="rut" bind:checked={form.rut}>in the rut: a heavy neck</Tick>{/if}
  <Field
    id="trimStandard"
    name="trimStandard"
    label="Trim standard"
    items={trimItems}
    bind:value={form.trimStandard}
    fault={errors.trimStandard}
  />
  <div class="pair">
    <Field
      id="killedOn"
      name="killedOn"
      label="Day it was killed"
      type="date"
      bind:value={form.killedOn}
      fault={errors.killedOn}
    />
    <Field
      id="source"
      name="source"
      label="Where from"
      items={sourceItems}
      bind:value={form.source}
      fault={errors.source}
    />
  </div>
  <div class="pair">
    <Field
      id="owner"
      name="owner"
      label="Owner"
      known={households}
      limits={limits.owner}
      bind:value={form.owner}
      fault={errors.owner}
    />
    <Field
      id="place"
      name="place"
      label="Place"
      limits={limits.place}
      bind:value={form.place}
      fault={errors.place}
    />
  </div>
  <Field
    id="note"
    name="note"
    label="Note"
    rows={2}
    limits={limits.note}
    bind:value={form.note}
    fault={errors.note}
  />
{/if}

<style>
  .pair {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 180px), 1fr));
    gap: 0.9rem;
  }
</style>
