import { openDB, type DBSchema } from 'idb';
import { subjectOf, type BookedEntry, type Draft, type Refusal } from '$core/book';

/** An entry that the book refused, until somebody has read why. */
export interface Conflict {
  draft: Draft;
  refusal: Refusal | { code: 'invalid' };
}

/** An entry kept on the device until the book has answered for it. */
export interface KeptDraft {
  /** Order of keeping. */
  order?: number;
  id: string;
  animal: string;
  draft: Draft;
  /** Who was signed in when it was pressed, by id; nothing where nobody had to be. */
  owner?: string;
  refusal?: Conflict['refusal'];
}

interface KeptBook {
  animal: string;
  entries: BookedEntry[];
  seen: number;
}

export interface OutboxStore {
  /** @param owner  whose they are, where somebody is signed in */
  add(drafts: readonly Draft[], owner?: string): Promise<void>;
  all(): Promise<KeptDraft[]>;
  remove(ids: readonly string[]): Promise<void>;
  refuse(id: string, refusal: Conflict['refusal']): Promise<void>;
  /** Puts other drafts of the same ids in the place of those that were refused: they wait again, where they stood. */
  change(drafts: readonly Draft[]): Promise<void>;
  /** The newest history of an animal that this device has seen, for a reload while the server is away. */
  keepBook(animal: string, entries: readonly BookedEntry[]): Promise<void>;
  book(animal: string): Promise<BookedEntry[]>;
  /** Forgets all histories. */
  forgetBooks(): Promise<void>;
  /** Whether all that it keeps outlives a reload. */
  lasting(): boolean;
}

/** Histories kept; the oldest go first. */
const BOOKS = 30;

/**
 * Opens the device's store. Where the browser keeps nothing for this page, entries wait in memory: they are still sent
 * and answered for, but do not outlive a reload.
 */
export const openStore = (): Promise<OutboxStore> =>
  openIndexedDb().then((kept) => withRoom(kept, memoryStore()), memoryStore);

/**
 * A store that never loses what it is given: what the first has no room for waits in the second, after what the first has.
 */
export function withRoom(first: OutboxStore, second: OutboxStore): OutboxStore {
  let full = false;
  return {
    add: (drafts, owner) =>
      // Once one had to wait there, the next wait behind it.
      full
        ? second.add(drafts, owner)
        : first.add(drafts, owner).catch(() => {
            full = true;
            return second.add(drafts, owner);
          }),
    all: async () => {
      const [kept, waiting] = [await first.all(), await second.all()];
      if (waiting.length === 0) full = false;
      return [...kept, ...waiting];
    },
    remove: async (ids) => {
      await second.remove(ids);
      await first.remove(ids);
    },
    refuse: async (id, refusal) => {
      await second.refuse(id, refusal);
      await first.refuse(id, refusal);
    },
    change: async (drafts) => {
      await second.change(drafts);
      await first.change(drafts);
    },
    // A history that finds no room is read again from the larder.
    keepBook: (animal, entries) => first.keepBook(animal, entries).catch(() => undefined),
    book: (animal) => first.book(animal),
    forgetBooks: () => first.forgetBooks(),
    lasting: () => !full
  };
}

const rowOf = (draft: Draft, owner: string | undefined): KeptDraft => ({
  id: draft.id,
  animal: subjectOf(draft.intent),
  draft,
  ...(owner === undefined ? {} : { owner })
});

const waitingAgain = ({ refusal: _, ...row }: KeptDraft, draft: Draft): KeptDraft => ({ ...row, draft });

/** A store that lives as long as the page. */
export function memoryStore(): OutboxStore {
  let drafts: KeptDraft[] = [];
  const books = new Map<string, BookedEntry[]>();
  return {
    add: async (list, owner) => {
      for (const draft of list) drafts.push(rowOf(draft, owner));
    },
    all: async () => [...drafts],
    remove: async (ids) => void (drafts = drafts.filter((row) => !ids.includes(row.id))),
    refuse: async (id, refusal) =>
      void (drafts = drafts.map((row) => (row.id === id ? { ...row, refusal } : row))),
    change: async (list) =>
      void (drafts = drafts.map((row) => {
        const draft = list.find(({ id }) => id === row.id);
        return draft ? waitingAgain(row, draft) : row;
      })),
    keepBook: async (animal, entries) => void books.set(animal, [...entries]),
    book: async (animal) => books.get(animal) ?? [],
    forgetBooks: async () => books.clear(),
    lasting: () => false
  };
}

interface Schema extends DBSchema {
  drafts: { key: number; value: KeptDraft; indexes: { id: string; animal: string } };
  books: { key: string; value: KeptBook; indexes: { seen: number } };
}

/** Version of the device's store; devices from before have ten of it too. */
const VERSION = 10;

async function openIndexedDb(): Promise<OutboxStore> {
  const db = await openDB<Schema>('yonder-larder', VERSION, {
    upgrade: (fresh) => {
      const drafts = fresh.createObjectStore('drafts', { keyPath: 'order', autoIncrement: true });
      drafts.createIndex('id', 'id', { unique: true });
      drafts.createIndex('animal', 'animal');
      fresh.createObjectStore('books', { keyPath: 'animal' }).createIndex('seen', 'seen');
    },
    // Another tab brings the store to a newer version: this one lets go of it.
    blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close()
  });
  /** Drafts by their numbers, in one transaction. */
  const each = async (ids: readonly string[], change: (row: KeptDraft) => KeptDraft | undefined) => {
    const { store, done } = db.transaction('drafts', 'readwrite');
    for (const id of ids) {
      const row = await store.index('id').get(id);
      if (row?.order === undefined) continue;
      const next = change(row);
      await (next ? store.put(next) : store.delete(row.order));
    }
    await done;
  };
  return {
    add: async (list, owner) => {
      const { store, done } = db.transaction('drafts', 'readwrite');
      for (const draft of list) await store.add(rowOf(structuredClone(draft), owner));
      await done;
    },
    all: () => db.getAll('drafts'),
    remove: (ids) => each(ids, () => undefined),
    refuse: (id, refusal) => each([id], (row) => ({ ...row, refusal })),
    change: (list) =>
      each(
        list.map(({ id }) => id),
        (row) => {
          const draft = list.find(({ id }) => id === row.id);
          return draft ? waitingAgain(row, structuredClone(draft)) : row;
        }
      ),
    keepBook: async (animal, entries) => {
      const { store, done } = db.transaction('books', 'readwrite');
      await store.put({ animal, entries: [...entries], seen: Date.now() });
      let over = (await store.count()) - BOOKS;
      for (let row = await store.index('seen').openCursor(); row && over > 0; over -= 1) {
        await row.delete();
        row = await row.continue();
      }
      await done;
    },
    book: async (animal) => (await db.get('books', animal))?.entries ?? [],
    forgetBooks: () => db.clear('books'),
    lasting: () => true
  };
}
