import { voidedIn, type BookState, type BookedEntry } from '$core/book';
import { birthWeights } from '$core/bench';
import { TUB_OF_LETTER, type ClassKey, type PlanUse, type TubKey } from '$core/reference';
import { muscleId } from './muscles';
import type { Plan } from './plan';
import { tubFor } from './saved';

/** A muscle as it came off, wherever it has gone since. */
export interface CutOff {
  /** Its name in plans. */
  id: string;
  cut: string;
  tub: TubKey;
  /** Boneless g as the scale said when it came off, less what was trimmed off it since. */
  grams: number;
}

/** All muscles that have come off an animal and went into a tub, each under its first piece’s name. */
export function cutOffOf(state: BookState, animal: string, history: readonly BookedEntry[]): CutOff[] {
  const weights = birthWeights(history);
  const letters = new Map<string, ClassKey>();
  const trimmed = new Map<string, number>();
  const voided = voidedIn(history);
  for (const { id, intent, postings } of history)
    for (const p of postings) {
      if (p.grams > 0 && !letters.has(p.item)) letters.set(p.item, p.class);
      // What went into packs is still what came off; what was trimmed off is not.
      if (intent.kind === 'trim' && !voided.has(id))
        trimmed.set(p.item, (trimmed.get(p.item) ?? 0) + p.grams);
    }
  const used = new Set<string>();
  return Object.values(state.items).flatMap((item) => {
    const born = weights.get(item.id);
    if (item.owner !== animal || item.kind !== 'piece' || !item.cut || born === undefined) return [];
    const letter = letters.get(item.id);
    const tub = letter && letter !== 'X' && letter !== '-' ? TUB_OF_LETTER[letter] : undefined;
    const id = muscleId(animal, item.cut, item.side);
    if (!tub || used.has(id)) return [];
    used.add(id);
    const came = born + (trimmed.get(item.id) ?? 0);
    return [{ id, cut: item.cut, tub, grams: came * (1 - (item.boneShare ?? 0)) }];
  });
}

/** A use of a plan against what came of it. */
export interface KeptUse {
  use: PlanUse;
  /** Raw g that were promised of the muscles that are off. */
  promised: number;
  /** Raw g that went where they were to go. */
  got: number;
  /** Raw g of what was promised that went elsewhere, by the tub. */
  away: Partial<Record<TubKey, number>>;
}
export interface Kept {
  /** Muscles that are off, of those that were planned. */
  off: number;
  planned: number;
  uses: KeptUse[];
  /** Muscles that went into another tub than was planned, the heaviest first. */
  elsewhere: { muscle: string; cut: string; planned: TubKey; tub: TubKey; grams: number }[];
}

/**
 * A plan’s promise against what came off so far: a muscle keeps its promise where it went into a tub that the plan names for
 * it, with all that it weighed; shared out among the plan’s uses of that tub as they were planned.
 */
export function keptOf({ of }: Pick<Plan, 'of'>, cutOff: readonly CutOff[]): Kept {
  const off = new Map(cutOff.map((c) => [c.id, c]));
  const uses = new Map<PlanUse, KeptUse>();
  const kept: Kept = { off: 0, planned: of.length, uses: [], elsewhere: [] };
  for (const { muscle, parts } of of) {
    const here = off.get(muscle);
    if (!here) continue;
    kept.off += 1;
    const own = parts.filter((p) => tubFor(here.cut, p) === here.tub);
    const sum = own.reduce((all, p) => all + p.raw, 0);
    for (const part of parts) {
      const row = uses.get(part.use) ?? { use: part.use, promised: 0, got: 0, away: {} };
      row.promised += part.raw;
      if (sum > 0 && own.includes(part)) row.got += (here.grams * part.raw) / sum;
      // A part that is small beside another goes with it: only what lies in no tub of its plan went elsewhere.
      if (own.length === 0) row.away[here.tub] = (row.away[here.tub] ?? 0) + part.raw;
      uses.set(part.use, row);
    }
    const [largest] = [...parts].sort((a, b) => b.raw - a.raw);
    if (own.length === 0 && largest)
      kept.elsewhere.push({
        muscle,
        cut: here.cut,
        planned: tubFor(here.cut, largest),
        tub: here.tub,
        grams: here.grams
      });
  }
  kept.uses = [...uses.values()].sort((a, b) => b.promised - a.promised);
  kept.elsewhere.sort((a, b) => b.grams - a.grams);
  return kept;
}

/** What several plans kept together, by use. */
export function keptTogether(all: readonly Pick<Kept, 'uses'>[]): KeptUse[] {
  const uses = new Map<PlanUse, KeptUse>();
  for (const { use, promised, got, away } of all.flatMap((k) => k.uses)) {
    const row = uses.get(use) ?? { use, promised: 0, got: 0, away: {} };
    const sum = { ...row.away };
    for (const [tub, g] of Object.entries(away) as [TubKey, number][]) sum[tub] = (sum[tub] ?? 0) + g;
    uses.set(use, { use, promised: row.promised + promised, got: row.got + got, away: sum });
  }
  return [...uses.values()].sort((a, b) => b.promised - a.promised);
}

/** Raw g that went into other tubs than was planned, of all uses. */
export const awayIn = (uses: readonly Pick<KeptUse, 'away'>[]): number =>
  uses.reduce((sum, u) => sum + Object.values(u.away).reduce((a, g) => a + g, 0), 0);

/** A plan is taken to be kept as if so much more had been, raw g: one deer’s worth changes little. Own choice. */
const TRUST = 10_000;
/** What meat of a tub is counted as, where it went there against its plan. */
const AS: Partial<Record<TubKey, PlanUse>> = { prime: 'roast', slow: 'stew', jerky: 'jerky', grind: 'grind' };

/**
 * How often what was planned for a use went elsewhere in plans before, by weight, and where to.
 * Share = g that went elsewhere ÷ (g promised + 10 kg).
 */
export function elsewhereOf({ promised, away }: Pick<KeptUse, 'promised' | 'away'>): {
  share: number;
  /** What it becomes there, by a figure from 0 to 1; nothing, where it goes to no table. */
  use: (at: number) => PlanUse | 'lost';
} {
  const tubs = Object.entries(away) as [TubKey, number][];
  const all = tubs.reduce((sum, [, g]) => sum + g, 0);
  return {
    share: all / (promised + TRUST),
    use: (at) => {
      let left = at * all;
      for (const [tub, g] of tubs) if ((left -= g) <= 0) return AS[tub] ?? 'lost';
      return 'lost';
    }
  };
}
