import type { Account } from '$core/account';
import type { Facts } from '$core/book';
import type { LikeWithLike } from '$core/yield';
import { LOSS_NAMES, SHOT_LOSS, type LossReason, type TrimSaid } from '$core/reference';
import type { PlainFormatter } from './format';

/** The verdict in a heading and two or three sentences: numbers first, then the reason, then where to look. */
export function verdictWords(
  account: Account,
  facts: Facts,
  format: PlainFormatter
): { head: string; text: string } {
  const { yield: gave, expectedBoneless, weighed, verdict, work, beam } = account;
  const boneless = format.mass(gave.boneless);
  const expectation = expectedBoneless ? `${format.range(expectedBoneless, 1)}` : undefined;
  const condemned = beam.segments.find((s) => s.key === 'condemned')?.grams ?? 0;
  if (condemned > 0 && work === 'done' && gave.boneless === 0)
    return {
      head: 'Condemned: none of it is meat.',
      text: `${format.mass(condemned)} went to waste by the local rule. What it would have given is not asked.`
    };
  if (work === 'hanging')
    return {
      head: expectation ? `${expectation} of boneless meat to expect.` : 'What it gives is not known yet.',
      text: expectation
        ? `${expectedBoneless?.n ? `By ${expectedBoneless.n} of your own` : 'By working defaults'}, 8 of 10 such animals, for ${describe(facts)}. Nothing has been cut yet.`
        : 'A carcass weight is missing: weigh it, or say that all quarters are here.'
    };
  if (work === 'bench')
    return {
      head: `${boneless} of boneless meat so far.`,
      text: `${format.mass(beam.stillOn)} is still on by the book.${expectation ? ` At the end, trimmed, ${expectation} is expected (8 of 10 animals).` : ''}`
    };
  if (facts.fromList && work === 'done')
    return {
      head: gave.boneless > 0 ? `${boneless} of boneless meat, by an old list.` : 'From an old list.',
      text: 'Nobody wrote down how it was cut and trimmed: it is held against nothing, and teaches nothing.'
    };
  if (!weighed || !verdict)
    return {
      head: `${boneless} of boneless meat.`,
      text: 'Without a carcass weight nothing can be said of what was to be expected.'
    };
  const { actual, expected: usual, known, trimmed, trimmedShare } = weighed;
  const open = known === 'unsaid' || known === 'some';
  const bare = !open && trimmedShare < TRIMMED_ENOUGH;
  const by = `8 of 10 animals${usual.n ? `, by ${usual.n} of your own` : ''}`;
  const sentences = [
    open
      ? `Trimmed before it was weighed, such an animal gives from ${format.mass(usual.low, 1)}; weighed as it comes off, up to ${format.mass(usual.high, 1)} (${by}).`
      : `We expected ${format.range(usual, 1)}${bare ? ' before trimming' : ''} (${by}). ${distance(actual, usual, format)}`,
    ...(verdict === 'unclear' ? [unclearWords(known)] : []),
    ...(verdict === 'below' || verdict === 'above' ? [chanceWords(account.byChance ?? 0)] : []),
    ...(bare
      ? [
          `It was weighed as it came off: trimmed, about ${format.mass(trimmed, 1)} will be left; the rest is silver, fat and scraps.`
        ]
      : []),
    ...where(account, facts, format)
  ];
  const head = {
    within:
      actual < usual.low
        ? 'At the low end of the usual.'
        : actual > usual.high
          ? 'At the high end of the usual.'
          : 'As expected.',
    above: 'More than expected.',
    below: cause(account, facts),
    unclear: 'Nobody can tell whether that is as usual.'
  }[verdict];
  return {
    head: `${boneless} of boneless meat${bare ? ', not trimmed yet' : ''}. ${head}`,
    text: sentences.join(' ')
  };
}

/** How far it lies from the middle of what was expected, in words. */
function distance(actual: number, { mean }: { mean: number }, format: PlainFormatter): string {
  const by = actual - mean;
  const share = Math.round((100 * Math.abs(by)) / mean);
  return share < 1
    ? `That is the middle of it.`
    : `That is ${format.mass(Math.abs(by))} (${share} %) ${by < 0 ? 'less' : 'more'} than the middle.`;
}

/** How often a verdict errs, in words. */
function chanceWords(far: number): string {
  return far < 0.01
    ? 'Fewer than 1 average animal in 100 lies as far out by chance.'
    : `1 average animal in ${Math.round(1 / far)} lies as far out by chance.`;
}

const unclearWords = (known: LikeWithLike['known']): string =>
  known === 'some'
    ? 'Part of the meat was trimmed before it was weighed and part was not: what it gave is usual for one and not for the other.'
    : 'Nobody has said whether it was trimmed before it was weighed: what it gave is usual for one and not for the other.';

/** Answers to whether it was trimmed before it was weighed. */
export const TRIM_SAID_WORDS: Readonly<Record<TrimSaid, string>> = {
  all: 'Yes, all of it',
  some: 'Part of it',
  none: 'No, as it came off'
};

/** From this share on the meat counts as trimmed. */
const TRIMMED_ENOUGH = 0.75;

const describe = (facts: Facts): string => `${hitWords(facts)}, trim standard ${facts.trimStandard ?? 1}`;

function hitWords({ placement, clean, source }: Facts): string {
  if (placement) return `a hit in the ${SHOT_LOSS[placement].name.toLowerCase()}`;
  return clean || source === 'salvage' ? 'a clean animal' : 'a hit nobody has told';
}

function cause(account: Account, facts: Facts): string {
  const loss = (key: string) => account.beam.segments.find((s) => s.key === key)?.grams ?? 0;
  const frame = account.frame;
  const overFrame = frame?.weighed !== undefined ? frame.weighed - frame.expected.high : 0;
  const shot = loss('bloodshot') + loss('contaminated');
  if (overFrame > 0 && overFrame > shot) return 'Less than expected: it stayed on the frame.';
  if (shot > account.beam.base * 0.02) return 'Less than expected: the shot took it.';
  return facts.placement ? 'Less than expected, more than the shot explains.' : 'Less than expected.';
}

/** Where the difference sits: parts outside their interval, uneven sides, the largest discards, the frame. */
function where(
  { parts, sides, frame, beam, weighed }: Account,
  facts: Facts,
  format: PlainFormatter
): string[] {
  const out: string[] = [];
  const much = beam.unaccountedAbs > beam.base * 0.02;
  // A few grams of a fillet are nobody's question.
  const matters = Math.max(50, (weighed?.expected.mean ?? 0) * 0.01);
  const worst = parts
    .filter(
      (p) =>
        (p.verdict === 'below' || p.verdict === 'above') && p.boneless !== undefined && p.expectedBoneless
    )
    .map((p) => ({ p, by: (p.boneless ?? 0) - (p.expectedBoneless?.mean ?? 0) }))
    .filter(({ by }) => Math.abs(by) >= matters)
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))
    .slice(0, 2);
  for (const { p, by } of worst) {
    const [top] = Object.entries(p.discards)
      .filter(([key]) => key !== 'unaccounted' && key !== 'bone')
      .sort((a, b) => b[1] - a[1]);
    const cutAway =
      by < 0 && top && top[1] > 0
        ? `; ${format.mass(top[1])} of ${LOSS_NAMES[top[0] as LossReason]} was cut away there`
        : '';
    out.push(
      `${p.name} gave ${format.mass(Math.abs(by))} ${by < 0 ? 'less' : 'more'} than expected${cutAway}.`
    );
  }
  const uneven = sides.find(
    (s) =>
      s.comparison.uneven &&
      Math.abs(s.left - s.right) >= matters &&
      !worst.some(({ p }) => p.part === s.part)
  );
  if (uneven) {
    const hit =
      facts.placement &&
      SHOT_LOSS[facts.placement].hits.includes(uneven.part) &&
      uneven.comparison.lighter === facts.shotSide;
    out.push(
      `${uneven.name}: the ${uneven.comparison.lighter} side${hit ? ', the one that was hit,' : ''} is lighter by ${format.mass(Math.abs(uneven.left - uneven.right))}.`
    );
  }
  if (frame?.weighed) {
    const extra = frame.weighed - frame.expected.mean;
    if (frame.how === 'model')
      out.push(
        `The frame was closed without a scale${much ? `, and ${format.mass(beam.unaccountedAbs)} is not accounted for` : ''}.`
      );
    else if (extra > frame.expected.mean * 0.1)
      out.push(
        `The frame went out at ${format.mass(frame.weighed)}: about ${format.mass(extra)} of it may be meat, usually along the neck, beside the spine and at the hip.`
      );
    else out.push(`The frame went out at ${format.mass(frame.weighed)}, bare.`);
  }
  if (worst.length === 0 && !uneven && parts.some((p) => p.verdict))
    out.push('Part by part it lies where it should.');
  if (much && frame?.how !== 'model')
    out.push(`${format.mass(beam.unaccountedAbs)} is not accounted for: look at the tare.`);
  return out;
}
