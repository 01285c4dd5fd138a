<script lang="ts">
  import { isNextAt, type Cell, type SpreadRow, type WorkRow } from '$core/bench';
  import type { PlainFormatter } from '$lib/words/format';

  interface Props {
    rows: SpreadRow[];
    next: WorkRow | undefined;
    format: PlainFormatter;
  }
  let { rows, next, format }: Props = $props();

  const size = (cell: Cell) =>
    Math.max(
      cell.taken ?? 0,
      cell.fills.reduce((a, f) => a + f.grams, 0),
      cell.expected?.mean ?? 0
    );
  const widest = $derived(Math.max(1, ...rows.flatMap((r) => r.cells.map(size))));
  const width = (grams: number) => Math.max(1.2, Math.sqrt(grams / widest) * 100);
  const paired = $derived(rows.some((r) => r.cells.length === 2));
</script>

{#snippet bar(row: SpreadRow, cell: Cell)}
  {@const whole = size(cell)}
  {@const off = cell.taken !== undefined}
  <div
    class="cell {cell.side ?? ''}"
    class:next={isNextAt(row, cell, next)}
    aria-label="{row.name}{cell.side ? ` ${cell.side}` : ''}: {off
      ? `${format.mass(cell.taken ?? 0)} taken`
      : cell.expected
        ? `about ${format.mass(cell.expected.mean)} still on`
        : 'still on'}"
    role="img"
  >
    <span class="bar" class:off style:width="calc((100% - 66px) * {(width(whole) / 100).toFixed(4)})">
      {#if off}{#each cell.fills as fill (fill.class)}<span
            class={fill.class === '-' ? 'table' : `tub tub-${fill.class}`}
            style:flex={fill.grams}
          ></span>{/each}{/if}
    </span>
    <span class="fig mono" class:soft={!off}
      >{off
        ? format.figure(cell.taken ?? 0)
        : cell.expected
          ? `~${format.figure(cell.expected.mean)}`
          : ''}</span
    >
  </div>
{/snippet}

<div class="chart" class:single={!paired}>
  {#if paired}<div class="sides soft small"><span>left</span><span></span><span>right</span></div>{/if}
  {#each rows as row (row.key)}
    <div class="row">
      {#if paired && row.cells.length === 1}<span></span>{/if}
      {#each row.cells as cell, i (cell.side ?? i)}
        {#if i === 0 && row.cells.length === 1}<span class="name">{row.name}</span>{/if}
        {@render bar(row, cell)}
        {#if i === 0 && row.cells.length === 2}<span class="name">{row.name}</span>{/if}
      {/each}
    </div>
  {/each}
</div>

<style>
  .chart {
    flex: 1;
    min-height: 0;
    display: flex;
    flex-direction: column;
    justify-content: space-evenly;
  }
  .sides,
  .row {
    display: grid;
    grid-template-columns: 1fr 108px 1fr;
    align-items: center;
    gap: 10px;
  }
  .sides span:first-child {
    text-align: right;
  }
  .single .row {
    grid-template-columns: 190px 1fr;
  }
  .name {
    text-align: center;
    font-size: 0.94rem;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .single .name {
    text-align: left;
  }
  .cell {
    display: flex;
    align-items: center;
    gap: 8px;
    min-width: 0;
  }
  .fig {
    flex: none;
    width: 58px;
    font-size: 0.9rem;
    font-weight: 600;
  }
  .fig.soft {
    font-weight: 400;
  }
  .left {
    flex-direction: row-reverse;
  }
  .left .fig {
    text-align: right;
  }
  .bar {
    flex: none;
    min-width: 5px;
    display: flex;
    height: clamp(12px, 2.1vh, 19px);
    border: 1.5px dashed var(--edge);
    border-radius: 3px;
    overflow: hidden;
    background: transparent;
  }
  .bar.off {
    border: 1.5px solid var(--ink);
  }
  .next .bar {
    border-color: var(--spruce-text);
    border-width: 2.5px;
    background: var(--next);
  }
  .table {
    background: var(--next);
  }
</style>
