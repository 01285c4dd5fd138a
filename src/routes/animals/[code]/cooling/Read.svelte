<script lang="ts">
  import { said as inWords } from '$lib/words/said';
  import { refresh } from '$lib/device/refresh';
  import type { Felt } from '$core/book';
  import { parseDegrees } from '$core/probe';
  import { STIFFNESS_KEYS, STIFFNESS_NAMES } from '$core/reference';
  import { toCelsius } from '$core/units';
  import type { Formatter } from '$lib/words/formatter';
  import { bookAll, thenShow } from '$lib/device/post';
  import { sendJson } from '$lib/device/send';
  import { Field } from '$lib/ui/fields';
  import { stiffnessWords } from '$lib/words/stiffness';

  interface Props {
    animal: string;
    code: string;
    /** Its carcass; without one nobody feels how stiff it is. */
    item: string | undefined;
    felt: readonly Felt[];
    /** When it died, ms; undefined where nobody knows. */
    killedAt: number | undefined;
    kind: 'large' | 'small';
    now: number;
    hand: string;
    format: Formatter;
  }
  let { animal, code, item, felt, killedAt, kind, now, hand, format }: Props = $props();
  let core = $state('');
  let fault = $state('');
  let said = $state('');
  /** A figure that is one in °F and none in °C: asked before it is kept. */
  let asked = $state<number | undefined>();
  /** A core far from what is reckoned: asked before it is kept. */
  let far = $state<{ celsius: number; text: string } | undefined>();

  async function keep(celsius: number, sure = false) {
    asked = undefined;
    far = undefined;
    const place = `animal:${code}`;
    const sent = await sendJson('/api/v1/readings', 'POST', {
      place,
      core: celsius,
      ...(sure ? { sure } : {})
    });
    if (!sent.ok && sent.question) return void (far = { celsius, text: sent.text });
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    said = `${format.degrees(celsius)} kept.`;
    core = '';
    await refresh('larder:cooling');
  }
  function read(event: SubmitEvent) {
    event.preventDefault();
    said = '';
    const parsed = parseDegrees(core, format.degreesIn);
    if (!parsed.ok)
      return void (fault =
        format.degreesIn === 'C'
          ? 'a temperature such as 18.5, or 65 F'
          : 'a temperature such as 65, or 18.5 C');
    fault = '';
    // A warm ham reads 28 to 41 °C by day one; above that it can only be °F.
    if (parsed.asked && parsed.celsius > 42) return void (asked = parsed.celsius);
    void keep(parsed.celsius);
  }
  async function feel(how: (typeof STIFFNESS_KEYS)[number]) {
    if (!item) return;
    const sent = await bookAll(
      [{ intent: { kind: 'tick', animal, item, step: 'ready', how: 'done', answer: how } }],
      hand,
      format
    );
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    said = sent.said;
    await thenShow(sent, () => refresh('larder:cooling'));
  }
  const last = $derived(felt.at(-1));
</script>

<div>
  <h2>Read and felt</h2>
  <form onsubmit={read} novalidate>
    <span class="row">
      <Field
        id="core"
        label="Core, deep in the ham beside the bone"
        unit={format.degreeUnit}
        inputmode="decimal"
        bind:value={core}
        {fault}
      />
      <button class="press" type="submit">Keep</button>
    </span>
    {#if asked !== undefined}
      <p class="ask" role="alert">
        {asked} is no temperature of meat in °C.
        <button
          class="press"
          type="button"
          onclick={() => asked !== undefined && void keep(toCelsius(asked, 'F'))}>It was °F</button
        >
        <button class="quiet" type="button" onclick={() => (asked = undefined)}>typed wrongly</button>
      </p>
    {/if}
    {#if far}
      <p class="ask" role="alert" data-testid="far">
        {inWords(far.text, format)}
        <button class="press" type="button" onclick={() => far && void keep(far.celsius, true)}
          >It is {format.degrees(far.celsius)}</button
        >
        <button class="quiet" type="button" onclick={() => (far = undefined)}>typed wrongly</button>
      </p>
    {/if}
    {#if said}<p class="soft" role="status">{said}</p>{/if}
  </form>
  {#if item}
    <p class="label feel">
      Flex shoulder and hock{#if last}<span class="soft"
          >: {STIFFNESS_NAMES[last.how]}, {format.moment(last.at)}</span
        >{/if}
    </p>
    <p class="small soft">{stiffnessWords(killedAt, now, kind, format)}</p>
    <span class="row">
      {#each STIFFNESS_KEYS as how (how)}<button
          class="press"
          class:press-main={last?.how === how}
          type="button"
          onclick={() => void feel(how)}>{STIFFNESS_NAMES[how]}</button
        >{/each}
    </span>
  {/if}
</div>

<style>
  h2 {
    font-size: 1.08rem;
    margin-bottom: 6px;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: end;
  }
  .row :global(.one) {
    flex: 1;
    min-width: 120px;
  }
  .feel {
    margin-top: 14px;
  }
  .ask {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
    border-left: 5px solid var(--brass);
    padding: 6px 10px;
    margin-top: 6px;
  }
</style>
