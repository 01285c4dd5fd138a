<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import { parseDegrees } from '$core/probe';
  import { inDegrees, toCelsius } from '$core/units';
  import type { Formatter } from '$lib/words/formatter';
  import { sendJson } from '$lib/device/send';
  import { Field } from '$lib/ui/fields';

  interface Props {
    room: { key: string; name: string; read?: { air: number } };
    format: Formatter;
    close: () => void;
  }
  let { room, format, close }: Props = $props();

  /** Half degrees round what the door said last; whole ones of °F. */
  const step = $derived(format.degreesIn === 'C' ? 0.5 : 1);
  const around = $derived(Math.round(inDegrees(room.read?.air ?? 3, format.degreesIn) / step) * step);
  const values = $derived(
    Array.from({ length: 9 }, (_, i) => toCelsius(around + (i - 4) * step, format.degreesIn))
  );
  let typed = $state('');
  let damp = $state('');
  let fault = $state('');
  /** The field that is wrong; the whole, where it is neither. */
  let wrong = $state<'air' | 'rh' | undefined>();
  let asked = $state<number | undefined>();
  let busy = $state(false);

  async function keep(celsius: number) {
    busy = true;
    const rh = damp.trim() === '' ? undefined : Number(damp.replace(',', '.'));
    if (rh !== undefined && !(rh >= 0 && rh <= 100)) {
      fault = 'humidity is 0 to 100 %';
      wrong = 'rh';
      busy = false;
      return;
    }
    const sent = await sendJson('/api/v1/readings', 'POST', {
      place: `room:${room.key}`,
      air: celsius,
      ...(rh === undefined ? {} : { rh })
    });
    busy = false;
    fault = sent.ok ? '' : sent.text;
    wrong = undefined;
    if (!sent.ok) return;
    await refresh('larder:hanging');
    close();
  }
  function keepTyped(event: SubmitEvent) {
    event.preventDefault();
    const read = parseDegrees(typed, format.degreesIn);
    fault = read.ok
      ? ''
      : format.degreesIn === 'C'
        ? 'a temperature such as 3.5, or 38 F'
        : 'a temperature such as 38, or 3.5 C';
    wrong = read.ok ? undefined : 'air';
    if (!read.ok) return;
    if (read.asked) return void (asked = read.celsius);
    void keep(read.celsius);
  }
</script>

<section class="door" aria-label="Read the door of {room.name}">
  <p class="label">{room.name}, as the door says it now</p>
  <div class="values">
    {#each values as value (value)}
      <button class="press" type="button" disabled={busy} onclick={() => void keep(value)}
        >{format.figureOfDegrees(value, step === 1 ? 0 : 1)}</button
      >
    {/each}
    <span class="unit">{format.degreeUnit}</span>
  </div>
  <form onsubmit={keepTyped} novalidate>
    <Field
      label="or typed"
      unit={format.degreeUnit}
      inputmode="decimal"
      bind:value={typed}
      fault={wrong === 'air' ? fault : ''}
    />
    <Field
      label="humidity, if it says"
      unit="%"
      inputmode="decimal"
      bind:value={damp}
      fault={wrong === 'rh' ? fault : ''}
    />
    <button class="press press-main" type="submit" disabled={busy}>Keep</button>
    <button class="quiet" type="button" onclick={close}>not now</button>
  </form>
  {#if asked !== undefined}
    <p class="ask" role="alert">
      {asked} °C in a room for meat?
      <button
        class="press"
        type="button"
        onclick={() => asked !== undefined && void keep(toCelsius(asked, 'F'))}>It was °F</button
      >
      <button class="press" type="button" onclick={() => asked !== undefined && void keep(asked)}
        >It is that warm</button
      >
    </p>
  {/if}
  {#if fault && !wrong}<p class="fault" role="alert">{fault}</p>{/if}
</section>

<style>
  .door {
    border: 1.5px solid var(--edge);
    border-radius: 4px;
    background: var(--card);
    padding: 12px 16px;
    margin-bottom: 14px;
  }
  .values {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .values .press {
    min-width: 68px;
    min-height: 56px;
    font-size: 1.2rem;
  }
  .values .unit {
    color: var(--soft);
  }
  form {
    display: flex;
    flex-wrap: wrap;
    align-items: start;
    gap: 12px;
    margin-top: 10px;
  }
  form button {
    margin-top: 1.65rem;
  }
  form :global(.one) {
    width: 150px;
  }
  .ask,
  .fault {
    margin-top: 8px;
    font-weight: 600;
  }
  .fault {
    color: var(--rust);
  }
</style>
