import { asksWorth, takesAhead, trimShare } from '$core/bench';
import {
  cutOffOf,
  keptOf,
  keptTogether,
  musclesOf,
  type BookMuscle,
  type Kept,
  type KeptUse,
  type NamedMuscle,
  type SavedPlan
} from '$core/plan';
import { animalName, cutOf, type Vocabulary } from '$core/reference';
import { scrapedSilver, worthTheKnife, type KnifeWorth } from '$core/worth';
import { under } from '$core/units';
import type { House } from './larder';
import { bookOf } from './http/views';
import type { AnimalCard } from './repo/animals';

/** An animal whose muscles are planned. */
export interface PlannedAnimal {
  id: string;
  code: string;
  name: string;
  /** Number of its newest entry: it was cut meanwhile, where this has grown. */
  seq: number;
  held: boolean;
}
export interface OnTheTable {
  animals: PlannedAnimal[];
  muscles: NamedMuscle[];
}
/** An animal with its book. */
export type CardWithBook = { card: AnimalCard } & Awaited<ReturnType<typeof bookOf>>;

export const withBooks = (house: House, cards: readonly AnimalCard[]): Promise<CardWithBook[]> =>
  Promise.all(cards.map(async (card) => ({ card, ...(await bookOf(house, card.id)) })));

const nameOf = ({ cut, side }: BookMuscle, vocabulary: Vocabulary): string =>
  `${cutOf(cut)?.names[vocabulary] ?? cut}${side === 'left' || side === 'right' ? `, ${side}` : ''}`;

/** The muscles of some animals: what lies in tubs, and what is expected of what is still on. */
export async function onTheTable(house: House, books: readonly CardWithBook[]): Promise<OnTheTable> {
  const { vocabulary } = await house.settings.read();
  const orders = await house.procedures.orders();
  const found: OnTheTable = { animals: [], muscles: [] };
  for (const { card, state, history } of books) {
    const hung = await house.hanging.of(card);
    const ageing = hung.ok && hung.reckoning.deathKnown ? hung.hanging.window.ageing : 0;
    const learned = await house.animals.learnedFor(card);
    const own = musclesOf(state, card.id, history, { orders, vocabulary, learned }, ageing);
    found.animals.push({
      id: card.id,
      code: card.code,
      name: animalName(card.facts),
      seq: history.at(-1)?.seq ?? 0,
      held: (under(state.animals, card.id)?.holds ?? []).length > 0
    });
    found.muscles.push(...own.map((m) => ({ ...m, name: nameOf(m, vocabulary) })));
  }
  return found;
}

/** A thin or awkward cut that is still on: what an hour at it earns, and what is lost where it is left. */
export interface KnifeRow extends KnifeWorth {
  animal: string;
  /** Absent of the silver that comes off what is cooked quickly or dried. */
  cut?: string;
  count: number;
  /** Minutes are of this hand's own work. */
  own: boolean;
}
/** Boned, they are asked about too; on their bone they are taken anyhow. */
const SHANKS: readonly string[] = ['hindShank', 'foreShank'];
/** What is asked of the knife for thin and awkward cuts, what earns least in an hour first. */
export async function knifeAhead(
  house: House,
  books: readonly CardWithBook[],
  muscles: readonly BookMuscle[],
  hand: string
): Promise<KnifeRow[]> {
  const chosen = await house.settings.read();
  const orders = await house.procedures.orders();
  const { trims } = await house.minutes.toldBack();
  /** What silver comes off, and how much of it goes with the silver. */
  const silvered = (animal: string) =>
    muscles.flatMap(({ animal: of, cut, item, grams }) => {
      const tub = cutOf(cut)?.tub;
      return of === animal && item === undefined && (tub === 'prime' || tub === 'jerky')
        ? [{ grams, share: trimShare(tub, chosen.tubTrims, trims).share }]
        : [];
    });
  const rows: KnifeRow[] = [];
  for (const { card, state, history } of books) {
    const learned = await house.minutes.learned(hand, card.facts.species);
    for (const { cut, count, minutes, own } of takesAhead(state, card.id, history, learned, { orders })) {
      if (!asksWorth(cut) && !SHANKS.includes(cut)) continue;
      const grams = muscles
        .filter((m) => m.animal === card.id && m.cut === cut && m.item === undefined)
        .reduce((sum, m) => sum + m.grams, 0);
      const worth = worthTheKnife(cut, grams, minutes, chosen.prices, chosen);
      if (worth) rows.push({ ...worth, animal: card.code, cut, count, own });
    }
    const silver = scrapedSilver(silvered(card.id), chosen.prices, chosen);
    if (silver) rows.push({ ...silver, animal: card.code, count: 1, own: false });
  }
  return rows.sort((a, b) => a.perMinute - b.perMinute);
}

/** So many earlier plans are held against what came of them. Own choice. */
const EARLIER = 8;
/** What the plans before kept of what they promised, by use; of each animal its newest plan alone. */
export async function keptBefore(
  house: House,
  except: readonly string[]
): Promise<{ plans: number; uses: KeptUse[] }> {
  const told = new Set(except);
  const all: Kept[] = [];
  for (const plan of await house.cutPlans.newest(4 * EARLIER)) {
    const fresh = plan.animals.every((id) => !told.has(id));
    plan.animals.forEach((id) => told.add(id));
    if (!fresh || all.length >= EARLIER) continue;
    const kept = await keptSoFar(house, plan, []);
    if (kept.off > 0) all.push(kept);
  }
  return { plans: all.length, uses: keptTogether(all) };
}

/** A plan's promise against what came off of its animals so far. */
export async function keptSoFar(
  house: House,
  plan: SavedPlan,
  books: readonly CardWithBook[]
): Promise<Kept> {
  const off = [];
  for (const id of plan.animals) {
    const known = books.find((b) => b.card.id === id);
    const { state, history } = known ?? (await bookOf(house, id));
    off.push(...cutOffOf(state, id, history));
  }
  return keptOf(plan.plan, off);
}
