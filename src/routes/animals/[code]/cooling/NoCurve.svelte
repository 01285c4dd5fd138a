<script lang="ts">
  import { LONGEST_DAYS } from '$core/hang';

  let {
    places,
    rooms,
    code,
    killed
  }: {
    places: string[];
    rooms: { key: string; name: string }[];
    code: string;
    /** Day of death, where that is too long ago. */
    killed: string | undefined;
  } = $props();
  const names = $derived(
    places
      .map((p) => (p === 'field' ? 'the air outside' : (rooms.find((r) => r.key === p)?.name ?? p)))
      .join(', ')
  );
</script>

<section class="nocurve">
  {#if killed !== undefined}
    <h2>Killed too long ago for a cooling curve</h2>
    <p>
      The book says killed on {killed}. Cooling is calculated for {LONGEST_DAYS} days after death at most. If the
      day is wrong, correct it in the facts.
    </p>
    <a class="press press-main" href="/animals/{code}">To the facts</a>
  {:else}
    <h2>Nobody has said how warm it is</h2>
    <p>Of {names} there is no reading and no forecast. A night’s low and high are enough to begin with.</p>
    <a class="press press-main" href="/hanging/air">Say how warm it is</a>
  {/if}
</section>

<style>
  .nocurve {
    display: flex;
    flex-direction: column;
    gap: 12px;
    align-items: flex-start;
    max-width: 560px;
    padding: 24px 0;
  }
</style>
