<script lang="ts">
  import { invalidate } from '$app/navigation';
  import type { Felt } from '$core/book';
  import { parseDegrees, fahrenheitToCelsius } from '$core/probe';
  import { STIFFNESS_KEYS } from '$core/reference';
  import type { Formatter } from '$lib/words/format';
  import { bookAll, thenShow } from '$lib/device/post';
  import { sendJson } from '$lib/device/send';
  import { Field } from '$lib/ui/fields';

  interface Props {
    animal: string;
    code: string;
    /** Its carcass; without one nobody feels how stiff it is. */
    item: string | undefined;
    felt: readonly Felt[];
    hand: string;
    format: Formatter;
  }
  let { animal, code, item, felt, hand, format }: Props = $props();
  let core = $state('');
  let fault = $state('');
  let said = $state('');
  /** A figure that is one in °F and none in °C: asked before it is kept. */
  let asked = $state<number | undefined>();

  async function keep(celsius: number) {
    asked = undefined;
    const sent = await sendJson('/api/v1/readings', 'POST', { place: `animal:${code}`, core: celsius });
    fault = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    said = `${celsius.toFixed(1)} °C kept.`;
    core = '';
    await invalidate('larder:cooling');
  }
  function read(event: SubmitEvent) {
    event.preventDefault();
    said = '';
    const parsed = parseDegrees(core);
    if (!parsed.ok) return void (fault = 'a temperature such as 18.5, or 65 F');
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
    await thenShow(sent, () => invalidate('larder:cooling'));
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
        unit="°C"
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
          onclick={() => asked !== undefined && void keep(fahrenheitToCelsius(asked))}>It was °F</button
        >
        <button class="quiet" type="button" onclick={() => (asked = undefined)}>typed wrongly</button>
      </p>
    {/if}
    {#if said}<p class="soft" role="status">{said}</p>{/if}
  </form>
  {#if item}
    <p class="label feel">
      Flex shoulder and hock{#if last}<span class="soft">: {last.how}, {format.moment(last.at)}</span>{/if}
    </p>
    <span class="row">
      {#each STIFFNESS_KEYS as how (how)}<button
          class="press"
          class:press-main={last?.how === how}
          type="button"
          onclick={() => void feel(how)}>{how}</button
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
