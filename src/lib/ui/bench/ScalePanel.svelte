<script lang="ts">
  import { parseMass, type MassUnit } from '$core/units';
  import Overlay from './Overlay.svelte';

  let { send, unit, close }: { send: (body: unknown) => Promise<void>; unit: MassUnit; close: () => void } =
    $props();
  let text = $state('');
  let restless = $state(false);
  const mass = $derived(parseMass(text, unit));
</script>

<Overlay title="Simulated scale" {close}>
  <p class="soft small">
    A stand-in for a bench scale. In the demo it lays on what the bench asks for; here you can put on
    anything.
  </p>
  <form
    class="row"
    onsubmit={(e) => {
      e.preventDefault();
      if (mass.ok) void send({ action: 'lay', grams: Math.min(mass.grams, 1_000_000) }).then(close);
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
    <button class="press" type="button" onclick={() => void send({ action: 'lay', grams: 0 }).then(close)}
      >Empty the plate</button
    >
    <button class="press" type="button" onclick={() => void send({ action: 'tare' }).then(close)}>Tare</button
    >
    <button
      class="press"
      type="button"
      aria-pressed={restless}
      onclick={() => {
        restless = !restless;
        void send({ action: 'noise', on: restless });
      }}>{restless ? 'Table is shaking' : 'Shake the table'}</button
    >
    <button
      class="press"
      type="button"
      onclick={() => void send({ action: 'lay', grams: 900_000 }).then(close)}>Overload it</button
    >
  </div>
</Overlay>

<style>
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
