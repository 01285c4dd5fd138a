import { net, voidedIn, type BookedEntry, type Facts } from '$core/book';
import { under } from '$core/units';
import { DISCARD_REASONS, type DiscardReason } from '$core/reference';

/** Whose work a loss at the bench tells of. */
export const TELLS = ['dressing', 'skinning', 'hanging'] as const;
export type Tells = (typeof TELLS)[number];

/** What is thrown away at the bench, and whose work before it that tells of; silver, bone and glands tell of none. */
export const TOLD_BY: Readonly<Partial<Record<DiscardReason, Tells>>> = {
  contaminated: 'dressing',
  hair: 'skinning',
  scored: 'skinning',
  rind: 'hanging',
  spoiled: 'hanging'
};

/** Grams that were thrown away of one animal at the bench, by reason, and who had done the work that they tell of. */
export interface ToldBack {
  dressedBy?: string;
  skinnedBy?: string;
  off: Partial<Record<DiscardReason, number>>;
}

/**
 * What the bench has to say to whoever dressed and skinned the animal. Who dressed: whoever weighed it dressed, else who
 * took it. Who skinned: whoever weighed it hanging, or ticked a step of skinning.
 * @param history   of one animal; what was taken back says nothing
 * @param skinSteps keys of steps of skinning
 */
export function toldBack(
  history: readonly BookedEntry[],
  facts: Pick<Facts, 'takenBy'>,
  skinSteps: ReadonlySet<string>
): ToldBack {
  const gone = voidedIn(history);
  const told: ToldBack = { off: {} };
  const thrown = new Map<string, { reason: DiscardReason; grams: number }>();
  if (facts.takenBy) told.dressedBy = facts.takenBy;
  for (const { id, hand, intent } of history) {
    if (gone.has(id)) continue;
    if (intent.kind === 'skin' && intent.reading?.stage === 'dressed') told.dressedBy = hand;
    if (intent.kind === 'skin' && intent.reading?.stage === 'hanging') told.skinnedBy = hand;
    if (intent.kind === 'tick' && intent.how === 'done' && skinSteps.has(intent.step))
      told.skinnedBy ??= hand;
    const reason =
      intent.kind === 'discard'
        ? intent.reason
        : thrown.get(intent.kind === 'correct' ? intent.entry : '')?.reason;
    // A weight that was set right stands for the one before.
    if (reason && TOLD_BY[reason] && (intent.kind === 'discard' || intent.kind === 'correct'))
      thrown.set(intent.kind === 'correct' ? intent.entry : id, { reason, grams: net(intent.reading) });
  }
  for (const { reason, grams } of thrown.values()) told.off[reason] = (told.off[reason] ?? 0) + grams;
  return told;
}

/** One person’s figure over a season: grams for each animal that they had in hand. */
export interface OwnFigure {
  hand: string;
  work: Tells;
  animals: number;
  /** Grams an animal, by reason. */
  off: Partial<Record<DiscardReason, number>>;
}

/** Everybody’s own figure, dressing first; animals of nobody known are left out. */
export function ownFigures(told: readonly ToldBack[]): OwnFigure[] {
  const sums = new Map<string, OwnFigure>();
  for (const { dressedBy, skinnedBy, off } of told)
    for (const [hand, work] of [
      [dressedBy, 'dressing'],
      [skinnedBy, 'skinning']
    ] as const) {
      if (!hand) continue;
      const key = `${work}|${hand}`;
      const sum = sums.get(key) ?? { hand, work, animals: 0, off: {} };
      sum.animals += 1;
      for (const reason of DISCARD_REASONS)
        if (TOLD_BY[reason] === work) sum.off[reason] = (sum.off[reason] ?? 0) + (under(off, reason) ?? 0);
      sums.set(key, sum);
    }
  return [...sums.values()]
    .map((sum) => ({
      ...sum,
      off: Object.fromEntries(Object.entries(sum.off).map(([reason, grams]) => [reason, grams / sum.animals]))
    }))
    .sort(
      (a, b) =>
        TELLS.indexOf(a.work) - TELLS.indexOf(b.work) || b.animals - a.animals || a.hand.localeCompare(b.hand)
    );
}
