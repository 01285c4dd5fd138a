import { under } from '$core/units';
import type { GroupKey, Stage } from '../species';
import { GLANDS } from '../anatomy';
import { PROCEDURES } from './built-in';
import { kitOf, type Procedure } from './step';

export { PROCEDURES } from './built-in';
export {
  ASKS,
  POSITIONS,
  kitOf,
  type Answer,
  type Asks,
  type Position,
  type Procedure,
  type Step,
  type TakeOff
} from './step';
export { MEND, noteOf, withNotes, type StepNote } from './notes';
export * from './own';

/** The order of work for making the room ready. */
export const ROOM_KEY = 'B0';

/** The order of work for a leg that is kept together. */
export const SMALL_LEG_KEY = 'S1-small';

/** Hanging grams of one animal up to which a deer's legs are usually kept together: single muscles are too small. Usual practice. */
export const SMALL_DEER_GRAMS = 17_000;

/** What lies open: which part of what group, how far dressed, how large, and the orders of work there are. */
export interface Open {
  /** Key of the part; absent for a whole carcass or lot. */
  part?: string | undefined;
  group: GroupKey;
  /** How far a whole animal has come. */
  stage?: Stage | undefined;
  /** Hanging grams of one animal. */
  hanging?: number | undefined;
  /** Those to choose from. */
  orders: readonly Procedure[];
}

/** The ways to go on with what lies open; the usual one first. */
export function proceduresFor({ part, group, stage = 'hanging', hanging, orders }: Open): Procedure[] {
  const fit = orders.filter(
    (p) =>
      !p.pieces &&
      !p.apart &&
      p.part === part &&
      p.groups.includes(group) &&
      (!p.from || p.from.includes(stage))
  );
  const small = group === 'deer' && hanging !== undefined && hanging <= SMALL_DEER_GRAMS;
  const rank = (p: Procedure) => (p.aside ? 3 : p.from ? 0 : small && p.key === SMALL_LEG_KEY ? 1 : 2);
  return fit.sort((a, b) => rank(a) - rank(b));
}

/**
 * The order of work for a carcass, a lot or a part on the table; none for parts that have no list yet.
 * @param chosen  key of the procedure somebody chose; the usual one where it does not fit
 */
export function procedureFor(open: Open, chosen?: string): Procedure | undefined {
  const fitting = proceduresFor(open);
  const key = chosen && (under(RENAMED, chosen) ?? chosen);
  return fitting.find((p) => p.key === key) ?? fitting.find((p) => !p.aside);
}

/** How a piece is made ready on the board; undefined where nothing is said of it. */
export const finishOf = (
  cut: string | undefined,
  group: GroupKey,
  orders: readonly Procedure[]
): Procedure | undefined => orders.find((p) => cut && p.pieces?.includes(cut) && p.groups.includes(group));

let titles: Map<string, { groups: readonly GroupKey[]; title: string }[]> | undefined;
/** What a stop is called where nobody says of which animal: a deer has no crop. */
const GENERAL: Readonly<Record<string, string>> = { glands: 'Glands' };
/** Keys that orders of work had before; entries of the book name them. */
const RENAMED: Readonly<Record<string, string>> = { 'S5-slabs': 'S5-side' };
/** Steps that no order of work has any more, but entries of the book name. */
const RETIRED: Readonly<Record<string, string>> = { chest: 'Windpipe and gullet' };

/**
 * The title of a step by its key; undefined for a step of nobody's. Some keys stand in orders of work of several groups
 * under different titles.
 * @param group  of the animal it was said of; without it what differs gets its general word
 */
export function stepTitle(key: string, group?: GroupKey): string | undefined {
  const [, gland = '', side] = /^gland-(\w+)(?:-(left|right))?$/.exec(key) ?? [];
  const named = under(GLANDS, gland);
  if (named) return `${named.name}${side ? `, ${side}` : ''}`;
  if (!titles) {
    titles = new Map();
    for (const { groups, steps } of Object.values(PROCEDURES))
      for (const s of steps) titles.set(s.key, [...(titles.get(s.key) ?? []), { groups, title: s.title }]);
  }
  const all = titles.get(key) ?? [];
  const own = group ? all.find((t) => t.groups.includes(group)) : undefined;
  if (own) return own.title;
  const [first] = all;
  if (!first) return under(GENERAL, key) ?? under(RETIRED, key);
  return all.some((t) => t.title !== first.title) ? (under(GENERAL, key) ?? first.title) : first.title;
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
      const title =
        stepTitle(key, group) ??
        under(PROCEDURES, under(RENAMED, key) ?? key)?.name ??
        own.find((p) => p.key === key)?.name;
      return title ? [[key, title] as const] : [];
    })
  );
