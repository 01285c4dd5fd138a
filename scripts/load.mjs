// What the long scripts have in common: servers of their own, and benches that book at them.
import { randomBytes } from 'node:crypto';
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, root } from './prepare.mjs';
import { listening, serverEnv } from './serve.mjs';

export const wait = (ms) => new Promise((next) => setTimeout(next, ms));

let built = false;

/** Starts the built server over a folder. */
export async function start(folder, port, demo = false) {
  if (!built) ensureBuild();
  built = true;
  const url = `http://127.0.0.1:${port}`;
  const child = spawn(process.execPath, [join(root, 'build', 'index.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: serverEnv({ host: '127.0.0.1', port, data: folder, demo })
  });
  await listening(url, child);
  return { url, child };
}

export const send = (url, path, method, body) =>
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
export async function animalFor(url) {
  const response = await send(url, '/animals', 'POST', {
    facts: { species: 'moose', sex: 'male', ageClass: 'adult' },
    reading: { grams: 1_900_000, how: 'typed', stage: 'hanging' },
    sure: ['weight']
  });
  const { id } = await response.json();
  const { items } = await (await fetch(`${url}/api/v1/animals/${id}/book`)).json();
  return { id, carcass: items.find(({ kind }) => kind === 'carcass').id };
}

/** Presses of a bench: something thrown away each time. */
export const discards = (animal, carcass, bench, count) =>
  Array.from({ length: count }, () => ({
    id: freshId(),
    at: Date.now(),
    hand: `Hand ${bench}`,
    device: `bench ${bench}`,
    intent: {
      kind: 'discard',
      animal,
      from: carcass,
      reason: 'rind',
      reading: { grams: 20 + Math.floor(Math.random() * 200), how: 'typed' },
      sure: ['writeOff', 'loss']
    }
  }));

const memoryOf = (pid, what) =>
  Math.round(
    Number(new RegExp(`${what}:\\s+(\\d+)`).exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024
  );
export const highestMb = (pid) => memoryOf(pid, 'VmHWM');
export const residentMb = (pid) => memoryOf(pid, 'VmRSS');
