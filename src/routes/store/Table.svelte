<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import { sendJson } from '$lib/device/send';
  import { Field } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    /** People at the table from Monday to Sunday; null where it is the same every day. */
    week: readonly number[] | null;
    people: number;
    /** Raw grams for each. */
    portion: number;
    format: Formatter;
  }
  let { week, people, portion, format }: Props = $props();
  const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
  let typed = $state(DAYS.map((_, i) => (week ? String(week[i] ?? 0) : '')));
  let open = $state(false);
  let fault = $state('');

  async function keep(next: readonly number[] | null): Promise<void> {
    const sent = await sendJson('/api/v1/table', 'PUT', { week: next });
    fault = sent.ok ? '' : sent.text;
    if (sent.ok) await refresh('larder:stock');
  }
  function send(): void {
    const numbers = typed.map((t) => (t.trim() === '' ? 0 : Number(t)));
    const wrong = numbers.findIndex((n) => !Number.isInteger(n) || n < 0 || n > 50);
    if (wrong >= 0) {
      fault = `${DAYS[wrong]}: a whole number of people, from 0 to 50`;
      return;
    }
    if (numbers.every((n) => n === 0)) {
      fault = 'somebody eats on one day at least';
      return;
    }
    void keep(numbers);
  }
</script>

<Fold title="Who eats on which day" bind:open>
  <form
    novalidate
    onsubmit={(e) => {
      e.preventDefault();
      send();
    }}
  >
    <p class="soft small">
      {format.mass(portion)} raw for each{week ? '' : `, and ${people} at the table every day`}. Empty is
      nobody.
    </p>
    <div class="seven">
      {#each DAYS as day, i (day)}<Field
          label={day.slice(0, 3)}
          bind:value={typed[i]}
          inputmode="numeric"
          placeholder={week ? '0' : String(people)}
        />{/each}
    </div>
    {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
    <p class="acts">
      <button class="press" type="submit">Plan by this</button>
      {#if week}<button
          class="quiet"
          type="button"
          onclick={() => {
            typed = DAYS.map(() => '');
            void keep(null);
          }}>the same every day</button
        >{/if}
    </p>
  </form>
</Fold>

<style>
  .seven {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(64px, 1fr));
    gap: 8px;
  }
  .acts {
    display: flex;
    gap: 12px;
    margin-top: 8px;
  }
  .fault {
    color: var(--rust);
    font-weight: 600;
  }
</style>
