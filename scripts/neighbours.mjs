// Two processes on one folder, twenty benches that book at both: node scripts/neighbours.mjs [minutes]
// Says how long anybody waited, whether any entry was lost, doubled or refused, and what the audit says.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { animalFor, discards, highestMb, send, start, wait } from './load.mjs';

const BENCHES = 20;
const PORTS = [4791, 4792];
/** Pause between two presses of a bench, ms: a quick hand. */
const PAUSE = [250, 900];

const minutes = Number(process.argv[2] ?? 60);
const folder = mkdtempSync(join(tmpdir(), 'larder-neighbours-'));
const between = ([low, high]) => low + Math.random() * (high - low);

const servers = [];
for (const port of PORTS) servers.push(await start(folder, port));
const waits = [];
const faults = [];
const booked = new Set();
const until = Date.now() + minutes * 60_000;

async function bench(number) {
  const { url } = servers[number % servers.length];
  const { id: animal, carcass } = await animalFor(url);
  while (Date.now() < until) {
    const drafts = discards(animal, carcass, number, Math.random() < 0.1 ? 5 : 1);
    const began = Date.now();
    try {
      const response = await send(url, '/entries', 'POST', drafts);
      const { results = [] } = await response.json();
      waits.push(Date.now() - began);
      for (const { status, id, refusal } of results)
        if (status === 'booked') booked.add(id);
        else faults.push(refusal?.code ?? status);
      if (!response.ok) faults.push(String(response.status));
    } catch (error) {
      faults.push(String(error));
    }
    await wait(between(PAUSE));
  }
}

/** Meanwhile somebody saves settings at either, and looks at the rail. */
async function besides() {
  for (let i = 0; Date.now() < until; i += 1) {
    const { url } = servers[i % servers.length];
    const kit = await send(url, '/kit', 'PUT', { missing: i % 2 ? ['saw'] : [] });
    if (!kit.ok) faults.push(`kit ${kit.status}`);
    await (await fetch(url)).text();
    await wait(3_000);
  }
}

try {
  await Promise.all([...Array.from({ length: BENCHES }, (_, i) => bench(i)), besides()]);
  waits.sort((a, b) => a - b);
  const at = (share) => waits[Math.min(waits.length - 1, Math.floor(waits.length * share))];
  const standing = (await (await fetch(`${servers[0].url}/api/v1/export/book.jsonl`)).text())
    .split('\n')
    .filter((line) => line.includes('"discard"'))
    .map((line) => JSON.parse(line).id);
  const there = new Set(standing);
  const memory = servers.map(({ child }) => highestMb(child.pid));
  console.log(
    `${minutes} min, ${BENCHES} benches at two processes: ${waits.length} presses, ${booked.size} entries`
  );
  console.log(
    `waited: half ${at(0.5)} ms, 99 of 100 ${at(0.99)} ms, longest ${at(1)} ms; over 2 s: ${waits.filter((ms) => ms > 2_000).length}`
  );
  console.log(
    `refused or failed: ${faults.length}${faults.length > 0 ? ` (${[...new Set(faults)].join(', ')})` : ''}`
  );
  console.log(
    `lost: ${[...booked].filter((id) => !there.has(id)).length}, doubled: ${standing.length - there.size}`
  );
  console.log(`highest memory: ${memory.join(' and ')} MB`);
  for (const { url } of servers)
    console.log(`audit: ${(await (await fetch(`${url}/api/v1/audit`)).json()).findings.length} findings`);
} finally {
  for (const { child } of servers) child.kill();
  rmSync(folder, { recursive: true, force: true });
}
