<script lang="ts">
  import { onMount } from 'svelte';
  import { firming } from '$lib/device/firming.svelte';
  import { tone } from '$lib/device/sound';

  /** What lies in the freezer to be sliced: called back when it is firm, on whatever page this device shows. */
  let now = $state(Date.now());
  const called = new Set<string>();
  const due = $derived(firming.list.filter((t) => t.until <= now));
  onMount(() => {
    firming.read();
    const hear = () => firming.read();
    const tick = () => {
      now = Date.now();
      for (const t of firming.list)
        if (t.until <= now && !called.has(`${t.id} ${t.until}`)) {
          called.add(`${t.id} ${t.until}`);
          tone('booked');
        }
    };
    addEventListener('storage', hear);
    const every = setInterval(tick, 5_000);
    tick();
    return () => {
      removeEventListener('storage', hear);
      clearInterval(every);
    };
  });
</script>

{#each due as one (one.id)}
  <p class="call" role="alert">
    <strong>{one.name}</strong> has been {Math.round(one.minutes)} minutes in the freezer: press it with a thumb,
    and slice it.
    <button class="press" type="button" onclick={() => firming.done(one.id)}>It is out</button>
    <button class="press press-quiet" type="button" onclick={() => firming.start(one.id, one.name, 15)}
      >15 minutes more</button
    >
  </p>
{/each}

<style>
  .call {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 14px;
    align-items: center;
    max-width: 1352px;
    margin: 10px auto 0;
    padding: 8px 14px;
    border-left: 5px solid var(--brass);
    background: var(--card);
    color: var(--ink);
  }
  @media (max-width: 90em) {
    .call {
      margin-inline: 24px;
    }
  }
  @media (max-width: 47.5em) {
    .call {
      margin-inline: 14px;
    }
  }
</style>
