import {
  MEAT_CLASSES,
  SPECIES,
  TUBS,
  boneShareOf,
  cutOf,
  procedureFor,
  usualTub,
  type ClassKey,
  type Procedure,
  type Side,
  type TakeOff,
  type TubKey
} from '$core/reference';
import { expectCut, expectPart, type Learned, type YieldFacts } from '$core/yield';
import { roundGrams, type Grams } from '$core/units';
import { actAhead } from './clock';
import { minutesOf, type Minutes } from './minutes';

/** Boneless grams of one cut, and the letter of the tub they go to. */
export interface WayLine {
  cut: string;
  class: ClassKey;
  grams: Grams;
}

/** What an order of work gives and costs on one animal or part, by the model. */
export interface WayFigures {
  lines: WayLine[];
  /** Grams by the letter of the tub they go to. */
  byClass: Partial<Record<ClassKey, Grams>>;
  /** Edible meat off the bone, and how much of it is prime; untrimmed. */
  boneless: Grams;
  prime: Grams;
  /** Bone that goes to the pot or the oven with the meat. */
  bone: Grams;
  pieces: number;
  minutes: number;
  /** Cautions that somebody meets on the way, by key, in the order of the steps. */
  cautions: string[];
}

export interface WayOf {
  /** The orders of work there are: parts that come off are gone on with by their usual one. */
  orders: readonly Procedure[];
  minutes?: Minutes | undefined;
  learned?: Learned | undefined;
}

/**
 * What an order of work gives and costs, on an animal that nobody has cut yet: the pieces it takes by expected weight,
 * parts that it takes gone on with by their usual order.
 * @param hanging  grams of the whole animal on the hook; an order for a part is reckoned for one of its two
 */
export function wayFigures(
  procedure: Procedure,
  facts: YieldFacts,
  hanging: number,
  { orders, minutes = {}, learned }: WayOf
): WayFigures {
  const { group } = SPECIES[facts.species];
  const lines = new Map<string, WayLine & { exact: number }>();
  const cautions = new Set<string>();
  let [bone, pieces, spent] = [0, 0, 0];

  const partOf = (key: string, side?: Side): number =>
    expectPart(facts, key, hanging, side, learned)?.mean ?? 0;
  const walk = (order: Procedure, weight: number): void => {
    for (const step of order.steps) {
      for (const key of step.cautions) cautions.add(key);
      spent += minutesOf(
        { act: actAhead(step), key: step.key },
        { group, hanging, count: 1 },
        minutes
      ).minutes;
      for (const take of step.takes) {
        if (take.kind === 'part') {
          const next = procedureFor({ part: take.cut, group, hanging, orders });
          if (next) walk(next, partOf(take.cut, take.side));
          continue;
        }
        pieces += take.side === 'both' ? 2 : 1;
        taken(take, order.part ? { partGrams: weight } : { hanging });
      }
    }
  };
  const taken = (take: TakeOff, from: { partGrams: number } | { hanging: number }): void => {
    const cut = cutOf(take.cut);
    if (!cut) return;
    const onBone = take.boned ? false : cut.boneIn;
    const mean = expectCut(facts, take.cut, { ...from, side: take.side, learned, boneIn: onBone })?.mean ?? 0;
    const share = onBone ? boneShareOf(cut, group) : 0;
    bone += mean * share;
    const tub: TubKey = take.tub ?? usualTub(cut, group);
    const key = `${take.cut}|${tub}`;
    const line = lines.get(key) ?? { cut: take.cut, class: TUBS[tub].letter, grams: roundGrams(0), exact: 0 };
    lines.set(key, { ...line, exact: line.exact + mean * (1 - share) });
  };
  walk(procedure, procedure.part ? partOf(procedure.part, 'left') : hanging);

  const all = [...lines.values()].map(({ exact, ...line }) => ({ ...line, grams: roundGrams(exact) }));
  const sum = (of: (line: WayLine) => boolean) =>
    roundGrams(all.filter(of).reduce((total, line) => total + line.grams, 0));
  const letters = [...new Set(all.map((l) => l.class))];
  return {
    lines: all,
    byClass: Object.fromEntries(letters.map((letter) => [letter, sum((l) => l.class === letter)])),
    boneless: sum((l) => (MEAT_CLASSES as readonly ClassKey[]).includes(l.class)),
    prime: sum((l) => l.class === 'P'),
    bone: roundGrams(bone),
    pieces,
    minutes: Math.round(spent),
    cautions: [...cautions]
  };
}
