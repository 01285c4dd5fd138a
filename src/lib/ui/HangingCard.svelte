<script lang="ts">
  import { HOLD_NAMES, animalName, type HoldReason } from '$core/reference';
  import type { AnimalCard } from '$lib/server/repo/animals';
  import Beam from './Beam.svelte';
  import type { Formatter } from '$lib/words/formatter';

  let { card, format, heaviest }: { card: AnimalCard; format: Formatter; heaviest: number } = $props();

  // Length grows with the cube root of weight, as animals do.
  const length = $derived(150 + 190 * Math.cbrt(card.base / heaviest) ** 1.6);
  const off = $derived(card.base > 0 ? 1 - card.stillOn / card.base : 0);
  const ratio = $derived(card.hanging ? card.boneless / card.hanging : undefined);
  const href = $derived(
    card.work === 'done' ? `/animals/${card.code}` : card.place === 'field' ? '/field' : `/bench/${card.code}`
  );
  /** Nobody has had it on a scale. */
  const guessed = $derived(
    card.record.marks.length > 0 && card.record.marks.every((m) => /^(model|estimated)$/.test(m.reading.how))
  );
  const held = $derived(
    card.held === 'condemned' ? 'condemned' : card.held ? HOLD_NAMES[card.held as HoldReason] : undefined
  );
  const foot = $derived(
    card.work === 'bench'
      ? `${format.percent(off, 0)} off, go on`
      : card.work === 'hanging'
        ? card.place === 'field'
          ? 'lies out'
          : 'not begun'
        : ratio === undefined
          ? `${format.figure(card.boneless, 1)} ${format.unit} boneless`
          : `${format.percent(ratio, 0)} boneless`
  );
</script>

<a
  class="card"
  {href}
  aria-label="{card.code}, {animalName(card.facts)}, {format.mass(card.base, 1)}, {foot}{held
    ? `, ${held}`
    : ''}"
>
  <svg viewBox="0 0 16 26" width="16" height="26" aria-hidden="true"
    ><path
      d="M8 26V9a4 4 0 1 1 4-4"
      fill="none"
      stroke="#6b665a"
      stroke-width="2.4"
      stroke-linecap="round"
    /></svg
  >
  <span class="body" style:height="{length}px">
    <span class="code mono">{card.code}</span>
    <strong>{animalName(card.facts)}</strong>
    <span class="soft">{card.facts.ageClass}</span>
    {#if held}<span class="held">{held}</span>{/if}
    <span class="fill"></span>
    <span class="kg"
      ><b class:modelled={guessed}
        >{guessed ? '~' : ''}{format.figure(card.base, card.base >= 100_000 ? 0 : 1)}</b
      >
      {format.unit}</span
    >
    {#if card.work !== 'hanging'}<Beam
        segments={card.segments}
        stillOn={card.stillOn}
        base={card.base}
        {format}
        size="small"
      />{/if}
  </span>
  <span class="foot {card.work}">{foot}</span>
</a>

<style>
  .card {
    flex: none;
    width: 92px;
    display: flex;
    flex-direction: column;
    align-items: center;
    text-decoration: none;
  }
  svg {
    margin-bottom: -4px;
    z-index: 1;
  }
  .body {
    width: 100%;
    display: flex;
    flex-direction: column;
    padding: 9px 9px 8px;
    border: 1.5px solid var(--ink);
    border-bottom: 0;
    border-radius: 4px 4px 0 0;
    background: var(--card);
    font-size: 0.9rem;
    line-height: 1.25;
  }
  .card:hover .body {
    background: var(--next);
  }
  .code {
    font-weight: 700;
    font-size: 1rem;
  }
  .held {
    margin-top: 4px;
    padding: 1px 0;
    border-top: 3px double var(--rust);
    border-bottom: 3px double var(--rust);
    font-weight: 650;
    font-size: 0.82rem;
  }
  .fill {
    flex: 1;
  }
  .kg {
    color: var(--soft);
    margin-bottom: 5px;
  }
  .kg b {
    color: var(--ink);
    font-size: 1.16rem;
  }
  .foot {
    width: 100%;
    padding: 6px 9px 8px;
    border-radius: 0 0 9px 9px;
    border: 1.5px solid var(--ink);
    border-top: 0;
    font-size: 0.85rem;
    font-weight: 650;
    line-height: 1.25;
    color: #fff;
    background: #57534a;
  }
  .foot.bench {
    background: var(--spruce);
  }
  .foot.done {
    background: var(--card);
    color: var(--ink);
  }
</style>
