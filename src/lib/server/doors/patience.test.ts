import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { MINUTE } from '$core/units';
import { LIMITS, Patience } from './patience';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('a name from one address has five tries, and waits a quarter of an hour; others do not wait with it', async () => {
  const patience = new Patience();
  for (let i = 0; i < LIMITS.pair.tries; i += 1)
    expect(await patience.tryAt('Tove', '10.0.0.1')).toBeUndefined();
  expect(await patience.tryAt('TOVE ', '10.0.0.1')).toBeGreaterThan(14 * MINUTE);
  expect(await patience.tryAt('Tove', '10.0.0.2')).toBeUndefined();
  expect(await patience.tryAt('Ilo', '10.0.0.1')).toBeUndefined();
  vi.advanceTimersByTime(LIMITS.pair.ms + 1000);
  expect(await patience.tryAt('Tove', '10.0.0.1')).toBeUndefined();
});

it('a right one clears what was counted', async () => {
  const patience = new Patience();
  for (let round = 0; round < 40; round += 1) {
    for (let i = 0; i < LIMITS.pair.tries - 1; i += 1)
      if (round < 5) await patience.tryAt('Tove', '10.0.0.1');
    expect(await patience.tryAt('Tove', '10.0.0.1')).toBeUndefined();
    await patience.right('Tove', '10.0.0.1');
  }
});

it('a name has thirty an hour from wherever, an address sixty whatever the names', async () => {
  const patience = new Patience();
  let within = 0;
  for (let i = 0; i < 100; i += 1)
    if ((await patience.tryAt('Tove', `10.0.1.${i}`)) === undefined) within += 1;
  expect(within).toBe(LIMITS.name.tries);
  within = 0;
  for (let i = 0; i < 100; i += 1)
    if ((await patience.tryAt(`Name ${i}`, '10.0.0.9')) === undefined) within += 1;
  expect(within).toBe(LIMITS.address.tries);
});
