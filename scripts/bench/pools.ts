import { sql } from 'drizzle-orm';
import type { Draft, Intent } from '../../src/core/book';
import { DOUBTS } from '../../src/core/book';
import { TUBS, type TubKey } from '../../src/core/reference';
import { newId as id } from '../../src/lib/server/ids';
import { openHouse, type House } from '../../src/lib/server/larder';

const draftOf = (intent: unknown): Draft => ({
  id: id(),
  at: Date.now(),
  hand: 'Tove',
  device: 'bench',
  intent: { ...(intent as Intent), sure: [...DOUBTS] }
});
const scale = (grams: number) => ({ grams, how: 'scale' as const });

async function must(house: House, ...intents: unknown[]): Promise<void> {
  for (const outcome of await house.book.book(intents.map(draftOf)))
    if (outcome.status === 'refused') throw new Error(JSON.stringify(outcome.refusal));
}

/** Tubs of animals that hold something, the fullest first: what a batch may be made of. */
async function trim(house: House, most: number): Promise<{ item: string; of: string; grams: number }[]> {
  return house.larder.db.all(sql`
    select b.item, b.owner as "of", b.grams from balances b join animals a on a.id = b.owner
    where b.item like ${`tub:grind:%`} and b.class = ${TUBS['grind' satisfies TubKey].letter} and b.grams > 500
      and a.held is null order by b.grams desc limit ${most}`);
}

/**
 * Grinds what some animals have given into batches of three animals, and packs it.
 * @returns packs that may be asked about
 */
export async function grind(house: House, batches: number): Promise<string[]> {
  const tubs = await trim(house, batches * 3);
  const packs: string[] = [];
  for (let i = 0; i + 2 < tubs.length; i += 3) {
    const pool = id();
    const inputs = tubs.slice(i, i + 3).map(({ item, of }) => ({ item, of }));
    const own = Array.from({ length: 4 }, (_, n) => ({
      id: id(),
      what: 'mince',
      ...(n < 3 ? { reading: scale(200) } : {})
    }));
    await must(
      house,
      { kind: 'batch', pool, what: 'mince', inputs, consent: 'all of them' },
      { kind: 'pack', pool, from: pool, packs: own }
    );
    packs.push(...own.map((pack) => pack.id));
  }
  return packs;
}

async function median(runs: number, work: (n: number) => Promise<unknown>): Promise<number> {
  const times: number[] = [];
  for (let n = 0; n < runs; n += 1) {
    const from = performance.now();
    await work(n);
    times.push(performance.now() - from);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)] ?? Number.NaN;
}

/** Median milliseconds of a pack traced back, an animal traced forward, and a recall. */
export async function tracing(
  house: House,
  packs: readonly string[]
): Promise<{ back: number; forward: number; recall: number }> {
  const of = (n: number) => packs[n % packs.length] ?? '';
  const origins: string[] = [];
  for (let n = 0; n < 30; n += 1)
    origins.push(...(await house.trace.whose(of(n * 7))).map((whose) => whose.origin));
  const origin = (n: number) => origins[n % origins.length] ?? '';
  return {
    back: await median(60, async (n) => [await house.trace.whose(of(n)), await house.trace.back(of(n))]),
    forward: await median(60, (n) => house.trace.forward(origin(n))),
    recall: await median(60, async (n) => {
      const touched = await house.trace.recalled(origin(n));
      return house.trace.recall(
        origin(n),
        touched.map(({ pool }) => pool.id)
      );
    })
  };
}

/** Median milliseconds of a press at an animal that is in ten batches, and at one that is in none, taken in turn. */
export async function pressing(folder: string): Promise<{ ten: number; none: number }> {
  const house = await openHouse({ folder });
  const [inTen, inNone] = [
    { animal: id(), body: id() },
    { animal: id(), body: id() }
  ];
  for (const { animal, body } of [inTen, inNone])
    await must(house, {
      kind: 'intake',
      animal,
      facts: { species: 'reddeer', sex: 'female', ageClass: 'adult' },
      into: { kind: 'carcass', id: body },
      reading: { ...scale(80_000), stage: 'hanging' }
    });
  let shown = 0;
  for (let n = 0; n < 10; n += 1) {
    const { animal } = inTen;
    await must(house, { kind: 'tub', animal, tub: 'grind', reading: scale((shown += 1_000)) });
    const input = { item: `tub:grind:${animal}`, of: animal, reading: scale(900) };
    await must(house, { kind: 'batch', pool: id(), what: 'mince', inputs: [input] });
    shown -= 900;
  }
  // As many entries of its own for the other.
  for (let n = 1; n <= 20; n += 1)
    await must(house, { kind: 'tub', animal: inNone.animal, tub: 'grind', reading: scale(n * 100) });
  const press = ({ animal, body: from }: typeof inTen) =>
    must(house, {
      kind: 'cut',
      animal,
      from,
      creates: { kind: 'piece', id: id(), cut: 'strap', place: { tub: 'prime' } },
      reading: scale(200)
    });
  const times: [number[], number[]] = [[], []];
  for (let n = 0; n < 120; n += 1) {
    const from = performance.now();
    await press(n % 2 === 0 ? inTen : inNone);
    times[n % 2]?.push(performance.now() - from);
  }
  house.larder.close();
  const middle = (list: number[]) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;
  return { ten: middle(times[0]), none: middle(times[1]) };
}
