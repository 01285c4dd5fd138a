import {
  chmodSync,
  cpSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import Database from 'libsql';
import { sql } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { arrival, temporaryHouse } from '../testkit';
import { audit } from '../work/audit';
import { Larder } from './client';
import { CannotOpen } from './open';

let folder: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'larder-open-'));
  file = join(folder, 'larder.db');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const opened = async (options: { patienceMs?: number; migrations?: string } = {}): Promise<string> => {
  try {
    (await new Larder({ folder, ...options }).open()).close();
    return 'opened';
  } catch (error) {
    if (!(error instanceof CannotOpen)) throw error;
    expect(error.message).toContain(file);
    return error.fault;
  }
};

/** The migrations up to one but the last, in a folder of their own. */
function olderMigrations(): string {
  const older = join(folder, 'drizzle');
  cpSync(resolve('drizzle'), older, { recursive: true });
  const path = join(older, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(path, 'utf8')) as { entries: unknown[] };
  writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, -1) }));
  return older;
}

describe('a file that cannot be opened', () => {
  it('is said to be empty, damaged or something else, with what to do; it is left as it is', async () => {
    writeFileSync(file, '');
    expect(await opened()).toBe('empty');
    expect(statSync(file).size).toBe(0);
    writeFileSync(file, 'a letter from somebody '.repeat(100));
    expect(await opened()).toBe('damaged');
    rmSync(file);
    expect(await opened()).toBe('opened');
    // Its first page stands, what it leads to is gone.
    const bytes = readFileSync(file);
    writeFileSync(file, Buffer.concat([bytes.subarray(0, 100), Buffer.alloc(bytes.length - 100, 7)]));
    rmSync(`${file}-wal`, { force: true });
    expect(await opened()).toBe('damaged');
  });

  it('is said to be held by another program', async () => {
    await opened({ migrations: olderMigrations() });
    const other = new Database(file);
    other.exec('BEGIN IMMEDIATE');
    expect(await opened({ patienceMs: 300 })).toBe('locked');
    other.exec('COMMIT');
    other.close();
    expect(await opened()).toBe('opened');
  });

  it('is refused where a newer program has written it', async () => {
    await opened();
    const larder = await new Larder({ folder }).open();
    await larder.db.run(
      sql`insert into __drizzle_migrations (hash, created_at) values ('later', ${Date.UTC(2100, 0, 1)})`
    );
    larder.close();
    expect(await opened()).toBe('newer');
  });

  it.skipIf(process.getuid?.() === 0)('is said to be read only', async () => {
    await opened();
    chmodSync(file, 0o444);
    expect(await opened()).toBe('read-only');
  });
});

describe('a larder of before', () => {
  it('is copied before its tables are changed; a new one is not', async () => {
    const migrations = olderMigrations();
    expect(await opened({ migrations })).toBe('opened');
    expect(readdirSync(folder).filter((name) => name.startsWith('larder-before'))).toEqual([]);
    expect(await opened()).toBe('opened');
    const [copy] = readdirSync(folder).filter((name) => name.startsWith('larder-before'));
    // The copy is whole, and still of the version before.
    rmSync(file);
    for (const end of ['-wal', '-shm']) rmSync(file + end, { force: true });
    cpSync(join(folder, copy ?? ''), file);
    expect(await opened({ migrations })).toBe('opened');
  });

  it('is brought up once where two processes open it at the same time', async () => {
    await opened({ migrations: olderMigrations() });
    expect(await Promise.all([opened(), opened(), opened()])).toEqual(['opened', 'opened', 'opened']);
  });
});

describe('a larder that is only looked at', () => {
  it('shows what stands, and nothing is written: no file, no time of one', async () => {
    const house = await temporaryHouse({ folder });
    const { animal, draft } = arrival();
    await house.book.book([draft]);
    house.larder.close();
    house.logger.stop();
    house.scale.close();
    // The engine may close a file later than it is told: what is looked at is a folder that nobody has open.
    const still = join(folder, 'still');
    mkdirSync(still);
    for (const name of readdirSync(folder).filter((one) => one.startsWith('larder.db')))
      cpSync(join(folder, name), join(still, name));
    const before = readdirSync(still).map((name) => [name, statSync(join(still, name)).mtimeMs]);
    const look = await temporaryHouse({ folder: still, readOnly: true });
    expect((await look.animals.find(animal))?.base).toBe(14_000);
    await expect(look.book.book([arrival().draft])).rejects.toMatchObject({ fault: 'read-only' });
    await expect(look.settings.write({ people: 9 })).rejects.toMatchObject({ fault: 'read-only' });
    await expect(look.photos.keep(Buffer.from('x'))).rejects.toMatchObject({ fault: 'read-only' });
    const said = [];
    for await (const one of audit({ larder: look.larder.where, photos: look.photos.folder, code: undefined }))
      if (one.kind !== 'progress') said.push(one);
    expect(said).toMatchObject([{ kind: 'sum', sum: { entries: 1 } }]);
    look.larder.close();
    expect(readdirSync(still).map((name) => [name, statSync(join(still, name)).mtimeMs])).toEqual(before);
  });
});
