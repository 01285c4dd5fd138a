import {
  balanceOf,
  isBody,
  net,
  outRef,
  stillOnItems,
  type Animal,
  type BookedEntry,
  type BookState,
  type Item
} from '$core/book';
import {
  PARTS,
  SPECIES,
  WHOLE_OF_PART,
  cutOf,
  procedureFor,
  type Procedure,
  type Side,
  type Step,
  type Vocabulary
} from '$core/reference';
import { expectCut, expectPart, expected, type Expected } from '$core/yield';
import { roundGrams, type Grams } from '$core/units';
import { expectedFrame, hangingKept, yieldFacts } from './account';
import { partName } from './names';

/** A row in the order of work: a step with where the animal stands on it. */
export interface WorkRow {
  key: string;
  title: string;
  doing: string;
  look?: string;
  cautions: string[];
  /** What one press books. */
  act:
    | {
        kind: 'take';
        cut: string;
        side?: Side;
        born: 'part' | 'piece';
        from: string;
        boneIn: boolean;
        tub: string | null;
      }
    | { kind: 'close'; item: string }
    /** Nothing to weigh: somebody says that they are out, or stay in. */
    | { kind: 'glands'; item: string; keys: readonly string[] }
    /** A little meat for a test, weighed. */
    | { kind: 'sample'; item: string; what: string }
    | { kind: 'open'; item: string };
  done: boolean;
  /** Grams on the scale when it was done. */
  weight?: Grams;
  expected?: Expected;
}

export interface Work {
  /** The carcass or part that lies open. */
  focus: Item | undefined;
  procedure: Procedure | undefined;
  rows: WorkRow[];
  /** The rows that are not done, in order. */
  open: WorkRow[];
}

/** What was said of the glands of a part: out, or knowingly left in. Kept by whoever is at the bench until it closes. */
export type GlandsSaid = ReadonlyMap<string, 'out' | 'left'>;

/** What whoever stands at the bench has chosen; the book does not depend on it. */
export interface BenchChoices {
  vocabulary?: Vocabulary;
  glands?: GlandsSaid;
  /** Procedure by carcass or part; the usual one where nothing was chosen. */
  schools?: ReadonlyMap<string, string>;
}

/** The part that lies open, else the carcass, else nothing. */
export function focusOf(state: BookState, animal: string): Item | undefined {
  const on = stillOnItems(state, animal);
  return on.find((i) => i.kind === 'part' && i.door === 'open') ?? on.find(isBody);
}

const sameSide = (a: Side | undefined, b: Side | undefined): boolean =>
  a === b || a === 'both' || b === 'both' || a === undefined;

/** Items that a take-off step would have made. */
function takenFor(
  state: BookState,
  from: Item,
  cut: string,
  side: Side | undefined,
  kind: 'part' | 'piece'
): Item[] {
  const off = Object.values(state.items).filter(
    (i) =>
      i.animal === from.animal &&
      i.from === from.id &&
      i.kind === kind &&
      (!isBody(from) || sameSide(i.side, side))
  );
  const itself = off.filter((i) => i.cut === cut || (cutOf(i.cut)?.whole ?? []).includes(cut));
  if (itself.length > 0) return itself;
  // What is taken whole here may have come off muscle by muscle; only when none is left of it is the step done.
  const muscles = cutOf(cut)?.whole ?? [];
  const each = muscles.map((muscle) => off.find((i) => i.cut === muscle));
  return each.length > 0 && each.every((i) => i !== undefined) ? (each as Item[]) : [];
}

function takeRow(
  state: BookState,
  animal: Animal,
  focus: Item,
  step: Step,
  history: ReadonlyMap<string, Grams>,
  vocabulary: Vocabulary,
  glands: GlandsSaid,
  hanging: number | undefined
): WorkRow {
  const take = step.takes[0];
  const base = {
    key: step.key,
    title: step.title,
    doing: step.doing,
    ...(step.look ? { look: step.look } : {}),
    cautions: step.cautions
  };
  if (step.glands)
    return {
      ...base,
      act: { kind: 'glands', item: focus.id, keys: step.glands },
      done: glands.has(focus.id)
    };
  if (step.sample) {
    const grams = sampledFrom(state, animal.id);
    return {
      ...base,
      act: { kind: 'sample', item: focus.id, what: step.sample },
      done: grams > 0,
      ...(grams > 0 ? { weight: roundGrams(grams) } : {})
    };
  }
  if (!take || step.closes)
    return {
      ...base,
      act: { kind: 'close', item: focus.id },
      done: focus.door === 'closed',
      ...closing(state, animal, focus)
    };
  const facts = yieldFacts(animal.facts);
  const cut = cutOf(take.cut);
  const side = take.side ?? focus.side;
  const taken = takenFor(state, focus, take.cut, take.side, take.kind);
  const partGrams = focus.kind === 'part' ? history.get(focus.id) : undefined;
  const weight = taken.reduce((sum, item) => sum + (history.get(item.id) ?? 0), 0);
  const expect =
    take.kind === 'part'
      ? hanging === undefined
        ? undefined
        : expectPart(facts, take.cut, hanging, take.side)
      : expectCut(facts, take.cut, { side: take.side, hanging, partGrams });
  return {
    ...base,
    title: take.kind === 'piece' && cut && focus.kind === 'part' ? cut.names[vocabulary] : step.title,
    act: {
      kind: 'take',
      cut: take.cut,
      born: take.kind,
      from: focus.id,
      boneIn: cut?.boneIn ?? false,
      tub: take.kind === 'piece' ? (cut?.tub ?? 'grind') : null,
      ...(side ? { side } : {})
    },
    done: taken.length > 0,
    ...(taken.length > 0 ? { weight: roundGrams(weight) } : {}),
    ...(expect ? { expected: expect } : {})
  };
}

/** Grams of an animal that went to a laboratory. */
function sampledFrom(state: BookState, animal: string): number {
  return Object.keys(state.balances).reduce((sum, id) => {
    const out = outRef(id);
    return out?.kind === 'sample' && state.items[out.owner]?.animal === animal
      ? sum + balanceOf(state, id)
      : sum;
  }, 0);
}

/** How heavy a bare frame or the bones of a part should be. */
function closing(state: BookState, animal: Animal, focus: Item): { expected?: Expected } {
  if (isBody(focus)) {
    const e = expectedFrame(state, animal);
    return e ? { expected: e } : {};
  }
  const bone = expectedBone(state, animal, focus);
  return bone ? { expected: bone } : {};
}

/** Bare bone of a part on the table: its bone share of the part as taken, less the bone that left in bone-in cuts. CV 8 %. */
export function expectedBone(state: BookState, animal: Animal, part: Item): Expected | undefined {
  const share = partBone(animal, part.cut);
  if (share === undefined) return undefined;
  const left = balanceOf(state, part.id);
  let went = 0;
  let boneWent = 0;
  for (const item of Object.values(state.items)) {
    if (item.from !== part.id) continue;
    const value = balanceOf(state, item.id);
    went += value;
    boneWent += value * (item.boneShare ?? 0);
  }
  return expected(Math.max(0, (left + went) * share - boneWent), 0.08);
}

/** Bone ÷ part by the reference; undefined for what is no part of the table. */
function partBone(animal: Animal, cut: string | undefined): number | undefined {
  return PARTS[SPECIES[animal.facts.species].group].find((p) => p.key === cut)?.bone;
}

/** First weights of items by id, from the entries: what the scale said when each was born. */
export function birthWeights(history: readonly BookedEntry[]): Map<string, Grams> {
  const weights = new Map<string, Grams>();
  for (const { intent, postings } of history) {
    if (intent.kind === 'cut') weights.set(intent.creates.id, net(intent.reading));
    if (intent.kind === 'intake' && intent.into.kind !== 'tub')
      weights.set(intent.into.id, net(intent.reading));
    if (intent.kind === 'correct')
      for (const p of postings)
        if (weights.has(p.item)) weights.set(p.item, roundGrams((weights.get(p.item) ?? 0) + p.grams));
  }
  return weights;
}

/**
 * The order of work for what lies open: the procedure's steps, each done or not, with what it should weigh; when nothing
 * lies open, the parts that wait on the table.
 */
export function workOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  { vocabulary = 'plain', glands = new Map(), schools = new Map() }: BenchChoices = {}
): Work {
  const animal = state.animals[animalId];
  const focus = focusOf(state, animalId);
  if (!animal) return { focus: undefined, procedure: undefined, rows: [], open: [] };
  const weights = birthWeights(history);
  const procedure = focus
    ? procedureFor(
        isBody(focus) ? undefined : (focus.cut ?? ''),
        SPECIES[animal.facts.species].group,
        schools.get(focus.id)
      )
    : undefined;
  const rows: WorkRow[] = [];
  const hanging = hangingKept(state, animal);
  if (focus && procedure)
    for (const step of procedure.steps)
      rows.push(takeRow(state, animal, focus, step, weights, vocabulary, glands, hanging));
  else if (focus)
    rows.push({
      key: 'bone',
      title: 'Bone',
      doing: 'Weigh the bare bone and close the part.',
      cautions: [],
      act: { kind: 'close', item: focus.id },
      done: false
    });
  for (const part of stillOnItems(state, animalId)) {
    if (part.kind !== 'part' || part.door === 'open') continue;
    if (focus?.kind === 'part') continue;
    const grams = weights.get(part.id) ?? balanceOf(state, part.id);
    rows.push({
      key: `open-${part.id}`,
      title: `Open: ${partName(part).toLowerCase()}`,
      doing: 'Lay it on the table. The order of work changes to its muscles.',
      cautions: ['temp'],
      act: { kind: 'open', item: part.id },
      done: false,
      weight: grams
    });
  }
  return { focus, procedure, rows, open: rows.filter((row) => !row.done) };
}

/** The cut that a part becomes when it is kept whole on the bone; undefined where there is none. */
export const wholeCutOf = (part: string | undefined): string | undefined =>
  part ? WHOLE_OF_PART[part] : undefined;
