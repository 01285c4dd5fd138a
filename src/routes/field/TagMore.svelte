<script lang="ts">
  import {
    PLACEMENTS,
    PROJECTILES,
    PROJECTILE_FACTOR,
    PROOF_NAMES,
    PROOF_STATES,
    SHOT_LOSS,
    SPECIES
  } from '$core/reference';
  import type { TagFaults, TagForm } from '$lib/forms/field';
  import type { Limits } from '$lib/forms/limits';
  import { Field } from '$lib/ui/fields';

  interface Props {
    form: TagForm;
    open: boolean;
    faults: TagFaults;
    /** Of the animal’s facts, by their schema. */
    limits: Limits;
    households: string[];
  }
  let { form = $bindable(), open = $bindable(), faults, limits, households }: Props = $props();

  const NOT_SAID = { value: '', name: 'not said' };
  const placementItems = [NOT_SAID, ...PLACEMENTS.map((value) => ({ value, name: SHOT_LOSS[value].name }))];
  const projectileItems = [
    NOT_SAID,
    ...PROJECTILES.map((value) => ({ value, name: PROJECTILE_FACTOR[value].name }))
  ];
  const proofItems = [NOT_SAID, ...PROOF_STATES.map((value) => ({ value, name: PROOF_NAMES[value] }))];
  const SIDE_ITEMS = [NOT_SAID, { value: 'left', name: 'left' }, { value: 'right', name: 'right' }];
</script>

<!-- What can wait until the hands are dry: the shot, who, antlers, where by degrees. -->
<details bind:open>
  <summary>Shot, who, antlers, coordinates</summary>
  <div class="grid">
    <Field id="hit" label="Where it was hit" items={placementItems} bind:value={form.placement} />
    {#if form.placement !== '' && SHOT_LOSS[form.placement].oneSide}<Field
        id="side"
        label="Which side"
        items={SIDE_ITEMS}
        bind:value={form.shotSide}
      />{/if}
    {#if form.placement !== ''}<Field
        id="with"
        label="With what"
        items={projectileItems}
        bind:value={form.projectile}
      />{/if}
    <Field
      id="distance"
      label="Distance"
      unit="m"
      inputmode="numeric"
      bind:value={form.distance}
      fault={faults.distance}
    />
    <Field
      id="takenBy"
      label="Taken by"
      limits={limits.takenBy}
      bind:value={form.takenBy}
      fault={faults.takenBy}
    />
    <Field
      id="owner"
      label="Owner"
      known={households}
      limits={limits.owner}
      bind:value={form.owner}
      fault={faults.owner}
    />
    {#if SPECIES[form.species].group === 'deer'}
      <Field
        id="girth"
        label="Heart girth"
        unit="cm"
        inputmode="numeric"
        bind:value={form.girth}
        fault={faults.girth}
      />
      <div class="pairs">
        <Field
          id="pointsLeft"
          label="Points, left"
          inputmode="numeric"
          bind:value={form.pointsLeft}
          fault={faults.pointsLeft}
        /><Field
          id="pointsRight"
          label="right"
          inputmode="numeric"
          bind:value={form.pointsRight}
          fault={faults.pointsRight}
        />
      </div>
    {/if}
    <Field id="proof" label="Proof of sex" items={proofItems} bind:value={form.proof} />
    <Field
      id="latitude"
      label="North"
      unit="°"
      inputmode="decimal"
      bind:value={form.latitude}
      fault={faults.latitude}
    />
    <Field
      id="longitude"
      label="East"
      unit="°"
      inputmode="decimal"
      bind:value={form.longitude}
      fault={faults.longitude}
    />
  </div>
</details>

<style>
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
  summary {
    min-height: 48px;
    display: flex;
    align-items: center;
    color: var(--spruce-text);
    font-weight: 600;
    cursor: pointer;
  }
</style>
