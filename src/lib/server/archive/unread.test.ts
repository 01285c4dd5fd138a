import {
  closeSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  openSync,
  readFileSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import { Larder } from '../db/client';
import { arrival, cutDraft, draftOf, temporaryHouse } from '../testkit';
import { Archive } from './open';
import { restoreArchive } from './read';
import { writeArchive, type ArchiveSource } from './write';

type Temporary = Awaited<ReturnType<typeof temporaryHouse>>;

const folder = mkdtempSync(join(tmpdir(), 'larder-unread-'));
const ENTRIES = 240;
let house: Temporary;
let photo: string;

const sourceOf = (of: Pick<ArchiveSource, 'larder' | 'photos'>): ArchiveSource => ({
  ...of,
  name: 'By the lake',
  now: Date.now
});
const partsOf = async (path: string): Promise<Map<string, string[]>> => {
  const archive = await Archive.open(path);
  const all = new Map<string, string[]>();
  for (const part of (await archive.manifest()).parts.filter(
    ({ name }) => !name.startsWith('photographs/')
  )) {
    const lines: string[] = [];
    for await (const line of archive.lines(part)) lines.push(line);
    all.set(part.name, lines);
  }
  archive.zip.close();
  return all;
};
const leftovers = () => readdirSync(folder).filter((name) => name.includes('.part'));

/** A larder of some pages, with a photograph and a choice. */
beforeAll(async () => {
  house = await temporaryHouse();
  for (let i = 0; i < ENTRIES / 3; i += 1) {
    const { draft, animal, carcass } = arrival(20_000 + i, { tag: `R ${i}` });
    await house.book.book([draft, cutDraft(animal, carcass, 500), cutDraft(animal, carcass, 300)]);
    if (i > 0) continue;
    const kept = await house.photos.keep(
      await sharp({ create: { width: 60, height: 40, channels: 3, background: '#804020' } })
        .png()
        .toBuffer()
    );
    if (!kept.ok) throw new Error(kept.fault);
    photo = kept.file;
    await house.book.book([draftOf({ kind: 'note', animal, photo, text: 'the left ham' })]);
  }
  await house.settings.write({ larderName: 'By the lake' });
});
afterAll(() => {
  house.end();
  rmSync(folder, { recursive: true, force: true });
});

/** The larder's file as it lies on the disk, in a folder of its own. */
async function copied(): Promise<string> {
  const own = mkdtempSync(join(folder, 'copy-'));
  const client = createClient({ url: pathToFileURL(house.larder.file!).href });
  await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
  client.close();
  copyFileSync(house.larder.file!, join(own, 'larder.db'));
  return own;
}

describe('a backup', () => {
  it.each(['at once', 'while the book is read', 'at the photographs'])(
    'that is broken off %s leaves nothing behind, and ends nothing else',
    async (when) => {
      const halt = new AbortController();
      if (when === 'at once') halt.abort(new Error('gone'));
      const made = writeArchive(sourceOf(house), join(folder, 'broken.zip'), {
        signal: halt.signal,
        onProgress: ({ stage, done }) => {
          if (when === 'while the book is read' ? done > 0 : stage === 'photographs')
            halt.abort(new Error('gone'));
        }
      });
      await expect(made).rejects.toThrow('gone');
      // What nobody hears would end the process in one of the next turns.
      await new Promise((next) => setTimeout(next, 20));
      expect(existsSync(join(folder, 'broken.zip'))).toBe(false);
      expect(leftovers()).toEqual([]);
      expect((await writeArchive(sourceOf(house), join(folder, 'after.zip'))).unread).toBeUndefined();
    }
  );

  it('on a disk that takes no more says so, and leaves nothing behind', async () => {
    // No folder, no file: the stream that writes it fails as it would on a full disk.
    await expect(writeArchive(sourceOf(house), join(folder, 'nowhere', 'x.zip'))).rejects.toThrow('ENOENT');
    await expect(writeArchive(sourceOf(house), '/dev/full/x.zip')).rejects.toThrow('ENOTDIR');
  });

  it('names a photograph that cannot be read; all else is in it, and comes back', async () => {
    const photos = mkdtempSync(join(folder, 'photos-'));
    // A file that is there and of which nothing can be read.
    symlinkSync('/proc/self/mem', join(photos, photo));
    const blind = Object.create(house.photos, {
      pathOf: { value: (file: string) => join(photos, file) }
    }) as ArchiveSource['photos'];
    const path = join(folder, 'blind.zip');
    const { unread, missing, book } = await writeArchive(sourceOf({ ...house, photos: blind }), path);
    expect(unread).toEqual([{ part: `photographs/${photo}`, why: expect.stringContaining('EIO') as string }]);
    expect(missing).toEqual([photo]);
    const target = await temporaryHouse();
    expect(await restoreArchive(target, path)).toMatchObject({ ok: true });
    expect((await target.settings.read()).larderName).toBe('By the lake');
    expect(book.entries).toBe(ENTRIES + 1);
    target.end();
  });

  it('names a choice that cannot be read any more, and leaves it out', async () => {
    const own = await copied();
    const client = createClient({ url: pathToFileURL(join(own, 'larder.db')).href });
    await client.execute(`insert into settings (key, value) values ('people', 'not JSON')`);
    await client.execute(`insert into settings (key, value) values ('a choice of long ago', '1')`);
    client.close();
    const larder = new Larder({ folder: own });
    const path = join(folder, 'choice.zip');
    const { unread } = await writeArchive(sourceOf({ larder, photos: house.photos }), path);
    expect(unread).toEqual([{ part: 'settings.jsonl', why: 'people cannot be read' }]);
    expect((await partsOf(path)).get('settings.jsonl')).toEqual([
      '{"key":"larderName","value":"By the lake"}'
    ]);
    larder.close();
  });

  it('of a file with a damaged page has what stands before it as a book, and what stands behind it beside', async () => {
    const own = await copied();
    const file = join(own, 'larder.db');
    spoil(file, await pageOf(file, ENTRIES >> 1));
    const larder = new Larder({ folder: own });
    const path = join(folder, 'damaged.zip');
    const { unread, book } = await writeArchive(sourceOf({ larder, photos: house.photos }), path);
    larder.close();
    const [of] = unread ?? [];
    expect(of).toMatchObject({ part: 'book.jsonl', why: expect.stringContaining('damaged') as string });
    expect(of?.after).toBe(book.entries);
    expect(book.entries).toBeGreaterThan(10);
    const parts = await partsOf(path);
    const behind = parts.get('book-behind-the-damage.jsonl') ?? [];
    const first = JSON.parse(behind[0] ?? '{}') as { seq: number };
    expect(first.seq).toBeGreaterThan(book.entries + 1);
    // All but what lay on that page.
    const lost = ENTRIES + 1 - book.entries - behind.length;
    expect(lost).toBeGreaterThan(0);
    expect(lost).toBeLessThan(60);
    expect(parts.get('settings.jsonl')).toHaveLength(1);
    const target = await temporaryHouse();
    expect(await restoreArchive(target, path)).toMatchObject({ ok: true });
    expect((await target.book.audit()).findings.filter(({ code }) => code !== 'photograph')).toEqual([]);
    target.end();
  });

  it('of a file with text that is none is made all the same: whoever reads such text is ended', async () => {
    const own = await copied();
    const client = createClient({ url: pathToFileURL(join(own, 'larder.db')).href });
    for (const row of (await client.execute(`select name from sqlite_master where type = 'trigger'`)).rows)
      await client.execute(`drop trigger "${String(row.name)}"`);
    await client.execute(`update entries set hand = cast(x'fffe' as text) where seq = 100`);
    await client.execute(
      `update postings set item = cast(x'ff' as text) where seq = 150 and line = (select min(line) from postings where seq = 150)`
    );
    client.close();
    const larder = new Larder({ folder: own });
    const path = join(folder, 'spoilt.zip');
    const { unread, book } = await writeArchive(sourceOf({ larder, photos: house.photos }), path);
    larder.close();
    expect(unread?.map(({ part }) => part)).toEqual(
      expect.arrayContaining(['entries', 'postings', 'book.jsonl'])
    );
    expect(book.entries).toBe(99);
    const behind = (await partsOf(path)).get('book-behind-the-damage.jsonl') ?? [];
    const numbers = behind.map((line) => (JSON.parse(line) as { seq: number }).seq);
    expect(numbers).not.toContain(100);
    expect(numbers).not.toContain(150);
    expect(numbers).toHaveLength(ENTRIES + 1 - 101);
  });
});

/** The page on which an entry lies, found by what is written on it. */
async function pageOf(file: string, seq: number): Promise<number> {
  const client = createClient({ url: pathToFileURL(file).href });
  const found = await client.execute(`select intent from entries where seq = ${seq}`);
  client.close();
  const bytes = readFileSync(file);
  const at = bytes.indexOf(Buffer.from(String(found.rows[0]?.intent)));
  expect(at).toBeGreaterThan(0);
  return Math.floor(at / 4096);
}

/** Makes a page one that no engine knows. */
function spoil(file: string, page: number): void {
  const handle = openSync(file, 'r+');
  writeSync(handle, Buffer.alloc(100, 0xee), 0, 100, page * 4096);
  closeSync(handle);
}
