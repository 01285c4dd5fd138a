<script lang="ts">
  import { CAUTION_CODA, NEVER_PINK, THAWED_FIRST } from '$core/reference';
  import { parseMass } from '$core/units';
  import { Field } from '$lib/ui/fields';
  import Kinds from '$lib/ui/Kinds.svelte';
  import Thermometer from '$lib/ui/Thermometer.svelte';
  import { MASS_FAULTS } from '$lib/words/mass-faults';
  import { formatter } from '$lib/words/formatter';
  import { coreWords, heatWords, spanWords } from '$lib/words/kitchen';

  let { data } = $props();
  const { card } = $derived(data);
  const format = $derived(formatter(data.larder));
  /** Weight of one piece, as typed. */
  let typed = $state('');
  const mass = $derived(typed.trim() === '' ? undefined : parseMass(typed, format.unit));
  const grams = $derived(mass?.ok ? mass.grams : undefined);
  const weighed = $derived(card.ways.some((way) => way.span?.kind === 'weight'));
</script>

<svelte:head><title>{data.name} in the kitchen · {data.larder.larderName}</title></svelte:head>

<p class="small"><a class="link" href="/kitchen?of={data.group}">Kitchen</a></p>
<div class="head">
  <div>
    <h1>{data.name}</h1>
    <p class="soft">
      {[...data.others, data.muscle, data.part.toLowerCase(), data.tender ? `tender ${data.tender} of 5` : '']
        .filter(Boolean)
        .join(' · ')}
    </p>
    {#if data.groups.length > 1}<Kinds group={data.group} groups={data.groups} />{/if}
  </div>
  {#if weighed}<div class="weigh">
      <Field
        label="Weight of the piece"
        hint="for a roast’s minutes"
        unit={format.unit}
        inputmode="decimal"
        maxlength={12}
        mono
        bind:value={typed}
        fault={mass && !mass.ok ? MASS_FAULTS[mass.fault] : ''}
      />
    </div>{/if}
</div>

<div class="ways">
  {#each card.ways as way, i (way.key + way.cut)}
    <section class="way" class:first={i === 0}>
      <h2>{way.name}</h2>
      <p class="how">{way.how}</p>
      <dl>
        <div>
          <dt>Cut</dt>
          <dd>{way.cut}</dd>
        </div>
        {#if way.oven || way.span}<div>
            <dt>Heat</dt>
            <dd>{[heatWords(way, format), spanWords(way, format, grams)].filter(Boolean).join(', ')}</dd>
          </div>{/if}
        <div>
          <dt>Liquid</dt>
          <dd>{way.liquid}</dd>
        </div>
        <div>
          <dt>Silver</dt>
          <dd>{way.silver}</dd>
        </div>
        <div>
          <dt>Rest</dt>
          <dd>{way.rest}</dd>
        </div>
      </dl>
      <div class="core">
        <p><span class="soft">Middle</span> <strong class="mono">{coreWords(way.core, format)}</strong></p>
        <Thermometer core={way.core} {format} />
        <p class="small soft">
          {#if way.core.tenderAt}Tender at {format.degreeSpan(way.core.tenderAt)}, when it yields to a fork.{/if}
          {way.core.others ?? ''}
        </p>
      </div>
    </section>
  {/each}
</div>

{#if card.grain}<p class="slice"><strong>Slicing.</strong> {card.grain} {card.until}</p>{/if}
<div class="notes">
  <p><strong>{NEVER_PINK}</strong> {THAWED_FIRST}</p>
  {#each data.notes as note (note)}<p>{note}</p>{/each}
  <p class="soft small">
    The mark is what tables for households ask; dashes are where some cooks stop. {CAUTION_CODA}
  </p>
</div>

<style>
  h1 {
    font-size: 1.8rem;
    margin-top: 0.2rem;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: end;
    gap: 12px 32px;
  }
  .weigh {
    width: 320px;
  }
  .ways {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 18px;
    margin: 16px 0;
  }
  .way {
    display: flex;
    flex-direction: column;
    padding: 16px 18px;
    border: 1px solid var(--line);
    border-radius: 8px;
    max-width: 460px;
  }
  .first {
    border-color: var(--ink);
  }
  h2 {
    font-size: 1.2rem;
  }
  h2::first-letter {
    text-transform: uppercase;
  }
  .how {
    margin: 4px 0 10px;
    min-height: 3em;
    line-height: 1.4;
  }
  dl div {
    display: grid;
    grid-template-columns: 64px minmax(0, 1fr);
    gap: 8px;
    padding: 5px 0;
    border-top: 1px solid var(--line);
    line-height: 1.3;
  }
  dt {
    color: var(--soft);
  }
  .core {
    margin-top: auto;
    padding-top: 12px;
    border-top: 1px solid var(--line);
  }
  .core strong {
    font-size: 1.1rem;
  }
  .slice,
  .notes {
    max-width: 72ch;
    line-height: 1.45;
  }
  .notes {
    margin-top: 10px;
    padding-left: 12px;
    border-left: 3px solid var(--brass);
  }
  @media print {
    .weigh {
      display: none;
    }
  }
</style>
