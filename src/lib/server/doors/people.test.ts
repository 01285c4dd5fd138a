import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { DAY, HOUR, MINUTE } from '$core/units';
import { temporaryHouse } from '../testkit';
import { IDLE_MS, LONGEST_MS, MADE_MS, PIN_MS, PeopleRepository } from './people';
import { PIN_TRIES } from './secrets';

const GOOD = 'marsh lantern copper nine';
const OTHER = 'tin river kettle moss';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
let people: PeopleRepository;
let now = Date.UTC(2026, 10, 1);

beforeEach(async () => {
  house = await temporaryHouse();
  now = Date.UTC(2026, 10, 1);
  people = new PeopleRepository(house.larder, () => now);
});
afterEach(() => house.end());

const idOf = async (name: string): Promise<string> => (await people.byName(name))?.id ?? 'nobody';

describe('people', () => {
  it('have a name each, whatever its capitals, and a password that is kept as a digest', async () => {
    expect(await people.add('Tove Ås', 'keeper', GOOD)).toBeUndefined();
    expect(await people.add('TOVE  ÅS', 'hand', OTHER)).toMatchObject({ code: 'name-taken' });
    expect(await people.add('Ilo', 'hand', 'too short')).toMatchObject({ code: 'password' });
    expect((await people.all()).map(({ name, role }) => [name, role])).toEqual([['Tove Ås', 'keeper']]);
    expect(JSON.stringify(await house.larder.db.all('select * from people'))).not.toContain(GOOD);
  });

  it('are known by name and password, and by nothing else', async () => {
    await people.add('Tove', 'keeper', GOOD);
    expect(await people.known('tove', GOOD)).toMatchObject({ name: 'Tove', role: 'keeper' });
    expect(await people.known('Tove', OTHER)).toBeUndefined();
    expect(await people.known('Ilo', GOOD)).toBeUndefined();
    expect(await people.known("Tove' or 1=1 --", GOOD)).toBeUndefined();
  });

  it('are never without a keeper once there is one, whoever is taken out or made something else first', async () => {
    await people.add('Tove', 'keeper', GOOD);
    await people.add('Ilo', 'keeper', OTHER);
    expect(await people.setRole(await idOf('Ilo'), 'hand')).toBeUndefined();
    expect(await people.setRole(await idOf('Tove'), 'guest')).toMatchObject({ code: 'last-keeper' });
    expect(await people.remove(await idOf('Tove'))).toMatchObject({ code: 'last-keeper' });
    expect(await people.remove(await idOf('Ilo'))).toBeUndefined();
    expect(await people.remove('nobody')).toMatchObject({ code: 'unknown' });
    expect(await people.hasKeeper()).toBe(true);
  });

  it('change a made password within a week', async () => {
    await people.add('Tove', 'hand', GOOD, true);
    expect(await people.known('Tove', GOOD)).toMatchObject({ made: true });
    now += MADE_MS + 1;
    expect(await people.known('Tove', GOOD)).toBeUndefined();
    await people.setPassword(await idOf('Tove'), OTHER);
    now += 400 * DAY;
    expect(await people.known('Tove', OTHER)).toMatchObject({ made: false });
  });
});

describe('whoever is signed in', () => {
  let token = '';
  beforeEach(async () => {
    await people.add('Tove', 'keeper', GOOD);
    token = await people.open(await idOf('Tove'));
  });

  it('is known by what the browser holds, of which the larder keeps a digest', async () => {
    expect(await people.visitor(token)).toMatchObject({ name: 'Tove' });
    expect(await people.visitor(`${token}x`)).toBeUndefined();
    expect(await people.open(await idOf('Tove'))).not.toBe(token);
    expect(JSON.stringify(await house.larder.db.all('select * from visits'))).not.toContain(token);
  });

  it('stays so as long as the browser is used, a month at most', async () => {
    now += IDLE_MS - MINUTE;
    expect(await people.visitor(token)).toBeDefined();
    now += IDLE_MS - MINUTE;
    expect(await people.visitor(token)).toBeDefined();
    now += IDLE_MS + MINUTE;
    expect(await people.visitor(token)).toBeUndefined();
    token = await people.open(await idOf('Tove'));
    for (const end = now + LONGEST_MS; now < end; now += HOUR) await people.visitor(token);
    now += MINUTE;
    expect(await people.visitor(token)).toBeUndefined();
    // What has run out is cleared away by the next who signs in.
    await people.open(await idOf('Tove'));
    expect(await house.larder.db.all('select * from visits')).toHaveLength(1);
  });

  it('is not any more when signed out, taken out, or when the password is another; roles count at once', async () => {
    const id = await idOf('Tove');
    const there = await people.visitor(token);
    await people.close(there?.visit ?? '');
    expect(await people.visitor(token)).toBeUndefined();

    const ends: (() => Promise<unknown>)[] = [
      () => people.setPassword(id, OTHER),
      () => people.closeAll(id),
      async () => {
        await people.add('Ilo', 'keeper', GOOD);
        await people.setRole(id, 'guest');
        expect(await people.visitor(token)).toMatchObject({ role: 'guest' });
        await people.remove(id);
      }
    ];
    for (const end of ends) {
      token = await people.open(id);
      await people.setPin('tablet', id, '2974');
      const key = await people.feedKey(id);
      await end();
      expect(await people.visitor(token)).toBeUndefined();
      expect(await people.peopleAt('tablet')).toEqual([]);
      if (end === ends[0]) expect(await people.feedKey(id)).not.toBe(key);
    }
    expect(await people.feedKey(id)).toBeUndefined();
  });
});

describe('a PIN', () => {
  let id = '';
  beforeEach(async () => {
    await people.add('Tove', 'hand', GOOD);
    id = await idOf('Tove');
    await people.setPin('tablet', id, '2974');
  });

  it('opens the device it was made at, for whom it was made', async () => {
    expect(await people.setPin('tablet', id, '1234')).toMatchObject({ code: 'pin' });
    expect((await people.peopleAt('tablet')).map(({ name }) => name)).toEqual(['Tove']);
    expect(await people.peopleAt('phone')).toEqual([]);
    expect(await people.knownByPin('tablet', id, '2974')).toMatchObject({ ok: true });
    expect(await people.knownByPin('phone', id, '2974')).toEqual({ ok: false, left: 0 });
    expect(await people.knownByPin('tablet', 'nobody', '2974')).toEqual({ ok: false, left: 0 });
    now += PIN_MS + MINUTE;
    expect(await people.knownByPin('tablet', id, '2974')).toEqual({ ok: false, left: 0 });
  });

  it('counts wrong tries before it looks, many at once too, and is gone after the last', async () => {
    expect(await people.knownByPin('tablet', id, '0000')).toEqual({ ok: false, left: PIN_TRIES - 1 });
    expect(await people.knownByPin('tablet', id, '2974')).toMatchObject({ ok: true });
    const tries = Array.from({ length: 20 }, (_, i) =>
      people.knownByPin('tablet', id, i === 19 ? '2974' : `77${String(10 + i)}`)
    );
    const answers = await Promise.all(tries);
    expect(answers.filter((answer) => answer.ok)).toEqual([]);
    expect(await people.knownByPin('tablet', id, '2974')).toEqual({ ok: false, left: 0 });
    expect(await people.peopleAt('tablet')).toEqual([]);
    // The password still opens.
    expect(await people.known('Tove', GOOD)).toBeDefined();
  });
});
