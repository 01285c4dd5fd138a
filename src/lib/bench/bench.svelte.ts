import { under } from '$core/units';
import { boneStillOn, itemName, summaryOf, type Summary } from '$core/account';
import { proceduresOn, workOf, type Minutes, type Seat, type spreadOf } from '$core/bench';
import {
  applyEntry,
  balanceOf,
  fold,
  voidedIn,
  type BookState,
  type BookedEntry,
  type Doubted,
  type Draft,
  type Intent,
  type Refusal
} from '$core/book';
import type { Procedure, TakeOff, Vocabulary } from '$core/reference';
import type { Learned } from '$core/yield';
import { deviceName, freshId } from '$lib/device/ids';
import { LARDER, type World } from './world';
import type * as Doubting from './doubting';

let doubtOf: (typeof Doubting)['doubtOf'] | undefined;
/** Once it is kept, what is doubtful is asked here; before that, and where it cannot be had, the larder asks. */
export const doubting: Promise<void> = import('./doubting').then(
  (loaded) => void (doubtOf = loaded.doubtOf),
  () => undefined
);

export interface BenchOptions {
  animal: string;
  code: string;
  hand: string;
  vocabulary: Vocabulary;
  /** The orders of work there are for such an animal. */
  orders?: readonly Procedure[];
  /** Minutes by step that whoever is at the bench has taken before. */
  minutes?: Minutes;
  /** What own animals say of the species. */
  learned?: Learned;
  /** Where its entries go; the larder without. */
  world?: World;
}

/**
 * One animal's book as the bench sees it: what the server has, and on top of that what this device has booked and not
 * yet had answered. The same core function books here and there.
 */
export class Bench {
  readonly animal: string;
  readonly #options: BenchOptions;
  readonly outbox: World['outbox'];
  #booked = $state.raw<BookedEntry[]>([]);
  #pending = $state.raw<BookedEntry[]>([]);
  #state = $state.raw<BookState>(fold([]));
  /** What the order of work, the drawing and the beam are made from: a frame behind the book after a take. */
  #laid = $state.raw<{ state: BookState; entries: BookedEntry[]; seat?: Seat }>({
    state: fold([]),
    entries: []
  });
  #behind = false;
  /** Pieces are weighed trimmed at this bench, not as they come off. */
  trimmed = $state(false);
  /** Whether somebody wants a cut on its bone, or off it; undefined where nobody has said so. */
  onBone: (cut: string) => boolean | undefined = () => undefined;
  #device = '';
  /** Cuts added to the order of work of an item, for this once. */
  #added = $state.raw<ReadonlyMap<string, readonly TakeOff[]>>(new Map());

  constructor(options: BenchOptions, history: BookedEntry[]) {
    this.animal = options.animal;
    this.#options = options;
    this.outbox = (options.world ?? LARDER).outbox;
    this.#booked = history;
    this.#rebuild();
  }

  get state(): BookState {
    return this.#state;
  }
  readonly entries = $derived.by(() => [...this.#booked, ...this.#pending]);
  /** The order of work of what is in hand at this device. */
  readonly work = $derived.by(() => {
    const { state, entries, seat } = this.#laid;
    return workOf(state, this.animal, entries, {
      seat,
      vocabulary: this.#options.vocabulary,
      orders: this.#options.orders ?? [],
      learned: this.#options.learned,
      trimmed: this.trimmed,
      onBone: this.onBone,
      added: this.#added
    });
  });
  /** What own animals say of the species. */
  get learned(): Learned | undefined {
    return this.#options.learned;
  }
  readonly account = $derived.by((): Summary | undefined =>
    summaryOf(this.#laid.state, this.animal, this.#options.learned)
  );
  /** What is drawn of what lies open; what lays it out comes with the drawing. */
  spreadBy(laysOut: typeof spreadOf) {
    return laysOut(this.#laid.state, this.animal, this.#laid.entries, this.work.focus, this.#options);
  }
  /** The ways to go on with what lies open; the usual one first. */
  readonly procedures = $derived.by(() => {
    const { focus } = this.work;
    return focus ? proceduresOn(this.#laid.state, focus, this.#options.orders ?? []) : [];
  });
  /** What the time it takes is reckoned with: the book as it is laid out now, minutes, orders of work. */
  get timing() {
    const { minutes, orders = [] } = this.#options;
    return { ...this.#laid, minutes, orders };
  }
  /** This device at a moment. */
  seatAt = (now: number): Seat => ({ device: this.#device, now });
  /** When this device booked last on this animal; undefined where it has not. */
  get lastOwnAt(): number | undefined {
    return this.#laid.entries.findLast((e) => e.device === this.#device)?.at;
  }
  readonly boneOn = $derived.by(() => boneStillOn(this.#laid.state, this.animal));
  get lastId(): string {
    return this.entries.at(-1)?.id ?? '';
  }
  name = (id: string): string => itemName(under(this.#state.items, id), this.#options.vocabulary);
  left = (id: string): number => balanceOf(this.#state, id);

  /** True when everything booked here has been answered. */
  get answered(): boolean {
    return this.#pending.length === 0;
  }

  /**
   * Joins the device's outbox: takes up what an earlier page left, and follows the answers; `then` hears each. Gives
   * the way to leave.
   */
  join(then: () => void = () => {}): () => void {
    this.#device = deviceName();
    this.#added = kept<TakeOff[]>(this.#addedKey);
    this.#lay(this.entries);
    void this.#recall();
    return this.outbox.listen((draft, answer) => {
      if (draft.intent.animal !== this.animal) return;
      const [next] = this.#pending;
      const { entry } = answer;
      // Answered in order, with nothing of anybody else between: the book stands as it is shown.
      const asShown =
        next?.id === draft.id && entry !== undefined && entry.seq > (this.#booked.at(-1)?.seq ?? 0);
      this.#pending = this.#pending.filter((e) => e.id !== draft.id);
      if (entry && !this.#booked.some((e) => e.id === draft.id))
        this.#booked = [...this.#booked, entry].sort((a, b) => a.seq - b.seq);
      if (asShown) this.settle();
      else this.#rebuild();
      this.#keep();
      then();
    });
  }

  /** What this device knows beyond the page it was given: a newer history, and entries still to be sent. */
  async #recall(): Promise<void> {
    const [kept, drafts] = [await this.outbox.book(this.animal), await this.outbox.kept(this.animal)];
    const newest = (list: readonly BookedEntry[]) => list.at(-1)?.seq ?? 0;
    if (newest(kept) > newest(this.#booked)) this.#booked = kept;
    const known = new Set(this.entries.map((e) => e.id));
    const fresh = drafts.filter((d) => !known.has(d.id));
    this.#pending = [...fresh.map(asPending), ...this.#pending];
    this.#rebuild();
    this.#keep();
  }

  #keep(): void {
    void this.outbox.keepBook(this.animal, this.#booked);
  }

  /** Takes the server's history in place of the one known; entries that were answered since it was asked for stay. */
  async refresh(): Promise<void> {
    const response = await fetch(`/api/v1/animals/${this.animal}/book`).catch(() => undefined);
    if (!response?.ok) return;
    const { entries } = (await response.json()) as { entries: BookedEntry[] };
    const known = new Set(entries.map((e) => e.id));
    const newest = entries.at(-1)?.seq ?? 0;
    this.#booked = [...entries, ...this.#booked.filter((e) => e.seq > newest && !known.has(e.id))];
    this.#pending = this.#pending.filter((e) => !known.has(e.id));
    this.#rebuild();
    this.#keep();
  }

  /** True when an entry of this number is not here yet. */
  isNews(seq: number): boolean {
    return !this.#booked.some((e) => e.seq === seq);
  }

  /** Books intents here at once and keeps them to be sent; nothing is booked when one is refused. */
  book(...intents: Intent[]): Refusal | undefined {
    let state = this.#state;
    const drafts: Draft[] = [];
    let entries = this.entries;
    for (const intent of intents) {
      const draft: Draft = {
        id: freshId(),
        at: Date.now(),
        hand: this.#options.hand,
        device: this.#device,
        intent
      };
      const applied = applyEntry(state, draft, { history: entries });
      if (!applied.ok) return applied.refusal;
      const doubt = doubtOf?.(state, draft, applied.postings, entries);
      if (doubt) return { code: 'doubt', ...doubt };
      const shown = { ...draft, postings: applied.postings };
      drafts.push(shown);
      entries = [...entries, asPending(shown)];
      state = applied.state;
    }
    this.#pending = [...this.#pending, ...drafts.map(asPending)];
    this.#state = state;
    // What was pressed is confirmed in this frame; everything that follows from it is laid out in the next.
    this.#behind = true;
    afterPaint(() => this.settle());
    void this.outbox.put(drafts);
    return undefined;
  }

  /** An entry that the book has asked about is meant so: it is sent again, with what rests on it. */
  async insist(id: string, why: Doubted): Promise<void> {
    const drafts = await this.outbox.again(id, why);
    this.#pending = [...this.#pending, ...drafts.map(asPending)];
    this.#rebuild();
  }

  /** Lays everything out by the book as it is now. Whoever acts on the order of work asks for it first. */
  settle(): void {
    if (!this.#behind) return;
    this.#behind = false;
    this.#lay(this.entries);
  }

  get #addedKey(): string {
    return `yonder-added ${this.animal}`;
  }

  /** Adds a cut to the order of work of an item, for this once; kept on this device until it is off. */
  add(item: string, take: TakeOff): void {
    const before = this.#added.get(item) ?? [];
    this.#added = new Map(this.#added).set(item, [...before, take]);
    localStorage.setItem(this.#addedKey, JSON.stringify([...this.#added]));
    this.settle();
  }

  /** What was said of a part's glands: left where one of them was. */
  glandsOf = (part: string): 'out' | 'left' | undefined => {
    const said = Object.entries(under(this.#state.items, part)?.ticks ?? {}).filter(
      ([step, { how }]) => /^gland(s$|-)/.test(step) && how !== 'skipped'
    );
    if (said.length === 0) return undefined;
    return said.some(([, { how }]) => how === 'left') ? 'left' : 'out';
  };

  /** The newest entry of this device that still stands. */
  get lastOwn(): BookedEntry | undefined {
    const gone = voidedIn(this.entries);
    return this.entries
      .filter(
        (e) =>
          e.device === this.#device &&
          e.intent.kind !== 'void' &&
          e.intent.kind !== 'intake' &&
          !gone.has(e.id)
      )
      .at(-1);
  }

  #rebuild(): void {
    let state = fold(this.#booked);
    const known = under(state.animals, this.animal);
    if (known)
      state = {
        ...state,
        animals: { ...state.animals, [this.animal]: { ...known, code: this.#options.code } }
      };
    let entries = this.#booked;
    for (const entry of this.#pending) {
      const applied = applyEntry(state, { ...entry, postings: undefined }, { history: entries });
      if (!applied.ok) continue;
      state = applied.state;
      entries = [...entries, entry];
    }
    this.#state = state;
    this.#behind = false;
    this.#lay(entries);
  }

  #lay(entries: BookedEntry[]): void {
    const seat = this.#device ? this.seatAt(Date.now()) : undefined;
    this.#laid = { state: this.#state, entries, ...(seat ? { seat } : {}) };
  }
}

/** Runs something once the frame in hand has been drawn; at once where nothing is drawn. */
function afterPaint(work: () => void): void {
  if (typeof requestAnimationFrame === 'undefined') work();
  else requestAnimationFrame(() => requestAnimationFrame(work));
}

/** Choices of this device for one animal; nothing where what is kept cannot be read. */
function kept<T>(key: string): Map<string, T> {
  try {
    return new Map(JSON.parse(localStorage.getItem(key) ?? '[]') as [string, T][]);
  } catch {
    return new Map();
  }
}

/** A draft that is on its way, in the shape of a booked entry; its number comes with the answer. */
const asPending = (draft: Draft): BookedEntry => ({
  ...draft,
  postings: draft.postings ?? [],
  seq: Number.MAX_SAFE_INTEGER
});
