<script lang="ts">
  import { textWidth } from '$lib/ui/text';
  import { LOSS_NAMES, TUBS, TUB_OF_LETTER, type LossReason } from '$core/reference';
  import type { Segment } from '$core/book';
  import type { PlainFormatter } from '$lib/words/format';

  interface Props {
    segments: Segment[];
    stillOn: number;
    base: number;
    format: PlainFormatter;
    size?: 'large' | 'bench' | 'small';
    hollow?: boolean;
    note?: string;
  }
  let { segments, stillOn, base, format, size = 'large', hollow = false, note = '' }: Props = $props();

  interface Bar {
    key: string;
    name: string;
    letter: string;
    grams: number;
    share: number;
  }
  const bars = $derived.by(() => {
    const list: Bar[] = [];
    let lost = 0;
    for (const s of segments) {
      if (s.grams <= 0) continue;
      if (s.class === 'X') lost += s.grams;
      else
        list.push({
          key: s.key,
          name: TUBS[TUB_OF_LETTER[s.class as 'P']].name,
          letter: s.class,
          grams: s.grams,
          share: s.grams / base
        });
    }
    if (lost > 0) list.push({ key: 'lost', name: 'Lost', letter: 'X', grams: lost, share: lost / base });
    return list;
  });
  /** Where each begins, per cent of the beam. */
  const placed = $derived.by(() => {
    let from = 0;
    return bars.map((bar) => {
      const at = from;
      from += width(bar.grams);
      return { ...bar, from: at, to: from };
    });
  });
  const total = $derived(bars.reduce((sum, b) => sum + b.grams, 0) + Math.max(0, stillOn));
  const width = (grams: number) => (total > 0 ? (100 * grams) / Math.max(total, base) : 0);
  const described = $derived(
    [
      ...segments
        .filter((s) => s.grams !== 0)
        .map(
          (s) =>
            `${s.class === 'X' ? LOSS_NAMES[s.key as LossReason] : TUBS[TUB_OF_LETTER[s.class as 'P']].name} ${format.mass(s.grams)}`
        ),
      `still on ${format.mass(stillOn)}`
    ].join(', ')
  );
  // Until the page is measured, a desk's width is assumed.
  let across = $state(0);
  const pixels = (grams: number) => (width(grams) / 100) * (across || 900);
  /** Labels are moved, not laid out anew: a beam that grows shifts nothing. */
  const at = (from: number) =>
    across
      ? `transform: translate(${((from / 100) * across + 8).toFixed(1)}px, -50%)`
      : `left: calc(${from.toFixed(2)}% + 8px); transform: translateY(-50%)`;
  const roomFor = (grams: number, text: string) =>
    size !== 'small' && pixels(grams) > textWidth(text, 'strong') + 14;
</script>

<div
  class="beam {size}"
  class:hollow
  bind:clientWidth={across}
  role="img"
  aria-label="Of {format.mass(base)}: {described}"
>
  {#each placed as bar, i (bar.key)}
    {@const full = `${bar.name} ${format.figure(bar.grams)}`}
    {@const text =
      size === 'large' && roomFor(bar.grams, full)
        ? full
        : [bar.name, bar.letter].find((t) => roomFor(bar.grams, t))}
    <div
      class="bar tub tub-{bar.letter}"
      style:clip-path="inset(0 {(100 - bar.to).toFixed(3)}% 0 calc({bar.from.toFixed(3)}% + {i > 0
        ? 1.5
        : 0}px))"
      title="{bar.name} {format.mass(bar.grams)}"
    >
      {#if text}<span style={at(bar.from)}>{text}</span>{/if}
    </div>
  {/each}
  {#if stillOn > 0}
    {@const from = placed.at(-1)?.to ?? 0}
    {@const text = [`still on${note ? `, ${note}` : ''}`, 'still on'].find((t) => roomFor(stillOn, t))}
    <div class="on" style:clip-path="inset(0 0 0 {from.toFixed(3)}%)" title="Still on {format.mass(stillOn)}">
      {#if text}<span style={at(from)}>{text}</span>{/if}
    </div>
  {/if}
</div>

<style>
  .beam {
    contain: strict;
    position: relative;
    width: 100%;
    height: 44px;
    border: 1.5px solid var(--ink);
    border-radius: 3px;
    background: var(--card);
    overflow: hidden;
  }
  .hollow {
    border-style: dashed;
  }
  .bench {
    height: 40px;
  }
  .small {
    height: 10px;
    border-width: 1px;
  }
  .bar,
  .on {
    position: absolute;
    inset: 0;
    box-shadow: none;
    font-weight: 650;
    white-space: nowrap;
  }
  span {
    position: absolute;
    left: 0;
    top: 50%;
  }
  .bar span {
    padding: 1px 5px;
    margin-left: -4px;
    background: var(--pig);
    border-radius: 2px;
  }
  .on {
    color: var(--soft);
    font-weight: 500;
  }
</style>
