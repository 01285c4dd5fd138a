<script lang="ts">
  import { LONGEST_DAYS } from '$core/hang';

  let { code, killed }: { code: string; killed: string } = $props();
</script>

<section class="toolong">
  <h2>Killed too long ago for a cooling curve</h2>
  <p>
    The book says killed on {killed}. Cooling is calculated for {LONGEST_DAYS} days after death at most. If the
    day is wrong, correct it in the facts.
  </p>
  <a class="press press-main" href="/animals/{code}">To the facts</a>
</section>

<style>
  .toolong {
    display: flex;
    flex-direction: column;
    gap: 12px;
    align-items: flex-start;
    max-width: 560px;
    padding: 24px 0;
  }
</style>
