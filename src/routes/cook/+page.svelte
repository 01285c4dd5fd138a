<script lang="ts">
  import { onMount } from 'svelte';
  import { refresh } from '$lib/device/refresh';
  import { parseDegrees } from '$core/probe';
  import { asReading } from '$lib/bench/plate.svelte';
  import { askJson } from '$lib/device/ask';
  import { Station } from '$lib/station/station.svelte';
  import { Field } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';
  import ScaleFoot from '$lib/ui/station/ScaleFoot.svelte';
  import StationPage from '$lib/ui/station/StationPage.svelte';
  import { formatter } from '$lib/words/formatter';
  import { heldWords } from '$lib/words/label';
  import { said } from '$lib/words/said';
  import Begin from './Begin.svelte';
  import Cooling from './Cooling.svelte';
  import Drying from './Drying.svelte';
  import Heated from './Heated.svelte';
  import { SAYS } from './what';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const station = new Station(() => data);
  onMount(() => station.join(weigh, () => void refresh('larder:stock')));

  let core = $state('');
  let chosen = $state<string | undefined>();
  // svelte-ignore state_referenced_locally
  let beginning = $state(data.batches.length === 0);

  const batch = $derived(data.batches.find((b) => b.id === chosen) ?? data.batches[0]);

  function weigh(): void {
    const now = batch;
    if (!now) return;
    // Of jerky the middle is logged by itself.
    const typed =
      now.what === 'jerky' || core.trim() === '' ? undefined : parseDegrees(core, format.degreesIn);
    if (typed && (!typed.ok || typed.celsius < -40 || typed.celsius > 150)) {
      station.notice = { kind: 'plain', text: `“${core}” is no temperature. It is still there to change.` };
      return;
    }
    station.take('weigh', (weight) => {
      const net = weight.grams - weight.tare;
      if (net >= now.grams) {
        station.notice = {
          kind: 'plain',
          text: `${format.mass(net, 3)} is no less than the ${format.mass(now.grams, 3)} in the book: what dries or cooks loses water. Is the tray on it?`
        };
        return;
      }
      const own = { pool: now.id, item: now.id, reading: asReading(weight) };
      station.book(
        [
          now.what === 'jerky'
            ? { kind: 'dry', ...own }
            : { kind: 'cook', ...own, ...(typed?.ok ? { core: typed.celsius } : {}) }
        ],
        () => {
          if (now.what !== 'jerky') core = '';
          void refresh('larder:stock');
        }
      );
    });
  }
  /** The middle alone, as it cooks or cools: no weight. */
  function readCore(celsius: number, simulated: boolean): void {
    const now = batch;
    if (!now) return;
    station.book(
      [{ kind: 'core', pool: now.id, item: now.id, celsius, ...(simulated ? { simulated: true } : {}) }],
      () => {
        // What is typed stays where a probe has answered.
        if (!simulated) core = '';
        void refresh('larder:stock');
      }
    );
  }
  function readTyped(): void {
    const typed = parseDegrees(core, format.degreesIn);
    if (!typed.ok || typed.celsius < -40 || typed.celsius > 150)
      station.notice = { kind: 'plain', text: `“${core}” is no temperature. It is still there to change.` };
    else readCore(typed.celsius, false);
  }
  async function probe(): Promise<void> {
    if (!batch) return;
    const read = await askJson<{ celsius: number }>(`/api/v1/probe?what=core&batch=${batch.id}`);
    if (read.ok) readCore(read.body.celsius, true);
    else station.notice = { kind: 'plain', text: read.text };
  }
  /** The stand-in lays on what such a thing weighs a while later. */
  $effect(() => {
    if (batch) station.lay(Math.round((batch.grams * (batch.what === 'jerky' ? 0.93 : 0.7)) / 5) * 5);
  });
</script>

<StationPage {station} title="Dry and cook" larder={data.larder.larderName}>
  {#snippet head()}
    <p class="soft">
      Jerky, dishes in portions, stock, fat. What is lost is water; the raw grams count as yield.
    </p>
  {/snippet}
  {#snippet left()}
    <section aria-label="In the making">
      <h2>In the making</h2>
      <ul>
        {#each data.batches as b (b.id)}
          <li>
            <button
              type="button"
              class:on={b.id === batch?.id}
              aria-pressed={b.id === batch?.id}
              onclick={() => (chosen = b.id)}
              ><span
                ><strong>{b.name}</strong><small class="soft">begun {format.moment(b.begun)}</small
                >{#if b.held}<small class="rust">held: {heldWords(b.held)}</small>{/if}</span
              ><span class="num"
                ><strong class="mono">{format.mass(b.grams)}</strong><small class="soft"
                  >{format.percent(b.grams / Math.max(1, b.raw), 0)} of {format.mass(b.raw)}</small
                ></span
              ></button
            >
          </li>
        {:else}<li class="soft">Nothing dries or cooks.</li>{/each}
      </ul>
      <Fold title="Begin another" bind:open={beginning}>
        <Begin
          ready={data.ready}
          spices={data.spices}
          alone={data.alone}
          {station}
          {format}
          begun={(pool) => {
            beginning = false;
            chosen = pool;
            void refresh('larder:stock');
          }}
        />
      </Fold>
    </section>
  {/snippet}
  {#snippet centre()}
    <section aria-label="How far it is">
      {#if batch}
        <h2 class="name">{batch.name}</h2>
        <p class="hero">
          <strong>{format.percent(batch.grams / Math.max(1, batch.raw), 0)}</strong> of its raw weight is left
        </p>
        {#if batch.what === 'jerky'}<Drying
            {batch}
            {station}
            {format}
            standIn={data.standIn}
            weighed={() => void refresh('larder:stock')}
          />{/if}
        {#if batch.heated && batch.asked}<Heated heated={batch.heated} asked={batch.asked} {format} />{/if}
        {#if batch.cooling && batch.what !== 'rendered'}
          <Cooling log={batch.cooling} {format} />
        {/if}
        <div class="core">
          <Field label="In the middle, now" bind:value={core} inputmode="decimal" unit={format.degreeUnit} />
          <button class="press" type="button" onclick={readTyped}>Log the temperature alone</button>
          {#if data.standIn}<button class="quiet" type="button" onclick={probe}
              >ask the simulated probe</button
            >{/if}
        </div>
        <p class="says">
          {#if batch.recipe}<strong>{batch.recipe.name}.</strong>
            {batch.recipe.steps.map((step) => said(step, format)).join(' ')}{:else}{said(
              SAYS[(batch.what in SAYS ? batch.what : 'cooked') as keyof typeof SAYS],
              format
            )}{/if} Usual practice; your local code decides.
        </p>
        {#if batch.stops.length > 0 || batch.cores.length > 0}<p class="soft">
            Read: {[
              ...batch.stops.map((s) => `${s.what} ${format.degrees(s.celsius)}`),
              ...batch.cores.map(
                (c) =>
                  `middle ${format.degrees(c.celsius)}, ${format.moment(c.at)}${c.simulated ? ' (simulated)' : ''}`
              )
            ].join(' · ')}
          </p>{/if}
        {#if batch.weighings.length > 0}<ol class="weighed">
            {#each batch.weighings as w (w.at)}<li>
                {format.moment(w.at)} <strong class="mono">{format.mass(w.grams, 3)}</strong>
                <span class="soft">{format.percent(w.grams / Math.max(1, batch.raw), 0)}</span>
              </li>{/each}
          </ol>{/if}
      {:else}<p class="soft">Begin something at the left.</p>{/if}
    </section>
  {/snippet}
  {#snippet right()}
    <section aria-label="At the scale">
      <ScaleFoot
        {station}
        {format}
        press={weigh}
        disabled={!batch}
        label={batch ? `Weigh ${batch.name.toLowerCase()}` : 'Nothing to weigh'}
        idle="Without its tray, or tared: each weighing is one press."
      >
        {#snippet second()}{#if batch}<a class="press second" href="/wrap">It is done: wrap it</a
            >{/if}{/snippet}
      </ScaleFoot>
    </section>
  {/snippet}
</StationPage>

<style>
  h2.name {
    font-size: 1.6rem;
    color: var(--ink);
  }
  li button {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    width: 100%;
    min-height: 58px;
    padding: 6px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
  }
  li button.on {
    background: var(--next);
    box-shadow: inset 4px 0 0 var(--spruce);
  }
  small {
    display: block;
    font-size: 0.85rem;
  }
  .num {
    text-align: right;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  .hero {
    font-size: 1.2rem;
    color: var(--soft);
  }
  .hero strong {
    font-size: 2.2rem;
    color: var(--ink);
  }
  .core .quiet {
    min-height: 44px;
  }
  .core {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
    margin: 12px 0;
  }
  .says {
    margin: 10px 0;
    padding-left: 12px;
    border-left: 4px solid var(--brass);
    max-width: 66ch;
    font-size: 0.95rem;
  }
  .weighed {
    margin-top: 8px;
  }
</style>
