import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { sql } from 'drizzle-orm';
import {
  beamOf,
  canonical,
  flowsOf,
  fold,
  subjectOf,
  type BookedEntry,
  type Draft
} from '../../src/core/book';
import { openHouse } from '../../src/lib/server/larder';
import { historyOf, stateOf } from '../../src/lib/server/repo/state';
import { serverEnv, listening } from '../serve.mjs';
import { manyBenches, p95, standAt } from './benches';
import { bandAgainstRun, fillRoom, kernels, longestTask, pageTime, reckoned } from './hanging';
import { besideHeavy } from './heavy';
import { heldWhilePlanning, planning } from './plan';
import { packToPaint, pressToPaint } from './press';
import { fillSeason } from './fill';
import { keeping } from './keeping';
import { grind, pressing, tracing } from './pools';
import { season } from './season';
import { fillStore, stationKernels } from './store';

const BATCH = 250;

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

interface Running {
  url: string;
  folder: string;
  child: ChildProcess;
  stop: () => Promise<void>;
}

async function start(demo = false, folder = mkdtempSync(join(tmpdir(), 'larder-bench-'))): Promise<Running> {
  const port = await freePort();
  // No backup of its own begins half a minute later, in the midst of what is measured.
  if (!demo) {
    const house = await openHouse({ folder });
    await house.settings.write({ backupsKept: 0 });
    house.larder.close();
  }
  const child = spawn(process.execPath, [join('build', 'index.js')], {
    stdio: 'ignore',
    env: serverEnv({ host: '127.0.0.1', port, data: folder, demo }) as NodeJS.ProcessEnv
  });
  const url = `http://127.0.0.1:${port}`;
  await listening(url, child);
  const stop = async () => {
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await ended;
  };
  return { url, folder, child, stop };
}

interface Pace {
  entries: number;
  seconds: number;
}
const rate = ({ entries, seconds }: Pace): number => entries / seconds;

/** Every so many batches the same rows go into the plain file too, so that both meet the machine at the same time. */
const SAMPLE = 2;

async function postAll(
  server: Running,
  animals: Iterable<Draft[]>,
  plain?: PlainBook
): Promise<{ entries: number; api: Pace; direct: Pace }> {
  let entries = 0;
  let batches = 0;
  let batch: Draft[] = [];
  const api: Pace = { entries: 0, seconds: 0 };
  const direct: Pace = { entries: 0, seconds: 0 };
  const flush = async () => {
    if (batch.length === 0) return;
    const body = JSON.stringify(batch);
    const from = performance.now();
    const response = await fetch(`${server.url}/api/v1/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body
    });
    const { results } = (await response.json()) as { results: { status: string; entry: BookedEntry }[] };
    const seconds = (performance.now() - from) / 1000;
    const bad = results.find((r) => r.status !== 'booked');
    if (bad) throw new Error(`not booked: ${JSON.stringify(bad)}`);
    entries += batch.length;
    batches += 1;
    if (plain && batches % SAMPLE === 0) {
      api.entries += batch.length;
      api.seconds += seconds;
      direct.entries += batch.length;
      direct.seconds += await plain.insert(results.map((r) => r.entry));
    }
    batch = [];
  };
  for (const drafts of animals) {
    if (batch.length + drafts.length > BATCH) await flush();
    batch.push(...drafts);
  }
  await flush();
  return { entries, api, direct };
}

/** A record of a kind as large as the book’s are, characters. */
const sized = (kind: string, length: number): string => JSON.stringify({ kind, fill: 'x'.repeat(length) });

/** The same rows by plain inserts, a transaction an entry, into a file with the same tables and no code between. */
class PlainBook {
  readonly #folder = mkdtempSync(join(tmpdir(), 'larder-plain-'));
  readonly #born = new Set<string>();
  #client: Client | undefined;

  /** @param beside  a folder with the book that the other inserts go onto: this one is as large */
  async open(beside: string): Promise<this> {
    cpSync(join(beside, 'larder.db'), join(this.#folder, 'larder.db'));
    this.#client = createClient({ url: `file:${join(this.#folder, 'larder.db')}` });
    await this.#client.execute('PRAGMA journal_mode = WAL');
    return this;
  }

  /** Gives the seconds it took. */
  async insert(entries: readonly BookedEntry[]): Promise<number> {
    const begin = performance.now();
    for (const entry of entries) await this.#one(entry);
    return (performance.now() - begin) / 1000;
  }

  async #one(e: BookedEntry): Promise<void> {
    const client = this.#client;
    if (!client) throw new Error('not open');
    const born = this.#born;
    const tx = await client.transaction('write');
    await tx.execute({
      sql: 'insert into entries (seq, id, at, hand, device, kind, subject, intent, code) values (?,?,?,?,?,?,?,?,?)',
      args: [
        e.seq,
        e.id,
        e.at,
        e.hand,
        e.device,
        e.intent.kind,
        subjectOf(e.intent),
        canonical(e.intent),
        e.code ?? null
      ]
    });
    for (const [line, p] of e.postings.entries())
      await tx.execute({
        sql: 'insert into postings (seq, line, item, grams, class) values (?,?,?,?,?)',
        args: [e.seq, line, p.item, p.grams, p.class]
      });
    for (const p of e.postings)
      await tx.execute({
        sql: 'insert into balances (item, class, owner, grams) values (?,?,?,?) on conflict (item, class) do update set grams = excluded.grams',
        args: [p.item, p.class, subjectOf(e.intent), p.grams]
      });
    for (const [line, f] of flowsOf(e.postings).entries())
      await tx.execute({
        sql: 'insert into flows (seq, line, from_item, to_item, origin, class, grams) values (?,?,?,?,?,?,?)',
        args: [e.seq, line, f.from, f.to, subjectOf(e.intent), f.class, f.grams]
      });
    const animal = subjectOf(e.intent);
    const first = !born.has(animal);
    born.add(animal);
    if (first)
      for (let tub = 0; tub < 9; tub += 1)
        await tx.execute({
          sql: 'insert into items (id, owner, kind, record) values (?,?,?,?)',
          args: [`${tub}:${animal}`, animal, 'tub', sized('tub', 90)]
        });
    if (e.intent.kind === 'cut' || first)
      await tx.execute({
        sql: 'insert into items (id, owner, kind, record) values (?,?,?,?)',
        args: [e.id, animal, 'piece', sized('piece', 170)]
      });
    await tx.execute({
      sql: `insert into animals (id, code, season, number, species, last_seq, first_at, last_at, work, record, beam, base, boneless, pets, take_home, bloodshot, unaccounted, unaccounted_abs, by_use)
            values (?,?,2026,1,'roe',?,?,?,'bench',?,?,1,1,0,1,0,0,0,'{}') on conflict (id) do update set last_seq = excluded.last_seq, record = excluded.record, beam = excluded.beam`,
      args: [animal, animal, e.seq, e.at, e.at, '{"facts":{}}'.repeat(25), '{"segments":[]}'.repeat(20)]
    });
    await tx.commit();
  }

  close(): void {
    this.#client?.close();
    rmSync(this.#folder, { recursive: true, force: true });
  }
}

async function median(runs: number, work: () => Promise<unknown> | unknown): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const from = performance.now();
    await work();
    times.push(performance.now() - from);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)] ?? 0;
}

/** Median times of the pages on two servers, asked in turn, so that both meet the machine at the same time. */
async function pageTimes(servers: readonly [Running, Running]): Promise<Record<string, [number, number]>> {
  const pages = await Promise.all(
    servers.map(async ({ url }) => {
      const { animals } = (await (await fetch(`${url}/api/v1/animals?limit=20`)).json()) as {
        animals: { code: string }[];
      };
      return { url, codes: animals.map((a) => a.code) };
    })
  );
  const times: Record<string, [number, number]> = {};
  for (const name of ['Rail', 'Animal', 'Book'] as const) {
    const taken = pages.map((): number[] => []);
    for (let n = 0; n < 70; n += 1)
      for (const [i, { url, codes }] of pages.entries()) {
        const path =
          name === 'Rail' ? '/' : name === 'Book' ? '/book' : `/animals/${codes[n % codes.length]}`;
        const from = performance.now();
        await (await fetch(`${url}${path}`)).text();
        // The first ones warm up.
        if (n >= 10) taken[i]?.push(performance.now() - from);
      }
    const [a, b] = taken.map((list) => list.sort((x, y) => x - y)[Math.floor(list.length / 2)] ?? 0);
    times[name] = [a ?? 0, b ?? 0];
  }
  return times;
}

const memoryMb = (child: ChildProcess): number => {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
};

function say(what: string, ratio: number | undefined, goal: string, detail: string) {
  console.log(
    `${what.padEnd(46)} ${(ratio === undefined ? '' : `${ratio.toFixed(2)} ×`).padStart(9)}  ${goal.padEnd(12)} ${detail}`
  );
}

/** Kernels of cooling against each other, and the band of draws against one run. */
function benchKernels(): void {
  const { product, adi } = kernels();
  say(
    'alternating directions against the series’ product',
    adi / product,
    'goal ≥ 10',
    `${adi.toFixed(2)} against ${product.toFixed(2)} ms for three days of a ham`
  );
  const { band, run } = bandAgainstRun();
  say(
    'a band of 300 draws against one run',
    band / run,
    'goal ≤ 400',
    `${band.toFixed(0)} against ${run.toFixed(2)} ms`
  );
}

/** The hanging room's page and its chart, large against small. */
async function benchRoom(now: number): Promise<void> {
  const rooms: Running[] = [];
  for (const [hung, readings] of [
    [20, 50_000],
    [200, 500_000]
  ] as const) {
    const folder = mkdtempSync(join(tmpdir(), 'larder-room-'));
    const house = await openHouse({ folder });
    await fillRoom(house, hung, readings, now);
    house.larder.close();
    rooms.push(await start(false, folder));
  }
  // The very first call reckons every window.
  const first: number[] = [];
  const behind: number[] = [];
  for (const r of rooms) {
    first.push(await pageTime(`${r.url}/hanging`, 1, 0));
    // What comes behind the page is not to be met by the pages that are measured.
    behind.push(await reckoned(r.url));
  }
  const [small, large] = rooms as [Running, Running];
  const times: number[][] = [[], []];
  for (let i = 0; i < 12; i += 1) {
    times[0]?.push(await pageTime(`${small.url}/hanging`, 1));
    times[1]?.push(await pageTime(`${large.url}/hanging`, 1));
  }
  const middle = (list: number[] = []) =>
    [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;
  const [a, b] = times.map(middle) as [number, number];
  say(
    'room page, 200 hanging and 500 000 readings against 20 and 50 000',
    b / a,
    'goal ≤ 2',
    `${b.toFixed(0)} against ${a.toFixed(0)} ms; ${(b / 200).toFixed(2)} against ${(a / 20).toFixed(2)} ms an animal; the very first ${first[1]?.toFixed(0)} against ${first[0]?.toFixed(0)} ms, reckoned behind it in ${behind[1]?.toFixed(0)} against ${behind[0]?.toFixed(0)} s`
  );
  const span = `from=${now - 150 * 86_400_000}&to=${now}&points=300`;
  const chart = await Promise.all(
    rooms.map((r) => pageTime(`${r.url}/api/v1/readings?place=room:cold&${span}`, 15))
  );
  say(
    'a season of readings as 300 points, 500 000 against 50 000',
    (chart[1] ?? 0) / (chart[0] ?? 1),
    '',
    `${chart[1]?.toFixed(1)} against ${chart[0]?.toFixed(1)} ms`
  );
  for (const server of rooms) {
    await server.stop();
    rmSync(server.folder, { recursive: true, force: true });
  }
}

/** What a drag costs the page's own thread. */
async function benchDrag(): Promise<void> {
  const demo = await start(true);
  const { animals } = (await (await fetch(`${demo.url}/api/v1/animals`)).json()) as {
    animals: { code: string; place: string | null }[];
  };
  const code = animals.find((c) => c.place === 'field')?.code ?? '';
  const { dragged, idle, moves } = await longestTask(demo.url, code);
  say(
    'longest hold of the page while an hour is dragged, against none',
    dragged / idle,
    '',
    `${dragged.toFixed(0)} against ${idle.toFixed(0)} ms, the longest of ${moves} moves`
  );
  await demo.stop();
  rmSync(demo.folder, { recursive: true, force: true });
}

/** A folder that goes when the run ends. */
const folders: string[] = [];
const temporary = (): string => {
  const folder = mkdtempSync(join(tmpdir(), 'larder-season-'));
  folders.push(folder);
  return folder;
};

/** The small and the large larder of a run, filled further as more is asked for: filling takes as long as measuring. */
const filled: Partial<Record<'small' | 'large', string>> = {};
async function filledWith(
  which: 'small' | 'large',
  count: number,
  now: number
): Promise<{ folder: string; entries: number }> {
  const folder = (filled[which] ??= temporary());
  return { folder, entries: await fillSeason(folder, count, now) };
}

/** Animals that are booked by the API, so that its pace is of entries as they come. */
const POSTED = 160;

/** Pages, pace and memory of a larder with a whole season in it, against one of fifty animals. */
async function benchSeason(count: number, now: number): Promise<void> {
  const { folder: few } = await filledWith('small', 50, now);
  const { folder: many, entries: standing } = await filledWith('large', count, now);
  const plain = await new PlainBook().open(many);
  const small = await start(false, few);
  const large = await start(false, many);
  const before = memoryMb(large.child);
  const posted = await postAll(large, season(POSTED, now), plain);
  plain.close();
  say(
    'entries by the API against plain inserts',
    rate(posted.direct) / rate(posted.api),
    'goal ≤ 3',
    `${rate(posted.api).toFixed(0)} against ${rate(posted.direct).toFixed(0)} entries a second, ${posted.api.entries} of each, onto ${standing}`
  );
  const after = memoryMb(large.child);
  const times = await pageTimes([small, large]);
  for (const [name, [one, other]] of Object.entries(times))
    say(
      `${name} page, ${count} animals against 50`,
      other / one,
      'goal ≤ 2',
      `${other.toFixed(1)} against ${one.toFixed(1)} ms`
    );
  const paged = memoryMb(large.child);
  await small.stop();
  await large.stop();
  say(
    'server memory after those entries against before',
    after / before,
    '',
    `${after.toFixed(0)} against ${before.toFixed(0)} MB; ${paged.toFixed(0)} MB after the pages`
  );

  const house = await openHouse({ folder: many });
  const list = await house.animals.list({ limit: 100 });
  let n = 0;
  const next = () => list[(n += 1) % list.length]?.id ?? '';
  const projected = await median(200, async () => {
    const id = next();
    beamOf(await stateOf(house.larder.db, id), id);
  });
  const derived = await median(200, async () => {
    const id = next();
    beamOf(fold(await historyOf(house.larder.db, id)), id);
  });
  say(
    'beam from postings against from projections',
    derived / projected,
    '',
    `${derived.toFixed(2)} against ${projected.toFixed(2)} ms`
  );
  house.larder.close();
}

/** A press at the bench until it is painted. */
async function benchPress(): Promise<void> {
  const demo = await start(true);
  const { press, whole, empty } = await pressToPaint(demo.url);
  say(
    'press to paint at the bench against an empty press',
    press / empty,
    'goal ≤ 3',
    `${press.toFixed(1)} against ${empty.toFixed(1)} ms`
  );
  say(
    'press to everything drawn anew',
    whole / empty,
    '',
    `${whole.toFixed(1)} against ${empty.toFixed(1)} ms`
  );
  const pack = await packToPaint(demo.url);
  say(
    'press to paint at Wrap against an empty press',
    pack.press / pack.empty,
    'goal ≤ 3',
    `${pack.press.toFixed(1)} against ${pack.empty.toFixed(1)} ms`
  );
  say(
    'press at Wrap to everything drawn anew',
    pack.whole / pack.empty,
    '',
    `${pack.whole.toFixed(1)} against ${pack.empty.toFixed(1)} ms`
  );
  await demo.stop();
  rmSync(demo.folder, { recursive: true, force: true });
}

/** Twenty benches at once on one server. */
async function benchCrowd(now: number): Promise<void> {
  const busy = await start();
  const { one, many } = await manyBenches(busy.url, [...season(21, now)]);
  say(
    '20 benches at once against one, p95 of an entry',
    many / one,
    'goal ≤ 4',
    `${many.toFixed(1)} against ${one.toFixed(1)} ms`
  );
  await busy.stop();
  rmSync(busy.folder, { recursive: true, force: true });
}

/** Rows of a logger's file that holds nobody up. */
const MANY_ROWS = 1_000_000;

/** A folder that no disk holds up, where the machine has one: what is measured there is the program. */
const inMemory = (): string =>
  mkdtempSync(join(existsSync('/dev/shm') ? '/dev/shm' : tmpdir(), 'larder-bench-'));

/** A press while a file of a million rows is read, and while twenty sheets are printed. */
async function benchHeld(now: number): Promise<void> {
  const server = await start(false, inMemory());
  // As many presses as fit in while it is read and taken in, and as many alone.
  const drafts = [...season(20, now)];
  const several = (from: number, to: number) => drafts.slice(from, to).flat();
  const first = drafts[19]?.[0];
  const [card] = first
    ? (
        (await (
          await fetch(`${server.url}/api/v1/entries`, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify([first])
          })
        ).json()) as { results: { entry: { code: string } }[] }
      ).results
    : [];
  const { quiet, look, take, print } = await besideHeavy(
    server.url,
    [several(0, 4), several(4, 7), several(7, 18), several(18, 19)],
    MANY_ROWS,
    card?.entry.code ?? ''
  );
  for (const [what, { p95: press, presses, took }] of [
    [`a file of ${MANY_ROWS} rows is looked at`, look],
    [`a file of ${MANY_ROWS} rows is taken in`, take],
    ['twenty sheets are printed', print]
  ] as const)
    say(
      `p95 of a press while ${what} against alone`,
      press / quiet,
      'goal ≤ 3',
      `${press.toFixed(0)} against ${quiet.toFixed(0)} ms, ${presses} presses, ${(took / 1000).toFixed(0)} s`
    );
  await server.stop();
  rmSync(server.folder, { recursive: true, force: true });
}

/** Animals whose entries make some ten thousand postings; a hundred times as many make a million. */
const SMALL_BOOK = 100;
const BATCHES = 20;

const highestMb = (child: ChildProcess): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** Traces, recalls and audits of a large book against a small one; presses at an animal in many batches, and meanwhile. */
async function benchTrace(_: number, now: number): Promise<void> {
  const times: Awaited<ReturnType<typeof tracing>>[] = [];
  const folders = [
    (await filledWith('small', SMALL_BOOK, now)).folder,
    (await filledWith('large', SMALL_BOOK * 100, now)).folder
  ] as const;
  const sizes: number[] = [];
  for (const folder of folders) {
    const house = await openHouse({ folder });
    const packs = await grind(house, BATCHES);
    times.push(await tracing(house, packs));
    const [row] = await house.larder.db.all<{ n: number }>(sql`select count(*) as n from postings`);
    sizes.push(row?.n ?? 0);
    house.larder.close();
  }
  const [small, large] = times;
  for (const what of ['back', 'forward', 'recall'] as const)
    say(
      `${what === 'recall' ? 'a recall' : `a trace ${what}`} in ${sizes[1]} postings against ${sizes[0]}`,
      (large?.[what] ?? 0) / (small?.[what] ?? 1),
      'goal ≤ 3',
      `${large?.[what].toFixed(2)} against ${small?.[what].toFixed(2)} ms`
    );
  const { ten, none } = await pressing(folders[1]);
  say(
    'a press at an animal in ten batches against one in none',
    ten / none,
    'goal ≤ 1.5',
    `${ten.toFixed(2)} against ${none.toFixed(2)} ms`
  );
  const server = await start(false, folders[1]);
  const before = memoryMb(server.child);
  const [alone, meanwhile, later, last, others] = [...season(5, now)] as [
    Draft[],
    Draft[],
    Draft[],
    Draft[],
    Draft[]
  ];
  const quiet = await standAt(server.url, alone.slice(0, 30), 1);
  const against = (what: string, presses: readonly number[], more = '', goal = '') =>
    say(
      `p95 of a press while ${what} against alone`,
      p95(presses) / p95(quiet),
      goal,
      `${p95(presses).toFixed(0)} against ${p95(quiet).toFixed(0)} ms${more}`
    );
  const from = performance.now();
  let done = false;
  // Line by line: the answer begins at once, however long the whole takes.
  const audited = fetch(`${server.url}/api/v1/audit?as=lines`)
    .then((response) => response.text())
    .then((text) => ({ findings: text.split('\n').filter((line) => line.startsWith('{"kind":"finding"')) }))
    .finally(() => (done = true));
  const presses = await standAt(server.url, meanwhile.slice(0, 30), 2);
  const inTime = !done;
  const { findings } = await audited;
  against('all of it is audited', presses, inTime ? '' : ', the audit was over first');
  say(
    `highest memory of the server by an audit of ${sizes[1]} postings against before`,
    highestMb(server.child) / before,
    '',
    `${highestMb(server.child).toFixed(0)} against ${before.toFixed(0)} MB, ${((performance.now() - from) / 1000).toFixed(0)} s, ${findings.length} findings`
  );
  let saved = false;
  const backup = fetch(`${server.url}/api/v1/backup.zip`)
    .then((response) => response.body?.pipeTo(new WritableStream()))
    .finally(() => (saved = true));
  const saving = await standAt(server.url, others.slice(0, 30), 5);
  against('a backup is made', saving, saved ? ', the backup was over first' : '', 'goal ≤ 1.5');
  await backup;
  const rebuild = spawn(process.execPath, [join('scripts', 'rebuild.mjs')], {
    stdio: 'ignore',
    env: { ...process.env, LARDER_DATA: folders[1] }
  });
  const begun = new Promise((done) => setTimeout(done, 2_000));
  await begun;
  against(
    'it is rebuilt by another process',
    await standAt(server.url, later.slice(0, 30), 3),
    rebuild.exitCode === null ? '' : ', the rebuild was over first'
  );
  rebuild.kill();
  // The same book on its way into an empty larder.
  const empty = await start();
  const halt = new AbortController();
  const book = await fetch(`${server.url}/api/v1/export/book.jsonl`, { signal: halt.signal });
  const coming = fetch(`${empty.url}/api/v1/import/book.jsonl`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-ndjson' },
    body: book.body,
    duplex: 'half',
    signal: halt.signal
  } as RequestInit).catch(() => undefined);
  against('a book comes in', await standAt(empty.url, last.slice(0, 30), 4));
  halt.abort();
  await coming;
  await empty.stop();
  rmSync(empty.folder, { recursive: true, force: true });
  await server.stop();
}

/** A backup and its restore against copying the same rows one by one. */
async function benchKeeping(_: number, now: number): Promise<void> {
  const { folder } = await filledWith('small', SMALL_BOOK, now);
  const { backup, restore, plain, entries } = await keeping(folder);
  const each = (seconds: number) => `${((seconds / entries) * 1000).toFixed(2)}`;
  const of = `${each(plain)} ms an entry of ${entries}`;
  say(
    'a backup against plain copying of the rows',
    backup / plain,
    'goal ≤ 4',
    `${each(backup)} against ${of}`
  );
  say(
    'a restore against plain copying of the rows',
    restore / plain,
    'goal ≤ 4',
    `${each(restore)} against ${of}`
  );
}

/** Packs in a full store, and in a small one. */
const [FEW_PACKS, MANY_PACKS] = [200, 20_000];

/** What the stations reckon while somebody types, and their pages with a hundred times the packs. */
async function benchStore(): Promise<void> {
  const { blend, cut, load } = stationKernels();
  say('a blend of 30 lots, of what it may take', blend / 50, 'goal ≤ 1', `${blend.toFixed(1)} of 50 ms`);
  say('60 bags from rolls, of what it may take', cut / 200, 'goal ≤ 1', `${cut.toFixed(1)} of 200 ms`);
  say(
    '200 packs for the night, of what it may take',
    load / 1000,
    'goal ≤ 1',
    `${load.toFixed(1)} of 1000 ms`
  );
  const times: Record<string, number>[] = [];
  for (const packs of [FEW_PACKS, MANY_PACKS]) {
    const folder = temporary();
    const { code, pack } = await fillStore(folder, packs);
    const server = await start(false, folder);
    const own: Record<string, number> = {};
    for (const [name, path] of [
      ['Grind', '/grind'],
      ['Wrap', '/wrap'],
      ['Cold store', '/store'],
      ['Trace of a pack', `/trace?of=${pack}`],
      ['Trace of an animal', `/trace?of=${code}`],
      ['Pack', `/p/${pack}`]
    ] as const)
      own[name] = await pageTime(`${server.url}${path}`);
    times.push(own);
    await server.stop();
  }
  const [few, many] = times;
  for (const name of Object.keys(many ?? {}))
    say(
      `${name} page, ${MANY_PACKS} packs against ${FEW_PACKS}`,
      (many?.[name] ?? 0) / (few?.[name] ?? 1),
      'goal ≤ 2',
      `${many?.[name]?.toFixed(1)} against ${few?.[name]?.toFixed(1)} ms`
    );
}

/** How soon a plan is there, how long its page is held meanwhile, and how close to the best it is after four seconds. */
async function benchPlan(): Promise<void> {
  const { first, best } = await planning();
  say(
    'the first plan of three animals, of what it may take',
    first / 400,
    'goal ≤ 1',
    `${first.toFixed(0)} of 400 ms`
  );
  for (const { count, seconds, proven, short, lesser } of best)
    say(
      `the gap of the best plan of ${count}, of half a per cent`,
      lesser / 0.005,
      count < 10 ? 'goal ≤ 1' : '',
      `${(lesser * 100).toFixed(2)} %, ${short.toFixed(2)} kg less might be short, ${seconds.toFixed(1)} s, ${proven ? 'proven' : 'not proven'}`
    );
  const server = await start(true);
  const { solving, idle } = await heldWhilePlanning(server.url);
  await server.stop();
  rmSync(server.folder, { recursive: true, force: true });
  say(
    'the longest that the page is held while a plan is solved, of what it may be',
    solving / 50,
    'goal ≤ 1',
    `${solving.toFixed(0)} of 50 ms; ${idle.toFixed(0)} ms while nothing is asked`
  );
}

/** What can be measured by itself, in the order of a whole run. */
const PARTS: Record<string, (count: number, now: number) => void | Promise<void>> = {
  kernels: benchKernels,
  room: (_, now) => benchRoom(now),
  drag: benchDrag,
  season: benchSeason,
  keeping: benchKeeping,
  trace: benchTrace,
  store: benchStore,
  press: benchPress,
  plan: benchPlan,
  crowd: (_, now) => benchCrowd(now),
  held: (_, now) => benchHeld(now)
};

/**
 * Measures, and prints ratios taken in this one run.
 * @param animals  of the season
 * @param names  parts to be measured; none means all
 */
export async function bench(animals: number, names: readonly string[] = []): Promise<void> {
  const unknown = names.filter((name) => !(name in PARTS));
  if (unknown.length > 0)
    throw new Error(`no part ${unknown.join(', ')}: there are ${Object.keys(PARTS).join(', ')}`);
  console.log(`A season of ${animals} animals; every figure is a ratio within this run.\n`);
  const now = Date.now();
  try {
    for (const [name, measure] of Object.entries(PARTS)) {
      if (names.length > 0 && !names.includes(name)) continue;
      const from = performance.now();
      await measure(animals, now);
      console.log(`${name}: ${((performance.now() - from) / 1000).toFixed(0)} s\n`);
    }
  } finally {
    for (const folder of folders) rmSync(folder, { recursive: true, force: true });
  }
}
