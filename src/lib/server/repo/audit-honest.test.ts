import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DAY, HOUR } from '$core/units';
import { seeded } from '$core/statistics';
import { FIRST_SEED, atDepth } from '$core/testdepth';
import { restoreArchive } from '../archive/read';
import { writeArchive } from '../archive/write';
import { Larder } from '../db/client';
import { libsqlDouble } from '../db/libsql-double';
import { newId } from '../ids';
import { arrival, cutDraft, migrationsUpTo, mincedTogether, temporaryHouse } from '../testkit';

type Temporary = Awaited<ReturnType<typeof temporaryHouse>>;

let folder: string;
let server: Awaited<ReturnType<typeof libsqlDouble>>;
/** What the demo keeps beside its book, to be written again in larders of their own. */
let kept: {
  cards: Awaited<ReturnType<Temporary['rules']['all']>>;
  recipes: Awaited<ReturnType<Temporary['recipes']['all']>>;
  orders: Awaited<ReturnType<Temporary['procedures']['all']>>;
  wishes: Awaited<ReturnType<Temporary['cutPlans']['wishes']>>;
  plans: Awaited<ReturnType<Temporary['cutPlans']['newest']>>;
  slicings: Awaited<ReturnType<Temporary['slicings']['newest']>>;
};
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'larder-honest-'));
  server = await libsqlDouble(folder, 'let me in');
  const demo = await temporaryHouse({}, true);
  kept = {
    cards: await demo.rules.all(),
    recipes: await demo.recipes.all(),
    orders: await demo.procedures.all(),
    wishes: await demo.cutPlans.wishes(),
    plans: await demo.cutPlans.newest(),
    slicings: await demo.slicings.newest()
  };
  demo.end();
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Everything that is ever written beside the book and in it, each way by its name. */
function waysOf(house: Temporary, uniform: () => number): Record<string, () => Promise<unknown>> {
  const whole = (most: number) => Math.floor(uniform() * most);
  const pick = <T>(list: readonly T[]): T | undefined => list[whole(list.length)];
  const now = Date.now();
  const given = async <T>(one: T | undefined, then: (one: T) => Promise<unknown>) =>
    one === undefined ? undefined : then(one);
  const somebody = async () => pick(await house.people.all());
  const device = () => `device ${whole(2)}`;
  return {
    'an animal': async () => {
      const { draft, animal, carcass } = arrival(10_000 + whole(9_000), { owner: `Alderbank ${whole(3)}` });
      await house.book.book([draft, cutDraft(animal, carcass, 400)]);
    },
    mince: () => mincedTogether(house),
    'a choice': () => house.settings.write({ people: 1 + whole(9), larderName: `By the lake ${whole(3)}` }),
    'a room': () =>
      house.settings.write(({ rooms }) => ({
        rooms: rooms.map((room) => ({ ...room, name: `Room ${whole(9)}` }))
      })),
    'somebody new': () =>
      house.people.add(`Tove ${whole(6)}`, pick(['keeper', 'hand', 'guest'])!, `long enough ${whole(9)}`),
    'another role': async () =>
      given(await somebody(), ({ id }) => house.people.setRole(id, pick(['keeper', 'hand', 'guest'])!)),
    'another password': async () =>
      given(await somebody(), ({ id }) => house.people.setPassword(id, `another one ${whole(9)}`)),
    'somebody gone': async () => given(await somebody(), ({ id }) => house.people.remove(id)),
    'a visit': async () =>
      given(await somebody(), async ({ id }) => {
        const visitor = await house.people.visitor(await house.people.open(id));
        if (visitor && uniform() < 0.5) await house.people.close(visitor.visit);
      }),
    'a PIN': async () =>
      given(await somebody(), ({ id }) => house.people.setPin(device(), id, `${4_729 + whole(9)}`, device())),
    'a PIN tried': async () =>
      given(await somebody(), ({ id }) => house.people.knownByPin(device(), id, '4729')),
    'no PIN': async () => given(await somebody(), ({ id }) => house.people.dropPin(device(), id)),
    'a party renamed': async () =>
      given(pick(await house.parties.all()), ({ id }) => house.parties.rename(id, `Skarvik ${whole(4)}`)),
    'two parties are one': async () => {
      const [one, other] = await house.parties.all();
      if (one && other) await house.parties.join(one.id, other.id);
    },
    'a rule card': () =>
      given(pick(kept.cards), (card) =>
        house.rules.write({ ...card, title: `${card.title.slice(0, 40)} ${whole(9)}` })
      ),
    'a rule card gone': () => given(pick(kept.cards), ({ key }) => house.rules.remove(key)),
    'a recipe': () => given(pick(kept.recipes), (recipe) => house.recipes.write(recipe)),
    'a recipe gone': () => given(pick(kept.recipes), ({ key }) => house.recipes.remove(key)),
    'an order of work': () =>
      given(pick(kept.orders), (order) =>
        house.procedures.write({ ...order, key: `own-${whole(3)}`, own: true })
      ),
    'an order of work gone': () => house.procedures.remove(`own-${whole(3)}`),
    'a wish': () => given(pick(kept.wishes), (wish) => house.cutPlans.keepWish(wish)),
    'a wish gone': () => given(pick(kept.wishes), ({ id }) => house.cutPlans.dropWish(id)),
    'a plan': () => given(pick(kept.plans), (plan) => house.cutPlans.keep({ ...plan, id: newId() })),
    'a plan gone': async () =>
      given(pick(await house.cutPlans.newest()), ({ id }) => house.cutPlans.drop(id)),
    slices: () => given(pick(kept.slicings), (one) => house.slicings.keep({ ...one, id: newId() })),
    'slices gone': async () =>
      given(pick(await house.slicings.newest()), ({ id }) => house.slicings.drop(id)),
    readings: () =>
      house.readings.add(
        'room:cold',
        `P${whole(2)}`,
        Array.from({ length: 40 }, (_, i) => ({
          at: now - whole(30) * DAY + i * 10 * 60_000,
          air: 3 + whole(20) / 10,
          ...(uniform() < 0.5 ? { rh: 0.8 } : {})
        }))
      ),
    'a reading gone': async () =>
      given((await house.readings.newest('room:cold'))[0], ({ at }) =>
        house.readings.remove('room:cold', at)
      ),
    'a logger’s file': () =>
      house.loggerFiles.keep(Buffer.from(`Zeit;°C\n${whole(9)}\n`), {
        place: 'room:cold',
        name: 'cold.csv',
        at: now,
        readings: 0
      }),
    'a forecast': () =>
      house.forecasts.put(
        Array.from({ length: 24 }, (_, i) => ({ at: now + (whole(48) + i) * HOUR, air: whole(9) })),
        'simulated'
      )
  };
}

/** Works in a larder, each way once and then some of them in any order; or only some of them. */
async function use(house: Temporary, seed: number, { some = false } = {}): Promise<void> {
  const uniform = seeded(seed);
  const ways = Object.values(waysOf(house, uniform));
  const any = () => ways[Math.floor(uniform() * ways.length)]!;
  // People, parties and mince come before much that is about them.
  const rounds = [...(some ? [] : ways), ...Array.from({ length: atDepth(8) }, any)];
  for (const way of rounds) await way();
}
const findings = async (house: Temporary) => (await house.book.audit(house.photos)).findings;

describe.each(['a file', 'a database server'] as const)('a larder on %s that much was written in', (kind) => {
  const own = () => temporaryHouse(kind === 'a file' ? {} : { url: server.url, authToken: 'let me in' });

  it('is found sound, opened again and out of its backup too', async () => {
    const house = await own();
    await use(house, 5 + FIRST_SEED);
    expect(await findings(house)).toEqual([]);
    house.larder.close();
    const again = await temporaryHouse(
      kind === 'a file' ? { folder: house.folder } : { url: server.url, authToken: 'let me in' }
    );
    await use(again, 6 + FIRST_SEED, { some: true });
    expect(await findings(again)).toEqual([]);
    const path = join(folder, `${newId()}.zip`);
    await writeArchive({ larder: again.larder, photos: again.photos, name: 'x', now: Date.now }, path);
    const restored = await temporaryHouse();
    expect(await restoreArchive(restored, path)).toMatchObject({ ok: true });
    expect(await findings(restored)).toEqual([]);
    await use(restored, 7 + FIRST_SEED, { some: true });
    expect(await findings(restored)).toEqual([]);
    for (const one of [again, restored, house]) one.end();
  });
});

/** The tables of each time since entries may speak of several subjects, but for those of today. */
const LANDINGS = (
  JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8')) as { entries: { tag: string }[] }
).entries
  .map(({ tag }) => tag)
  .filter((tag) => tag >= '0010')
  .slice(0, -1);

describe('a larder of before', () => {
  let today: Temporary;
  beforeAll(async () => {
    today = await temporaryHouse();
    await use(today, 8 + FIRST_SEED);
  });
  afterAll(() => today.end());

  it.each(LANDINGS)('of %s is found sound once it is opened, and after more was written', async (tag) => {
    const own = mkdtempSync(join(folder, 'own-'));
    const old = await new Larder({
      folder: own,
      migrations: migrationsUpTo(tag, join(own, 'drizzle'))
    }).open();
    await old.db.run(sql`pragma foreign_keys = off`);
    await old.db.run(sql`attach ${join(today.folder, 'larder.db')} as now`);
    const columnsOf = async (schema: 'main' | 'now', table: string) =>
      (await old.db.all<{ name: string }>(sql`select name from pragma_table_info(${table}, ${schema})`)).map(
        ({ name }) => `"${name}"`
      );
    const tables = await old.db.all<{ name: string }>(
      sql`select name from main.sqlite_master where type = 'table' and substr(name, 1, 2) <> '__' and name not like 'sqlite%'`
    );
    let rows = 0;
    for (const { name } of tables) {
      const theirs = new Set(await columnsOf('now', name));
      const columns = sql.raw((await columnsOf('main', name)).filter((one) => theirs.has(one)).join(', '));
      const { rowsAffected } = await old.db.run(
        sql`insert or replace into main.${sql.raw(name)} (${columns}) select ${columns} from now.${sql.raw(name)}`
      );
      rows += rowsAffected;
    }
    expect(rows).toBeGreaterThan(200);
    old.close();
    const opened = await temporaryHouse({ folder: own });
    expect(await findings(opened)).toEqual([]);
    await use(opened, 9 + FIRST_SEED, { some: true });
    expect(await findings(opened)).toEqual([]);
    opened.end();
  });
});
