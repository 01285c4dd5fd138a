import { existsSync, mkdirSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { arrival, temporaryHouse } from '../testkit';
import { Backups } from './backups';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
let backups: Backups;
let now: number;
const night = (day: number, hour = 4) => Date.UTC(2026, 10, day, hour, 5);

beforeEach(async () => {
  house = await temporaryHouse();
  backups = new Backups(
    join(house.folder, 'backups'),
    { larder: house.larder, photos: house.photos, now: () => now },
    () => house.settings.read()
  );
});
afterEach(() => {
  backups.stop();
  house.end();
});
const files = () => readdirSync(backups.folder).sort();
const weighIn = () => house.book.book([arrival().draft]);

describe('the backup of a night', () => {
  it('is made after three by the larder’s own clock, once', async () => {
    await weighIn();
    now = night(27, 2);
    expect(await backups.nightly()).toBeUndefined();
    expect(await backups.list()).toEqual([]);
    now = night(27);
    expect((await backups.nightly())?.book.entries).toBe(1);
    expect(await backups.nightly()).toBeUndefined();
    expect(await backups.list()).toMatchObject([{ file: 'larder-2026-11-27.zip', made: now, entries: 1 }]);
    expect(backups.last).toEqual({ at: now, ok: true });
    // Where it is the next day already, it is the next night's.
    await house.settings.write({ timeZone: 'Pacific/Kiritimati' });
    now = night(27, 14);
    await backups.nightly();
    expect(files()).toEqual(['larder-2026-11-27.zip', 'larder-2026-11-28.zip']);
  });

  it('is not made where nothing was booked or chosen since, and is where something was', async () => {
    await weighIn();
    for (now = night(1); now < night(4); now += 86_400_000) await backups.nightly();
    expect(files()).toEqual(['larder-2026-11-01.zip']);
    await house.settings.write({ people: 7 });
    now = night(5);
    await backups.nightly();
    await weighIn();
    now = night(6);
    await backups.nightly();
    expect(files()).toEqual(['larder-2026-11-01.zip', 'larder-2026-11-05.zip', 'larder-2026-11-06.zip']);
  });

  it('is kept until newer ones have come; what somebody else laid there is left alone', async () => {
    await house.settings.write({ backupsKept: 2 });
    mkdirSync(backups.folder);
    writeFileSync(join(backups.folder, 'mine.zip'), 'x');
    // One that was cut off is none of those that are there.
    writeFileSync(join(backups.folder, 'larder-2026-10-01.zip'), 'x');
    expect(await backups.list()).toEqual([]);
    for (let day = 1; day <= 4; day += 1) {
      now = night(day);
      await weighIn();
      await backups.nightly();
    }
    expect(files()).toEqual(['larder-2026-11-03.zip', 'larder-2026-11-04.zip', 'mine.zip']);
    expect((await backups.list()).map((one) => one.entries)).toEqual([4, 3]);
  });

  it('is looked for soon after the larder is opened, and again', async () => {
    await weighIn();
    now = night(1);
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const looked = vi.spyOn(backups, 'nightly').mockResolvedValue(undefined);
    backups.start();
    backups.start();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(looked).toHaveBeenCalledTimes(1);
    await vi.advanceTimersByTimeAsync(1_200_000);
    expect(looked).toHaveBeenCalledTimes(3);
    backups.stop();
    await vi.advanceTimersByTimeAsync(1_200_000);
    expect(looked).toHaveBeenCalledTimes(3);
    vi.useRealTimers();
  });

  it('is not made where none are wanted; one that could not be made is said, and the next night tries again', async () => {
    await weighIn();
    await house.settings.write({ backupsKept: 0 });
    now = night(1);
    expect(await backups.nightly()).toBeUndefined();
    await house.settings.write({ backupsKept: 3 });
    // A file stands where the folder should.
    writeFileSync(backups.folder, 'x');
    expect(await backups.nightly()).toBeUndefined();
    expect(backups.last).toMatchObject({ at: now, ok: false });
    rmSync(backups.folder);
    now = night(2);
    expect((await backups.nightly())?.book.entries).toBe(1);
    expect(backups.last?.ok).toBe(true);
  });

  it('is made by two processes at once, and neither takes what the other is making', async () => {
    await weighIn();
    now = night(1);
    let writing = false;
    const another = new Backups(
      backups.folder,
      { larder: house.larder, photos: house.photos, now: () => now },
      async () => {
        // It begins while the other writes.
        while (!writing) {
          writing = existsSync(backups.folder) && files().length > 0;
          await new Promise((done) => setImmediate(done));
        }
        return house.settings.read();
      }
    );
    const made = await Promise.all([backups.nightly(), another.nightly()]);
    expect(made.map((manifest) => manifest?.book.entries)).toEqual([1, 1]);
    expect([backups.last?.ok, another.last?.ok]).toEqual([true, true]);
    expect(files()).toEqual(['larder-2026-11-01.zip']);
    expect(await backups.list()).toHaveLength(1);
  });

  it('takes away what a process that was ended has left half made', async () => {
    await weighIn();
    now = night(1);
    mkdirSync(backups.folder);
    const [left, fresh] = ['making-2026-10-31.zip', 'making-2026-11-01.zip'];
    for (const half of [left, fresh]) writeFileSync(join(backups.folder, half), 'x');
    const yesterday = Date.now() / 1_000 - 86_400;
    utimesSync(join(backups.folder, left), yesterday, yesterday);
    await backups.nightly();
    expect(files()).toEqual(['larder-2026-11-01.zip', fresh]);
  });
});
