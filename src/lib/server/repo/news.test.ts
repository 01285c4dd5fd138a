import { afterEach, expect, it, vi } from 'vitest';
import type { Db } from '../db/client';
import { log } from '../log';
import { News } from './news';

afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

it('writes down once that a larder is away, however long it is, and once more the next time', async () => {
  vi.useFakeTimers();
  const written = vi.spyOn(log, 'error').mockReturnValue(undefined);
  let away = true;
  let asked = 0;
  const answer = <T>(value: T) => {
    asked += 1;
    return away ? Promise.reject(new Error('away')) : Promise.resolve(value);
  };
  const rows = { where: () => ({ orderBy: () => ({ limit: () => answer([]) }) }) };
  const db = { select: () => ({ from: () => ({ get: () => answer({ seq: 0 }), ...rows }) }) };
  const stop = new News(db as unknown as Db, () => undefined).listen(() => undefined);
  const minute = () => vi.advanceTimersByTimeAsync(60_000);

  await minute();
  expect(asked).toBeGreaterThan(10);
  expect(written).toHaveBeenCalledTimes(1);
  away = false;
  await minute();
  expect(written).toHaveBeenCalledTimes(1);
  away = true;
  await minute();
  expect(written).toHaveBeenCalledTimes(2);

  stop();
  const before = asked;
  await minute();
  expect(asked).toBe(before);
});
