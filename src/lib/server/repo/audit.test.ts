import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'libsql';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { newId } from '../ids';
import { arrival, cutDraft, draftOf, temporaryHouse } from '../testkit';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
let photo: string;
let animal: string;

/** Two animals, pieces, a batch, a photograph, something given away and something taken back. */
beforeEach(async () => {
  house = await temporaryHouse();
  const first = arrival(20_000, { tag: 'A-1' });
  animal = first.animal;
  const [second, batch, wrong] = [arrival(15_000), newId(), newId()];
  const bytes = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#804020' } })
    .jpeg()
    .toBuffer();
  const kept = await house.photos.keep(bytes);
  if (!kept.ok) throw new Error(kept.fault);
  photo = kept.file;
  const drafts = [
    first.draft,
    second.draft,
    cutDraft(animal, first.carcass, 900),
    cutDraft(animal, first.carcass, 700, wrong),
    draftOf({ kind: 'tub', animal, tub: 'grind', reading: { grams: 2_000, how: 'scale' } }),
    draftOf({
      kind: 'batch',
      pool: batch,
      what: 'mince',
      inputs: [{ item: `tub:grind:${animal}`, of: animal }]
    }),
    draftOf({ kind: 'note', animal, photo, text: 'left ham' }),
    draftOf({ kind: 'give', animal, item: wrong, to: 'Marek' })
  ];
  for (const outcome of await house.book.book(drafts)) expect(outcome.status).toBe('booked');
  const cut = drafts[2]?.id;
  await house.book.book([draftOf({ kind: 'void', animal, entry: cut })]);
});
afterEach(() => house.end());

/** Does something to the file that the program never does. */
function tamper(...statements: string[]): void {
  const db = new Database(join(house.folder, 'larder.db'));
  for (const statement of statements) db.exec(statement);
  db.close();
}
const UNGUARDED = ['entries_no_update', 'entries_no_delete', 'postings_no_update', 'postings_no_delete'].map(
  (name) => `DROP TRIGGER ${name}`
);
const codes = async (): Promise<string[]> =>
  [...new Set((await house.book.audit(house.photos)).findings.map((f) => f.code))].sort();

describe('an audit', () => {
  it('finds nothing in a book that was booked', async () => {
    const { findings, entries, animals, hash } = await house.book.audit(house.photos);
    expect(findings).toEqual([]);
    expect([entries, animals]).toEqual([9, 2]);
    expect(hash).toMatch(/^[0-9a-f]{64}$/);
  });

  it('is refused a row in the place of another, whichever way it is asked for', () => {
    const copy = (table: string) =>
      `INSERT OR REPLACE INTO ${table} SELECT * FROM ${table} WHERE seq = 3 LIMIT 1`;
    for (const statement of [
      copy('entries'),
      copy('postings'),
      "UPDATE entries SET hand = 'x' WHERE seq = 2",
      'DELETE FROM postings WHERE seq = 2',
      'UPDATE entries SET hash = NULL WHERE seq = 2'
    ])
      expect(() => tamper(statement), statement).toThrow(/append only/);
  });

  const book: [what: string, statements: string[], expected: string[]][] = [
    [
      'a forged note',
      [
        ...UNGUARDED,
        `UPDATE entries SET intent = replace(intent, 'left ham', 'right ham') WHERE kind = 'note'`
      ],
      ['chain', 'guard']
    ],
    [
      'another name under an entry',
      [...UNGUARDED, `UPDATE entries SET hand = 'Somebody' WHERE seq = 5`],
      ['chain', 'guard']
    ],
    [
      'an entry taken out of the middle',
      [
        ...UNGUARDED,
        'DELETE FROM flows WHERE seq = 4',
        'DELETE FROM entry_subjects WHERE seq = 4',
        'DELETE FROM postings WHERE seq = 4',
        'DELETE FROM entries WHERE seq = 4'
      ],
      ['chain', 'guard']
    ],
    [
      'the last entries taken out',
      [
        ...UNGUARDED,
        'DELETE FROM flows WHERE seq > 8',
        'DELETE FROM entry_subjects WHERE seq > 8',
        'DELETE FROM postings WHERE seq > 8',
        'DELETE FROM entries WHERE seq > 8'
      ],
      ['counter', 'guard']
    ],
    [
      'an animal removed whole, guards put back',
      [
        ...UNGUARDED,
        ...['flows', 'entry_subjects', 'postings', 'entries'].map((t) => `DELETE FROM ${t} WHERE seq = 2`),
        `DELETE FROM animals WHERE code = '26-002'`
      ],
      ['chain', 'guard']
    ],
    [
      'an intent that cannot be read',
      [...UNGUARDED, `UPDATE entries SET intent = '{"kind":' WHERE seq = 3`],
      ['guard', 'unreadable']
    ],
    ['a trigger of somebody', ['CREATE TRIGGER sly AFTER INSERT ON entries BEGIN SELECT 1; END'], ['guard']]
  ];
  it.each(book)('names what was done to the book: %s', async (_, statements, expected) => {
    tamper('PRAGMA foreign_keys = OFF', ...statements);
    const found = await codes();
    for (const code of expected) expect(found).toContain(code);
  });

  it('finds nothing in a larder of before either: it is sealed when it is opened, to the same hashes', async () => {
    const { hash } = await house.book.audit();
    const before = ['seal_sums', 'seals', 'seal_links'].map((table) => `DELETE FROM ${table}`);
    tamper('DROP TRIGGER entries_no_update', 'UPDATE entries SET hash = NULL, season = NULL', ...before);
    const again = await temporaryHouse({ folder: house.folder });
    await again.book.rebuild();
    expect(await again.book.audit()).toMatchObject({ hash, findings: [] });
    // One that was booked by a program of before, behind what is sealed.
    tamper('DROP TRIGGER entries_no_update', 'UPDATE entries SET hash = NULL WHERE seq > 6', ...before);
    const third = await temporaryHouse({ folder: house.folder });
    await third.book.rebuild();
    expect(await third.book.audit()).toMatchObject({ hash, findings: [] });
    for (const one of [again, third]) {
      one.larder.close();
      one.logger.stop();
      one.scale.close();
    }
  });

  it.each([
    ['all of it', 'UPDATE entries SET hash = NULL'],
    ['its end', 'UPDATE entries SET hash = NULL WHERE seq > 6']
  ])(
    'names a book that has lost its hashes, %s, and nothing gives them anew at a start',
    async (_, statement) => {
      tamper('DROP TRIGGER entries_no_update', `UPDATE entries SET hand = 'Nobody' WHERE seq = 8`, statement);
      for (let start = 0; start < 2; start += 1) {
        const again = await temporaryHouse({ folder: house.folder });
        const { findings } = await again.book.audit();
        expect(findings.map(({ code }) => code)).toContain('chain');
        again.larder.close();
        again.logger.stop();
        again.scale.close();
      }
    }
  );

  const kept: [what: string, statements: string[], expected: string][] = [
    ['a yield in lists', ['UPDATE animals SET boneless = boneless + 500'], 'projection'],
    ['when it came', ['UPDATE animals SET first_at = first_at + 1'], 'projection'],
    ['an animal’s row is gone', [`DELETE FROM animals WHERE code = '26-001'`], 'projection'],
    ['a balance', ['UPDATE balances SET grams = grams + 1 WHERE grams > 0'], 'projection'],
    ['what lies here', ['UPDATE stock SET grams = grams + 1'], 'projection'],
    ['what lies nowhere', ['DELETE FROM stock'], 'projection'],
    ['a flow', ['UPDATE flows SET grams = grams + 1'], 'projection'],
    ['a subject', [`DELETE FROM entry_subjects WHERE seq = 6`], 'projection'],
    ['a model’s figure', ['UPDATE animals SET likely = likely + 1'], 'outdated'],
    [
      'a stray item',
      [`INSERT INTO items (id, owner, kind, record) VALUES ('x', 'nobody', 'piece', '{}')`],
      'stray'
    ],
    [
      'a stray flow',
      [
        `INSERT INTO flows (seq, line, from_item, to_item, origin, class, grams) VALUES (99, 0, 'a', 'b', 'c', 'P', 1)`
      ],
      'stray'
    ],
    ['a lowered counter', ['UPDATE seasons SET number = 0'], 'counter'],
    ['a record that cannot be read', [`UPDATE animals SET record = '{'`], 'unreadable'],
    ['a guard is gone', ['DROP TRIGGER entries_no_replace'], 'guard']
  ];
  it.each(kept)(
    'names what was done to what is kept of it, and a rebuild mends it: %s',
    async (_, statements, expected) => {
      tamper(...statements);
      expect(await codes()).toContain(expected);
      await house.book.rebuild();
      expect(await codes()).toEqual([]);
    }
  );

  it('names a photograph that is missing, or another', async () => {
    const path = join(house.folder, 'photos', photo);
    const bytes = readFileSync(path);
    writeFileSync(path, Buffer.concat([bytes, Buffer.of(0)]));
    expect(await codes()).toEqual(['photograph']);
    rmSync(path);
    expect(await codes()).toEqual(['photograph']);
  });

  it('names a small picture that shows something else than its photograph', async () => {
    const small = await house.photos.open(photo, 'small');
    await small?.stream.cancel();
    expect(await codes()).toEqual([]);
    const other = sharp({ create: { width: 90, height: 60, channels: 3, background: '#f0f0f0' } });
    writeFileSync(join(house.folder, 'photos', `small-${photo}`), await other.jpeg().toBuffer());
    expect(await codes()).toEqual(['photograph']);
    writeFileSync(join(house.folder, 'photos', `small-${photo}`), 'no picture');
    expect(await codes()).toEqual(['photograph']);
    rmSync(join(house.folder, 'photos', `small-${photo}`));
    expect(await codes()).toEqual([]);
  });

  it('names damaged pages, and does not break on them', async () => {
    tamper('PRAGMA wal_checkpoint(TRUNCATE)');
    house.larder.close();
    const path = join(house.folder, 'larder.db');
    const bytes = readFileSync(path);
    // A page in the middle, whatever lies there.
    bytes.fill(0xa5, 4096 * 9, 4096 * 10);
    writeFileSync(path, bytes);
    const again = await temporaryHouse({ folder: house.folder });
    const { findings } = await again.book.audit();
    expect(findings.map((f) => f.code)).toContain('damaged');
    again.larder.close();
    again.logger.stop();
    again.scale.close();
  });
});
