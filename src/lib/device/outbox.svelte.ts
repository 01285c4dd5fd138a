import type { BookedEntry, Doubted, Draft } from '$core/book';
import { entriesRequest, type Answer, type Answers } from './send';
import { pageIsOf, whosePage } from './whose';
import type { Conflict, KeptDraft, OutboxStore } from './store';

/** `shut`: the larder does not know who is there, or they may not book; nothing of it is lost. */
export type SendState = 'idle' | 'sending' | 'away' | 'shut';

/** Pauses between tries while the server is away. */
const PAUSES_MS = [500, 1_000, 2_000, 3_000];
const BATCH = 100;

/**
 * Entries on their way to the book. Each is kept on the device before it is sent, outlives a reload, and leaves only
 * when the server has answered for it: booked, booked already, or refused, by name.
 */
class Outbox {
  state = $state<SendState>('idle');
  waiting = $state(0);
  conflicts = $state.raw<Conflict[]>([]);
  /** What waits, in order. */
  rows = $state.raw<KeptDraft[]>([]);
  /** Names of others whose presses wait here until they are signed in, once for each press. */
  others = $state.raw<string[]>([]);
  /** How far the larder's clock is ahead of this device's, ms, where that is much. */
  clockOff = $state<number | undefined>();
  /** The device has no room for what is pressed: it lasts as long as this page. */
  lasting = $state(true);
  #store: Promise<OutboxStore> | undefined;
  /** Handed in, and not in the store yet. */
  #arriving = 0;
  #count = 0;
  #running = false;
  #again = false;
  #tries = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #listeners = new Set<(draft: Draft, answer: Answer) => void>();

  /** Opens the store and sends what an earlier page left. Safe to call twice; only in a browser. */
  start(): void {
    if (this.#store) return;
    // A page stands before what it keeps is opened.
    this.#store = import('./store').then(({ openStore }) => openStore());
    window.addEventListener('online', () => this.#kick());
    void this.#refresh().then(() => this.#kick());
  }

  /** Hears each answer. */
  listen(listener: (draft: Draft, answer: Answer) => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** What waits for one animal, in order, and what was refused of it. */
  async kept(animal: string): Promise<Draft[]> {
    this.start();
    const rows = (await this.#rows()).filter(
      (row) => row.animal === animal && !row.refusal && !this.#isOthers(row)
    );
    return rows.map((row) => row.draft);
  }

  /** Arrivals that wait: animals tagged where no server was. */
  async arrivals(): Promise<Draft[]> {
    this.start();
    return (await this.#rows())
      .filter((row) => row.draft.intent.kind === 'intake' && !row.refusal && !this.#isOthers(row))
      .map((row) => row.draft);
  }

  /** Says who is signed in at this device, by id; nothing where nobody has to be. What waits for them is sent. */
  signedIn(owner: string | undefined): void {
    if (whosePage() === owner) return;
    pageIsOf(owner);
    if (this.#store) void this.#refresh().then(() => this.#kick());
  }

  /** Whether a kept draft is somebody else's than whoever is signed in: it waits for them, and is shown to nobody. */
  #isOthers = ({ owner }: KeptDraft): boolean =>
    owner !== undefined && whosePage() !== undefined && owner !== whosePage();

  /** Keeps drafts on the device, then sends them. Resolves when they are kept, not when they are booked. */
  async put(drafts: readonly Draft[]): Promise<void> {
    this.start();
    this.#arriving += drafts.length;
    this.waiting += drafts.length;
    const store = await this.#store;
    await store?.add(drafts, whosePage());
    this.lasting = store?.lasting() ?? true;
    // What is kept here is not to be thrown away when the device runs short of room.
    void globalThis.navigator?.storage?.persist?.().catch(() => false);
    this.#arriving -= drafts.length;
    // Whoever is counting now has not seen these.
    this.#count += 1;
    this.#kick();
  }

  /** Keeps an animal's history on the device. */
  async keepBook(animal: string, entries: readonly BookedEntry[]): Promise<void> {
    await (await this.#store)?.keepBook(animal, entries);
  }

  /** The history of an animal as this device last saw it. */
  async book(animal: string): Promise<BookedEntry[]> {
    this.start();
    return (await (await this.#store)?.book(animal)) ?? [];
  }

  /**
   * Sends an entry that was asked about again, its question answered with yes, and with it what was refused only because it
   * rested on it. Until then they stay kept as they were: at no moment are they nowhere.
   * @returns them, in their order
   */
  async again(id: string, why: Doubted): Promise<Draft[]> {
    const rows = await this.#rows();
    const at = rows.findIndex((row) => row.id === id);
    const asked = rows[at];
    if (!asked) return [];
    const resting = rows.slice(at + 1).filter((row) => {
      const { refusal } = row;
      return refusal?.code === 'rests-on-refused' && refusal.entry === id;
    });
    const intent = { ...asked.draft.intent, sure: [...(asked.draft.intent.sure ?? []), why] };
    const drafts = [{ ...asked.draft, intent }, ...resting.map((row) => row.draft)].map(
      ({ postings: _, ...draft }) => draft as Draft
    );
    await (await this.#store)?.change(drafts);
    await this.#refresh();
    this.#kick();
    return drafts;
  }

  /** A refused entry has been read. */
  async dismiss(id: string): Promise<void> {
    await (await this.#store)?.remove([id]);
    await this.#refresh();
  }

  async #rows(): Promise<KeptDraft[]> {
    return (await (await this.#store)?.all()) ?? [];
  }

  async #refresh(): Promise<void> {
    const count = (this.#count += 1);
    const rows = await this.#rows();
    if (count !== this.#count) return;
    const own = rows.filter((row) => !this.#isOthers(row));
    this.rows = own.filter((row) => !row.refusal);
    this.waiting = this.#arriving + this.rows.length;
    this.conflicts = own.flatMap((row) => (row.refusal ? [{ draft: row.draft, refusal: row.refusal }] : []));
    this.others = rows.flatMap((row) => (this.#isOthers(row) ? [row.draft.hand] : []));
  }

  #kick(): void {
    if (this.#running) {
      this.#again = true;
      return;
    }
    clearTimeout(this.#timer);
    void this.#send();
  }

  async #send(): Promise<void> {
    this.#running = true;
    try {
      do {
        this.#again = false;
        const rows = (await this.#rows()).filter((row) => !row.refusal && !this.#isOthers(row));
        const [first] = rows;
        if (!first) break;
        const batch = rows.filter(({ owner }) => owner === first.owner).slice(0, BATCH);
        if (this.state !== 'away' && this.state !== 'shut') this.state = 'sending';
        const { results, clock } = await post(
          batch.map((row) => row.draft),
          first.owner
        );
        if (clock) this.clockOff = clock.off;
        await this.#settle(batch, results);
        this.#tries = 0;
        this.state = 'idle';
        this.#again = true;
      } while (this.#again);
      this.state = 'idle';
    } catch (error) {
      this.state = error instanceof Shut ? 'shut' : 'away';
      this.#timer = setTimeout(() => this.#kick(), PAUSES_MS[Math.min(this.#tries, PAUSES_MS.length - 1)]);
      this.#tries += 1;
    } finally {
      this.#running = false;
      await this.#refresh();
    }
  }

  async #settle(batch: readonly KeptDraft[], answers: readonly Answer[]): Promise<void> {
    const store = await this.#store;
    const done: string[] = [];
    for (const [i, row] of batch.entries()) {
      const answer = answers[i];
      if (!answer) continue;
      if (answer.status === 'refused')
        await store?.refuse(row.draft.id, answer.refusal ?? { code: 'invalid' });
      else done.push(row.draft.id);
    }
    await store?.remove(done);
    await this.#refresh();
    for (const [i, row] of batch.entries()) {
      const answer = answers[i];
      if (answer) for (const listener of this.#listeners) listener(row.draft, answer);
    }
  }
}

/** Nobody is signed in here, or somebody who may not book. */
class Shut extends Error {}

/** Posts drafts; throws when the server is away or cannot write now. */
async function post(drafts: Draft[], owner: string | undefined): Promise<Answers> {
  const response = await fetch(...entriesRequest(drafts, owner));
  if (response.status === 401 || response.status === 403) throw new Shut();
  if (!response.ok) throw new Error(`server answered ${response.status}`);
  return (await response.json()) as Answers;
}

export const outbox = new Outbox();
export type { Answer };
