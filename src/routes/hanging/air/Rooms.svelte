<script lang="ts">
  import { refreshAll } from '$lib/device/refresh';
  import type { Room } from '$core/settings';
  import { sendJson } from '$lib/device/send';
  import type { Limits } from '$lib/forms/limits';
  import { Field, Tick } from '$lib/ui/fields';
  import { degreesTyped } from '$lib/ui/typed';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    rooms: Room[];
    /** By the rooms’ schema. */
    limits: Limits;
    format: Formatter;
  }
  let { rooms: initial, limits, format }: Props = $props();
  const AIR_ITEMS = [
    { value: 'still', name: 'still' },
    { value: 'breeze', name: 'a breeze' },
    { value: 'fan', name: 'a fan' }
  ];
  // svelte-ignore state_referenced_locally
  let rooms = $state(initial.map((r) => ({ ...r })));
  const typed = $derived(degreesTyped(format.degreesIn));
  let fault = $state('');
  let said = $state('');

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const sent = await sendJson('/api/v1/rooms', 'PUT', { rooms });
    fault = sent.ok ? '' : sent.text;
    said = sent.ok ? 'Kept.' : '';
    if (sent.ok) await refreshAll();
  }
  function add() {
    const free = Array.from({ length: 12 }, (_, i) => `room-${i + 1}`).find(
      (k) => !rooms.some((r) => r.key === k)
    );
    if (free) rooms.push({ key: free, name: '', film: 'still', outside: false, set: 3, warm: 7, hooks: 6 });
  }
</script>

<section>
  <h2>Rooms</h2>
  <form onsubmit={(e) => void keep(e)} novalidate>
    {#each rooms as room, i (room.key)}
      <fieldset>
        <legend class="sr-only">{room.name || 'a new room'}</legend>
        <Field label="Name" limits={limits.name} bind:value={room.name} />
        <Field label="Air" items={AIR_ITEMS} bind:value={room.film} />
        <Field
          label="Held at"
          unit={format.degreeUnit}
          type="number"
          step={typed.step}
          limits={typed.limits(limits.set)}
          disabled={room.outside}
          bind:value={() => typed.show(room.set), (v) => (room.set = typed.read(v))}
        />
        <Field
          label="Too warm above"
          unit={format.degreeUnit}
          type="number"
          step={typed.step}
          limits={typed.limits(limits.warm)}
          bind:value={() => typed.show(room.warm), (v) => (room.warm = typed.read(v) as number)}
        />
        <Field label="Hooks" type="number" limits={limits.hooks} bind:value={room.hooks} />
        <Tick bind:checked={room.outside}>follows the weather</Tick>
        {#if rooms.length > 1}<button
            class="quiet"
            type="button"
            onclick={() => (rooms = rooms.filter((_, k) => k !== i))}>take it out</button
          >{/if}
      </fieldset>
    {/each}
    {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
    {#if said}<p role="status">{said}</p>{/if}
    <div class="acts">
      <button class="press press-main" type="submit">Keep the rooms</button>{#if rooms.length < 12}<button
          class="press"
          type="button"
          onclick={add}>One more</button
        >{/if}
    </div>
  </form>
</section>

<style>
  h2 {
    font-size: 1.15rem;
    margin-bottom: 8px;
  }
  fieldset {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
    gap: 8px 12px;
    align-items: end;
    border: 0;
    border-bottom: 1px solid var(--line);
    padding: 0 0 12px;
    margin-bottom: 12px;
  }
  .acts {
    display: flex;
    gap: 10px;
  }
</style>
