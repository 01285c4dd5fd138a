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

  interface Props {
    form: TagForm;
    open: boolean;
    faults: TagFaults;
    households: string[];
  }
  let { form = $bindable(), open = $bindable(), faults, households }: Props = $props();
</script>

<!-- What can wait until the hands are dry: the shot, who, antlers, where by degrees. -->
<details bind:open>
  <summary>Shot, who, antlers, coordinates</summary>
  <div class="grid">
    <div>
      <label class="label" for="hit">Where it was hit</label><select
        id="hit"
        class="field"
        bind:value={form.placement}
        ><option value="">not said</option>{#each PLACEMENTS as p (p)}<option value={p}
            >{SHOT_LOSS[p].name}</option
          >{/each}</select
      >
    </div>
    {#if form.placement !== '' && SHOT_LOSS[form.placement].oneSide}<div>
        <label class="label" for="side">Which side</label><select
          id="side"
          class="field"
          bind:value={form.shotSide}
          ><option value="">not said</option><option value="left">left</option><option value="right"
            >right</option
          ></select
        >
      </div>{/if}
    {#if form.placement !== ''}<div>
        <label class="label" for="with">With what</label><select
          id="with"
          class="field"
          bind:value={form.projectile}
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
          bind:value={form.distance}
          aria-invalid={faults.distance ? 'true' : undefined}
        /><span class="unit">m</span></span
      >{#if faults.distance}<p class="fault">{faults.distance}</p>{/if}
    </div>
    <div>
      <label class="label" for="by">Taken by</label><input
        id="by"
        class="field"
        bind:value={form.takenBy}
        maxlength="60"
        autocomplete="off"
      />
    </div>
    <div>
      <label class="label" for="owner">Owner</label><input
        id="owner"
        class="field"
        list="owners"
        bind:value={form.owner}
        maxlength="60"
        autocomplete="off"
      /><datalist id="owners"
        >{#each households as h (h)}<option value={h}></option>{/each}</datalist
      >
    </div>
    {#if SPECIES[form.species].group === 'deer'}
      <div>
        <label class="label" for="girth">Heart girth</label><span class="with-unit"
          ><input
            id="girth"
            class="field"
            inputmode="numeric"
            bind:value={form.girth}
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
            bind:value={form.pointsLeft}
          /></span
        ><span
          ><label class="label" for="pointsRight">right</label><input
            id="pointsRight"
            class="field"
            inputmode="numeric"
            bind:value={form.pointsRight}
          /></span
        >
      </div>
    {/if}
    <div>
      <label class="label" for="proof">Proof of sex</label><select
        id="proof"
        class="field"
        bind:value={form.proof}
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
          bind:value={form.latitude}
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
          bind:value={form.longitude}
          aria-invalid={faults.longitude ? 'true' : undefined}
        /><span class="unit">°</span></span
      >{#if faults.longitude}<p class="fault">{faults.longitude}</p>{/if}
    </div>
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
  .label {
    margin: 6px 0 0;
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
