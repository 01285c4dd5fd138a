import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { Larder, LarderFault } from './client';

let folder: string;
let larder: Larder;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'larder-locks-'));
  larder = await new Larder({ folder, patienceMs: 5_000 }).open();
});
afterEach(() => {
  larder.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Another process that holds the larder's write lock for some milliseconds. Resolves once it has it. */
async function holder(ms: number): Promise<{ let: Promise<void> }> {
  const child = spawn(
    process.execPath,
    [
      '-e',
      `const Database = require('libsql');
       const db = new Database(${JSON.stringify(join(folder, 'larder.db'))});
       db.exec('BEGIN IMMEDIATE');
       console.log('held');
       setTimeout(() => { db.exec('COMMIT'); db.close(); }, ${ms});`
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] }
  );
  const ended = new Promise<void>((done) => child.once('exit', () => done()));
  await new Promise<void>((held) => child.stdout.once('data', () => held()));
  return { let: ended };
}

const write = () =>
  larder.write((tx) =>
    tx.run(sql`insert into seasons (season, number) values (1, 1)
  on conflict (season) do update set number = number + 1`)
  );
const count = async () =>
  ((await larder.db.get(sql`select number from seasons where season = 1`)) as { number: number }).number;

describe('a neighbour that holds the lock', () => {
  it('is waited for, and every write asked for meanwhile stands, in order', async () => {
    const neighbour = await holder(600);
    const order: number[] = [];
    await Promise.all([1, 2, 3].map((n) => write().then(() => order.push(n))));
    await neighbour.let;
    expect(order).toEqual([1, 2, 3]);
    expect(await count()).toBe(3);
  });

  it('stops nothing for longer than it holds it: after one that was given up the next write goes through at once', async () => {
    larder.close();
    larder = await new Larder({ folder, patienceMs: 100 }).open();
    const neighbour = await holder(700);
    await expect(write()).rejects.toMatchObject({ fault: 'busy' });
    await expect(write()).rejects.toBeInstanceOf(LarderFault);
    await neighbour.let;
    await write();
    await write();
    expect(await count()).toBe(2);
  });

  it('does not stop the clock of this process while it waits', async () => {
    const neighbour = await holder(600);
    let ticks = 0;
    const clock = setInterval(() => (ticks += 1), 20);
    await write();
    clearInterval(clock);
    await neighbour.let;
    // A native wait would have let none through.
    expect(ticks).toBeGreaterThan(5);
  });
});
