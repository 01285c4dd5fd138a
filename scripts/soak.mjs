// A larder that is worked at for an hour: node scripts/soak.mjs [minutes] [picture.svg]
// Benches book, pages are looked at, sheets printed, backups saved and broken off, files read, the book audited. Says how the
// server's memory went, and draws it.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { animalFor, discards, residentMb, send, start, wait } from './load.mjs';

const BENCHES = 6;
const PORT = 4794;
const SAMPLE_MS = 5_000;
const minutes = Number(process.argv[2] ?? 60);
const picture = process.argv[3];
const folder = mkdtempSync(join(tmpdir(), 'larder-soak-'));
const { url, child } = await start(folder, PORT, true);
const until = Date.now() + minutes * 60_000;
const counts = {};
const faults = new Map();
const samples = [];

/** Does something again and again, with a pause; what is answered with a fault of the server's is counted. */
async function again(what, pauseMs, work) {
  while (Date.now() < until) {
    try {
      const response = await work();
      if (response && response.status >= 500) throw new Error(`${what}: ${response.status}`);
      counts[what] = (counts[what] ?? 0) + 1;
    } catch (error) {
      const said = `${what}: ${error.cause?.code ?? error.message ?? error}`;
      // What we broke off ourselves is done with that.
      if (/abort/i.test(said)) counts[what] = (counts[what] ?? 0) + 1;
      else faults.set(said, (faults.get(said) ?? 0) + 1);
    }
    await wait(pauseMs);
  }
}
const got = async (path, init) => {
  const response = await fetch(`${url}${path}`, init);
  await response.arrayBuffer();
  return response;
};
const { animals } = await (await fetch(`${url}/api/v1/animals`)).json();
const code = animals.find(({ work }) => work === 'hanging').code;
const PAGES = [
  '/',
  '/animals',
  `/animals/${code}`,
  `/animals/${code}/cooling`,
  `/bench/${code}`,
  '/hanging',
  '/store',
  '/book'
];
const file = [
  'Date Time;Temp',
  ...Array.from(
    { length: 5_000 },
    (_, i) =>
      `${new Date(Date.UTC(2025, 0, 1) + i * 60_000).toISOString().slice(0, 19).replace('T', ' ')};3.${i % 10}`
  )
].join('\n');
let page = 0;
let moved = 0;

const work = [
  ...Array.from({ length: BENCHES }, async (_, number) => {
    const { id, carcass } = await animalFor(url);
    await again('press', 400, () => send(url, '/entries', 'POST', discards(id, carcass, number, 1)));
  }),
  again('page', 300, () => got(PAGES[(page += 1) % PAGES.length])),
  again('sheet', 4_000, () => got(`/animals/${code}/sheet.pdf`)),
  again('backup', 30_000, () => got('/api/v1/backup.zip')),
  again('backup broken off', 20_000, () =>
    got('/api/v1/backup.zip', { signal: AbortSignal.timeout(Math.floor(Math.random() * 300)) })
  ),
  again('file', 15_000, () =>
    got(`/api/v1/readings/import?place=room:cold&look=${(moved += 1) % 4 !== 0}`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv' },
      body: file
    })
  ),
  again('stream', 2_000, () =>
    got(`/api/v1/bench/${animals[0].id}/stream`, { signal: AbortSignal.timeout(1_500) })
  ),
  again('audit', 120_000, () => got('/api/v1/audit')),
  (async () => {
    while (Date.now() < until) {
      samples.push({ at: Date.now(), mb: residentMb(child.pid) });
      await wait(SAMPLE_MS);
    }
  })()
];
await Promise.all(work);

/** The middle of a stretch of samples. */
const middle = (from, to) => {
  const some = samples
    .slice(Math.floor(samples.length * from), Math.ceil(samples.length * to))
    .map(({ mb }) => mb);
  return some.sort((a, b) => a - b)[some.length >> 1];
};
const [early, late] = [middle(0.2, 0.4), middle(0.8, 1)];
console.log(`${minutes} min: ${JSON.stringify(counts)}`);
console.log(`faults: ${JSON.stringify(Object.fromEntries(faults))}`);
console.log(
  `memory: ${early} MB in the second fifth, ${late} MB in the last, highest ${Math.max(...samples.map(({ mb }) => mb))} MB`
);
if (picture) {
  const [wide, high, most] = [720, 240, Math.max(...samples.map(({ mb }) => mb)) * 1.15];
  const x = (at) => 50 + ((at - samples[0].at) / (minutes * 60_000)) * (wide - 60);
  const y = (mb) => high - 30 - (mb / most) * (high - 50);
  const line = samples
    .map(({ at, mb }, i) => `${i ? 'L' : 'M'}${x(at).toFixed(1)} ${y(mb).toFixed(1)}`)
    .join('');
  const marks = [0, most / 2, most].map(
    (mb) =>
      `<path d="M50 ${y(mb)}H${wide - 10}" stroke="#b9ad94" stroke-width="0.6"/><text x="44" y="${y(mb) + 4}" text-anchor="end">${Math.round(mb)}</text>`
  );
  writeFileSync(
    picture,
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${wide} ${high}" font-family="sans-serif" font-size="12" fill="#23211d"><rect width="${wide}" height="${high}" fill="#f4efe4"/>${marks.join('')}<path d="${line}" fill="none" stroke="#1f4d43" stroke-width="1.5"/><text x="50" y="16">Memory of the server, MB, over ${minutes} minutes of work</text></svg>\n`
  );
}
const ended = new Promise((end) => child.once('exit', end));
child.kill();
await ended;
rmSync(folder, { recursive: true, force: true });
process.exit(faults.size > 0 ? 1 : 0);
