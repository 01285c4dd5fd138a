import type { Dexie, EntityTable } from 'dexie';
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
  refusal?: Conflict['refusal'];
}

interface KeptBook {
  animal: string;
  entries: BookedEntry[];
  seen: number;
}

export interface OutboxStore {
  add(drafts: readonly Draft[]): Promise<void>;
  all(): Promise<KeptDraft[]>;
  remove(ids: readonly string[]): Promise<void>;
  refuse(id: string, refusal: Conflict['refusal']): Promise<void>;
  /** The newest history of an animal that this device has seen, for a reload while the server is away. */
  keepBook(animal: string, entries: readonly BookedEntry[]): Promise<void>;
  book(animal: string): Promise<BookedEntry[]>;
}

/** Histories kept; the oldest go first. */
const BOOKS = 30;

/**
 * Opens the device's store. Where the browser keeps nothing for this page, entries wait in memory: they are still sent
 * and answered for, but do not outlive a reload.
 */
export const openStore = (): Promise<OutboxStore> => openIndexedDb().catch(memoryStore);

/** A store that lives as long as the page. */
export function memoryStore(): OutboxStore {
  let drafts: KeptDraft[] = [];
  const books = new Map<string, BookedEntry[]>();
  return {
    add: async (list) => {
      for (const draft of list) drafts.push({ id: draft.id, animal: subjectOf(draft.intent), draft });
    },
    all: async () => [...drafts],
    remove: async (ids) => void (drafts = drafts.filter((row) => !ids.includes(row.id))),
    refuse: async (id, refusal) =>
      void (drafts = drafts.map((row) => (row.id === id ? { ...row, refusal } : row))),
    keepBook: async (animal, entries) => void books.set(animal, [...entries]),
    book: async (animal) => books.get(animal) ?? []
  };
}

/** Dexie comes only where it is asked for. */
async function openIndexedDb(): Promise<OutboxStore> {
  const { default: DexieDb } = await import('dexie');
  const db = new DexieDb('yonder-larder') as Dexie & {
    drafts: EntityTable<KeptDraft, 'order'>;
    books: EntityTable<KeptBook, 'animal'>;
  };
  db.version(1).stores({ drafts: '++order, &id, animal', books: 'animal, seen' });
  await db.open();
  const { drafts, books } = db;
  return {
    add: async (list) =>
      void (await drafts.bulkAdd(
        list.map((draft) => ({
          id: draft.id,
          animal: subjectOf(draft.intent),
          draft: structuredClone(draft)
        }))
      )),
    all: () => drafts.orderBy('order').toArray(),
    remove: async (ids) =>
      void (await drafts
        .where('id')
        .anyOf([...ids])
        .delete()),
    refuse: async (id, refusal) => void (await drafts.where('id').equals(id).modify({ refusal })),
    keepBook: async (animal, entries) => {
      await books.put({ animal, entries: [...entries], seen: Date.now() });
      const over = (await books.count()) - BOOKS;
      if (over > 0) await books.bulkDelete(await books.orderBy('seen').limit(over).primaryKeys());
    },
    book: async (animal) => (await books.get(animal))?.entries ?? []
  };
}
