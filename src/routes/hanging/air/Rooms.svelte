<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import type { Room } from '$core/settings';
  import { sendJson } from '$lib/device/send';

  let { rooms: initial }: { rooms: Room[] } = $props();
  // svelte-ignore state_referenced_locally
  let rooms = $state(initial.map((r) => ({ ...r })));
  let fault = $state('');
  let said = $state('');

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const sent = await sendJson('/api/v1/rooms', 'PUT', { rooms });
    fault = sent.ok ? '' : sent.text;
    said = sent.ok ? 'Kept.' : '';
    if (sent.ok) await invalidateAll();
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
        <legend class="sr">{room.name || 'a new room'}</legend>
        <label
          ><span class="label">Name</span><input class="field" bind:value={room.name} maxlength="40" /></label
        >
        <label
          ><span class="label">Air</span><select class="field" bind:value={room.film}
            ><option value="still">still</option><option value="breeze">a breeze</option><option value="fan"
              >a fan</option
            ></select
          ></label
        >
        <label
          ><span class="label">Held at</span><span class="with-unit"
            ><input
              class="field"
              type="number"
              step="0.5"
              disabled={room.outside}
              bind:value={room.set}
            /><span class="unit">°C</span></span
          ></label
        >
        <label
          ><span class="label">Too warm above</span><span class="with-unit"
            ><input class="field" type="number" step="0.5" bind:value={room.warm} /><span class="unit"
              >°C</span
            ></span
          ></label
        >
        <label
          ><span class="label">Hooks</span><input
            class="field"
            type="number"
            min="1"
            bind:value={room.hooks}
          /></label
        >
        <label class="check"
          ><input class="tick" type="checkbox" bind:checked={room.outside} /> follows the weather</label
        >
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
  .sr {
    position: absolute;
    left: -999px;
  }
  .check {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 44px;
    white-space: nowrap;
  }
  .acts {
    display: flex;
    gap: 10px;
  }
</style>
