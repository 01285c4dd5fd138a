<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import { READY_MADE, READY_MADE_NAMES, mealsWanted, readyMadeId, type Wish } from '$core/plan';
  import { PLAN_USE_NAMES } from '$core/reference';
  import { sendJson } from '$lib/device/send';
  import type { Planning } from '$lib/plan/planning.svelte';
  import type { Formatter } from '$lib/words/formatter';

  /** For whom it is planned: wishes that are kept, ready-made ones, one that is written. */
  interface Props {
    planning: Planning;
    wishes: readonly Wish[];
    format: Formatter;
  }
  let { planning, wishes, format }: Props = $props();
  let said = $state('');
  async function drop(id: string): Promise<void> {
    const sent = await sendJson(`/api/v1/wishes/${id}`, 'DELETE');
    said = sent.ok ? '' : sent.text;
    if (sent.ok) {
      if (planning.chosen.includes(id)) planning.only(readyMadeId('steaksAndRoasts'));
      await refresh('larder:plan');
    }
  }
  const sums = (wish: Wish): string =>
    `${wish.people} at the table, ${mealsWanted(wish)} meals: ${wish.rows.map((r) => PLAN_USE_NAMES[r.use]).join(', ') || 'by cut'}`;
</script>

{#if planning.draft}
  {#await import('./Written.svelte') then { default: Written }}<Written {planning} {format} />{/await}
{:else}
  <h2>For whom</h2>
  <ul>
    {#each wishes as wish (wish.id)}
      {@const on = planning.chosen.includes(wish.id)}
      <li>
        <button type="button" class="pick" class:on aria-pressed={on} onclick={() => planning.toggle(wish.id)}
          ><strong>{wish.name}</strong><small class="soft">{sums(wish)} · {format.day(wish.at)}</small
          ></button
        >
        {#if on}<span class="acts"
            ><button class="quiet" type="button" onclick={() => planning.change(wish)}>change</button><button
              class="quiet"
              type="button"
              onclick={() => planning.write(wish)}>copy</button
            ><button class="quiet" type="button" onclick={() => void drop(wish.id)}>take out</button></span
          >{/if}
      </li>
    {/each}
  </ul>
  <p class="ready">
    {#each READY_MADE as key (key)}
      {@const id = readyMadeId(key)}
      <button
        type="button"
        class="press"
        aria-pressed={planning.chosen.includes(id)}
        onclick={() => planning.only(id)}>{READY_MADE_NAMES[key]}</button
      >{/each}
  </p>
  {#if said}<p role="alert" class="rust">{said}</p>{/if}
  <button class="quiet" type="button" onclick={() => planning.write(planning.wishes[0])}>Write a wish</button>
{/if}

<style>
  h2 {
    margin-top: 16px;
  }
  .pick {
    display: block;
  }
  .pick small {
    display: block;
  }
  .acts {
    display: flex;
    gap: 16px;
    padding: 2px 12px;
  }
  .ready {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin: 10px 0;
  }
  .ready [aria-pressed='true'] {
    background: var(--spruce);
    color: var(--on-spruce, #fff);
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
</style>
