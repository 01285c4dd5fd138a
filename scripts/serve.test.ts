import { createServer } from 'node:http';
import { expect, it, vi } from 'vitest';
import { Progress, Restarts, listening } from './serve.mjs';
import { processorSeconds } from './times.mjs';

/** A server that is up only when it has been asked so many times; gives its address, and the way to end it. */
async function slow(asked: number): Promise<{ url: string; close: () => void }> {
  let left = asked;
  const server = createServer((_, response) => {
    left -= 1;
    response.writeHead(left > 0 ? 503 : 200).end();
  });
  await new Promise<void>((up) => server.listen(0, '127.0.0.1', up));
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  return { url: `http://127.0.0.1:${port}`, close: () => server.close() };
}

it('a server that is only slow is waited for, as long as it lives', async () => {
  const { url, close } = await slow(12);
  await listening(url, { exitCode: null, signalCode: null });
  const child = { exitCode: null as number | null, signalCode: null as NodeJS.Signals | null };
  close();
  const never = listening('http://127.0.0.1:1', child);
  child.exitCode = 1;
  await expect(never).rejects.toThrow('ended with code 1');
  await expect(listening('http://127.0.0.1:1', { exitCode: null, signalCode: 'SIGABRT' })).rejects.toThrow(
    'SIGABRT'
  );
});

it('processors’ seconds are read off the shell’s second line, minutes and all', () => {
  expect(processorSeconds('0m0.01s 0m0.00s\n1m2.50s 0m3.25s\n')).toBeCloseTo(65.75, 9);
  expect(processorSeconds('')).toBe(0);
});

it('nothing is said of what takes under five seconds; then what is being done, each step once', () => {
  vi.useFakeTimers();
  const said: string[] = [];
  vi.spyOn(console, 'log').mockImplementation((line: string) => void said.push(line));
  const progress = new Progress('Making the demo');
  progress.show('animals are cut', 0.1);
  vi.advanceTimersByTime(4_000);
  expect(said).toEqual([]);
  vi.advanceTimersByTime(4_000);
  progress.show('rooms are read', 0.7);
  progress.show('rooms are read', 0.8);
  expect(said).toEqual(['Making the demo: animals are cut (5 s)', 'Making the demo: rooms are read (8 s)']);
  progress.end();
  vi.advanceTimersByTime(9_000);
  expect(said).toHaveLength(2);
  vi.useRealTimers();
});

it('a server that ends by a fault is started again, at most five times in ten minutes', () => {
  const restarts = new Restarts();
  const minute = 60_000;
  for (const at of [0, 1, 2, 3, 4]) expect(restarts.may(at * minute)).toBe(true);
  expect(restarts.may(5 * minute)).toBe(false);
  expect(restarts.may(9.9 * minute)).toBe(false);
  // The first of them is ten minutes old.
  expect(restarts.may(10 * minute)).toBe(true);
  expect(restarts.may(10.5 * minute)).toBe(false);
});
