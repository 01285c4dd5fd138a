import type { AtBench, Contradiction, PlanPart, Priority, Served, Shortage, Wish } from '$core/plan';
import { KITCHEN_NAMES, neededFor } from '$core/plan';
import { PLAN_USE_NAMES, TRIM_STANDARDS, cutOf, type PlanUse } from '$core/reference';
import { capital, type PlainFormatter } from './format';

/** Pieces of a use: `6 steaks`, `1 roast`. */
const PIECES: Partial<Record<PlanUse, readonly [one: string, many: string]>> = {
  steak: ['steak', 'steaks'],
  roast: ['roast', 'roasts'],
  cubed: ['beaten steak', 'beaten steaks'],
  braise: ['braise', 'braises'],
  whole: ['piece', 'pieces']
};
/** `6 steaks`; a use’s name where nobody counts its pieces. */
export const piecesOf = (use: PlanUse, count: number | undefined): string => {
  const [one, many] = PIECES[use] ?? [];
  if (count === undefined || !one || !many) return PLAN_USE_NAMES[use];
  return `${count} ${count === 1 ? one : many}`;
};

const or = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;

/** What becomes of a part: `6 steaks of 175 g`, `half of a tied roast`, `stew 0.42 kg`. */
export function partWords({ use, raw, pieces, each, tied }: PlanPart, format: PlainFormatter): string {
  if (tied) return `half of a tied roast, ${format.mass(raw)}`;
  if (pieces !== undefined && each !== undefined)
    return `${piecesOf(use, pieces)}${pieces > 0 ? ` of ${format.mass(each)}` : ''}`;
  return `${PLAN_USE_NAMES[use]}, ${format.mass(raw)}`;
}

/** Whose row of a wish it is, where several share the table. */
export const whoOf = (
  wishes: readonly Pick<Wish, 'name'>[],
  { wish }: Pick<Served, 'wish'>
): string | undefined => (wishes.length > 1 ? wishes[wish]?.name : undefined);

/** What a row of the wish lacks, and why. */
export function shortWords(
  { use, asked, got, shortage }: Pick<Served, 'use' | 'asked' | 'got' | 'shortage'>,
  format: PlainFormatter,
  whose?: string
): string {
  if (!shortage) return '';
  const name = PLAN_USE_NAMES[use];
  const of = whose ? ` for ${whose}` : '';
  if (shortage.why === 'kitchen')
    return `No ${name}${of}: ${whose ? 'that' : 'this'} kitchen has no ${needs(shortage)}.`;
  const short = `${format.mass(asked - got)} of ${format.mass(asked)} ${name}${of} are short`;
  if (shortage.why === 'suits')
    return `${short}: all that suits it comes to ${format.mass(Math.max(shortage.most, got))}.`;
  const others = shortage.uses
    .slice(0, 2)
    .map((o) => `${o.use === use ? 'another wish' : PLAN_USE_NAMES[o.use]} has ${format.mass(o.grams)}`)
    .join(', ');
  return `${short}: of what suits it, ${others}.`;
}
const needs = (shortage: Extract<Shortage, { why: 'kitchen' }>): string =>
  or(shortage.needs.map((k) => KITCHEN_NAMES[k]));

/** What in a wish contradicts itself. */
export function contradictionWords(c: Contradiction, format: PlainFormatter): string {
  const cut = 'cut' in c ? (cutOf(c.cut)?.names.plain ?? c.cut) : '';
  switch (c.why) {
    case 'kitchen':
      return `Nobody here can cook ${PLAN_USE_NAMES[c.use]}: it needs ${or(neededFor(c.use).map((k) => KITCHEN_NAMES[k]))}.`;
    case 'never':
      return `${cut}: ${PLAN_USE_NAMES[c.use]} is never made of it.`;
    case 'sameTwice':
      return `${cut}: the same is said twice.`;
    case 'wholeHalved':
      return `${cut}: whole or halved, not both.`;
    case 'noBone':
      return `${cut} holds no bone that it could be left on.`;
    case 'askedTwice':
      return `${PLAN_USE_NAMES[c.use]} of the same size is asked for twice: both are counted.`;
    case 'moreThanAll':
      return 'The shares come to more than all there is: what comes first is served first.';
    case 'portionSize':
      return `A piece may not weigh more than its portion of ${format.mass(c.each)}.`;
  }
}

/** How good a plan is known to be. */
export function provenWords(
  answer: { proven: boolean; gaps?: { short: number; lesser: number } } | undefined,
  busy: boolean,
  broke: boolean,
  format: PlainFormatter,
  settled?: Priority
): string {
  if (!answer) return busy ? 'Being planned …' : '';
  const { gaps } = answer;
  if (broke) return 'A good plan; whether there is a better one could not be found out.';
  if (busy)
    return `A good plan already. The best is being looked for${
      settled === undefined
        ? ''
        : `; ${['what comes first', 'what comes then', 'what comes last'][settled - 1]} is settled`
    } …`;
  if (!gaps) return 'A good plan; the search for the best was stopped.';
  if (answer.proven) return 'Proven best, to a quarter of a per cent.';
  const parts = [
    ...(gaps.short > 0.05 ? [`at most ${format.mass(gaps.short * 1000)} less could be short`] : []),
    ...(gaps.lesser > 0.05 ? [`at most ${format.mass(gaps.lesser * 1000)} could do a better thing`] : [])
  ];
  return parts.length > 0 ? `Close to the best: ${parts.join(', ')}.` : 'Close to the best there is.';
}

/** What a plan asks of the piece that comes off next, in a line at the step. */
export function atBenchWords(ask: AtBench, format: PlainFormatter): string {
  const { parts, mm, boneIn, wish } = ask;
  // The plan reckons boneless and trimmed: what goes by weight is not told beside what the piece should weigh.
  const what = parts
    .map((part) =>
      part.pieces === undefined || part.tied ? PLAN_USE_NAMES[part.use] : partWords(part, format)
    )
    .join(' and ');
  return `${what}${mm === undefined ? '' : `, ${mm} mm thick`}${
    boneIn === undefined ? '' : boneIn ? ', kept on the bone' : ', off the bone'
  }${ask.halved ? ', halved where it is large' : ''}${
    ask.trim === undefined ? '' : `, trimmed ${TRIM_STANDARDS[ask.trim].name.toLowerCase()}`
  }${ask.silver === undefined ? '' : `, silver ${ask.silver === 'on' ? 'left on' : 'off'}`}${wish ? ` for ${wish}` : ''}`;
}

/** What the plan follows: a piece that weighs otherwise, or meat that is lost. */
export type Followed = 'heavier' | 'lighter' | 'lost' | 'partLost';
const FOLLOWED: Readonly<Record<Followed, (piece: string) => string>> = {
  heavier: (piece) => `${piece} came out heavier than planned`,
  lighter: (piece) => `${piece} came out lighter than planned`,
  lost: (piece) => `${capital(piece)} is lost`,
  partLost: (piece) => `Some of ${piece.charAt(0).toLowerCase()}${piece.slice(1)} is lost`
};

/** How a plan follows what came out otherwise, in one line. */
export function followWords(
  piece: string,
  how: Followed,
  changes: readonly { name: string; parts: readonly PlanPart[] }[],
  format: PlainFormatter
): string {
  const [first, ...others] = changes;
  if (!first) return '';
  const rest =
    others.length === 0
      ? ''
      : `, and ${others.length === 1 ? 'one muscle' : `${others.length} muscles`} more`;
  return `${FOLLOWED[how](piece)}: the plan follows. ${first.name} becomes ${first.parts
    .map((p) => partWords(p, format))
    .join(' + ')}${rest}.`;
}
