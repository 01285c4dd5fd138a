import { under } from '$core/units';
import { isBody, lossRef, spotSharesOf, type BookState, type BookedEntry, type Item } from '$core/book';
import {
  PART_NAMES,
  SPECIES,
  cutOf,
  cutsOf,
  type ClassKey,
  type Cut,
  type Procedure,
  type Side,
  type Vocabulary
} from '$core/reference';
import { expectAnimal, expectCut, expected, rescaled, type Expected } from '$core/yield';
import type { Grams } from '$core/units';
import { hangingKept, yieldFacts } from '$core/account';
import { PARTED_CV, birthWeights, type BenchChoices } from './row';
import { procedureOf } from './order';

/** One place on the animal: what should be there, what came off, and where that lies now. */
export interface Cell {
  side?: Side;
  expected?: Expected;
  /** As taken; absent while it is on. */
  taken?: number;
  /** Grams by letter of what came out of it; `-` for what lies uncut on the table. */
  fills: { class: ClassKey; grams: number }[];
}

export interface SpreadRow {
  key: string;
  name: string;
  /** Both sides of a pair, or one cell of what has no sides. */
  cells: Cell[];
}

/** Front to back as the animal hangs: neck, shoulders, back, belly, hind legs. */
const ORDER = [
  ...['neck', 'shoulder', 'foreLeg', 'strap', 'tenderloin', 'ribs', 'brisket', 'flank', 'belly', 'flankRib'],
  ...['hindLeg', 'breast', 'tender', 'wing', 'leg']
];

interface Taken {
  taken: number;
  fills: Map<ClassKey, number>;
}

/** What came off at each place: first weights, and where the mass lies by now. */
function takenBySpot(
  state: BookState,
  animal: string,
  weights: ReadonlyMap<string, Grams>,
  keysOf: (item: Item) => readonly (readonly [key: string, share: number])[]
): Map<string, Taken> {
  const rows = new Map<string, Taken>();
  const row = (key: string) => {
    let found = rows.get(key);
    if (!found) rows.set(key, (found = { taken: 0, fills: new Map() }));
    return found;
  };
  for (const item of Object.values(state.items)) {
    if (item.owner !== animal || isBody(item) || item.kind === 'tub') continue;
    const mother = item.from ? under(state.items, item.from) : undefined;
    const before = mother ? keysOf(mother).map(([key]) => key) : [];
    for (const [key, share] of keysOf(item)) {
      const target = row(key);
      if (!before.includes(key)) target.taken += (weights.get(item.id) ?? 0) * share;
      for (const [letter, grams] of Object.entries(under(state.balances, item.id) ?? {}) as [
        ClassKey,
        Grams
      ][])
        target.fills.set(letter, (target.fills.get(letter) ?? 0) + grams * share);
    }
  }
  for (const { item, class: letter, grams } of under(state.animals, animal)?.pooled ?? []) {
    const giver = under(state.items, item);
    if (!giver || giver.kind === 'tub') continue;
    for (const [key, share] of keysOf(giver))
      row(key).fills.set(letter, (row(key).fills.get(letter) ?? 0) + grams * share);
  }
  for (const [id, balance] of Object.entries(state.balances)) {
    const loss = lossRef(id);
    const owner = loss ? under(state.items, loss.owner) : undefined;
    if (!owner || owner.owner !== animal || isBody(owner) || (balance.X ?? 0) <= 0) continue;
    for (const [key, share] of keysOf(owner))
      row(key).fills.set('X', (row(key).fills.get('X') ?? 0) + (balance.X ?? 0) * share);
  }
  return rows;
}

const LETTERS: ClassKey[] = ['P', 'S', 'J', 'G', 'K', 'F', 'D', 'X', '-'];
function cellOf(taken: Taken | undefined, expect: Expected | undefined, side?: Side): Cell {
  const fills = taken
    ? LETTERS.flatMap((letter) =>
        (taken.fills.get(letter) ?? 0) > 0 ? [{ class: letter, grams: taken.fills.get(letter) ?? 0 }] : []
      )
    : [];
  const loose = taken ? taken.taken - fills.reduce((sum, f) => sum + f.grams, 0) : 0;
  // Loose mass in tubs no longer knows its place; it is drawn as grind, where most of it goes.
  if (loose > 0)
    fills.splice(fills.findIndex((f) => f.class === 'X' || f.class === '-') >>> 0, 0, {
      class: 'G',
      grams: loose
    });
  return {
    ...(side ? { side } : {}),
    ...(expect ? { expected: expect } : {}),
    ...(taken && taken.taken > 0 ? { taken: taken.taken } : {}),
    fills
  };
}

/**
 * The animal laid out: each part and side, hollow while it is on, filled with its tub once it is off.
 * @param focus  the part or piece in hand, whose own pieces are laid out then
 */
export function spreadOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  focus: Item | undefined,
  { vocabulary = 'plain', learned, orders = [] }: BenchChoices = {}
): SpreadRow[] {
  const animal = under(state.animals, animalId);
  if (!animal) return [];
  const weights = birthWeights(history);
  if (focus?.kind === 'part' && focus.cut)
    return muscles(state, animalId, focus, weights, vocabulary, orders);
  if (focus?.kind === 'piece' && focus.cut)
    return onTheBoard(state, animalId, focus, weights, vocabulary, orders);
  const facts = yieldFacts(animal.facts);
  const hanging = hangingKept(state, animal);
  const taken = takenBySpot(state, animalId, weights, (item) =>
    spotSharesOf(state, item.id).map(
      ({ spot, share }) =>
        [`${spot.part}|${spot.side && spot.side !== 'both' ? spot.side : ''}`, share] as const
    )
  );
  const scale = (e: Expected | undefined) =>
    e && hanging !== undefined ? rescaled(e, e.mean * hanging) : undefined;
  const parts = expectAnimal(facts, learned).parts;
  const { group } = SPECIES[facts.species];
  const large = group === 'deer' || group === 'boar';
  return ORDER.flatMap((key): SpreadRow[] => {
    const part = parts.find((p) => p.key === key);
    if (!part) return [];
    const sidesSeen = ['left', 'right'].some((side) => taken.has(`${key}|${side}`));
    const sided = part.paired || sidesSeen;
    if (hanging === undefined && !taken.has(`${key}|`) && !sidesSeen) return [];
    const half = part.side ?? expected(part.share / 2, part.taken.relativeSd);
    const cells =
      (large || sidesSeen) && (sided || !taken.has(`${key}|`))
        ? (['left', 'right'] as const).map((side) => cellOf(taken.get(`${key}|${side}`), scale(half), side))
        : // Small game and birds come off in pairs.
          [cellOf(taken.get(`${key}|`), scale(part.taken))];
    return [{ key, name: under(PART_NAMES, key) ?? key, cells }];
  });
}

/** `Outer leaf` of `Flat iron, outer leaf`. */
function shortName(name: string, of: string | undefined): string {
  const rest = of && name.startsWith(`${of}, `) ? name.slice(of.length + 2) : name;
  return `${rest.charAt(0).toUpperCase()}${rest.slice(1)}`;
}

/** The pieces that the piece on the board is parted into; itself, where it is only trimmed. */
function onTheBoard(
  state: BookState,
  animalId: string,
  focus: Item,
  weights: ReadonlyMap<string, Grams>,
  vocabulary: Vocabulary,
  orders: readonly Procedure[]
): SpreadRow[] {
  const whole = weights.get(focus.id) ?? 0;
  const mother = cutOf(focus.cut);
  const taken = takenBySpot(state, animalId, weights, (item) =>
    item.from === focus.id && item.cut ? [[item.cut, 1] as const] : []
  );
  const takes = procedureOf(state, focus, { orders })?.steps.flatMap((step) => step.takes) ?? [];
  const cuts = takes.length > 0 ? takes.flatMap((take) => cutOf(take.cut) ?? []) : mother ? [mother] : [];
  return cuts.map((cut) => ({
    key: cut.key,
    // On the board everybody knows what lies there: the lobe is named, not its cut again.
    name: shortName(cut.names[vocabulary], mother?.names[vocabulary]),
    cells: [
      cellOf(
        taken.get(cut.key),
        mother && mother.share > 0 ? expected((whole * cut.share) / mother.share, PARTED_CV) : undefined
      )
    ]
  }));
}

/** The muscles of the part that lies open. */
function muscles(
  state: BookState,
  animalId: string,
  focus: Item,
  weights: ReadonlyMap<string, Grams>,
  vocabulary: Vocabulary,
  orders: readonly Procedure[]
): SpreadRow[] {
  const animal = under(state.animals, animalId);
  if (!animal || !focus.cut) return [];
  const facts = yieldFacts(animal.facts);
  const taken = takenBySpot(state, animalId, weights, (item) => {
    for (let at: Item | undefined = item; at; at = at.from ? under(state.items, at.from) : undefined)
      if (at.from === focus.id) return at.cut ? [[at.cut, 1] as const] : [];
    return [];
  });
  const { group } = SPECIES[animal.facts.species];
  const steps = procedureOf(state, focus, { orders })?.steps ?? [];
  const order = steps.map((step) => step.key);
  const rank = (key: string) => (order.includes(key) ? order.indexOf(key) : order.length);
  const single = cutsOf(focus.cut, group);
  // What this order of work keeps together is one place, unless some of it came off by itself.
  const together = steps
    .flatMap((step) => step.takes.flatMap((take) => cutOf(take.cut) ?? []))
    .filter((cut) => (cut.whole?.length ?? 0) > 1 && !cut.whole?.some((piece) => taken.has(piece)));
  const covered = new Set(together.flatMap((cut) => cut.whole ?? []));
  return [...single.filter((cut) => !covered.has(cut.key)), ...together]
    .sort((a, b) => rank(a.key) - rank(b.key))
    .map((cut) => ({
      key: cut.key,
      name: cut.names[vocabulary],
      cells: [
        cellOf(
          taken.get(cut.key) ?? shareOfWhole(taken, cut),
          expectCut(facts, cut.key, { partGrams: weights.get(focus.id) })
        )
      ]
    }));
}

/** A muscle's share of a larger cut that was taken with it in. */
function shareOfWhole(taken: ReadonlyMap<string, Taken>, cut: Cut): Taken | undefined {
  for (const [key, whole] of taken) {
    const of = cutOf(key);
    if (!of?.whole?.includes(cut.key)) continue;
    const share = of.share > 0 ? cut.share / of.share : 0;
    return {
      taken: whole.taken * share,
      fills: new Map([...whole.fills].map(([letter, grams]) => [letter, grams * share]))
    };
  }
  return undefined;
}
