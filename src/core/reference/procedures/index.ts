import type { GroupKey, Stage } from '../species';
import { BREAST_OUT, CROWN, WHOLE_BIRD } from './birds';
import { BOAR } from './boar';
import { SAW_CUTS, SHOULDERS_FIRST, STRAPS_FIRST } from './deer';
import { FIELD_DRESS, QUARTER_FIELD } from './field';
import { FINISH_STRAP, FINISH_THIN } from './finish';
import { BONE_SHOULDER, HAUNCH, LEG_STEAKS, SEAM_HOOK, SEAM_LEG, SHOULDER_WHOLE, SMALL_LEG } from './joints';
import { GATE, ROOM } from './room';
import { QUARTERS_AND_SLABS, QUARTERS_AND_STRAPS, STEW_JOINTS } from './small';
import { DRAW_SMALL, HANG_SKIN, PLUCK, SKIN_BIRD, SKIN_CASED, SKIN_PARTED, SKIN_SQUIRREL } from './skin';
import { kitOf, type Procedure } from './step';

export { ASKS, kitOf, type Answer, type Asks, type Procedure, type Step, type TakeOff } from './step';
export * from './own';

/** Orders of work by their key, the usual one of its kind first. */
export const PROCEDURES: Readonly<Record<string, Procedure>> = Object.fromEntries(
  [
    ROOM,
    GATE,
    FIELD_DRESS,
    QUARTER_FIELD,
    SKIN_PARTED,
    SKIN_CASED,
    SKIN_SQUIRREL,
    DRAW_SMALL,
    HANG_SKIN,
    PLUCK,
    SKIN_BIRD,
    SHOULDERS_FIRST,
    STRAPS_FIRST,
    SAW_CUTS,
    BOAR,
    SEAM_LEG,
    SEAM_HOOK,
    SMALL_LEG,
    LEG_STEAKS,
    HAUNCH,
    BONE_SHOULDER,
    SHOULDER_WHOLE,
    FINISH_STRAP,
    FINISH_THIN,
    QUARTERS_AND_STRAPS,
    QUARTERS_AND_SLABS,
    STEW_JOINTS,
    BREAST_OUT,
    CROWN,
    WHOLE_BIRD
  ].map((procedure) => [procedure.key, procedure])
);

/** The order of work for making the room ready. */
export const ROOM_KEY = ROOM.key;

/** Hanging grams of one animal up to which a deer's legs are usually kept together: single muscles are too small. */
export const SMALL_DEER_GRAMS = 17_000;

/** What lies open: which part of what group, how far dressed, how large, and the larder's own orders of work. */
export interface Open {
  /** Key of the part; absent for a whole carcass or lot. */
  part?: string | undefined;
  group: GroupKey;
  /** How far a whole animal has come. */
  stage?: Stage | undefined;
  /** Hanging grams of one animal. */
  hanging?: number | undefined;
  own?: readonly Procedure[] | undefined;
}

/** The ways to go on with what lies open; the usual one first. */
export function schoolsOf({ part, group, stage = 'hanging', hanging, own = [] }: Open): Procedure[] {
  const fit = [...Object.values(PROCEDURES), ...own].filter(
    (p) =>
      !p.pieces &&
      !p.apart &&
      p.part === part &&
      p.groups.includes(group) &&
      (!p.from || p.from.includes(stage))
  );
  const small = group === 'deer' && hanging !== undefined && hanging <= SMALL_DEER_GRAMS;
  const rank = (p: Procedure) => (p.from ? 0 : small && p.key === SMALL_LEG.key ? 1 : 2);
  return fit.sort((a, b) => rank(a) - rank(b));
}

/**
 * The order of work for a carcass, a lot or a part on the table; none for parts that have no list yet.
 * @param school  key of the procedure somebody chose; the usual one where it does not fit
 */
export function procedureFor(open: Open, school?: string): Procedure | undefined {
  const schools = schoolsOf(open);
  return schools.find((p) => p.key === school) ?? schools[0];
}

/** How a piece is made ready on the board; undefined where nothing is said of it. */
export const finishOf = (cut: string | undefined, group: GroupKey): Procedure | undefined =>
  Object.values(PROCEDURES).find((p) => cut && p.pieces?.includes(cut) && p.groups.includes(group));

let titles: Map<string, { groups: readonly GroupKey[]; title: string }[]> | undefined;
/** What a stop is called where nobody says of which animal: a deer has no crop. */
const GENERAL: Readonly<Record<string, string>> = { glands: 'Glands' };

/**
 * The title of a step by its key; undefined for a step of nobody's. Some keys stand in orders of work of several groups
 * under different titles.
 * @param group  of the animal it was said of; without it what differs gets its general word
 */
export function stepTitle(key: string, group?: GroupKey): string | undefined {
  if (!titles) {
    titles = new Map();
    for (const { groups, steps } of Object.values(PROCEDURES))
      for (const s of steps) titles.set(s.key, [...(titles.get(s.key) ?? []), { groups, title: s.title }]);
  }
  const all = titles.get(key) ?? [];
  const own = group ? all.find((t) => t.groups.includes(group)) : undefined;
  if (own) return own.title;
  const [first] = all;
  return first && all.some((t) => t.title !== first.title) ? (GENERAL[key] ?? first.title) : first?.title;
}

/** Tools of an order of work, with those that lie ready named apart from those that do not. */
export const kitFor = (procedure: Procedure, missing: readonly string[]) =>
  kitOf(procedure).map((key) => ({ key, missing: missing.includes(key) }));

/** Titles of the steps, and names of the orders of work, that these keys stand for; for pages that only name them. */
export const workWords = (
  keys: Iterable<string>,
  own: readonly Procedure[] = [],
  group?: GroupKey
): Record<string, string> =>
  Object.fromEntries(
    [...new Set(keys)].flatMap((key) => {
      const title = stepTitle(key, group) ?? PROCEDURES[key]?.name ?? own.find((p) => p.key === key)?.name;
      return title ? [[key, title] as const] : [];
    })
  );
