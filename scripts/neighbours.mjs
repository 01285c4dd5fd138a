// Two processes on one folder, twenty benches that book at both: node scripts/neighbours.mjs [minutes]
// Says how long anybody waited, whether any entry was lost, doubled or refused, and what the audit says.
import { randomBytes } from 'node:crypto';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root } from './prepare.mjs';
import { serverEnv, listening } from './serve.mjs';

const BENCHES = 20;
const PORTS = [4791, 4792];
/** Pause between two presses of a bench, ms: a quick hand. */
const PAUSE = [250, 900];

const minutes = Number(process.argv[2] ?? 60);
const folder = mkdtempSync(join(tmpdir(), 'larder-neighbours-'));
const wait = (ms) => new Promise((next) => setTimeout(next, ms));
const between = ([low, high]) => low + Math.random() * (high - low);

async function start(port) {
  const url = `http://127.0.0.1:${port}`;
  const child = spawn(process.execPath, [join(root, 'build', 'index.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: serverEnv({ host: '127.0.0.1', port, data: folder })
  });
  await listening(url, child);
  return { url, child };
}

const send = (url, path, method, body) =>
  fetch(`${url}/api/v1${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body)
  });

/** An id in order of time, as devices make them (RFC 9562, version 7). */
function freshId() {
  const hex = Date.now().toString(16).padStart(12, '0') + randomBytes(10).toString('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(13, 16)}-${'89ab'[Number.parseInt(hex[16], 16) % 4]}${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/** An animal of its own for a bench; a big one, so that there is always something left on it. */
async function animalFor(url) {
  const response = await send(url, '/animals', 'POST', {
    facts: { species: 'moose', sex: 'male', ageClass: 'adult' },
    reading: { grams: 1_900_000, how: 'typed', stage: 'hanging' },
    sure: ['weight']
  });
  const { id } = await response.json();
  const { items } = await (await fetch(`${url}/api/v1/animals/${id}/book`)).json();
  return { id, carcass: items.find(({ kind }) => kind === 'carcass').id };
}

const servers = [];
for (const port of PORTS) servers.push(await start(port));
const waits = [];
const faults = [];
const booked = new Set();
const until = Date.now() + minutes * 60_000;

async function bench(number) {
  const { url } = servers[number % servers.length];
  const { id: animal, carcass } = await animalFor(url);
  while (Date.now() < until) {
    const drafts = Array.from({ length: Math.random() < 0.1 ? 5 : 1 }, () => ({
      id: freshId(),
      at: Date.now(),
      hand: `Hand ${number}`,
      device: `bench ${number}`,
      intent: {
        kind: 'discard',
        animal,
        from: carcass,
        reason: 'rind',
        reading: { grams: 20 + Math.floor(Math.random() * 200), how: 'typed' },
        sure: ['writeOff', 'loss']
      }
    }));
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
  const memory = servers.map(({ child }) =>
    Math.round(Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1024)
  );
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
