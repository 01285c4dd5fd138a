import {
  cpSync,
  existsSync,
  statSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  truncateSync,
  writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { env } from 'node:process';
import { afterAll, beforeAll, expect, it } from 'vitest';
import sharp from 'sharp';
import { seeded } from '$core/statistics';
import { lookThrough } from '../db/integrity';
import { CannotOpen } from '../db/open';
import { arrival, cutDraft, draftOf, temporaryHouse } from '../testkit';
import { atDepth } from '$core/testdepth';
import { restoreArchive } from './read';
import { writeArchive } from './write';

/** Rounds; `LARDER_DRILLS=200` goes through the whole drill. */
const ROUNDS = Number(env.LARDER_DRILLS ?? atDepth(4));

type Temporary = Awaited<ReturnType<typeof temporaryHouse>>;

const folder = mkdtempSync(join(tmpdir(), 'larder-drill-'));
const [whole, archive] = [join(folder, 'whole'), join(folder, 'whole.zip')];
let book: string;
let photo: string;

const linesOf = async (house: Temporary): Promise<string> => {
  let text = '';
  for await (const piece of house.book.lines()) text += piece;
  return text;
};

/** A small larder with something of each kind: animals, a hold, settings, a rule card, a reading, a photograph. */
beforeAll(async () => {
  const house = await temporaryHouse({ folder: whole });
  for (let i = 0; i < 6; i += 1) {
    const { draft, animal, carcass } = arrival(14_000 + i, { tag: `R ${i}` });
    await house.book.book([draft, cutDraft(animal, carcass, 500), cutDraft(animal, carcass, 300)]);
    if (i === 2) await house.book.book([draftOf({ kind: 'hold', animal, why: 'test' })]);
    if (i > 0) continue;
    const colours = { r: 120, g: 80, b: 40 };
    const bytes = await sharp({ create: { width: 200, height: 120, channels: 3, background: colours } })
      .jpeg()
      .toBuffer();
    const kept = await house.photos.keep(bytes);
    if (!kept.ok) throw new Error('no photograph');
    photo = kept.file;
    await house.book.book([draftOf({ kind: 'note', animal, photo, text: 'the left ham' })]);
  }
  await house.settings.write({ larderName: 'By the lake' });
  await house.readings.add('room:cold', 'hand', [{ at: Date.now() - 60_000, air: 3.5 }]);
  book = await linesOf(house);
  await writeArchive(
    { larder: house.larder, photos: house.photos, name: 'By the lake', now: Date.now },
    archive
  );
  house.scale.close();
  house.larder.close();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Spoils a file in one of five ways; says which. */
function wreck(file: string, random: () => number): string {
  const bytes = readFileSync(file);
  const at = Math.floor(random() * bytes.length);
  const some = Math.min(bytes.length - at, 1 + Math.floor(random() * 400));
  const way = Math.floor(random() * 5);
  if (way === 0) {
    bytes.writeUInt8(bytes.readUInt8(at) ^ (1 << Math.floor(random() * 8)), at);
    writeFileSync(file, bytes);
    return `a bit of byte ${at}`;
  }
  if (way === 1) {
    truncateSync(file, at);
    return `cut at ${at}`;
  }
  if (way === 2) {
    for (let i = at; i < at + some; i += 1) bytes.writeUInt8(Math.floor(random() * 256), i);
    writeFileSync(file, bytes);
    return `${some} bytes from ${at} by others`;
  }
  if (way === 3) {
    writeFileSync(file, Buffer.concat([bytes.subarray(0, at), bytes.subarray(at + some)]));
    return `${some} bytes from ${at} taken out`;
  }
  rmSync(file);
  return 'gone';
}

/** What a larder that opens all the same says of itself: it is whole, or the audit names what is wrong. */
async function opened(at: string, what: string): Promise<'refused' | 'whole' | 'named' | 'unread'> {
  const file = join(at, 'larder.db');
  // The engine ends whoever reads it; an audit looks before it reads.
  if (existsSync(file) && statSync(file).size > 512 && (await lookThrough(file)).unreadable.length > 0)
    return 'unread';
  let house: Temporary;
  try {
    house = await temporaryHouse({ folder: at });
  } catch (error) {
    // Whatever it was, it is said in a sentence.
    expect(error, what).toBeInstanceOf(CannotOpen);
    return 'refused';
  }
  try {
    const { findings } = await house.book.audit(house.photos);
    if (findings.length > 0) return 'named';
    // The audit of a larder that was begun anew finds nothing, and there is nothing in it.
    const lines = (await house.larder.hasBook()) ? await linesOf(house) : '';
    if (lines !== '') {
      expect(lines, `${what}: the audit is silent`).toBe(book);
      const kept = await house.photos.open(photo, 'kept');
      expect(kept, `${what}: the audit is silent`).toBeDefined();
    }
    return 'whole';
  } finally {
    house.end();
  }
}

it(
  `${ROUNDS} times wrecked at random, restored each time to the byte; a wrecked backup brings all back or nothing`,
  async () => {
    const seen = { refused: 0, whole: 0, named: 0, unread: 0, backupRefused: 0, backupWhole: 0 };
    for (let round = 0; round < ROUNDS; round += 1) {
      const random = seeded(1_000 + round);
      // The larder is wrecked.
      const wrecked = join(folder, `wrecked-${round}`);
      cpSync(whole, wrecked, { recursive: true });
      const photos = readdirSync(join(wrecked, 'photos')).map((name) => join(wrecked, 'photos', name));
      const target = random() < 0.75 ? join(wrecked, 'larder.db') : (photos[0] ?? '');
      const what = `round ${round}, ${target.slice(wrecked.length)}: ${wreck(target, random)}`;
      seen[await opened(wrecked, what)] += 1;
      rmSync(wrecked, { recursive: true, force: true });

      // So is a copy of the backup: it comes in as it was, or not at all.
      const spoilt = join(folder, `spoilt-${round}.zip`);
      cpSync(archive, spoilt);
      const how = `round ${round}, backup: ${wreck(spoilt, random)}`;
      const into = await temporaryHouse();
      const tried = await restoreArchive(into, spoilt).catch(() => ({ ok: false as const }));
      if (tried.ok) expect(await linesOf(into), how).toBe(book);
      else expect(await into.larder.hasBook(), how).toBe(false);
      seen[tried.ok ? 'backupWhole' : 'backupRefused'] += 1;
      into.end();
      rmSync(spoilt, { force: true });

      // The other copy brings everything back, and the work goes on.
      const back = await temporaryHouse();
      expect(await restoreArchive(back, archive)).toMatchObject({ ok: true });
      expect(await linesOf(back)).toBe(book);
      expect((await back.settings.read()).larderName).toBe('By the lake');
      expect((await back.book.audit(back.photos)).findings).toEqual([]);
      expect(await back.photos.open(photo, 'kept')).toBeDefined();
      expect((await back.book.book([arrival().draft]))[0]?.status).toBe('booked');
      back.end();
    }
    if (env.LARDER_DRILLS) console.log(JSON.stringify(seen));
    expect(seen.refused + seen.named).toBeGreaterThan(0);
    expect(seen.backupRefused).toBeGreaterThan(0);
  },
  Math.max(600_000, ROUNDS * 60_000)
);
