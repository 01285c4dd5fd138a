import { accountOf, type Account } from '$core/account';
import type { BookedEntry } from '$core/book';
import { animalName, workWords, type GroupKey, type Procedure } from '$core/reference';
import { sumIn } from '$core/units';
import { fixedShare, meatIn, worthOf, type OtherSum, type WorthView } from '$core/worth';
import { inGrams, type Expected } from '$core/yield';
import type { House } from '../larder';
import type { AnimalCard } from '../repo/animals';
import { historyOf, stateOf } from '../repo/state';

/** One animal's worth of the book with its entries. */
export async function bookOf({ larder }: House, id: string) {
  return { state: await stateOf(larder.db, id), history: await historyOf(larder.db, id) };
}

export async function accountOfCard(
  house: House,
  card: AnimalCard
): Promise<{
  account: Account;
  state: Awaited<ReturnType<typeof stateOf>>;
  history: Awaited<ReturnType<typeof historyOf>>;
}> {
  const { state, history } = await bookOf(house, card.id);
  const account = accountOf(state, card.id, history, await house.animals.learnedFor(card));
  if (!account) throw new Error(`no account of ${card.code}`);
  return { account, state, history };
}

/** What an animal is worth, by the larder's prices; a season's fixed costs are shared as the larder has chosen. */
export async function worthOfCard(
  house: House,
  card: AnimalCard
): Promise<WorthView & { currency: string; bill: number; otherBills: OtherSum[] }> {
  const settings = await house.settings.read();
  const { totals, onItsDay } = await house.animals.sharing(card);
  const { own: bill, others: otherBills } = sumIn(card.record.bills ?? {}, settings);
  const worth = worthOf(
    card.byUse,
    settings.prices,
    settings.costs,
    settings,
    fixedShare(settings.sharedBy, { boneless: meatIn(card.byUse), onItsDay }, totals),
    bill
  );
  // What a kilo has cost is known when it is closed; a condemned animal has none.
  const { costPerKg: _kg, costPerMeal: _meal, ...open } = worth;
  const settled = card.work === 'done' && card.held !== 'condemned';
  return { currency: settings.currency, bill, otherBills, ...(settled ? worth : open) };
}

/** An animal as the API shows it. */
export const animalView = (card: AnimalCard) => ({
  id: card.id,
  code: card.code,
  name: animalName(card.facts),
  season: card.season,
  facts: card.facts,
  work: card.work,
  place: card.place,
  base: card.base,
  hanging: card.hanging,
  boneless: card.boneless,
  takeHome: card.takeHome,
  stillOn: card.stillOn,
  lastSeq: card.lastSeq
});

/** A ratio of the hanging weight and, where that is known, the same in whole grams. */
export const interval = (e: Expected, hanging?: number) => ({
  mean: e.mean,
  low: e.low,
  high: e.high,
  standing: e.standing,
  ...(e.n === undefined ? {} : { n: e.n }),
  ...(hanging === undefined
    ? {}
    : {
        grams: (({ mean, low, high }) => ({ mean, low, high }))(
          inGrams({ ...e, mean: e.mean * hanging, low: e.low * hanging, high: e.high * hanging })
        )
      })
});

/** What the ticks and procedures among these entries are called. */
export const wordsOf = (
  entries: readonly Pick<BookedEntry, 'intent'>[],
  own: readonly Procedure[],
  beside: Readonly<Record<string, string>> = {},
  group?: GroupKey
) => ({
  ...workWords(
    entries.flatMap(({ intent }) =>
      intent.kind === 'tick' || intent.kind === 'gouge'
        ? [intent.step]
        : intent.kind === 'school'
          ? [intent.by]
          : []
    ),
    own,
    group
  ),
  ...beside
});

/** Names of rooms and rule cards as entries speak of them. */
export async function besideWords({ settings, rules }: House): Promise<Record<string, string>> {
  const { rooms } = await settings.read();
  return Object.fromEntries([
    ...rooms.map((r) => [`room:${r.key}`, `the ${r.name.toLowerCase()}`]),
    ...(await rules.all()).map((c) => [`rule:${c.key}`, c.title])
  ]);
}
