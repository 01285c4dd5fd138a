import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { MINUTE } from '$core/units';
import { LIMITS, Patience } from './patience';

const from = (address: string, known = false) => ({ address, known });

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('a name from one address has five tries, and waits a quarter of an hour; others do not wait with it', async () => {
  const patience = new Patience();
  for (let i = 0; i < LIMITS.pair.tries; i += 1)
    expect(await patience.tryAt('Tove', from('10.0.0.1'))).toBeUndefined();
  expect(await patience.tryAt('TOVE ', from('10.0.0.1'))).toBeGreaterThan(14 * MINUTE);
  expect(await patience.tryAt('Tove', from('10.0.0.2'))).toBeUndefined();
  expect(await patience.tryAt('Ilo', from('10.0.0.1'))).toBeUndefined();
  vi.advanceTimersByTime(LIMITS.pair.ms + 1000);
  expect(await patience.tryAt('Tove', from('10.0.0.1'))).toBeUndefined();
});

it('a right one clears what was counted', async () => {
  const patience = new Patience();
  for (let round = 0; round < 40; round += 1) {
    for (let i = 0; i < LIMITS.pair.tries - 1; i += 1)
      if (round < 5) await patience.tryAt('Tove', from('10.0.0.1'));
    expect(await patience.tryAt('Tove', from('10.0.0.1'))).toBeUndefined();
    await patience.right('Tove', from('10.0.0.1'));
  }
});

it('a name has thirty an hour from wherever, an address sixty whatever the names', async () => {
  const patience = new Patience();
  let within = 0;
  for (let i = 0; i < 100; i += 1)
    if ((await patience.tryAt('Tove', from(`10.0.1.${i}`))) === undefined) within += 1;
  expect(within).toBe(LIMITS.name.tries);
  within = 0;
  for (let i = 0; i < 100; i += 1)
    if ((await patience.tryAt(`Name ${i}`, from('10.0.0.9'))) === undefined) within += 1;
  expect(within).toBe(LIMITS.address.tries);
});

it('whoever goes on from one address locks a name out there alone: what is refused counts for nothing', async () => {
  const patience = new Patience();
  let looked = 0;
  for (let hour = 0; hour < 4; hour += 1) {
    for (let i = 0; i < 500; i += 1)
      if ((await patience.tryAt('Tove', from('10.0.0.7'))) === undefined) looked += 1;
    vi.advanceTimersByTime(15 * MINUTE);
    expect(await patience.tryAt('Tove', from('10.0.0.2'))).toBeUndefined();
    await patience.right('Tove', from('10.0.0.2'));
  }
  expect(looked).toBe(4 * LIMITS.pair.tries);
});

it('a name that many addresses try is open still at a device that knows it, and at the larder’s own machine', async () => {
  const patience = new Patience();
  for (let i = 0; i < 200; i += 1) await patience.tryAt('Tove', from(`10.0.2.${i}`));
  expect(await patience.tryAt('Tove', from('10.0.0.3'))).toBeGreaterThan(0);
  expect(await patience.tryAt('Tove', from('10.0.0.3', true))).toBeUndefined();
  expect(await patience.tryAt('Tove', from('127.0.0.1'))).toBeUndefined();
  expect(await patience.tryAt('Tove', from('::1'))).toBeUndefined();
});

it('at the larder’s own machine fewer than 100 an hour are looked at', async () => {
  const patience = new Patience();
  let looked = 0;
  for (let minute = 0; minute < 60; minute += 1) {
    for (let i = 0; i < 20; i += 1)
      if ((await patience.tryAt('Tove', from('127.0.0.1'))) === undefined) looked += 1;
    vi.advanceTimersByTime(MINUTE);
  }
  expect(looked).toBeLessThan(100);
  expect(looked).toBeGreaterThan(LIMITS.own.tries);
});
