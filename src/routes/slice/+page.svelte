<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { refresh } from '$lib/device/refresh';
  import { BYS, EVEN, MEASURES, WAY_FACTS, isSliced, strokesOf } from '$core/slice';
  import { seasoning } from '$core/dry';
  import { CUTS, HOT } from '$core/reference';
  import { firming } from '$lib/device/firming.svelte';
  import { freshId } from '$lib/device/ids';
  import { sendJson } from '$lib/device/send';
  import { MEASURED_BY, MEASURED_NAMES, Slicing } from '$lib/slice/slicing.svelte';
  import { Field } from '$lib/ui/fields';
  import StationPage from '$lib/ui/station/StationPage.svelte';
  import { formatter } from '$lib/words/formatter';
  import { misfitWords, sliceWords } from '$lib/words/slice';
  import Board from './Board.svelte';
  import type KeptList from './Kept.svelte';
  import type WeighPanel from './Weigh.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const slicing = new Slicing(
    () => data,
    untrack(() => data.of)
  );
  const { result, faults, notes, stroke, weights, spread } = $derived(slicing);
  const facts = $derived(WAY_FACTS[slicing.way]);
  let said = $state('');
  // What was sliced before comes once the page stands.
  let Kept = $state.raw<typeof KeptList | undefined>();
  // The scale comes when somebody weighs.
  let Weigh = $state.raw<typeof WeighPanel | undefined>();

  const name = $derived(slicing.muscle?.name ?? format.cut(slicing.key));
  const BY_NAMES = { thickness: 'as thick', weight: 'as heavy', count: 'so many' } as const;
  const cuts = Object.keys(CUTS)
    .filter(isSliced)
    .map((value) => ({ value, name: format.cut(value) }))
    .sort((a, b) => a.name.localeCompare(b.name));
  const template = $derived(
    result ? `/api/v1/slices/template.pdf?asked=${encodeURIComponent(JSON.stringify(result.asked))}` : ''
  );
  const mean = $derived(
    result && result.sliced.slices.length > 0
      ? result.sliced.slices.reduce((sum, s) => sum + s.grams, 0) / result.sliced.slices.length
      : undefined
  );
  const ended = $derived(result?.sliced.ends.reduce((sum, e) => sum + e.grams, 0) ?? 0);

  onMount(() => {
    firming.read();
    void import('./Kept.svelte').then((loaded) => (Kept = loaded.default));
  });

  async function keep(): Promise<void> {
    const one = slicing.kept(freshId(), Date.now());
    if (!one) return;
    const sent = await sendJson('/api/v1/slices', 'POST', one);
    said = sent.ok ? '' : sent.text;
    if (!sent.ok) return;
    slicing.weighed = '';
    slicing.together = '';
    await refresh('larder:slices');
  }
  async function drop(id: string): Promise<void> {
    const sent = await sendJson(`/api/v1/slices/${id}`, 'DELETE');
    said = sent.ok ? '' : sent.text;
    if (sent.ok) await refresh('larder:slices');
  }
</script>

<StationPage title="Slice" larder={data.larder.larderName}>
  {#snippet head()}
    <p class="soft">
      As even as it cooks. Cold and firm slices cleaner; fingers curled behind the blade, a wet board on a
      cloth.
    </p>
  {/snippet}
  {#snippet left()}
    <section aria-label="The piece">
      {#if data.animal}
        <h2><span class="mono">{data.animal.code}</span> {data.animal.name}</h2>
        <ul class="muscles">
          {#each data.muscles as one (one.id)}
            <li>
              <button
                class="pick"
                class:on={slicing.chosen === one.id}
                aria-pressed={slicing.chosen === one.id}
                type="button"
                onclick={() => slicing.choose(one.id)}
                ><span>{one.name}</span><span class="mono" class:modelled={!one.item}
                  >{format.mass(Math.round(one.grams))}</span
                ></button
              >
            </li>
          {/each}
        </ul>
      {/if}
      <p>
        <button
          class="pick"
          class:on={slicing.chosen === ''}
          aria-pressed={slicing.chosen === ''}
          type="button"
          onclick={() => slicing.choose('')}>Another piece, weighed by hand</button
        >
      </p>
      {#if data.others.length > 0}<p class="others soft">
          Of another: {#each data.others as code (code)}<a
              class="mono"
              href="/slice?of={code}"
              data-sveltekit-reload>{code}</a
            >{' '}{/each}
        </p>{/if}
    </section>
  {/snippet}
  {#snippet centre()}
    <section aria-label="On the board" class="board">
      <p class="hero">
        <strong>{name}</strong>
        <span class="mono" class:modelled={!slicing.weighedPiece}
          >{slicing.grams ? format.mass(slicing.grams, 3) : ''}</span
        >
      </p>
      {#if slicing.chosen === ''}<Field
          label="What it is"
          bind:value={() => slicing.cut, (cut) => slicing.choose('', cut)}
          items={cuts}
        />{/if}
      <div class="ways" role="group" aria-label="Cut up as">
        {#each slicing.ways as way (way)}<button
            class="press"
            class:press-main={slicing.way === way}
            aria-pressed={slicing.way === way}
            type="button"
            onclick={() => slicing.takeWay(way)}>{WAY_FACTS[way].name}</button
          >{/each}
      </div>
      <div class="asks">
        {#if slicing.way !== 'strips'}<Field
            label="All"
            bind:value={() => slicing.by, (by) => slicing.takeBy(by)}
            items={BYS.map((value) => ({ value, name: BY_NAMES[value] }))}
          />{/if}
        <Field
          label={slicing.way === 'strips'
            ? 'Thick'
            : slicing.by === 'count'
              ? slicing.way === 'chops'
                ? 'Ribs'
                : 'How many'
              : 'Each'}
          unit={slicing.by === 'thickness' ? 'mm' : ''}
          bind:value={slicing.value}
          inputmode="decimal"
          fault={faults.value}
        />
        {#if slicing.way === 'strips'}
          <Field label="Wide" unit="mm" bind:value={slicing.strip} inputmode="numeric" />
          <Field
            label="Cut"
            bind:value={slicing.grain}
            items={[
              { value: 'across', name: 'across the grain' },
              { value: 'with', name: 'with the grain' }
            ]}
          />
        {/if}
        {#if slicing.way !== 'strips'}<Field
            label="Face at least"
            unit="mm"
            bind:value={slicing.face}
            placeholder={String(facts.face)}
            inputmode="numeric"
            fault={faults.face}
          />{/if}
        <Field
          label="Stop at"
          unit="mm"
          bind:value={slicing.stop}
          placeholder={result?.asked.stop === undefined ? 'end' : String(Math.round(result.asked.stop))}
          inputmode="numeric"
          fault={faults.stop}
        />
      </div>
      {#if result}
        <Board {slicing} {format} />
        <p class="answer" data-testid="sliced">
          {#if slicing.way === 'strips' && slicing.strips}
            {@const s = slicing.strips}
            <strong>About {s.strips} strips</strong> up to {Math.round(s.length)} mm long:
            <span class="modelled">{format.mass(Math.round(s.raw))}</span> raw,
            <span class="modelled"
              >{format.mass(Math.round(s.dry[0]))}–{format.mass(Math.round(s.dry[1]))}</span
            >
            dried. Heat it to {format.degrees(HOT.through.celsius, 0)} before or while it dries, birds and small
            game {format.degrees(HOT.most.celsius, 0)}. Salt at 1.8 % is {format.mass(
              seasoning(18, s.raw, Infinity).grams
            )}; cure is weighed at
            <a href="/grind">Grind</a>.
          {:else if slicing.tooLight}
            <strong>Less than one {facts.one}</strong> of {slicing.by === 'weight'
              ? format.mass(Math.round(result.asked.value), 3)
              : `${Math.round(result.asked.value)} mm`}.
          {:else if result.sliced.slices.length === 0}
            <strong>No {facts.one}</strong>: no face of it is {result.asked.face} mm across. Another way suits it
            better.
          {:else}
            <strong
              >{result.sliced.slices.length}
              {result.sliced.slices.length === 1 ? facts.one : facts.many}</strong
            >{sliceWords(result.sliced.slices, slicing.by, format, strokesOf(slicing.way))}{#if ended >= 1}; <span
                class="modelled">{format.mass(Math.round(ended))}</span
              >
              of ends to {notes.rest}{/if}{#if result.piece.bone > 0}; about
              {Math.round(result.piece.bone * 100)} % of it is bone{/if}.
          {/if}
          <span class="soft">
            {result.piece.measures > 0
              ? `By ${result.piece.measures} measures`
              : 'By the usual shape of this muscle, nobody measured it'}: a slice is off by up to {Math.round(
              result.piece.spread * 100
            )} %, two times in three.</span
          >
        </p>
        <p>{facts.how} Slicing stops where {notes.until}.</p>
        {#if slicing.tied && slicing.tied.pieces.length > 1}<p data-testid="tied">
            With its like of the other side: {slicing.tied.roasts.length}
            {slicing.tied.roasts.length === 1 ? 'roast' : 'roasts'} of about
            {format.mass(
              Math.round(
                slicing.tied.roasts.reduce((sum, r) => sum + r.grams, 0) /
                  Math.max(1, slicing.tied.roasts.length)
              )
            )}{slicing.tied.roasts.some((r) => r.pieces.length === 2)
              ? ', two pieces tied head to tail'
              : ''}: raw meat for
            {Math.floor(slicing.tied.roasts.reduce((sum, r) => sum + r.grams, 0) / data.household.portion)} plates.
          </p>{/if}
        {#if result.misfit}<p class="warn" role="alert" data-testid="misfit">
            {misfitWords(result.misfit, result.asked, format)}
          </p>{/if}
      {:else}
        <p class="fault" role="alert">
          {faults.grams ? 'How heavy is it? ' : ''}{Object.keys(faults).length > 0
            ? 'Something above is not a measure yet; what was typed stays.'
            : ''}
        </p>
      {/if}
    </section>
  {/snippet}
  {#snippet right()}
    <section aria-label="Measure, firm, weigh" class="side">
      <div>
        <h2>Measure it</h2>
        <Field
          label="Weight"
          bind:value={slicing.weight}
          placeholder={slicing.muscle && slicing.grams ? format.mass(slicing.grams, 3) : '1.4 kg'}
          inputmode="decimal"
          fault={faults.grams}
        />
        <div class="chips" role="group" aria-label="Measured by">
          {#each MEASURED_BY as how (how)}<button
              class="press"
              class:press-main={slicing.how === how}
              aria-pressed={slicing.how === how}
              type="button"
              onclick={() => (slicing.how = how)}>{MEASURED_NAMES[how]}</button
            >{/each}
        </div>
        {#if slicing.how !== 'shape'}
          <Field
            label="Long"
            unit="mm"
            bind:value={slicing.length}
            inputmode="numeric"
            fault={faults.length}
          />
          {#each slicing.measures as m, i (m.at)}
            <div class="measure">
              <span class="soft">at {Math.round(m.at * 100)} %</span>
              {#if slicing.how === 'girth'}
                <Field
                  label="Girth at {Math.round(m.at * 100)} %"
                  unseen
                  unit="mm"
                  bind:value={m.girth}
                  inputmode="numeric"
                  fault={faults[`measures.${i}`]}
                />
              {:else}
                <Field
                  label="Width at {Math.round(m.at * 100)} %"
                  unseen
                  unit="wide"
                  bind:value={m.width}
                  inputmode="numeric"
                  fault={faults[`measures.${i}`]}
                />
                <Field
                  label="Thickness at {Math.round(m.at * 100)} %"
                  unseen
                  unit="thick"
                  bind:value={m.thickness}
                  inputmode="numeric"
                />
              {/if}
            </div>
          {/each}
          {#if faults.measures}<p class="fault" role="alert">{faults.measures}</p>{/if}
          {#if slicing.measures.length < MEASURES.max}<button
              class="quiet"
              type="button"
              onclick={() => slicing.addMeasure()}>one more place</button
            >{/if}
          <p class="soft small">From the thick end. Not at the tips: a tape says little there.</p>
        {/if}
      </div>
      {#if stroke}
        <div>
          <h2>Seam or slice</h2>
          <Field label="Blade" unit="mm" bind:value={slicing.blade} inputmode="numeric" />
          <p data-testid="stroke">
            {Math.round(stroke.face)} mm of face, {Math.round(stroke.blade)} mm of blade:
            <strong>{stroke.do === 'slice' ? 'one stroke takes it' : 'part it along its seam first'}</strong>.
          </p>
        </div>
      {/if}
      {#if slicing.firming !== undefined}
        {@const minutes = Math.max(5, Math.round(slicing.firming / 5) * 5)}
        <div>
          <h2>Firm it first</h2>
          <p>
            About <strong class="modelled">{minutes} min</strong> at {format.degrees(data.freezer.set, 0)},
            lying free: firm outside, its middle soft. The thumb decides.
          </p>
          <button
            class="press"
            type="button"
            onclick={() => firming.start(slicing.chosen || slicing.key, name, minutes)}
            >It lies in the freezer</button
          >
          {#if firming.list.some((t) => t.id === (slicing.chosen || slicing.key))}<p role="status">
              It is called back {format.time(
                firming.list.find((t) => t.id === (slicing.chosen || slicing.key))?.until ?? 0
              )}.
            </p>{/if}
        </div>
      {/if}
      {#if template}<a class="press wide" href={template} target="_blank" rel="noopener"
          >Print it in its own size</a
        >{/if}
      {#if slicing.muscle}
        <div>
          <h2>Sliced</h2>
          {#if Weigh}<Weigh {slicing} {data} {format} />
          {:else}<button
              class="press wide"
              type="button"
              onclick={() => void import('./Weigh.svelte').then((loaded) => (Weigh = loaded.default))}
              >Weigh them on the scale</button
            >{/if}
          <Field
            label="What they weigh"
            hint="one after another, or all together"
            bind:value={slicing.weighed}
            placeholder={data.larder.units === 'kg' ? '182 176 190' : '0.40 0.39 0.42'}
            fault={weights.ok ? undefined : weights.fault}
          />
          {#if weights.ok && weights.weighed.length === 1}<Field
              label="Pieces in it"
              bind:value={slicing.together}
              inputmode="numeric"
            />{/if}
          {#if spread !== undefined}<p data-testid="spread">
              They spread <strong>{(spread * 100).toFixed(0)} %</strong>: {spread <= EVEN
                ? 'even'
                : 'uneven; firmer meat and one stroke a slice help'}.{#if mean !== undefined && slicing.by !== 'thickness'}{' '}<span
                  class="soft">{format.mass(Math.round(mean), 3)} were told.</span
                >{/if}
            </p>{/if}
          <button
            class="press wide"
            type="button"
            disabled={!weights.ok || weights.weighed.length === 0}
            onclick={() => void keep()}>Keep it</button
          >
          {#if said}<p class="fault" role="alert">{said}</p>{/if}
        </div>
      {/if}
      {#if Kept && data.kept.length > 0}<Kept kept={data.kept} {format} drop={(id) => void drop(id)} />{/if}
    </section>
  {/snippet}
</StationPage>

<style>
  .muscles {
    max-height: 62vh;
    overflow: auto;
    border-top: 1px solid var(--line);
  }
  .muscles .pick {
    display: flex;
    justify-content: space-between;
    gap: 10px;
  }
  @media (max-width: 47.5em) {
    .muscles {
      max-height: 34vh;
    }
  }
  .others {
    margin-top: 8px;
  }
  .others a {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
    padding: 0 6px;
  }
  .board,
  .side {
    display: flex;
    flex-direction: column;
    gap: 14px;
  }
  .side > div {
    display: flex;
    flex-direction: column;
    gap: 8px;
    align-items: flex-start;
  }
  .side > div > :global(.one),
  .wide {
    width: 100%;
  }
  .hero {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 16px;
    font-size: 1.2rem;
  }
  .hero strong {
    font-family: var(--font-head);
    font-size: 1.6rem;
    line-height: 1.1;
  }
  .ways {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .asks {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(104px, 1fr));
    gap: 12px;
    align-items: start;
  }
  .answer {
    font-size: 1.08rem;
  }
  .answer .soft {
    display: block;
    font-size: 0.92rem;
  }
  .warn {
    padding: 8px 12px;
    border-left: 5px solid var(--brass);
    background: var(--card);
    font-weight: 600;
  }
  .measure {
    display: grid;
    grid-template-columns: 3.6em minmax(0, 1fr);
    gap: 8px;
    align-items: center;
    width: 100%;
  }
  .measure:has(:global(.one + .one)) {
    grid-template-columns: 3.6em minmax(0, 1fr) minmax(0, 1fr);
  }
  .small {
    font-size: 0.9rem;
  }
</style>
