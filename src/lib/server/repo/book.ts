import { eq, inArray } from 'drizzle-orm';
import {
  HOME,
  applyEntry,
  may,
  partyOf,
  contentsOf,
  dependants,
  doubtOf,
  joined,
  plateOf,
  seasonOfIntake,
  sliceOf,
  subjectOf,
  subjectsOf,
  subjectsTaken,
  takenBack,
  type Actor,
  type BookedEntry,
  type BookState,
  type Doubt,
  type Draft,
  type Intent,
  type May,
  type Posting,
  type Refusal
} from '$core/book';
import { DEFAULT_SETTINGS, type Settings } from '$core/settings';
import { MINUTE, seasonOfCode, under } from '$core/units';
import { newId } from '../ids';
import { log } from '../log';
import { asLarderFault, isTaken, type Larder } from '../db/client';
import { entries, entrySubjects, flows } from '../db/schema';
import type { PhotoStore } from '../files/photos';
import { News, type Listener } from './news';
import { keepParty } from './parties';
import { auditBook, rebuildBook } from './upkeep';
import { BookReader } from './book-reader';
import { BookTransaction, type Standing } from './book-transaction';
import { dropFlows, flowRows } from './flows';
import { appendEntry } from './entry-rows';
import { ImportStopped, Stretch, faultOf, readBook, twice, unchained, type Imported } from './import';
import { bornBy, readable, restsOn, type Outcome, type Read } from './sent';
import { historyOf, neighboursOf, poolsWith, speaksOfParts } from './state';

/** How far ahead of the larder's clock an entry may say it happened, and keep that: clocks of phones differ. */
export const CLOCK_SLACK_MS = 5 * MINUTE;

/** Things on the scale that are remembered as taken. */
const RECENT_PLATES = 500;

/** Animals whose state is kept in memory. */
const RECENT = 64;

export type Season = Pick<Settings, 'seasonStart' | 'timeZone'>;

/** What must follow an entry at once, in the same transaction: a hold that a rule card opens. */
export type Follow = (
  entry: BookedEntry,
  state: BookState,
  version?: () => Promise<number>
) => Promise<Intent[]>;

/** In which house somebody books, and as what, where that is asked. */
export interface By extends Partial<Pick<Actor, 'site' | 'role'>> {
  /** How far the larder's clock is ahead of the device's, ms; little is nothing. */
  clockOff?: number;
}

/** Entries of one transaction. */
const AT_ONCE = 100;

/** The only place where mass changes: entries in, projections kept in step. */
export class BookRepository extends BookReader {
  readonly #news: News;
  /** States of animals booked on lately, by the number of their newest entry; a stale one is never used. */
  readonly #recent = new Map<string, Standing>();

  /** What was taken off the larder's scale lately: a piece that lies on it is booked once. */
  readonly #plates = new Map<string, { entry: string; hand: string }>();

  constructor(
    larder: Larder,
    private readonly season: (version?: number) => Promise<Season>,
    private readonly now: () => number = Date.now,
    private readonly follow: Follow = () => Promise.resolve([]),
    private readonly allowed: May = may,
    /** Whether a photograph is kept here; a note of one that was never sent is refused. */
    private readonly photoKept: (file: string) => Promise<boolean> = () => Promise.resolve(true)
  ) {
    super(larder);
    this.#news = new News(larder.db, (entry) => this.#notePlate(entry));
  }

  /** Hears of every entry once, whichever process on the larder has booked it; gives the way to stop. See {@link News}. */
  listen(listener: Listener): () => void {
    return this.#news.listen(listener);
  }

  /**
   * Books entries in order. What touches an entry that was refused is refused too. Some of them share a transaction; where one
   * of those breaks it, each has one of its own, and only that one is refused.
   */
  async book(drafts: readonly Draft[], by: By = {}): Promise<Outcome[]> {
    const outcomes: Outcome[] = [];
    const spoiled = new Map<string, string>();
    const read = drafts.map(readable);
    for (let i = 0; i < drafts.length; i += AT_ONCE) {
      const some = read.slice(i, i + AT_ONCE);
      try {
        outcomes.push(...(await this.#bookSome(some, by, spoiled)));
      } catch (error) {
        if (some.length === 1 || asLarderFault(error)) throw error;
        outcomes.push(...(await this.#bookEach(some, by, spoiled)));
      }
    }
    return outcomes;
  }

  /** Books entries in a transaction each; one that breaks it is refused, and said to be at fault. */
  async #bookEach(drafts: readonly Read[], by: By, spoiled: Map<string, string>): Promise<Outcome[]> {
    const outcomes: Outcome[] = [];
    for (const draft of drafts)
      try {
        outcomes.push(...(await this.#bookSome([draft], by, spoiled)));
      } catch (error) {
        if (asLarderFault(error)) throw error;
        const { id } = draft;
        log.error({ err: error, entry: id }, 'an entry could not be booked');
        outcomes.push({ status: 'refused', id, refusal: { code: 'fault' } });
        for (const born of draft.ok ? bornBy(draft.draft) : [id]) spoiled.set(born, id);
      }
    return outcomes;
  }

  async #bookSome(drafts: readonly Read[], by: By, spoiled: Map<string, string>): Promise<Outcome[]> {
    let spoiledHere = new Map(spoiled);
    let outcomes: Outcome[] = [];
    let told: BookedEntry[] = [];
    const bookable = drafts.flatMap((read) => (read.ok ? [read.draft] : []));
    const left = await this.#within(
      bookable,
      async (t) => {
        // A neighbour that holds the lock lets it begin again.
        [spoiledHere, outcomes, told] = [new Map(spoiled), [], []];
        for (const read of drafts) {
          const { id } = read;
          const rests = read.ok ? restsOn(read.draft, spoiledHere) : undefined;
          const outcome: Outcome = !read.ok
            ? { status: 'refused', id, refusal: read.refusal }
            : rests
              ? { status: 'refused', id, refusal: { code: 'rests-on-refused', entry: rests } }
              : await this.#bookWith(t, read.draft, told, by);
          if (outcome.status === 'refused')
            for (const born of read.ok ? bornBy(read.draft) : [id]) spoiledHere.set(born, rests ?? id);
          outcomes.push(outcome);
        }
      },
      drafts.length > 1
    );
    for (const [id, by] of spoiledHere) spoiled.set(id, by);
    // Only now is it certain: a state is remembered after its entry has been committed.
    this.#remember(left);
    this.#news.publish(told);
    return outcomes;
  }

  /** Runs work in a transaction of the book; gives the states that it has left. */
  #within(
    drafts: readonly Draft[],
    work: (t: BookTransaction) => Promise<void>,
    late = false
  ): Promise<Map<string, Standing | undefined>> {
    return this.larder.write(async (tx) => {
      const t = new BookTransaction(tx, this.#recent, late);
      t.expect(drafts);
      await work(t);
      await t.end();
      return t.left();
    });
  }

  /**
   * Books entries in one transaction, all or none.
   * @param asks  whether what is doubtful is asked about; not of what was made to be so
   * @returns the refusal and the place of the draft it met, or nothing when all stand
   */
  async bookAll(drafts: readonly Draft[], asks = true): Promise<(Refusal & { at: number }) | undefined> {
    class Stop extends Error {
      constructor(
        readonly refusal: Refusal,
        readonly at: number
      ) {
        super('refused');
      }
    }
    let told: BookedEntry[] = [];
    const all: Draft[] = [];
    for (const [at, draft] of drafts.entries()) {
      const read = readable(draft);
      if (!read.ok) return { ...read.refusal, at };
      all.push(read.draft);
    }
    try {
      const left = await this.#within(
        all.slice(0, AT_ONCE),
        async (t) => {
          told = [];
          for (const [at, draft] of all.entries()) {
            const outcome = await this.#bookOne(t, draft, { asks });
            if (outcome.status === 'refused') throw new Stop(outcome.refusal, at);
            told.push(outcome.entry);
          }
        },
        true
      );
      this.#remember(left);
      this.#news.publish(told);
      return undefined;
    } catch (error) {
      if (error instanceof Stop) return { ...error.refusal, at: error.at };
      throw error;
    }
  }

  /** Books an entry and what follows from it, so that nothing can pass between the two. */
  async #bookWith(t: BookTransaction, draft: Draft, told: BookedEntry[], by: By): Promise<Outcome> {
    const outcome = await this.#bookOne(t, draft, by);
    if (outcome.status !== 'booked') return outcome;
    told.push(outcome.entry);
    const { state } = await t.standing(subjectOf(draft.intent));
    for (const intent of await this.follow(outcome.entry, state, () => t.version('rules'))) {
      const { at, hand, device } = outcome.entry;
      const next = await this.#bookOne(t, { id: newId(), at, hand, device, intent }, { ...by, clockOff: 0 });
      if (next.status === 'booked') told.push(next.entry);
    }
    return outcome;
  }

  async #bookOne(t: BookTransaction, draft: Draft, given: By & { asks?: boolean } = {}): Promise<Outcome> {
    const { hand: name, intent, id } = draft;
    const { site = HOME, role } = given;
    if (!this.allowed({ name, site, ...(role ? { role } : {}) }, intent))
      return { status: 'refused', id, refusal: { code: 'not-allowed', name, kind: intent.kind } };
    const entry = await t.said(id);
    if (entry)
      // A press that was sent twice may have been dated by two clocks.
      return contentsOf({ ...entry, at: draft.at, deviceAt: undefined }) === contentsOf(draft)
        ? { status: 'already-booked', id, entry }
        : { status: 'refused', id, refusal: { code: 'id-taken', entry: id } };
    const taken = this.#plateTaken(draft);
    if (taken) return { status: 'refused', id, refusal: taken };
    if (intent.kind === 'note' && intent.photo !== undefined && !(await this.photoKept(intent.photo)))
      return { status: 'refused', id, refusal: { code: 'unknown-photograph', file: intent.photo } };
    const now = this.now();
    // A clock that is off throws no weight away: the larder's time counts, the device's stands beside it.
    const off = Math.abs(given.clockOff ?? 0) > CLOCK_SLACK_MS ? (given.clockOff ?? 0) : 0;
    const meant = draft.at + off;
    const at = meant > now + CLOCK_SLACK_MS ? now : Math.max(0, meant);
    return this.#insert(
      t,
      { ...draft, at },
      {
        asks: true,
        ...given,
        ...(at === draft.at ? {} : { deviceAt: draft.at })
      }
    );
  }

  /** Why what lies on the larder's scale cannot be booked again: somebody has it already. */
  #plateTaken({ id, intent }: Draft): Refusal | undefined {
    const plate = plateOf(intent);
    const holder = plate ? this.#plates.get(plate) : undefined;
    return holder && holder.entry !== id ? { code: 'plate-taken', ...holder } : undefined;
  }

  #notePlate({ id, intent, hand }: BookedEntry): void {
    const plate = plateOf(intent);
    if (!plate) return;
    this.#plates.set(plate, { entry: id, hand });
    for (const old of this.#plates.keys()) {
      if (this.#plates.size <= RECENT_PLATES) return;
      this.#plates.delete(old);
    }
  }

  async #insert(
    t: BookTransaction,
    draft: Draft,
    given: {
      code?: string | undefined;
      season?: number | undefined;
      seq?: number;
      deviceAt?: number | undefined;
      asks?: boolean;
      site?: string | undefined;
      /** It comes from a book in which it stood. */
      asBooked?: boolean;
    }
  ): Promise<Outcome> {
    const { intent, id } = draft;
    const { tx, put } = t;
    const main = subjectOf(intent);
    const site = given.site === HOME ? undefined : given.site;
    const { subjects, history } = await this.#reach(t, intent, given.asBooked === true);
    const parts = new Map<string, Standing>();
    for (const subject of subjects) parts.set(subject, await t.standing(subject));
    const own = parts.get(main);
    const before = joined(...(await t.heads(parts)), ...[...parts.values()].map((part) => part.state));
    const first = intent.animal !== undefined && !under(before.animals, main);
    // An animal that has been taken back whole comes again under its code.
    const past = first && history.length === 0 ? await t.history(main) : history;
    const earlier = past.find((e) => e.code);
    const code = given.code ?? earlier?.code;
    const season =
      own?.season ?? given.season ?? earlier?.season ?? (first ? await this.#seasonAt(t, draft.at) : 0);
    const facts = intent.kind === 'intake' || intent.kind === 'amend' ? intent.facts : undefined;
    const holder = facts?.tag && !given.asBooked ? await t.holder(facts.tag, season, main) : undefined;
    const applied = applyEntry(before, draft, {
      history: past,
      ...(given.asBooked ? { asBooked: true } : {}),
      tagHolder: () => (holder ? { animal: holder.id, code: holder.code } : undefined)
    });
    if (!applied.ok) return { status: 'refused', id, refusal: applied.refusal };
    const doubt = given.asks ? doubtOf(before, draft, applied.postings, past) : undefined;
    if (doubt)
      return {
        status: 'refused',
        id,
        refusal: { code: 'doubt', ...(await doubtInFull(t, before, draft, applied.postings, doubt)) }
      };
    const named = first ? (code ?? (await t.codes.next(season, put))) : undefined;
    if (named && code) await t.codes.keep(season, code, put);
    const { entry, hash } = await t.next(
      {
        id,
        at: draft.at,
        hand: draft.hand,
        device: draft.device,
        intent,
        postings: applied.postings,
        ...(given.deviceAt === undefined ? {} : { deviceAt: given.deviceAt }),
        ...(site ? { site } : {}),
        ...(named ? { code: named, season } : {})
      },
      given.seq
    );
    const { seq } = entry;
    // Of all that a void has looked at it touches what it takes back.
    const touched = intent.kind === 'void' ? subjectsTaken(intent, past) : subjects;
    appendEntry(t, entry, hash, touched);
    if (intent.kind === 'void') {
      t.flush();
      dropFlows(tx, put, intent, past);
    } else t.append(flows, flowRows(seq, intent, applied.postings));
    const party = partyOf(intent);
    if (party !== undefined) {
      keepParty(tx, put, party);
      t.touchBeside();
    }
    t.booked(entry, touched);
    for (const subject of touched) {
      const part = parts.get(subject);
      if (!part) continue;
      const slice =
        parts.size === 1 && before === part.state ? applied.state : sliceOf(applied.state, [subject]);
      const known = under(slice.animals, subject);
      const after =
        named && known && subject === main
          ? { ...slice, animals: { ...slice.animals, [subject]: { ...known, code: named } } }
          : slice;
      const there = known ?? under(after.pools, subject);
      const meta = { season: part.season ?? season, lastSeq: seq, at: draft.at };
      await t.leave(
        subject,
        part.state,
        { state: after, ...(there ? { lastSeq: seq, season: meta.season } : {}) },
        meta,
        known && speaksOfParts(after, subject) ? await t.history(subject) : []
      );
    }
    return { status: 'booked', id, entry };
  }

  async #seasonAt(t: BookTransaction, at: number): Promise<number> {
    const { seasonStart, timeZone } = await this.season(await t.version('settings'));
    return seasonOfIntake(at, seasonStart, timeZone);
  }

  /**
   * The subjects that an entry touches, and the history it looks back on: none but of what takes back or corrects. Of a void
   * it is all that its chain can reach: the subjects of each entry that stands on another are looked at in turn.
   */
  async #reach(
    t: BookTransaction,
    intent: Intent,
    asBooked: boolean
  ): Promise<{ subjects: string[]; history: BookedEntry[] }> {
    const { tx } = t;
    if (intent.kind === 'correct') {
      t.flush();
      const subjects = subjectsOf(intent);
      return { subjects, history: await historyOf(tx, ...subjects) };
    }
    if (intent.kind !== 'void') return { subjects: subjectsOf(intent), history: [] };
    // What lies in which pool is looked up in the rows.
    t.write();
    const named = await tx
      .selectDistinct({ id: entrySubjects.subject })
      .from(entrySubjects)
      .innerJoin(entries, eq(entries.seq, entrySubjects.seq))
      .where(inArray(entries.id, asBooked ? takenBack(intent) : [intent.entry]));
    let subjects = [...new Set([subjectOf(intent), ...named.map((row) => row.id)])];
    // What was given away or eaten since a hold was lifted stands on that.
    const lifted = await tx
      .select({ kind: entries.kind })
      .from(entries)
      .where(eq(entries.id, intent.entry))
      .get();
    if (lifted?.kind === 'lift')
      subjects = [...new Set([...subjects, ...(await poolsWith(tx, subjectOf(intent)))])];
    for (;;) {
      const around = await neighboursOf(tx, subjects);
      const history = await historyOf(tx, ...around);
      if (asBooked || around.length === subjects.length) return { subjects, history };
      const chain = new Set(dependants(history, intent.entry));
      const reached = history.filter((e) => chain.has(e.id)).flatMap((e) => subjectsOf(e.intent));
      const more = [...new Set([...subjects, ...reached])];
      if (more.length === subjects.length) return { subjects, history };
      subjects = more;
    }
  }

  #remember(states: ReadonlyMap<string, Standing | undefined>): void {
    for (const [animal, kept] of states) {
      this.#recent.delete(animal);
      if (kept) this.#recent.set(animal, kept);
    }
    for (const animal of this.#recent.keys()) {
      if (this.#recent.size <= RECENT) return;
      this.#recent.delete(animal);
    }
  }

  /**
   * Takes a whole book into an empty larder, all or nothing. It is read and derived anew in a larder of its own beside this
   * one, however slowly it comes; only when all of it follows are its rows taken over, so that nobody waits for it.
   */
  async import(source: AsyncIterable<string>): Promise<Imported> {
    if (await this.larder.db.select({ seq: entries.seq }).from(entries).limit(1).get())
      return { ok: false, fault: 'not-empty' };
    const spool = await this.larder.beside();
    try {
      const read = await BookRepository.filling(spool).fill(source);
      if (!read.ok) return read;
      return (await this.larder.takeIn(spool)) ? read : { ok: false, fault: 'not-empty' };
    } finally {
      spool.remove();
    }
  }

  /** The book of a larder that is being filled out of a file: seasons and holds come with it. */
  static filling(larder: Larder): BookRepository {
    return new BookRepository(larder, () => Promise.resolve(DEFAULT_SETTINGS));
  }

  /**
   * Books what the lines of a file say into an empty larder, in one transaction: every posting and every hash is derived
   * anew and compared.
   */
  async fill(source: AsyncIterable<string>): Promise<Imported> {
    let [count, at] = [0, 1];
    try {
      await this.#within(
        [],
        async (t) => {
          const stretch = new Stretch(t);
          count = await readBook(source, async (entry, hash, line) => {
            at = line;
            if (stretch.has(entry.id)) return twice(line);
            const { seq, code, deviceAt, site, postings: stated, ...draft } = entry;
            const season = entry.season ?? (code === undefined ? undefined : seasonOfCode(code, entry.at));
            const given = { seq, code, season, deviceAt, site, asBooked: true };
            const outcome = await this.#insert(t, draft, given);
            return (
              faultOf(outcome, stated, code) ?? (await unchained(t, hash)) ?? (await stretch.add(entry, line))
            );
          });
          const fault = await stretch.close();
          if (fault) throw new ImportStopped({ ...fault, line: fault.line ?? 0 });
        },
        true
      );
      return { ok: true, entries: count };
    } catch (error) {
      if (error instanceof ImportStopped)
        return { ok: false, fault: error.fault, ...(error.refusal ? { refusal: error.refusal } : {}) };
      // Rows went in before their stretch was looked up, and met one of an earlier stretch.
      if (isTaken(error)) return { ok: false, fault: { ...twice(at), line: at } };
      throw error;
    }
  }

  /** Goes through everything the larder keeps; see {@link auditBook}. */
  audit(photos?: PhotoStore): ReturnType<typeof auditBook> {
    return auditBook(this.larder, photos);
  }

  /** Writes every projection anew from the entries; gives how many subjects there are. */
  async rebuild(): Promise<number> {
    return rebuildBook(this.larder);
  }
}

/** A doubt with who booked the other entry and when, where it speaks of one. */
async function doubtInFull(
  t: BookTransaction,
  before: BookState,
  draft: Draft,
  derived: readonly Posting[],
  doubt: Doubt
): Promise<Doubt> {
  if (doubt.why !== 'twice') return doubt;
  return doubtOf(before, draft, derived, await t.history(subjectOf(draft.intent))) ?? doubt;
}
