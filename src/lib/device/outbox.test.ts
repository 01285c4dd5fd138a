import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Draft } from '$core/book';
import { TestBook, testId } from '$core/book/testkit';
import type * as Store from './store';

let store: Store.OutboxStore;
vi.mock('./store', async (original) => {
  const real = await original<typeof Store>();
  return { ...real, openStore: async () => store };
});

/** What the server does with each post: an answer a draft, or a fault. */
type Server = (drafts: Draft[]) => unknown[] | Error | number;
let server: Server;
const posts: Draft[][] = [];
const pressedBy: (string | undefined)[] = [];
const booked = (drafts: Draft[]) => drafts.map((d) => ({ status: 'booked', entry: { ...d, seq: 1 } }));

const book = new TestBook();
const piece = (animal = book.animal): Draft => ({
  ...book.draft({
    kind: 'cut',
    from: 'x',
    creates: { kind: 'piece', id: testId(), cut: 'strap', place: { tub: 'prime' } },
    reading: { grams: 100, how: 'typed' }
  }),
  ...(animal === book.animal ? {} : { intent: { kind: 'open', animal, item: 'y' } })
});

async function fresh() {
  vi.resetModules();
  return (await import('./outbox.svelte')).outbox;
}

beforeEach(async () => {
  const { memoryStore } = await vi.importActual<typeof Store>('./store');
  store = memoryStore();
  posts.length = 0;
  pressedBy.length = 0;
  server = booked;
  vi.useFakeTimers();
  vi.stubGlobal('window', { addEventListener: () => undefined });
  vi.stubGlobal(
    'fetch',
    async (_: string, { body, headers }: { body: string; headers: Record<string, string> }) => {
      pressedBy.push(headers['pressed-by']);
      const drafts = JSON.parse(body) as Draft[];
      posts.push(drafts);
      const answer = server(drafts);
      if (answer instanceof Error) throw answer;
      if (typeof answer === 'number') return { ok: false, status: answer };
      return { ok: true, json: async () => ({ results: answer }) };
    }
  );
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('entries on their way', () => {
  it('are sent in order and forgotten once they are answered for', async () => {
    const outbox = await fresh();
    const heard: string[] = [];
    outbox.listen((draft, answer) => heard.push(`${draft.id} ${answer.status}`));
    const drafts = [piece(), piece(), piece()];
    await outbox.put(drafts);
    await vi.waitFor(() => expect(outbox.waiting).toBe(0));
    expect(posts.flat().map((d) => d.id)).toEqual(drafts.map((d) => d.id));
    expect(heard).toEqual(drafts.map((d) => `${d.id} booked`));
    expect(await store.all()).toEqual([]);
    expect(outbox.state).toBe('idle');
  });

  it('wait while the server is away, and go again by themselves', async () => {
    const outbox = await fresh();
    server = () => new TypeError('failed to fetch');
    await outbox.put([piece()]);
    await vi.waitFor(() => expect(outbox.state).toBe('away'));
    expect(outbox.waiting).toBe(1);
    await outbox.put([piece()]);
    await vi.advanceTimersByTimeAsync(5_000);
    expect(posts.length).toBeGreaterThan(2);
    expect(outbox.waiting).toBe(2);
    server = booked;
    await vi.advanceTimersByTimeAsync(4_000);
    expect(outbox.waiting).toBe(0);
    expect(outbox.state).toBe('idle');
    expect(posts.at(-1)).toHaveLength(2);
  });

  it('wait, too, while the larder is read-only or full', async () => {
    const outbox = await fresh();
    server = () => 507;
    await outbox.put([piece()]);
    await vi.waitFor(() => expect(outbox.state).toBe('away'));
    expect(await store.all()).toHaveLength(1);
  });

  it('outlive the page: another one sends what was left', async () => {
    const first = await fresh();
    server = () => new TypeError('failed to fetch');
    const draft = piece();
    await first.put([draft]);
    await vi.waitFor(() => expect(first.state).toBe('away'));
    const second = await fresh();
    server = booked;
    expect(await second.kept(book.animal)).toEqual([draft]);
    await vi.waitFor(async () => expect(await store.all()).toEqual([]));
  });

  it('are done when the book has them already', async () => {
    const outbox = await fresh();
    server = (drafts) => drafts.map((d) => ({ status: 'already-booked', entry: { ...d, seq: 4 } }));
    await outbox.put([piece()]);
    await vi.waitFor(() => expect(outbox.waiting).toBe(0));
    expect(outbox.conflicts).toEqual([]);
  });

  it('that are refused stay, by name, until somebody has read why', async () => {
    const outbox = await fresh();
    server = (drafts) => [
      { status: 'refused', refusal: { code: 'closed', item: 'x' } },
      ...booked(drafts.slice(1))
    ];
    const [bad, good] = [piece(), piece()];
    await outbox.put([bad, good]);
    await vi.waitFor(() => expect(outbox.waiting).toBe(0));
    expect(outbox.conflicts).toEqual([{ draft: bad, refusal: { code: 'closed', item: 'x' } }]);
    expect(await outbox.kept(book.animal)).toEqual([]);
    await outbox.dismiss(bad.id);
    expect(outbox.conflicts).toEqual([]);
    expect(await store.all()).toEqual([]);
  });

  it('go in batches of a hundred', async () => {
    const outbox = await fresh();
    await outbox.put(Array.from({ length: 230 }, () => piece()));
    await vi.waitFor(() => expect(outbox.waiting).toBe(0));
    expect(posts.map((p) => p.length)).toEqual([100, 100, 30]);
  });

  it('count as waiting from the moment they are handed in', async () => {
    const outbox = await fresh();
    const counts = new Set<number>();
    const put = outbox.put([piece()]);
    counts.add(outbox.waiting);
    await put;
    counts.add(outbox.waiting);
    expect([...counts]).toEqual([1]);
  });

  it('are kept apart by animal', async () => {
    const outbox = await fresh();
    server = () => new TypeError('failed to fetch');
    const [mine, other] = [piece(), piece(testId())];
    await outbox.put([mine, other]);
    expect((await outbox.kept(book.animal)).map((d) => d.id)).toEqual([mine.id]);
    expect((await outbox.kept(other.intent.animal!)).map((d) => d.id)).toEqual([other.id]);
  });
});

describe('a device', () => {
  it('says what its clock shows, and hears how far it is off', async () => {
    const outbox = await fresh();
    const fetched = vi.fn(async (_: string, _init: RequestInit) => ({
      ok: true,
      json: async () => ({ results: [{ status: 'booked' }], clock: { off: 7_200_000 } })
    }));
    vi.stubGlobal('fetch', fetched);
    await outbox.put([piece()]);
    await vi.waitFor(() => expect(outbox.clockOff).toBe(7_200_000));
    const { headers } = fetched.mock.calls[0]![1] as { headers: Record<string, string> };
    expect(Math.abs(Number(headers['device-now']) - Date.now())).toBeLessThan(5_000);
  });

  it('keeps what is pressed when nobody is signed in, and says that', async () => {
    const outbox = await fresh();
    for (const status of [401, 403]) {
      server = () => status;
      await outbox.put([piece()]);
      await vi.waitFor(() => expect(outbox.state).toBe('shut'));
    }
    expect(outbox.waiting).toBe(2);
    server = booked;
    await vi.advanceTimersByTimeAsync(4_000);
    await vi.waitFor(() => expect(outbox.waiting).toBe(0));
    expect(outbox.state).toBe('idle');
  });

  it('that has no room loses nothing: what it cannot keep waits in the page, in order', async () => {
    const { memoryStore, withRoom } = await vi.importActual<typeof Store>('./store');
    const room = memoryStore();
    let left = 2;
    const narrow: Store.OutboxStore = {
      ...room,
      lasting: () => true,
      add: async (drafts) => {
        left -= drafts.length;
        if (left < 0) throw new DOMException('no room', 'QuotaExceededError');
        await room.add(drafts);
      }
    };
    store = withRoom(narrow, memoryStore());
    server = () => new TypeError('failed to fetch');
    const outbox = await fresh();
    const drafts = [piece(), piece(), piece(), piece()];
    for (const draft of drafts) await outbox.put([draft]);
    await vi.waitFor(() => expect(outbox.state).toBe('away'));
    expect(outbox.lasting).toBe(false);
    expect(outbox.waiting).toBe(4);
    server = booked;
    await vi.advanceTimersByTimeAsync(10_000);
    await vi.waitFor(() => expect(outbox.waiting).toBe(0));
    expect(posts.at(-1)?.map((d) => d.id)).toEqual(drafts.map((d) => d.id));
    expect(await store.all()).toEqual([]);
    // With room again it lasts again.
    left = 5;
    await outbox.put([piece()]);
    await vi.waitFor(() => expect(outbox.lasting).toBe(true));
  });
});

describe('a browser that keeps nothing', () => {
  it('still gets a store, in memory', async () => {
    const { openStore } = await vi.importActual<typeof Store>('./store');
    const memory = await openStore();
    const draft = piece();
    await memory.add([draft]);
    await memory.refuse(draft.id, { code: 'invalid' });
    expect(await memory.all()).toMatchObject([{ id: draft.id, refusal: { code: 'invalid' } }]);
    await memory.remove([draft.id]);
    expect(await memory.all()).toEqual([]);
    await memory.keepBook('a', book.history);
    expect(await memory.book('a')).toEqual(book.history);
  });
});

describe('an entry that the book asks about', () => {
  it('is kept at every moment until it is answered for, with what rests on it, in their order', async () => {
    const outbox = await fresh();
    const [asked, resting] = [piece(), piece()];
    server = () => [
      { status: 'refused', refusal: { code: 'doubt', why: 'twice' } },
      { status: 'refused', refusal: { code: 'rests-on-refused', entry: asked.id } }
    ];
    await outbox.put([asked, resting]);
    await vi.waitFor(() => expect(outbox.conflicts).toHaveLength(2));
    // Whatever the store is told, it never holds fewer than two.
    const least = vi.fn();
    for (const name of ['add', 'remove', 'change', 'refuse'] as const) {
      const real = store[name].bind(store) as (...args: unknown[]) => Promise<void>;
      store[name] = (async (...args: unknown[]) => {
        await real(...args);
        least((await store.all()).length);
      }) as never;
    }
    server = () => new TypeError('failed to fetch');
    expect((await outbox.again(asked.id, 'twice')).map(({ id }) => id)).toEqual([asked.id, resting.id]);
    await vi.waitFor(() => expect(outbox.state).toBe('away'));
    expect(Math.min(...least.mock.calls.map(([n]) => n as number))).toBe(2);
    expect(outbox.rows.map(({ id }) => id)).toEqual([asked.id, resting.id]);
    expect(outbox.rows[0]?.draft.intent.sure).toEqual(['twice']);
    server = booked;
    await vi.advanceTimersByTimeAsync(4_000);
    await vi.waitFor(async () => expect(await store.all()).toEqual([]));
    expect(posts.at(-1)?.map(({ id }) => id)).toEqual([asked.id, resting.id]);
  });
});

describe('at a device that several people sign in at', () => {
  it('what one pressed is sent as theirs alone: it waits through another’s time, and nobody else sees it', async () => {
    const outbox = await fresh();
    outbox.signedIn('tove');
    server = () => new TypeError('failed to fetch');
    const [hers, his] = [piece(), piece()];
    await outbox.put([hers]);
    await vi.waitFor(() => expect(outbox.state).toBe('away'));
    outbox.signedIn('ilo');
    server = booked;
    await outbox.put([his]);
    await vi.advanceTimersByTimeAsync(10_000);
    await vi.waitFor(() => expect(outbox.waiting).toBe(0));
    const sentAs = posts.flatMap((drafts, i) => drafts.map((d) => [d.id, pressedBy[i]]));
    expect(sentAs).toContainEqual([his.id, 'ilo']);
    expect(sentAs).not.toContainEqual([hers.id, 'ilo']);
    expect(outbox.rows).toEqual([]);
    expect(outbox.others).toEqual([hers.hand]);
    expect(await outbox.kept(book.animal)).toEqual([]);
    // She is back: it goes, as hers.
    posts.length = pressedBy.length = 0;
    outbox.signedIn('tove');
    await vi.waitFor(async () => expect(await store.all()).toEqual([]));
    expect(posts.flat().map((d) => d.id)).toEqual([hers.id]);
    expect(pressedBy).toEqual(['tove']);
    expect(outbox.others).toEqual([]);
  });

  it('what was pressed while nobody had to sign in is sent by whoever is there', async () => {
    const outbox = await fresh();
    server = () => new TypeError('failed to fetch');
    await outbox.put([piece()]);
    await vi.waitFor(() => expect(outbox.state).toBe('away'));
    server = booked;
    outbox.signedIn('ilo');
    await vi.waitFor(async () => expect(await store.all()).toEqual([]));
    expect(pressedBy.at(-1)).toBeUndefined();
  });

  it('what the larder says is somebody else’s stays, and waits for a sign-in', async () => {
    const outbox = await fresh();
    outbox.signedIn('tove');
    server = () => 403;
    await outbox.put([piece()]);
    await vi.waitFor(() => expect(outbox.state).toBe('shut'));
    expect(await store.all()).toHaveLength(1);
  });

  it('whoever leaves takes along what it has seen of animals, and leaves what is not sent', async () => {
    const outbox = await fresh();
    outbox.signedIn('tove');
    server = () => new TypeError('failed to fetch');
    await outbox.put([piece()]);
    await outbox.keepBook(book.animal, [{ ...piece(), seq: 1, postings: [] }]);
    expect(await outbox.book(book.animal)).not.toEqual([]);
    const gone: string[] = [];
    vi.stubGlobal('caches', { delete: async (name: string) => gone.push(name) > 0 });
    const { forgetSeen } = await import('./forget');
    await forgetSeen();
    expect(await outbox.book(book.animal)).toEqual([]);
    expect(gone).toEqual(['pages']);
    expect(await store.all()).toHaveLength(1);
  });
});
