import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import { openPromise } from 'yauzl';
import { ZipFile } from 'yazl';
import { newId } from '../ids';
import { arrival, draftOf, temporaryHouse, mincedTogether } from '../testkit';
import { RESTORE_BOUNDS } from './bounds';
import type { Manifest } from './manifest';
import { restoreArchive } from './read';
import { writeArchive } from './write';

type Temporary = Awaited<ReturnType<typeof temporaryHouse>>;

const folder = mkdtempSync(join(tmpdir(), 'larder-archive-'));
const path = join(folder, 'whole.zip');
let source: Temporary;
let manifest: Manifest;
let photo: string;

const sourceOf = (house: Temporary) => ({
  larder: house.larder,
  photos: house.photos,
  name: 'By the lake',
  now: Date.now
});

/** The demo's seasons, with a photograph, a rule card, an order of work and choices of its own. */
beforeAll(async () => {
  source = await temporaryHouse({}, true);
  const [card] = await source.animals.list({ limit: 1 });
  const bytes = await sharp({ create: { width: 600, height: 400, channels: 3, background: '#804020' } })
    .jpeg()
    .toBuffer();
  const kept = await source.photos.keep(bytes);
  if (!kept.ok || !card) throw new Error('the demo has no animal, or no photograph');
  photo = kept.file;
  const note = draftOf({ kind: 'note', animal: card.id, photo, text: 'a line\nand =another, "quoted"' });
  expect((await source.book.book([note]))[0]?.status).toBe('booked');
  await source.loggerFiles.keep(Buffer.from('Zeit;°C\n', 'latin1'), {
    place: 'room:shed',
    name: 'shed.csv',
    at: 1_795_000_000_000,
    readings: 0
  });
  await source.settings.write({ larderName: 'By the lake', seasonStart: { month: 4, day: 1 } });
  manifest = await writeArchive(sourceOf(source), path);
});
afterAll(() => {
  source.end();
  rmSync(folder, { recursive: true, force: true });
});

let target: Temporary;
beforeEach(async () => {
  target = await temporaryHouse();
});
afterEach(() => target.end());

async function linesOf(house: Temporary): Promise<string> {
  let text = '';
  for await (const piece of house.book.lines()) text += piece;
  return text;
}

/** The archive's files by name. */
async function contents(file: string): Promise<Map<string, Buffer>> {
  const zip = await openPromise(file);
  const all = new Map<string, Buffer>();
  for await (const entry of zip.eachEntry()) {
    const pieces: Buffer[] = [];
    for await (const piece of await zip.openReadStreamPromise(entry)) pieces.push(piece as Buffer);
    all.set(entry.fileName, Buffer.concat(pieces));
  }
  return all;
}

/** Writes an archive of some files. */
async function packed(files: ReadonlyMap<string, Buffer>): Promise<string> {
  const zip = new ZipFile();
  for (const [name, bytes] of files) zip.addBuffer(bytes, name);
  zip.end();
  const pieces: Buffer[] = [];
  for await (const piece of zip.outputStream) pieces.push(piece as Buffer);
  const made = join(folder, `${newId()}.zip`);
  writeFileSync(made, Buffer.concat(pieces));
  return made;
}

const isEmpty = async (house: Temporary): Promise<void> => {
  expect(await house.larder.hasBook()).toBe(false);
  expect((await house.settings.read()).larderName).toBe('Yonder Larder');
  expect(readdirSync(house.folder).filter((name) => name.startsWith('import-'))).toEqual([]);
  expect(existsSync(join(house.folder, 'photos')) ? readdirSync(join(house.folder, 'photos')) : []).toEqual(
    []
  );
};

describe('an archive', () => {
  it('holds all that a larder keeps, each part with its hash and rows', async () => {
    const files = await contents(path);
    expect([...files.keys()].sort()).toEqual(
      [...manifest.parts.map((part) => part.name), 'manifest.json'].sort()
    );
    expect(JSON.parse(files.get('manifest.json')?.toString() ?? '')).toEqual(manifest);
    const rows = Object.fromEntries(manifest.parts.map((part) => [part.name, part.rows]));
    expect(rows['book.jsonl']).toBe(manifest.book.entries);
    expect(rows['readings.csv']).toBeGreaterThan(1_000);
    expect(rows['settings.jsonl']).toBeGreaterThan(1);
    expect(rows['logger-files.jsonl']).toBe(1);
    expect(rows[`photographs/${photo}`]).toBe(1);
    expect(manifest.missing).toEqual([]);
  });

  it('makes an empty larder the same, down to its bytes; the next animal is weighed in', async () => {
    const stages = new Set<string>();
    const restored = await restoreArchive(target, path, { onProgress: ({ stage }) => stages.add(stage) });
    expect(restored).toMatchObject({ ok: true });
    expect([...stages]).toEqual(['booking', 'photographs', 'taking over']);
    expect(await linesOf(target)).toBe(await linesOf(source));
    expect((await target.settings.read()).larderName).toBe('By the lake');
    const [file] = await target.loggerFiles.list();
    expect((await target.loggerFiles.open(file?.sha256 ?? ''))?.bytes.toString('latin1')).toBe('Zeit;°C\n');
    expect((await target.book.audit()).findings).toEqual([]);
    const again = join(folder, 'again.zip');
    const second = await writeArchive(sourceOf(target), again);
    expect(second.parts).toEqual(manifest.parts);
    // What lists show of a photograph is made when it is asked for.
    expect(await target.photos.open(photo, 'small')).toBeDefined();
    const { draft, animal } = arrival();
    expect((await target.book.book([draft]))[0]?.status).toBe('booked');
    expect((await target.animals.find(animal))?.code).toMatch(/^\d\d-\d{3}$/);
    expect(await restoreArchive(target, path)).toEqual({ ok: false, fault: 'not-empty' });
  });

  it('is of one moment, whatever is booked while it is made', async () => {
    const busy = join(folder, 'busy.zip');
    const before = manifest.book.entries;
    let booked: Promise<unknown> | undefined;
    const made = await writeArchive(sourceOf(source), busy, {
      onProgress: ({ stage }) => {
        if (stage === 'reading') booked ??= source.book.book([arrival().draft]);
      }
    });
    await booked;
    expect(made.book).toEqual(manifest.book);
    const book = (await contents(busy)).get('book.jsonl')?.toString() ?? '';
    expect(book.trim().split('\n')).toHaveLength(before + 2);
    expect((await linesOf(source)).trim().split('\n')).toHaveLength(before + 3);
  });

  it('names a photograph that was not there, and is restored without it', async () => {
    const other = await temporaryHouse();
    const { draft, animal } = arrival();
    await other.book.book([draft]);
    const kept = await other.photos.keep(
      await sharp({ create: { width: 60, height: 40, channels: 3, background: '#204060' } })
        .png()
        .toBuffer()
    );
    if (!kept.ok) throw new Error(kept.fault);
    const lost = kept.file;
    await other.book.book([draftOf({ kind: 'note', animal, photo: lost })]);
    await other.photos.drop(lost);
    const made = join(folder, 'lost.zip');
    expect((await writeArchive(sourceOf(other), made)).missing).toEqual([lost]);
    expect(await restoreArchive(target, made)).toMatchObject({ ok: true });
    expect(await linesOf(target)).toBe(await linesOf(other));
    other.end();
  });
});

describe('an archive that is not whole', () => {
  // What is wrong with it is found by going through all of it: a small one tells the same.
  const path = join(folder, 'small.zip');
  let photo: string;
  beforeAll(async () => {
    const small = await temporaryHouse();
    await mincedTogether(small);
    const { draft, animal } = arrival();
    const kept = await small.photos.keep(
      await sharp({ create: { width: 60, height: 40, channels: 3, background: '#804020' } })
        .jpeg()
        .toBuffer()
    );
    if (!kept.ok) throw new Error(kept.fault);
    photo = kept.file;
    await small.book.book([draft, draftOf({ kind: 'note', animal, photo })]);
    await small.readings.add('room:cold', 'hand', [{ at: Date.now(), air: 3 }]);
    await small.settings.write({ larderName: 'By the lake' });
    await writeArchive(sourceOf(small), path);
    small.end();
  });
  const parts: [what: string, change: (files: Map<string, Buffer>) => void, fault: object][] = [
    [
      'a picture is missing',
      (files) => files.delete(`photographs/${photo}`),
      { part: expect.stringContaining('photographs/') as string, message: 'is missing' }
    ],
    [
      'a picture is another',
      (files) => files.set(`photographs/${photo}`, Buffer.from('no picture')),
      { part: expect.stringContaining('photographs/') as string }
    ],
    ['the manifest is missing', (files) => files.delete('manifest.json'), { part: 'manifest.json' }],
    [
      'it is of a later program',
      (files) => files.set('manifest.json', edited(files, '"version":1', '"version":2')),
      { part: 'manifest.json', message: 'an archive of version 2: this program reads up to version 1' }
    ],
    [
      'a byte of the book was changed',
      (files) => files.set('book.jsonl', edited(files, 'Tove', 'Tora', 'book.jsonl')),
      { part: 'book.jsonl' }
    ],
    [
      'the book ends at the end of a line',
      (files) => {
        const lines = (files.get('book.jsonl')?.toString() ?? '').split('\n');
        files.set('book.jsonl', Buffer.from(lines.slice(0, -4).join('\n')));
      },
      { part: 'book.jsonl' }
    ],
    [
      'a reading was changed',
      (files) =>
        files.set(
          'readings.csv',
          Buffer.concat([files.get('readings.csv') ?? Buffer.of(), Buffer.from('x')])
        ),
      { part: 'readings.csv' }
    ],
    [
      'a choice is none',
      (files) => forged(files, 'settings.jsonl', '{"key":"constructor","value":1}\n'),
      { part: 'settings.jsonl', line: 1 }
    ],
    [
      'a choice is nested a million deep',
      (files) => forged(files, 'settings.jsonl', `{"key":"people","value":${'['.repeat(1_000_000)}\n`),
      { part: 'settings.jsonl', line: 1 }
    ],
    [
      'a choice stands twice',
      (files) => forged(files, 'settings.jsonl', '{"key":"people","value":4}\n'.repeat(2)),
      { part: 'settings.jsonl', message: 'a row of it stands in it twice' }
    ],
    [
      'a reading is of before all time',
      (files) =>
        forged(
          files,
          'readings.csv',
          'place,at,probe,air_c,core_c,rh\nroom:cold,-10000000000000000,hand,3,,\n'
        ),
      { part: 'readings.csv', line: 2 }
    ],
    [
      'a reading is hotter than any fire',
      (files) =>
        forged(
          files,
          'readings.csv',
          'place,at,probe,air_c,core_c,rh\nroom:cold,1795000000000,hand,999999999,,\n'
        ),
      { part: 'readings.csv', line: 2 }
    ],
    [
      'something lies in it that the manifest does not speak of',
      (files) => files.set('photographs/more.jpg', Buffer.from('x')),
      { part: 'photographs/more.jpg', message: 'the manifest does not speak of it' }
    ],
    [
      'the manifest speaks of a part twice',
      (files) => {
        const said = JSON.parse(String(files.get('manifest.json'))) as Manifest;
        files.set(
          'manifest.json',
          Buffer.from(JSON.stringify({ ...said, parts: [...said.parts, ...said.parts.slice(0, 1)] }))
        );
      },
      { message: 'the manifest speaks of it twice' }
    ],
    [
      'the manifest unfolds to more than any is',
      (files) => files.set('manifest.json', Buffer.alloc(RESTORE_BOUNDS.manifest + 1, ' ')),
      { part: 'manifest.json', message: 'is too long' }
    ],
    [
      'the book is one line',
      (files) => forged(files, 'book.jsonl', 'x'.repeat(RESTORE_BOUNDS.line + 1)),
      { part: 'book.jsonl', message: 'a line is too long' }
    ]
  ];
  /** Puts other contents into a part, and makes the manifest speak of them. */
  function forged(files: Map<string, Buffer>, name: string, text: string): void {
    const [bytes, said] = [Buffer.from(text), JSON.parse(String(files.get('manifest.json'))) as Manifest];
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const parts = said.parts.map((part) =>
      part.name === name ? { ...part, bytes: bytes.length, sha256 } : part
    );
    files.set(name, bytes);
    files.set('manifest.json', Buffer.from(JSON.stringify({ ...said, parts })));
  }
  const edited = (files: Map<string, Buffer>, from: string, to: string, name = 'manifest.json'): Buffer => {
    const text = files.get(name)?.toString() ?? '';
    expect(text).toContain(from);
    return Buffer.from(text.replace(from, to));
  };

  it.each(parts)('is refused by name, and nothing is written: %s', async (_, change, fault) => {
    const files = await contents(path);
    change(files);
    const restored = await restoreArchive(target, await packed(files));
    expect(restored).toMatchObject({ ok: false, fault });
    await isEmpty(target);
  });

  it('is refused where the zip itself was cut off, or is something else', async () => {
    const bytes = readFileSync(path);
    for (const some of [bytes.subarray(0, bytes.length >> 1), bytes.subarray(0, 10), Buffer.from('hello')]) {
      const cut = join(folder, `${newId()}.zip`);
      writeFileSync(cut, some);
      expect(await restoreArchive(target, cut)).toMatchObject({ ok: false, fault: { part: '' } });
    }
    await isEmpty(target);
  });

  it('is stopped on the way, and nothing is written', async () => {
    const halt = new AbortController();
    const own = join(folder, 'own.zip');
    copyFileSync(path, own);
    const restored = await restoreArchive(target, own, {
      onProgress: ({ stage }) => stage === 'taking over' && halt.abort(),
      signal: halt.signal
    });
    expect(restored).toEqual({ ok: false, fault: 'stopped' });
    await isEmpty(target);
  });
});
