<script lang="ts">
  import { Input, Label, Select, Checkbox, Textarea } from './fields';
  import {
    AGE_CLASSES,
    PLACEMENTS,
    PROJECTILES,
    PROJECTILE_FACTOR,
    SEXES,
    SHOT_LOSS,
    SPECIES,
    SPECIES_KEYS,
    TRIM_STANDARDS,
    type SpeciesKey
  } from '$core/reference';
  import type { FactsForm } from '$lib/forms/facts';
  import FieldError from './FieldError.svelte';

  interface Props {
    form: FactsForm;
    errors: Partial<Record<keyof FactsForm, string[]>>;
    households: string[];
    part: 'first' | 'rest';
  }
  let { form = $bindable(), errors, households, part }: Props = $props();

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
  const invalid = (key: keyof FactsForm) => (errors[key]?.length ? 'true' : undefined);
  const described = (key: keyof FactsForm) => (errors[key]?.length ? `${key}-error` : undefined);
</script>

{#if part === 'first'}
  <div>
    <Label for="species">Species</Label>
    <Select
      id="species"
      name="species"
      items={speciesItems}
      bind:value={form.species as SpeciesKey}
      aria-invalid={invalid('species')}
      aria-describedby={described('species')}
    />
    <FieldError id="species-error" errors={errors.species} />
  </div>
  <div class="pair">
    <div>
      <Label for="sex">Sex</Label>
      <Select id="sex" name="sex" items={sexItems} bind:value={form.sex} aria-invalid={invalid('sex')} />
      <FieldError id="sex-error" errors={errors.sex} />
    </div>
    <div>
      <Label for="ageClass">Age</Label>
      <Select
        id="ageClass"
        name="ageClass"
        items={ageItems}
        bind:value={form.ageClass}
        aria-invalid={invalid('ageClass')}
      />
      <FieldError id="ageClass-error" errors={errors.ageClass} />
    </div>
  </div>
  <div>
    <Label for="tag">Tag <span class="soft">as written on it, if there is one</span></Label>
    <Input
      id="tag"
      name="tag"
      bind:value={form.tag}
      maxlength={60}
      autocomplete="off"
      aria-invalid={invalid('tag')}
      aria-describedby={described('tag')}
    />
    <FieldError id="tag-error" errors={errors.tag} />
  </div>
{:else}
  <div>
    <Label for="placement">Where it was hit</Label>
    <Select id="placement" name="placement" items={placementItems} bind:value={form.placement} />
    <FieldError id="placement-error" errors={errors.placement} />
  </div>
  {#if form.placement !== ''}
    <div class="pair">
      {#if oneSided}
        <div>
          <Label for="shotSide">Which side</Label>
          <Select
            id="shotSide"
            name="shotSide"
            items={[
              { value: '', name: 'not said' },
              { value: 'left', name: 'left' },
              { value: 'right', name: 'right' }
            ]}
            bind:value={form.shotSide}
          />
        </div>
      {/if}
      <div>
        <Label for="projectile">With what</Label>
        <Select id="projectile" name="projectile" items={projectileItems} bind:value={form.projectile} />
      </div>
    </div>
  {/if}
  <div>
    <Label for="condition">Condition</Label>
    <Select id="condition" name="condition" items={conditionItems} bind:value={form.condition} />
    <FieldError id="condition-error" errors={errors.condition} />
  </div>
  {#if form.sex === 'male'}
    <label class="check"><Checkbox name="rut" bind:checked={form.rut} /> in the rut: a heavy neck</label>
  {/if}
  <div>
    <Label for="trimStandard">Trim standard</Label>
    <Select id="trimStandard" name="trimStandard" items={trimItems} bind:value={form.trimStandard} />
  </div>
  <div class="pair">
    <div>
      <Label for="killedOn">Day it was killed</Label>
      <Input
        id="killedOn"
        name="killedOn"
        type="date"
        bind:value={form.killedOn}
        aria-invalid={invalid('killedOn')}
        aria-describedby={described('killedOn')}
      />
      <FieldError id="killedOn-error" errors={errors.killedOn} />
    </div>
    <div>
      <Label for="source">Where from</Label>
      <Select id="source" name="source" items={sourceItems} bind:value={form.source} />
    </div>
  </div>
  <div class="pair">
    <div>
      <Label for="owner">Owner</Label>
      <Input
        id="owner"
        name="owner"
        list="households"
        bind:value={form.owner}
        maxlength={80}
        autocomplete="off"
        aria-invalid={invalid('owner')}
        aria-describedby={described('owner')}
      />
      <datalist id="households"
        >{#each households as household (household)}<option value={household}></option>{/each}</datalist
      >
      <FieldError id="owner-error" errors={errors.owner} />
    </div>
    <div>
      <Label for="place">Place</Label>
      <Input
        id="place"
        name="place"
        bind:value={form.place}
        maxlength={120}
        autocomplete="off"
        aria-invalid={invalid('place')}
        aria-describedby={described('place')}
      />
      <FieldError id="place-error" errors={errors.place} />
    </div>
  </div>
  <div>
    <Label for="note">Note</Label>
    <Textarea
      id="note"
      name="note"
      rows={2}
      bind:value={form.note}
      aria-invalid={invalid('note')}
      aria-describedby={described('note')}
    />
    <FieldError id="note-error" errors={errors.note} />
  </div>
{/if}

<style>
  .pair {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 180px), 1fr));
    gap: 0.9rem;
  }
  .check {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    min-height: 44px;
  }
</style>
