import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { restoreText } from '$lib/words/restored';
import { arrival, cutDraft, temporaryHouse } from '../testkit';
import { Restores } from './restores';

let source: Awaited<ReturnType<typeof temporaryHouse>>;
let target: Awaited<ReturnType<typeof temporaryHouse>>;
let bytes: Buffer;
let restores: Restores;
beforeEach(async () => {
  [source, target] = [await temporaryHouse(), await temporaryHouse()];
  const { draft, animal, carcass } = arrival();
  await source.book.book([draft, cutDraft(animal, carcass, 500), cutDraft(animal, carcass, 400)]);
  const file = join(source.folder, 'saved.zip');
  await source.backups.write(file);
  bytes = readFileSync(file);
  restores = new Restores(target.folder);
});
afterEach(() => {
  source.end();
  target.end();
});
const spooled = () => readdirSync(target.folder).filter((name) => name.startsWith('import-'));
async function begun() {
  const restore = restores.of(await restores.begin());
  if (!restore) throw new Error('it was begun just now');
  return restore;
}

describe('a restore that comes in pieces', () => {
  it('takes each where the last one ended, and goes on when all have come', async () => {
    const restore = await begun();
    for (let at = 0; at < bytes.length; at += 1_000)
      expect(await restore.take(at, bytes.subarray(at, at + 1_000))).toBe(true);
    expect(restore.state).toEqual({ state: 'coming', received: bytes.length });
    await restore.run(target);
    expect(restore.state).toEqual({ state: 'done', entries: 3 });
    expect(spooled()).toEqual([]);
    expect((await target.book.audit()).findings).toEqual([]);
    // What comes afterwards is no piece of it.
    expect(await restore.take(bytes.length, bytes)).toBe(false);
  });

  it('refuses a piece that does not follow; the same one again is known by its place', async () => {
    const restore = await begun();
    expect(await restore.take(5, bytes)).toBe(false);
    expect(await restore.take(0, bytes.subarray(0, 2_000))).toBe(true);
    expect(await restore.take(0, bytes.subarray(0, 2_000))).toBe(false);
    expect(restore.received).toBe(2_000);
  });

  it('takes a book by itself too, and says where a file is wrong, in words', async () => {
    let book = '';
    for await (const piece of source.book.lines()) book += piece;
    const wrong = await begun();
    await wrong.take(0, Buffer.from(book.replace('"grams":500', '"grams":501')));
    await wrong.run(target);
    expect(wrong.state).toMatchObject({ state: 'failed', why: { code: 'fault', line: 3 } });
    if (wrong.state.state === 'failed')
      expect(restoreText(wrong.state.why)).toMatch(/line 3 .*Nothing was written/);
    const empty = await begun();
    await empty.run(target);
    if (empty.state.state === 'failed')
      expect(restoreText(empty.state.why)).toContain('restored: it is empty. Nothing was written.');
    expect(empty.state.state).toBe('failed');
    expect(await target.larder.hasBook()).toBe(false);
    const right = await begun();
    await right.take(0, Buffer.from(book));
    await right.run(target);
    expect(right.state).toEqual({ state: 'done', entries: 3 });
    const late = await begun();
    await late.take(0, bytes);
    await late.run(target);
    expect(late.state).toEqual({ state: 'failed', why: { code: 'not-empty' } });
  });

  it('is given up where it is stopped, or where another begins', async () => {
    const first = await begun();
    await first.take(0, bytes.subarray(0, 500));
    expect(spooled()).toHaveLength(1);
    const second = await begun();
    expect(first.state).toEqual({ state: 'failed', why: { code: 'stopped' } });
    expect(restores.of(first.id)).toBeUndefined();
    await second.take(0, bytes);
    const running = second.run(target);
    await second.stop();
    await running;
    expect(second.state).toEqual({ state: 'failed', why: { code: 'stopped' } });
    expect(spooled()).toEqual([]);
    expect(await target.larder.hasBook()).toBe(false);
  });
});
