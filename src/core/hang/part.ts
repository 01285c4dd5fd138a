import type { Cooling } from '$core/book';
import { curvesAt, type CoverFit, type Curves } from '$core/chill';
import { grams, type Grams } from '$core/units';
import {
  curvesOf,
  hang,
  hangBy,
  reckon,
  type Choices,
  type Hanging,
  type HangFault,
  type Hung,
  type KnownAir,
  type Reckoning
} from './hanging';

/** A part that came off, or came in alone. */
export interface Lone {
  item: string;
  /** Grams as it came off: what is boned out of it since makes it no thinner before. */
  grams: Grams;
  /** When it came off, ms. */
  offAt: number;
  /** The entry it came off with. */
  offBy: string;
  /** What was done to it alone, any order. */
  said: readonly Cooling[];
}

/**
 * A part as the model is asked of it: quartered when it came off, and as thick as its own weight makes it, for it is the leg
 * of an animal whose leg would weigh as much. It goes where its animal goes until something is said of it alone; from then on
 * its own word counts.
 * @param leg  grams of one hind leg of this animal, which the model's ham is
 */
export function partHung(hung: Hung, part: Lone, leg: number): Hung {
  const own = [...part.said].sort((a, b) => a.at - b.at);
  const from = own[0]?.at ?? Infinity;
  const off: Cooling = { entry: part.offBy, at: part.offAt, what: 'quartered' };
  const before = (hung.cooling ?? []).filter((e) => e.at < from && e.what !== 'quartered');
  const whole = (hung.cooling ?? []).filter((e) => e.what === 'quartered' && e.at <= part.offAt);
  return {
    ...hung,
    id: part.item,
    hanging: grams(Math.max(50, Math.round((hung.hanging * part.grams) / Math.max(1, leg)))),
    cooling: [...before, ...(whole.length > 0 ? whole : [off]), ...own].sort((a, b) => a.at - b.at)
  };
}

/** The first curves up to a moment, and the second from there on. */
function joined(before: Curves, after: Curves, at: number): Curves {
  const [head, tail] = [before.at.findIndex((t) => t >= at), after.at.findIndex((t) => t >= at)];
  if (head <= 0 || tail < 0) return after;
  const out = { kind: after.kind } as Record<string, unknown>;
  for (const key of Object.keys(after) as (keyof Curves)[]) {
    if (key === 'kind') continue;
    const [a, b] = [before[key].subarray(0, head), after[key].subarray(tail)];
    const both =
      a instanceof Float64Array ? new Float64Array(head + b.length) : new Uint8Array(head + b.length);
    both.set(a);
    both.set(b, head);
    out[key] = both;
  }
  const curves = out as unknown as Curves;
  // What gathered while it was whole stays gathered.
  const gathered = before.gut[head - 1] ?? 0;
  for (let i = head; i < curves.gut.length; i += 1) curves.gut[i] = Math.max(curves.gut[i] ?? 0, gathered);
  return curves;
}

/** A part with its curves and its window. */
export type HungPart =
  { ok: true; hung: Hung; reckoning: Reckoning; hanging: Hanging } | ({ ok: false; hung: Hung } & HangFault);

/**
 * A part's cooling: its animal's until it came off, and from there on its own, as warm inside as the animal was then.
 * @param leg  grams of one hind leg of this animal
 * @param cores  cores read in the animal, any order: what was read after the part came off counts for it too
 */
export function hangPart(
  hung: Hung,
  part: Lone,
  leg: number,
  air: KnownAir,
  choices: Choices,
  now: number,
  cores: readonly { at: number; core: number }[] = [],
  fit?: CoverFit
): HungPart {
  const own = partHung(hung, part, leg);
  const whole = reckon(
    { ...hung, cooling: (hung.cooling ?? []).filter((e) => e.at <= part.offAt) },
    air,
    choices,
    now,
    [],
    cores.filter((c) => c.at <= part.offAt),
    fit
  );
  if (!whole.ok) return { hung: own, ...whole };
  // What came in as a part was never seen whole here.
  if (part.offAt <= whole.asked.killedAt || hung.quartered) {
    const alone = reckon(own, air, choices, now, [], cores, fit);
    return alone.ok
      ? { ok: true, hung: own, reckoning: alone, hanging: hang(own, alone, now) }
      : { hung: own, ...alone };
  }
  const before = curvesOf(whole.asked);
  const then = { at: part.offAt, core: curvesAt(before, part.offAt).core };
  const later = cores.filter((c) => c.at > part.offAt);
  const reckoning = reckon(own, air, choices, now, [], [then, ...later], fit);
  if (!reckoning.ok) return { hung: own, ...reckoning };
  const warm = joined(before, curvesOf(reckoning.asked), part.offAt);
  const cold = reckoning.cold
    ? joined(whole.cold ? curvesOf(whole.cold) : before, curvesOf(reckoning.cold), part.offAt)
    : warm;
  return { ok: true, hung: own, reckoning, hanging: hangBy(own, reckoning, now, warm, cold) };
}
