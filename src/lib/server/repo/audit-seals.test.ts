import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import Database from 'libsql';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Larder } from '../db/client';
import { SEALED, triggersOf } from '../db/sealed';
import { codeOf, newestLinks, readCode, showLink } from '../db/seals';
import { arrival, temporaryHouse } from '../testkit';
import { auditSeals } from './audit-seals';
import { ROWS } from './beside.testkit';
import { sealAnew } from './chain';

const folder = mkdtempSync(join(tmpdir(), 'larder-seals-'));
let house: Awaited<ReturnType<typeof temporaryHouse>>;
let file: string;
/** The code that a keeper has written down. */
let code: string;

beforeAll(async () => {
  house = await temporaryHouse();
  await house.book.book([arrival(14_000).draft, arrival(15_000).draft]);
  await house.larder.write(async (tx) => {
    for (const row of ROWS) await tx.run(sql.raw(row));
  });
  code = codeOf(await house.larder.write((tx) => showLink(tx, Date.now())));
  file = join(folder, 'whole.db');
  const db = new Database(house.larder.file!);
  db.exec(`vacuum into '${file}'`);
  db.close();
});
afterAll(() => {
  house.end();
  rmSync(folder, { recursive: true, force: true });
});

/** What the audit finds once somebody has worked on the file. */
async function found(
  statements: readonly string[],
  { guarded = true, written }: { guarded?: boolean; written?: string } = {}
): Promise<string[]> {
  const own = mkdtempSync(join(folder, 'own-'));
  copyFileSync(file, join(own, 'larder.db'));
  const db = new Database(join(own, 'larder.db'));
  db.exec('pragma foreign_keys = off');
  if (!guarded)
    for (const of of SEALED) for (const { name } of triggersOf(of)) db.exec(`drop trigger ${name}`);
  for (const statement of statements) db.exec(statement);
  db.close();
  const larder = new Larder({ folder: own });
  const texts: string[] = [];
  for await (const findings of auditSeals(larder.db, written))
    texts.push(...findings.map(({ code, item = '', text }) => `${code} ${item}: ${text}`));
  larder.close();
  rmSync(own, { recursive: true, force: true });
  return texts;
}

/** What somebody could want to change, and under which table and key it is to be named. */
const TAMPERINGS: readonly [what: string, statement: string, named: string][] = [
  ['sign-in turned off', `update settings set value = '"never"' where key = 'signIn'`, 'settings ["signIn"]'],
  ['a choice taken out', `delete from settings where key = 'people'`, 'settings ["people"]'],
  ['a choice put in', `insert into settings (key, value) values ('units', '"lb"')`, 'settings ["units"]'],
  [
    'a choice said under another name',
    `update settings set key = 'portion' where key = 'people'`,
    'settings ["portion"]'
  ],
  [
    'an order of work changed',
    `update procedures set value = '{"steps":[]}' where key = 'own-1'`,
    'procedures ["own-1"]'
  ],
  ['an order of work taken out', `delete from procedures where key = 'own-2'`, 'procedures ["own-2"]'],
  ['an order of work put in', `insert into procedures values ('own-3', '{}')`, 'procedures ["own-3"]'],
  [
    'an old recipe changed',
    `update recipes set value = '{"salt":9}' where version = 1`,
    'recipes ["lean",1]'
  ],
  ['a recipe brought back', `update recipes set gone = 1 where version = 2`, 'recipes ["lean",2]'],
  [
    'a recipe put in',
    `insert into recipes (key, version, value) values ('lean', 3, '{}')`,
    'recipes ["lean",3]'
  ],
  ['a wish changed', `update wishes set value = '{"steaks":90}' where id = 'w1'`, 'wishes ["w1"]'],
  ['a wish taken out', `delete from wishes where id = 'w2'`, 'wishes ["w2"]'],
  ['a plan changed', `update cut_plans set value = '{"x":1}' where id = 'p1'`, 'cut_plans ["p1"]'],
  ['a plan made older', `update cut_plans set at = 0 where id = 'p2'`, 'cut_plans ["p2"]'],
  [
    'a plan given to another animal',
    `update cut_plan_animals set animal = 'a9' where plan = 'p1'`,
    'cut_plan_animals ["a9","p1"]'
  ],
  ['a plan of no animal', `delete from cut_plan_animals where plan = 'p2'`, 'cut_plan_animals ["a2","p2"]'],
  ['slices changed', `update slicings set value = '{"grams":[1]}' where id = 's1'`, 'slicings ["s1"]'],
  ['slices of another animal', `update slicings set animal = 'a2' where id = 's2'`, 'slicings ["s2"]'],
  ['slices taken out', `delete from slicings where id = 's1'`, 'slicings ["s1"]'],
  [
    'a rule card changed',
    `update rule_cards set value = '{"to":20}' where key = 'cool'`,
    'rule_cards ["cool"]'
  ],
  ['a rule card taken out', `delete from rule_cards where key = 'hang'`, 'rule_cards ["hang"]'],
  ['a rule card put in', `insert into rule_cards values ('thaw', '{}')`, 'rule_cards ["thaw"]'],
  [
    'a cooling plan changed',
    `update cooling_plans set value = '[1]' where animal = 'a1'`,
    'cooling_plans ["a1"]'
  ],
  ['a cooling plan taken out', `delete from cooling_plans where animal = 'a2'`, 'cooling_plans ["a2"]'],
  [
    'a reading made colder',
    `update readings set air = 100 where at = 1790000060000`,
    'readings ["room:cold",497222]'
  ],
  [
    'a core made colder',
    `update readings set core = 300 where place = 'room:shed'`,
    'readings ["room:shed",497223]'
  ],
  [
    'a reading moved by minutes',
    `update readings set at = at + 120000 where at = 1790000060000`,
    'readings ["room:cold",497222]'
  ],
  [
    'a reading moved to another hour',
    `update readings set at = at + 36000000 where at = 1790000060000`,
    'readings ["room:cold",497232]'
  ],
  [
    'a reading moved to another room',
    `update readings set place = 'room:best' where place = 'room:shed'`,
    'readings ["room:best",497223]'
  ],
  [
    'a reading of another probe',
    `update readings set probe = 'hand' where place = 'room:shed'`,
    'readings ["room:shed",497223]'
  ],
  ['a reading taken out', `delete from readings where at = 1790000000000`, 'readings ["room:cold",497222]'],
  [
    'a reading put in',
    `insert into readings values ('room:cold', 1790000120000, 'P1', 10, null, null)`,
    'readings ["room:cold",497222]'
  ],
  [
    'the sums of an hour changed',
    `update reading_hours set air_sum = 1 where place = 'room:cold'`,
    'reading_hours ["room:cold",497222]'
  ],
  [
    'the sums of an hour put in',
    `insert into reading_hours values ('room:x', 1, 1, 0, 1, 1, 1, 1, 0, 0, 0, 0)`,
    'reading_hours ["room:x",1]'
  ],
  [
    'the sums of an hour taken out',
    `delete from reading_hours where place = 'room:shed'`,
    'reading_hours ["room:shed",497223]'
  ],
  [
    'a logger’s file changed',
    `update logger_files set body = 'other' where sha256 = 'aa'`,
    'logger_files ["aa","room:cold"]'
  ],
  [
    'a logger’s file of another day',
    `update logger_files set at = 99 where sha256 = 'bb'`,
    'logger_files ["bb","room:cold"]'
  ],
  [
    'a logger’s file taken out',
    `delete from logger_files where sha256 = 'aa'`,
    'logger_files ["aa","room:cold"]'
  ],
  [
    'a forecast changed',
    `update forecasts set air = 0 where at = 1790000000000`,
    'forecasts [1790000000000]'
  ],
  ['a forecast taken out', `delete from forecasts where at = 1790003600000`, 'forecasts [1790003600000]'],
  ['a party renamed', `update parties set name = 'Nobody' where id = 'q1'`, 'parties ["q1"]'],
  ['two parties merged', `update party_names set party = 'q2' where name = 'Alder'`, 'party_names ["Alder"]'],
  ['a party removed', `delete from parties where id = 'q2'`, 'parties ["q2"]'],
  ['a guest made keeper', `update people set role = 'keeper' where id = 'i'`, 'people ["i"]'],
  ['a keeper’s password changed', `update people set password = 'y' where id = 't'`, 'people ["t"]'],
  ['somebody new', `insert into people values ('n', 'Nix', 'nix', 'keeper', 'x', 1, 0)`, 'people ["n"]'],
  ['somebody removed', `delete from people where id = 't'`, 'people ["t"]'],
  ['a sign-in moved to somebody else', `update visits set person = 't' where id = 'v2'`, 'visits ["v2"]'],
  ['a sign-in put in', `insert into visits values ('v3', 't', 1, 1)`, 'visits ["v3"]'],
  ['a PIN changed', `update pins set pin = 'y' where person = 't'`, 'pins ["d","t"]'],
  ['a PIN at another device', `update pins set device = 'e' where person = 'i'`, 'pins ["e","i"]'],
  [
    'the count of changes put back',
    `update versions set number = 1 where scope = 'forecasts'`,
    'versions ["forecasts"]'
  ]
];

/** What no program writes: it must not keep the audit from what it has to say. */
const UNREADABLE: readonly [what: string, statement: string, named: string][] = [
  ['a note of no key', `insert into unsealed values ('settings', 'none')`, 'settings none'],
  ['a note of a key of too little', `insert into unsealed values ('readings', '[]')`, 'readings []'],
  [
    'a note of an hour that is none',
    `insert into unsealed values ('readings', '["a","b"]')`,
    'readings ["a","b"]'
  ],
  ['a note of no list', `insert into unsealed values ('forecasts', '7')`, 'forecasts 7'],
  ['a seal of no key', `insert into seals values ('settings', 'none', 'x')`, 'settings none'],
  [
    'a forecast beyond all time',
    `insert into forecasts values (9000000000000000, 1, 1, 1, 'x')`,
    'forecasts [9000000000000000]'
  ],
  [
    'a reading beyond all time',
    `insert into readings values ('a', 9000000000000000, 'P1', 1, 1, 1)`,
    'readings ["a",2500000000]'
  ],
  ['bytes for their digits', `update settings set value = x'04' where key = 'twice'`, 'settings ["twice"]'],
  ['bytes for text', `update settings set value = x'00ff' where key = 'people'`, 'settings ["people"]']
];

describe('what stands beside the book', () => {
  it('is found as it was written, and nothing of it is named', async () => {
    expect(await found([], { written: readCode(code) })).toEqual([]);
    expect(TAMPERINGS.length).toBeGreaterThanOrEqual(50);
    // Every table is among them.
    expect(
      SEALED.filter(({ table }) => !TAMPERINGS.some(([, , named]) => named.startsWith(`${table} `)))
    ).toEqual([]);
  });

  it.each(TAMPERINGS)('%s past the program is named by table and row', async (_, statement, named) => {
    // The file's own triggers note it; without them the seals tell.
    for (const guarded of [true, false]) {
      const texts = await found([statement], { guarded });
      expect(
        texts.filter((text) => text.startsWith(`beside ${named}: `)),
        texts.join('\n')
      ).not.toEqual([]);
    }
  });

  it.each(UNREADABLE)('%s is named, and what follows it too', async (_, statement, named) => {
    for (const guarded of [true, false]) {
      const said = await found([statement, `delete from visits where id = 'v2'`], {
        guarded,
        written: readCode(code)
      });
      expect(said.filter((text) => text.startsWith(`beside ${named}: `))).not.toEqual([]);
      expect(said.filter((text) => text.startsWith('beside visits ["v2"]: '))).not.toEqual([]);
    }
  });

  it('that was changed together with its note, its seal, the figures or the links is still told', async () => {
    const change = `update people set role = 'keeper' where id = 'i'`;
    expect(await found([change, 'delete from unsealed'])).toHaveLength(1);
    const forged = [
      change,
      'delete from unsealed',
      `update seals set hash = '${'a'.repeat(64)}' where scope = 'people' and key = '["i"]'`
    ];
    expect((await found(forged)).join()).toContain('the seals of people were changed');
    const unsealed = [
      change,
      'delete from unsealed',
      `delete from seals where scope = 'people' and key = '["i"]'`
    ];
    expect((await found(unsealed)).join()).toContain('was put in past the program');
    expect(
      (await found([`update seal_sums set sum = '${'b'.repeat(64)}' where scope = 'people'`])).join()
    ).toContain('seals');
    expect((await found([`update seal_links set digest = 'x' where seq = 1`])).join()).toContain(
      'seal 1 does not follow'
    );
    expect((await found(['delete from seal_links'])).join()).toContain('what seals the larder is gone');
  });

  it('made anew as a whole is told by the code that was written down', async () => {
    const own = await temporaryHouse();
    await own.book.book([arrival(14_000).draft]);
    const other = codeOf(await own.larder.write((tx) => showLink(tx, Date.now())));
    const texts: string[] = [];
    for await (const findings of auditSeals(own.larder.db, readCode(code)))
      texts.push(...findings.map(({ text }) => text));
    expect(texts).toEqual([expect.stringContaining('none of this larder’s')]);
    // Its own is known as long as the larder lives.
    await own.settings.write({ people: 7 });
    await own.book.book([arrival(15_000).draft]);
    const later: string[] = [];
    for await (const findings of auditSeals(
      own.larder.db,
      readCode(other.toLowerCase().replaceAll('-', ' '))
    ))
      later.push(...findings.map(({ text }) => text));
    expect(later).toEqual([]);
    own.end();
  });

  it('is never sealed by the program where somebody else has changed it, whatever is written afterwards', async () => {
    const own = await temporaryHouse();
    await own.settings.write({ people: 3 });
    const db = new Database(own.larder.file!);
    db.exec(`update settings set value = '9' where key = 'people'`);
    db.close();
    await own.settings.write({ larderName: 'By the lake' });
    await own.settings.write({ people: 5 });
    const { findings } = await own.book.audit();
    expect(findings.map(({ code, item }) => [code, item])).toEqual([['beside', 'settings ["people"]']]);
    own.end();
  });

  it('stands from then on where a keeper says so: sealed as it is, the codes of before still known', async () => {
    const own = await temporaryHouse();
    await own.settings.write({ people: 7 });
    const before = codeOf(await own.larder.write((tx) => showLink(tx, Date.now())));
    const past = new Database(own.larder.file!);
    past.exec(`update settings set value = '9' where key = 'people'`);
    past.exec(`delete from seals where scope = 'settings'`);
    past.close();
    expect((await own.book.audit()).findings.map(({ code }) => code)).toContain('beside');
    const code = await sealAnew(own.larder);
    expect((await own.book.audit()).findings).toEqual([]);
    for (const written of [before, code]) {
      const said: string[] = [];
      for await (const findings of auditSeals(own.larder.db, readCode(written)))
        said.push(...findings.map(({ text }) => text));
      expect(said).toEqual([]);
    }
    await own.settings.write({ people: 4 });
    expect((await own.book.audit()).findings).toEqual([]);
    own.end();
  });

  it('is found sound while others write', async () => {
    const own = await temporaryHouse();
    await own.readings.add('room:cold', 'P1', [{ at: 1_790_000_000_000, air: 3 }]);
    let over = false;
    const writing = (async () => {
      for (let i = 0; !over; i += 1) {
        await own.settings.write({ people: 1 + (i % 9) });
        await own.readings.add('room:cold', 'P1', [{ at: 1_790_000_000_000 + i * 60_000, air: 3 + (i % 5) }]);
        await new Promise((next) => setImmediate(next));
      }
    })();
    for (let round = 0; round < 5; round += 1) expect((await own.book.audit()).findings).toEqual([]);
    over = true;
    await writing;
    own.end();
  });

  it('has one link a day, and one for each code that was given', async () => {
    const own = await temporaryHouse();
    for (let people = 1; people < 6; people += 1) await own.settings.write({ people });
    expect(await newestLinks(own.larder.db, 9)).toHaveLength(1);
    const codes = [];
    for (let i = 0; i < 3; i += 1) {
      codes.push(codeOf(await own.larder.write((tx) => showLink(tx, Date.now()))));
      await own.settings.write({ people: 10 + i });
    }
    expect(new Set(codes).size).toBe(3);
    expect(await newestLinks(own.larder.db, 9)).toHaveLength(4);
    expect((await own.book.audit()).findings).toEqual([]);
    own.end();
  });
});

it('a code is read as it was written, small or without strokes; what is none is none', () => {
  const link = { hash: '0123456789abcdef'.repeat(4) };
  const written = codeOf(link);
  expect(written).toMatch(/^[2-9A-HJ-NP-Z]{4}(-[2-9A-HJ-NP-Z]{4}){4}$/);
  expect(readCode(written)).toBe(written.replaceAll('-', ''));
  expect(readCode(` ${written.toLowerCase().replaceAll('-', ' ')} `)).toBe(written.replaceAll('-', ''));
  for (const none of ['', 'abc', written.slice(1), `${written}A`, written.replace(/^./, '0')])
    expect(readCode(none)).toBeUndefined();
});
