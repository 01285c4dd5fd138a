import { beforeEach, expect, it, vi } from 'vitest';

const happened: string[] = [];
const way: { complete: Promise<void> | null } = { complete: null };
vi.mock('$app/navigation', () => ({
  invalidate: async (key: string) => void happened.push(key),
  invalidateAll: async () => void happened.push('all')
}));
vi.mock('$app/state', () => ({ navigating: way }));
const { refresh, refreshAll } = await import('./refresh');

/** Goes to another page; gives how it is reached, and how it is given up. */
function setOut(): { arrive: () => void; giveUp: () => void } {
  let [arrive, giveUp] = [() => undefined as void, () => undefined as void];
  way.complete = new Promise((done, failed) => {
    arrive = () => {
      way.complete = null;
      happened.push('there');
      done();
    };
    giveUp = () => failed(new Error('navigation aborted'));
  });
  way.complete.catch(() => undefined);
  return { arrive, giveUp };
}
const soon = () => new Promise((next) => setTimeout(next, 20));

beforeEach(() => {
  happened.length = 0;
  way.complete = null;
});

it('loads anew at once where nobody is on the way', async () => {
  await refresh('larder:stock');
  await refreshAll();
  expect(happened).toEqual(['larder:stock', 'all']);
});

it('waits for whoever is on the way, also where that began in the same breath after it', async () => {
  const first = refresh('larder:stock');
  const { arrive } = setOut();
  const second = refreshAll();
  await soon();
  expect(happened).toEqual([]);
  arrive();
  await Promise.all([first, second]);
  expect(happened).toEqual(['there', 'larder:stock', 'all']);
});

it('of a way that is given up for another waits for the other, and for none that never ends', async () => {
  const { giveUp } = setOut();
  const loaded = refresh('larder:stock');
  await soon();
  const { arrive } = setOut();
  giveUp();
  await soon();
  expect(happened).toEqual([]);
  arrive();
  await loaded;
  expect(happened).toEqual(['there', 'larder:stock']);
  // Given up for good, it stays where it was.
  setOut().giveUp();
  await refresh('larder:hanging');
  expect(happened.at(-1)).toBe('larder:hanging');
});
