import { and, asc, gt, gte, lte, sql } from 'drizzle-orm';
import type { BookedEntry } from '$core/book';
import type { Db } from '../db/client';
import { entries, postings } from '../db/schema';
import { heard } from '../heard';
import { toEntries } from './state';

/** Called after each booked entry has been committed. */
export type Listener = (entry: BookedEntry) => void;

/** How often a process looks for what others have booked, while somebody listens, ms. */
const FOLLOW_MS = 400;
/** The same of a larder that could not be read just now, ms. */
const AWAY_MS = 4_000;
const FOLLOWED_AT_ONCE = 500;
/** Numbers of entries that a process remembers to have told of. */
const REMEMBERED = 5_000;

/**
 * Tells of every entry of the book once, after it is committed: those of this process at once, those of another on the same
 * larder some hundred milliseconds later, so that they may come after a later one of this.
 */
export class News {
  readonly #listeners = new Set<Listener>();
  /** Numbers that were told of lately. */
  readonly #published = new Set<number>();
  #unfollow: (() => void) | undefined;

  /** @param first  hears of each entry before anybody else, whether somebody listens or not */
  constructor(
    private readonly db: Db,
    private readonly first: Listener
  ) {}

  /** Gives the way to stop. */
  listen(listener: Listener): () => void {
    this.#listeners.add(listener);
    this.#unfollow ??= this.#follow();
    return () => {
      this.#listeners.delete(listener);
      if (this.#listeners.size > 0) return;
      this.#unfollow?.();
      this.#unfollow = undefined;
    };
  }

  /** Tells of entries that stand: what was booked here may be found in the book before it is told of. */
  publish(standing: readonly BookedEntry[]): void {
    for (const entry of standing) {
      if (this.#published.has(entry.seq)) continue;
      this.#published.add(entry.seq);
      this.first(entry);
      for (const listener of this.#listeners) listener(entry);
    }
    for (const old of this.#published) {
      if (this.#published.size <= REMEMBERED) return;
      this.#published.delete(old);
    }
  }

  /** Follows the book by its numbers; gives the way to stop. */
  #follow(): () => void {
    let upTo: number | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let stopped = false;
    const look = async () => {
      if (upTo === undefined) upTo = await this.#newest();
      else upTo = await this.#tellAfter(upTo);
    };
    const again = (ms: number): void => {
      if (stopped) return;
      timer = setTimeout(lookOn, ms);
      timer.unref();
    };
    let away = false;
    // A larder that cannot be read just now is looked at again, from where it stood; the log has it once.
    const lookOn = (): void =>
      heard(
        look().then(
          () => {
            away = false;
            again(FOLLOW_MS);
          },
          (error: unknown) => {
            again(AWAY_MS);
            if (away) return;
            away = true;
            throw error;
          }
        ),
        'what others have booked could not be read'
      );
    lookOn();
    return () => {
      stopped = true;
      clearTimeout(timer);
    };
  }

  async #newest(): Promise<number> {
    const seq = sql<number>`coalesce(max(${entries.seq}), 0)`;
    return (await this.db.select({ seq }).from(entries).get())?.seq ?? 0;
  }

  /** Tells of what stands after a number; gives the number up to which that is done. */
  async #tellAfter(upTo: number): Promise<number> {
    const rows = await this.db
      .select()
      .from(entries)
      .where(gt(entries.seq, upTo))
      .orderBy(asc(entries.seq))
      .limit(FOLLOWED_AT_ONCE);
    const [first, last] = [rows[0], rows.at(-1)];
    if (!first || !last) return upTo;
    const fresh = rows.filter((row) => !this.#published.has(row.seq));
    if (fresh.length > 0) {
      const lines = await this.db
        .select()
        .from(postings)
        .where(and(gte(postings.seq, first.seq), lte(postings.seq, last.seq)))
        .orderBy(postings.seq, postings.line);
      this.publish(toEntries(fresh, lines));
    }
    return last.seq;
  }
}
