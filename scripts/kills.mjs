// A larder that is killed again and again while benches book and backups are broken off: node scripts/kills.mjs [rounds]
// Says whether any acknowledged entry was lost, what was left behind, and what the audit says.
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { animalFor, discards, send, start, wait } from './load.mjs';

const BENCHES = 8;
const PORT = 4793;
const rounds = Number(process.argv[2] ?? 500);
const folder = mkdtempSync(join(tmpdir(), 'larder-kills-'));
const acknowledged = new Set();
const ends = new Map();
let broken = 0;

async function bench({ id, carcass }, number, url, stopped) {
  while (!stopped.yet)
    try {
      const response = await send(url, '/entries', 'POST', discards(id, carcass, number, 3));
      const { results = [] } = await response.json();
      for (const { status, id: entry } of results) if (status === 'booked') acknowledged.add(entry);
    } catch {
      return;
    }
}

/** Asks for a backup, and breaks it off. */
async function backup(url) {
  const halt = new AbortController();
  const asked = fetch(`${url}/api/v1/backup.zip`, { signal: halt.signal });
  setTimeout(() => halt.abort(), Math.random() * 200);
  await asked.then((response) => response.arrayBuffer()).catch(() => (broken += 1));
}

try {
  let server = await start(folder, PORT);
  const animals = [];
  for (let i = 0; i < BENCHES; i += 1) animals.push(await animalFor(server.url));
  for (let round = 1; round <= rounds; round += 1) {
    const stopped = { yet: false };
    const { url, child } = server;
    const ended = new Promise((end) => child.once('exit', (code, signal) => end(signal ?? `code ${code}`)));
    const work = [...animals.map((animal, i) => bench(animal, i, url, stopped)), backup(url), backup(url)];
    await wait(150 + Math.random() * 450);
    // One that has ended by itself has ended by a fault.
    child.kill('SIGKILL');
    stopped.yet = true;
    const how = await ended;
    ends.set(how, (ends.get(how) ?? 0) + 1);
    await Promise.all(work);
    server = await start(folder, PORT);
    if (round % 50 === 0) process.stderr.write(`${round}: ${acknowledged.size} entries\n`);
  }
  const standing = (await (await fetch(`${server.url}/api/v1/export/book.jsonl`)).text())
    .split('\n')
    .filter((line) => line.includes('"discard"'))
    .map((line) => JSON.parse(line).id);
  const there = new Set(standing);
  const { findings } = await (await fetch(`${server.url}/api/v1/audit`)).json();
  console.log(`${rounds} kills, ${acknowledged.size} entries acknowledged, ${broken} backups broken off`);
  console.log(`ended: ${JSON.stringify(Object.fromEntries(ends))}`);
  console.log(
    `lost: ${[...acknowledged].filter((id) => !there.has(id)).length}, doubled: ${standing.length - there.size}, audit: ${findings.length} findings`
  );
  console.log(`left in the folder: ${readdirSync(folder).join(', ')}`);
  for (const finding of findings.slice(0, 5)) console.log(JSON.stringify(finding));
  server.child.kill();
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exit(0);
