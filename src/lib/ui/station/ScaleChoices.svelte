<script lang="ts">
  import { parseMass, type MassUnit } from '$core/units';
  import type { Cable } from '$lib/bench/cable.svelte';
  import { setSound, soundOn, tone } from '$lib/device/sound';

  /** A scale on a cable, a tone with each take, and the stand-in's plate. */
  interface Props {
    cable: Cable;
    unit: MassUnit;
    /** Tells the stand-in; undefined where there is none. */
    send?: ((body: unknown) => Promise<unknown>) | undefined;
    /** The one table is being shaken, here or elsewhere. */
    shaken: boolean;
    close: () => void;
  }
  let { cable: own, unit, send, shaken, close }: Props = $props();
  const cable = $derived(own.offered ? own : undefined);
  let sound = $state(soundOn());
  let text = $state('');
  const mass = $derived(parseMass(text, unit));
</script>

<div class="top grid">
  {#if cable}<button class="press" type="button" aria-pressed={cable.on} onclick={() => void cable.toggle()}
      >{cable.on ? 'Scale on the cable: let it go' : 'Scale on a cable'}</button
    >{:else}<p class="soft small">This browser has no way to a scale on a cable.</p>{/if}
  <button
    class="press"
    type="button"
    aria-pressed={sound}
    onclick={() => {
      sound = !sound;
      setSound(sound);
      if (sound) tone('booked');
    }}>{sound ? 'Sound is on' : 'Sound with a take'}</button
  >
</div>
{#if cable?.fault}<p class="fault" role="alert">{cable.fault}</p>{/if}
{#if send}
  <h3>Simulated scale</h3>
  <p class="soft small">
    A stand-in for a bench scale. In the demo it lays on what is asked for; here you can put on anything.
  </p>
  <form
    class="row"
    onsubmit={(e) => {
      e.preventDefault();
      if (mass.ok) void send?.({ action: 'lay', grams: Math.min(mass.grams, 1_000_000) }).then(close);
    }}
  >
    <label class="sr-only" for="lay">Weight to lay on, in {unit}</label>
    <input
      id="lay"
      class="field"
      inputmode="decimal"
      placeholder="weight in {unit}"
      bind:value={text}
      autocomplete="off"
    />
    <button class="press press-main" type="submit" disabled={!mass.ok}>Lay it on</button>
  </form>
  <div class="grid">
    <button class="press" type="button" onclick={() => void send?.({ action: 'lay', grams: 0 }).then(close)}
      >Empty the plate</button
    >
    <button class="press" type="button" onclick={() => void send?.({ action: 'tare' }).then(close)}
      >Tare</button
    >
    <button
      class="press"
      type="button"
      aria-pressed={shaken}
      onclick={() => void send?.({ action: 'noise', on: !shaken })}
      >{shaken ? 'Table is shaking: calm it' : 'Shake the table'}</button
    >
    <button
      class="press"
      type="button"
      onclick={() => void send?.({ action: 'lay', grams: 900_000 }).then(close)}>Overload it</button
    >
  </div>
{/if}

<style>
  .top {
    margin-bottom: 14px;
    align-items: center;
  }
  h3 {
    font-size: 1rem;
    color: var(--soft);
  }
  .fault {
    color: var(--rust);
    font-weight: 600;
    margin-bottom: 8px;
  }
  .row {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px;
    margin: 12px 0 8px;
  }
  .grid {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .press {
    min-height: 56px;
  }
</style>
