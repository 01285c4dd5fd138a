import {
  DISCARD_REASONS,
  MEAT_CLASSES,
  NOWHERE_LOSSES,
  type ClassKey,
  type LossReason
} from '$core/reference';
import { grams, type Grams, under } from '$core/units';
import { bestMark, firstWeight } from '../marks';
import { net } from '../reading';
import { stillOnItems, type BookState } from '../state';
import { accountsOf } from './accounts';

export type SegmentKey = Exclude<ClassKey, 'X' | '-' | 'O' | 'H'> | LossReason;

export interface Segment {
  key: SegmentKey;
  /** The letter it is drawn with; losses are X. */
  class: ClassKey;
  grams: Grams;
}

export interface BeamView {
  /** What 100 % is. */
  base: Grams;
  /** `hanging` when there is such a mark; else the first weight, drawn hollow. */
  baseOf: 'hanging' | 'first';
  hollow: boolean;
  /** Always in the same order; only those with mass. */
  segments: Segment[];
  stillOn: Grams;
  /** Beside the 100 %: offal, hide, and what was lost before the hanging weight. */
  strip: { offal: Grams; hide: Grams; dressing: Grams };
  unaccounted: Grams;
  unaccountedAbs: Grams;
  /** Given or sent uncut: no longer part of the 100 %. */
  away: Grams;
}

const ORDER: readonly Exclude<ClassKey, 'X' | '-' | 'O' | 'H'>[] = [...MEAT_CLASSES, 'K', 'F', 'D'];
const LOSS_ORDER: readonly LossReason[] = [...DISCARD_REASONS, ...NOWHERE_LOSSES];

/** Grams of an animal by class (mass still in the house) and by loss. */
export function classTotals(
  state: BookState,
  animal: string
): {
  classes: Record<ClassKey, number>;
  losses: Record<LossReason, number>;
  unaccountedAbs: number;
  away: number;
} {
  const classes = { P: 0, S: 0, J: 0, G: 0, O: 0, K: 0, F: 0, D: 0, H: 0, X: 0, '-': 0 };
  const losses = Object.fromEntries(LOSS_ORDER.map((reason) => [reason, 0])) as Record<LossReason, number>;
  let unaccountedAbs = 0;
  let away = 0;
  for (const { balance, loss, out } of accountsOf(state, animal))
    for (const [key, value] of Object.entries(balance) as [ClassKey, Grams][])
      if (loss && key === 'X') {
        losses[loss] += value;
        if (loss === 'unaccounted') unaccountedAbs += Math.abs(value);
      } else if (out === 'sample') losses.sample += value;
      else if (out && key === '-') away += value;
      else classes[key] += value;
  return { classes, losses, unaccountedAbs, away };
}

/**
 * The animal as one strip: 100 % is the hanging weight (before there is one, the first weight), and every gram of it is
 * in a tub, lost, or still on. Dressing loss, offal and hide lie beside it.
 */
export function beamOf(state: BookState, animal: string): BeamView {
  const { classes, losses, unaccountedAbs, away } = classTotals(state, animal);
  const known = under(state.animals, animal);
  const mark = known ? bestMark(known, 'hanging') : undefined;
  const whole = mark ? net(mark.reading) : firstWeight(state, animal);
  const base = grams(Math.max(0, whole - away));
  const stillOn = classes['-'];
  const segments: Segment[] = ORDER.map((key) => ({ key, class: key, grams: grams(classes[key]) }));
  const inBase = { ...losses };
  if (mark) {
    inBase.dressing = 0;
    const all =
      segments.reduce((sum, s) => sum + s.grams, 0) +
      stillOn +
      LOSS_ORDER.reduce((sum, key) => sum + inBase[key], 0);
    // What evaporated before the hanging weight was taken is no part of it.
    const before = Math.min(Math.max(0, all - base), inBase.evaporation);
    inBase.evaporation -= before;
  }
  for (const key of LOSS_ORDER) segments.push({ key, class: 'X', grams: grams(inBase[key]) });
  return {
    base,
    baseOf: mark ? 'hanging' : 'first',
    hollow: !mark || mark.reading.how === 'estimated' || mark.reading.how === 'model',
    segments: segments.filter((s) => s.grams !== 0),
    stillOn: grams(stillOn),
    strip: { offal: grams(classes.O), hide: grams(classes.H), dressing: grams(losses.dressing) },
    unaccounted: grams(losses.unaccounted),
    unaccountedAbs: grams(unaccountedAbs),
    away: grams(away)
  };
}

export type WorkState = 'hanging' | 'bench' | 'done';

/** Not begun, on the table, or closed to the last part. */
export function workState(state: BookState, animal: string): WorkState {
  const on = stillOnItems(state, animal);
  if (on.length === 0) return 'done';
  const begun = Object.values(state.items).some(
    (i) =>
      i.owner === animal &&
      (i.kind === 'piece' ||
        (i.kind === 'part' && i.from !== undefined) ||
        (i.kind === 'part' && i.door !== undefined))
  );
  const loose = MEAT_CLASSES.some((key) =>
    Object.entries(state.balances).some(
      ([id, b]) => id.startsWith('tub:') && id.endsWith(animal) && (b[key] ?? 0) > 0
    )
  );
  return begun || loose ? 'bench' : 'hanging';
}

/** Grams of an animal that were given or sent uncut. */
export function awayOf(state: BookState, animal: string): Grams {
  return grams(classTotals(state, animal).away);
}
