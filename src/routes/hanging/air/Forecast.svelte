<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import { sendJson } from '$lib/device/send';
  import { Field, FileField } from '$lib/ui/fields';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    days: { day: string; low: number; high: number }[];
    source: string | undefined;
    /** The simulated weather service may be asked. */
    standIns: boolean;
    format: Formatter;
  }
  let { days, source, standIns, format }: Props = $props();
  let text = $state('');
  let fault = $state('');
  let said = $state('');
  let busy = $state(false);

  async function put(body: { text?: string; unit?: 'C' | 'F'; service?: boolean }) {
    busy = true;
    said = '';
    const sent = await sendJson('/api/v1/forecast', 'POST', body);
    busy = false;
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    said = body.service ? 'The service’s word is in.' : 'Taken in. Every window is reckoned anew.';
    text = '';
    await refresh('larder:air');
  }
  async function file([chosen]: File[]) {
    if (chosen) text = (await chosen.text()).slice(0, 20_000);
  }
  const SOURCES: Record<string, string> = {
    service: 'as the stand-in service said it',
    simulated: 'simulated',
    typed: 'as typed',
    pasted: 'as pasted',
    csv: 'from a file'
  };
</script>

<section>
  <h2>
    Forecast <small class="soft">of the air outside{source ? `, ${SOURCES[source] ?? source}` : ''}</small>
  </h2>
  {#if days.length > 0}
    <ul class="days">
      {#each days as d (d.day)}<li>
          <span class="soft">{d.day}</span><b
            >{format.figureOfDegrees(d.low, 0)} … {format.degrees(d.high, 0)}</b
          >
        </li>{/each}
    </ul>
  {:else}<p class="soft">Nothing is forecast. Without it a window holds the mean of the last day.</p>{/if}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void put({ text, unit: format.degreesIn });
    }}
  >
    <Field
      id="forecast"
      label="A line a day, or a line an hour"
      rows={5}
      mono
      placeholder={format.degreesIn === 'C'
        ? 'tonight 3 / 12\ntomorrow 4 / 13  80 %  3 m/s\n2026-11-27 14:00  6.5  80  3'
        : 'tonight 37 / 54\ntomorrow 39 / 55  80 %  3 m/s\n2026-11-27 14:00  44  80  3'}
      bind:value={text}
      {fault}
    />
    {#if said}<p class="said" role="status">{said}</p>{/if}
    <div class="acts">
      <button class="press press-main" type="submit" disabled={busy || text.trim() === ''}>Take it in</button>
      {#if standIns}<button
          class="press"
          type="button"
          disabled={busy}
          onclick={() => void put({ service: true })}>Ask the simulated weather service</button
        >{/if}
    </div>
    <FileField label="or a file of hours" accept=".csv,.txt,text/*" onchosen={(files) => void file(files)} />
  </form>
</section>

<style>
  h2 {
    font-size: 1.15rem;
    margin-bottom: 8px;
  }
  h2 small {
    font-family: var(--font-sans);
    font-size: 0.9rem;
    font-weight: 400;
  }
  .days {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    margin-bottom: 12px;
  }
  .days li {
    display: flex;
    flex-direction: column;
    line-height: 1.25;
    white-space: nowrap;
  }
  form :global(textarea) {
    line-height: 1.5;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    margin: 10px 0;
  }
  .said {
    font-weight: 600;
  }
</style>
