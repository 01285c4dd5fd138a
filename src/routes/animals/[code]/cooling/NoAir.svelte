<script lang="ts">
  let { places, rooms }: { places: string[]; rooms: { key: string; name: string }[] } = $props();
  const names = $derived(
    places
      .map((p) => (p === 'field' ? 'the air outside' : (rooms.find((r) => r.key === p)?.name ?? p)))
      .join(', ')
  );
</script>

<section class="noair">
  <h2>Nobody has said how warm it is</h2>
  <p>Of {names} there is no reading and no forecast. A night’s low and high are enough to begin with.</p>
  <a class="press press-main" href="/hanging/air">Say how warm it is</a>
</section>

<style>
  .noair {
    display: flex;
    flex-direction: column;
    gap: 12px;
    align-items: flex-start;
    max-width: 560px;
    padding: 24px 0;
  }
</style>
