import { blend, type BlendLot } from '../../src/core/grind';
import { loadPlan, KEEPS } from '../../src/core/store';
import { seeded } from '../../src/core/statistics';
import { grams } from '../../src/core/units';
import { cutRolls } from '../../src/core/wrap';
import { DOUBTS, type Draft, type Intent } from '../../src/core/book';
import { newId as id } from '../../src/lib/server/ids';
import { openHouse } from '../../src/lib/server/larder';

const median = (times: number[]): number =>
  times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? Number.NaN;
function timed(runs: number, work: (n: number) => unknown): number {
  const times: number[] = [];
  for (let n = 0; n < runs; n += 1) {
    const from = performance.now();
    work(n);
    times.push(performance.now() - from);
  }
  return median(times);
}

/** Milliseconds of the reckonings at the stations: a blend of thirty lots, sixty bags from rolls, two hundred packs for the night. */
export function stationKernels(): { blend: number; cut: number; load: number } {
  const random = seeded(14);
  const lots = Array.from({ length: 30 }, (_, i): BlendLot => ({
    id: `l${i}`,
    have: grams(Math.round(500 + 6_000 * random())),
    fat: i < 24 ? 0.03 + 0.12 * random() : 0.7 + 0.2 * random(),
    bought: i >= 24,
    perKg: Math.round(300 + 900 * random()),
    days: Math.floor(10 * random())
  }));
  const bags = Array.from({ length: 60 }, (_, i) => ({
    id: `b${i}`,
    length: Math.round(180 + 320 * random()),
    width: random() < 0.5 ? 160 : 240
  }));
  const rolls = [200, 280].flatMap((width) =>
    [2_300, 6_000, 6_000, 6_000].map((left, i) => ({ id: `${width}-${i}`, width, left, begun: i === 0 }))
  );
  const packs = Array.from({ length: 200 }, (_, i) => ({
    id: `p${i}`,
    grams: Math.round(200 + 1_400 * random()),
    keeps: KEEPS[Math.floor(random() * KEEPS.length)] ?? ('muscle' as const)
  }));
  const freezers = ['chest', 'upright', 'walk-in'].map((key, i) => ({
    key,
    tonight: 9_000 + 4_000 * i,
    perDay: 12_000 + 4_000 * i,
    room: 90_000
  }));
  return {
    blend: timed(15, (n) =>
      blend({
        lots,
        aim: 0.12 + 0.01 * n,
        how: 'near',
        least: n % 2 ? 'cost' : 'bought',
        total: grams(40_000)
      })
    ),
    cut: timed(15, (n) => cutRolls(bags.slice(n % 3), rolls)),
    load: timed(9, (n) => loadPlan(packs.slice(n), freezers))
  };
}

const draftOf = (intent: unknown): Draft => ({
  id: id(),
  at: Date.now(),
  hand: 'Tove',
  device: 'bench',
  intent: { ...(intent as Intent), sure: [...DOUBTS] }
});

/** A larder in whose freezer so many packs lie, of one batch of two animals for each two hundred. */
export async function fillStore(folder: string, packs: number): Promise<{ code: string; pack: string }> {
  const house = await openHouse({ folder });
  const must = async (...intents: unknown[]) => {
    for (const outcome of await house.book.book(intents.map(draftOf)))
      if (outcome.status === 'refused') throw new Error(JSON.stringify(outcome.refusal));
  };
  let last = '';
  let code = '';
  for (let made = 0; made < packs; made += 200) {
    const animals = [id(), id()];
    for (const animal of animals)
      await must(
        {
          kind: 'intake',
          animal,
          facts: { species: 'reddeer', sex: 'female', ageClass: 'adult', killedAt: Date.now() - 86_400_000 },
          into: { kind: 'carcass', id: id() },
          reading: { grams: 150_000, how: 'scale', stage: 'hanging' }
        },
        { kind: 'tub', animal, tub: 'grind', reading: { grams: 60_000, how: 'scale' } }
      );
    const pool = id();
    const own = Array.from({ length: Math.min(200, packs - made) }, () => id());
    await must(
      {
        kind: 'batch',
        pool,
        what: 'mince',
        name: 'Mince',
        inputs: animals.map((animal) => ({ item: `tub:grind:${animal}`, of: animal }))
      },
      {
        kind: 'pack',
        pool,
        from: pool,
        packs: own.map((pack) => ({
          id: pack,
          what: 'Mince',
          wrap: 'vacuum',
          reading: { grams: 500, how: 'scale' }
        }))
      }
    );
    last = own[0] ?? '';
    code = (await house.animals.find(animals[0] ?? ''))?.code ?? '';
  }
  house.larder.close();
  return { code, pack: last };
}
