import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import {
  HOME,
  applyEntry,
  may,
  partyOf,
  canonical,
  contentsOf,
  dependants,
  doubtOf,
  emptyState,
  joined,
  plateOf,
  rulesOf,
  samePostings,
  seasonOfIntake,
  sliceOf,
  subjectOf,
  subjectsOf,
  subjectsTaken,
  takenBack,
  type BookedEntry,
  type BookState,
  type Doubt,
  type Draft,
  type Intent,
  type May,
  type Posting,
  type Refusal
} from '$core/book';
import type { Settings } from '$core/settings';
import { MINUTE } from '$core/units';
import { newId } from '../ids';
import type { Larder, Tx } from '../db/client';
import { animals, entries, entrySubjects, pools, postings } from '../db/schema';
import { News, type Listener } from './news';
import { keepParty } from './parties';
import { auditBook, rebuildBook } from './upkeep';
import { BookReader } from './book-reader';
import { keepNumber, nextCode } from './codes';
import { writeFlows } from './flows';
import { ImportStopped, readBook, type EntryFault, type Imported } from './import';
import {
  headOf,
  historyOf,
  neighboursOf,
  poolsWith,
  stateOf,
  toEntries,
  writeProjection,
  type Meta
} from './state';

export type Outcome =
  | { status: 'booked'; id: string; entry: BookedEntry }
  | { status: 'already-booked'; id: string; entry: BookedEntry }
  | { status: 'refused'; id: string; refusal: Refusal };

/** How far ahead of the larder's clock an entry may say it happened, and keep that: clocks of phones differ. */
const CLOCK_SLACK_MS = 5 * MINUTE;

/** Things on the scale that are remembered as taken. */
const RECENT_PLATES = 500;

/** Animals whose state is kept in memory. */
const RECENT = 64;

interface Kept {
  state: BookState;
  lastSeq: number;
}
/** A subject as an entry meets it. */
interface Standing {
  state: BookState;
  season: number | undefined;
}
/** States as a transaction has left them; undefined for an animal that is gone. */
type States = Map<string, Kept | undefined>;

/** Projections that a long transaction writes at its end: what stands written now, and what it should become. */
type Later = Map<string, { shown: BookState; after: BookState; meta: Meta }>;

export type Season = Pick<Settings, 'seasonStart' | 'timeZone'>;

/** What must follow an entry at once, in the same transaction: a hold that a rule card opens. */
export type Follow = (entry: BookedEntry, state: BookState) => Promise<Intent[]>;

/** The only place where mass changes: entries in, projections kept in step. */
export class BookRepository extends BookReader {
  readonly #news: News;
  /** States of animals booked on lately, by the number of their newest entry; a stale one is never used. */
  readonly #recent = new Map<string, Kept>();

  /** What was taken off the larder's scale lately: a piece that lies on it is booked once. */
  readonly #plates = new Map<string, { entry: string; hand: string }>();

  constructor(
    larder: Larder,
    private readonly season: () => Promise<Season>,
    private readonly now: () => number = Date.now,
    private readonly follow: Follow = () => Promise.resolve([]),
    private readonly allowed: May = may
  ) {
    super(larder);
    this.#news = new News(larder.db, (entry) => this.#notePlate(entry));
  }

  /** Hears of every entry once, whichever process on the larder has booked it; gives the way to stop. See {@link News}. */
  listen(listener: Listener): () => void {
    return this.#news.listen(listener);
  }

  /** Books entries in order, one transaction each. What touches an entry that was refused is refused too. */
  async book(drafts: readonly Draft[], site = HOME): Promise<Outcome[]> {
    const outcomes: Outcome[] = [];
    const spoiled = new Map<string, string>();
    const season = await this.season();
    for (const draft of drafts) {
      const rests = restsOn(draft, spoiled);
      const states: States = new Map();
      const told: BookedEntry[] = [];
      const outcome: Outcome = rests
        ? { status: 'refused', id: draft.id, refusal: { code: 'rests-on-refused', entry: rests } }
        : await this.larder.write((tx) => this.#bookWith(tx, draft, season, states, told, site));
      if (outcome.status === 'refused') for (const id of bornBy(draft)) spoiled.set(id, rests ?? draft.id);
      // Only now is it certain: a state is remembered after its entry has been committed.
      this.#remember(states);
      this.#news.publish(told);
      outcomes.push(outcome);
    }
    return outcomes;
  }

  /**
   * Books entries in one transaction, all or none.
   * @param asks  whether what is doubtful is asked about; not of what was made to be so
   * @returns the refusal and the place of the draft it met, or nothing when all stand
   */
  async bookAll(drafts: readonly Draft[], asks = true): Promise<(Refusal & { at: number }) | undefined> {
    const season = await this.season();
    class Stop extends Error {
      constructor(
        readonly refusal: Refusal,
        readonly at: number
      ) {
        super('refused');
      }
    }
    const states: States = new Map();
    const told: BookedEntry[] = [];
    try {
      await this.larder.write(async (tx) => {
        const later: Later = new Map();
        for (const [at, draft] of drafts.entries()) {
          const outcome = await this.#bookOne(tx, draft, season, states, { later, asks });
          if (outcome.status === 'refused') throw new Stop(outcome.refusal, at);
          told.push(outcome.entry);
        }
        await writeAll(tx, later);
      });
      this.#remember(states);
      this.#news.publish(told);
      return undefined;
    } catch (error) {
      if (error instanceof Stop) return { ...error.refusal, at: error.at };
      throw error;
    }
  }

  /** Books an entry and what follows from it, so that nothing can pass between the two. */
  async #bookWith(
    tx: Tx,
    draft: Draft,
    season: Season,
    states: States,
    told: BookedEntry[],
    site: string
  ): Promise<Outcome> {
    const outcome = await this.#bookOne(tx, draft, season, states, { site });
    if (outcome.status !== 'booked') return outcome;
    told.push(outcome.entry);
    const state = states.get(subjectOf(draft.intent))?.state;
    for (const intent of state ? await this.follow(outcome.entry, state) : []) {
      const { at, hand, device } = draft;
      const own = { id: newId(), at, hand, device, intent };
      const next = await this.#bookOne(tx, own, season, states, { site });
      if (next.status === 'booked') told.push(next.entry);
    }
    return outcome;
  }

  async #bookOne(
    tx: Tx,
    draft: Draft,
    season: Season,
    states: States,
    given: { later?: Later; asks?: boolean; site?: string } = {}
  ): Promise<Outcome> {
    const { hand: name, intent } = draft;
    if (!this.allowed({ name, site: given.site ?? HOME }, intent))
      return {
        status: 'refused',
        id: draft.id,
        refusal: { code: 'not-allowed', name, kind: intent.kind }
      };
    const taken = this.#plateTaken(draft);
    if (taken) return (await this.#said(tx, draft)) ?? { status: 'refused', id: draft.id, refusal: taken };
    const now = this.now();
    // A clock that is ahead throws no weight away: the larder's time counts, the device's stands beside it.
    const ahead = draft.at > now + CLOCK_SLACK_MS;
    const outcome = await this.#insert(tx, ahead ? { ...draft, at: now } : draft, season, states, {
      asks: true,
      ...given,
      ...(ahead ? { deviceAt: draft.at } : {})
    });
    // An entry that stands already is refused by its own traces; only then is the book asked for it.
    return outcome.status === 'refused' ? ((await this.#said(tx, draft)) ?? outcome) : outcome;
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

  /** Whether an entry of this number stands in the book: the same one, or another. */
  async #said(tx: Tx, draft: Draft): Promise<Outcome | undefined> {
    const { id } = draft;
    const standing = await tx.select().from(entries).where(eq(entries.id, id)).get();
    if (!standing) return undefined;
    const lines = await tx
      .select()
      .from(postings)
      .where(eq(postings.seq, standing.seq))
      .orderBy(postings.line);
    const [entry] = toEntries([standing], lines);
    if (!entry || contentsOf(entry) !== contentsOf(draft))
      return { status: 'refused', id, refusal: { code: 'id-taken', entry: id } };
    return { status: 'already-booked', id, entry };
  }

  async #insert(
    tx: Tx,
    draft: Draft,
    season: Season,
    states: States,
    given: {
      code?: string | undefined;
      seq?: number;
      deviceAt?: number | undefined;
      later?: Later;
      asks?: boolean;
      site?: string | undefined;
      /** It comes from a book in which it stood. */
      asBooked?: boolean;
    }
  ): Promise<Outcome> {
    const { intent, id } = draft;
    const main = subjectOf(intent);
    const site = given.site === HOME ? undefined : given.site;
    const { subjects, history } = await this.#reach(tx, intent, given.asBooked === true);
    const parts = new Map<string, Standing>();
    for (const subject of subjects) parts.set(subject, await this.#standing(tx, subject, states));
    const own = parts.get(main);
    const before = joined(
      ...(await this.#heads(tx, parts, states)),
      ...[...parts.values()].map((part) => part.state)
    );
    const first = intent.animal !== undefined && !before.animals[main];
    // An animal that has been taken back whole comes again under its code.
    const past = first && history.length === 0 ? await historyOf(tx, main) : history;
    const inSeason = own?.season ?? seasonOfIntake(draft.at, season.seasonStart, season.timeZone);
    const facts = intent.kind === 'intake' || intent.kind === 'amend' ? intent.facts : undefined;
    const holder = facts?.tag
      ? await tx
          .select({ id: animals.id, code: animals.code })
          .from(animals)
          .where(and(eq(animals.tag, facts.tag), eq(animals.season, inSeason), ne(animals.id, main)))
          .get()
      : undefined;
    const earlier = given.code ?? past.find((e) => e.code)?.code;
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
        refusal: { code: 'doubt', ...(await this.#doubtInFull(tx, before, draft, applied.postings, doubt)) }
      };
    const code = first ? (earlier ?? (await nextCode(tx, inSeason))) : undefined;
    if (first && given.code) await keepNumber(tx, inSeason, given.code);
    const [row] = await tx
      .insert(entries)
      .values({
        ...(given.seq ? { seq: given.seq } : {}),
        id,
        at: draft.at,
        deviceAt: given.deviceAt ?? null,
        hand: draft.hand,
        device: draft.device,
        kind: intent.kind,
        subject: main,
        intent: canonical(intent),
        site: site ?? null,
        code: code ?? null
      })
      .onConflictDoNothing({ target: entries.id })
      .returning({ seq: entries.seq });
    if (!row) return { status: 'refused', id, refusal: { code: 'id-taken', entry: id } };
    const { seq } = row;
    if (applied.postings.length > 0)
      await tx.insert(postings).values(
        applied.postings.map((p, line) => ({
          seq,
          line,
          item: p.item,
          grams: p.grams,
          class: p.class,
          count: p.count ?? null,
          origin: p.origin ?? null
        }))
      );
    // Of all that a void has looked at it touches what it takes back.
    const touched = intent.kind === 'void' ? subjectsTaken(intent, past) : subjects;
    const beside = touched.filter((subject) => subject !== main);
    if (beside.length > 0) await tx.insert(entrySubjects).values(beside.map((subject) => ({ subject, seq })));
    await writeFlows(tx, seq, intent, applied.postings, past);
    const party = partyOf(intent);
    if (party !== undefined) await keepParty(tx, party);
    const entry: BookedEntry = {
      id,
      seq,
      at: draft.at,
      hand: draft.hand,
      device: draft.device,
      intent,
      postings: applied.postings,
      ...(given.deviceAt === undefined ? {} : { deviceAt: given.deviceAt }),
      ...(site ? { site } : {}),
      ...(code ? { code } : {})
    };
    for (const subject of touched) {
      const part = parts.get(subject);
      if (!part) continue;
      const slice =
        parts.size === 1 && before === part.state ? applied.state : sliceOf(applied.state, [subject]);
      const known = slice.animals[subject];
      const after =
        code && known && subject === main
          ? { ...slice, animals: { ...slice.animals, [subject]: { ...known, code } } }
          : slice;
      const meta = { season: part.season ?? inSeason, lastSeq: seq, at: draft.at };
      const shown = given.later?.get(subject)?.shown ?? part.state;
      const there = known ?? after.pools[subject];
      // Tags are looked up in the projection: what may change one is written at once.
      if (!given.later || first || !there || facts) {
        await writeProjection(tx, subject, shown, after, meta);
        given.later?.set(subject, { shown: after, after, meta });
      } else given.later.set(subject, { shown, after, meta });
      states.set(subject, there ? { state: after, lastSeq: seq } : undefined);
    }
    return { status: 'booked', id, entry };
  }

  /** A doubt with who booked the other entry and when, where it speaks of one. */
  async #doubtInFull(
    tx: Tx,
    before: BookState,
    draft: Draft,
    derived: readonly Posting[],
    doubt: Doubt
  ): Promise<Doubt> {
    if (doubt.why !== 'twice') return doubt;
    return doubtOf(before, draft, derived, await historyOf(tx, subjectOf(draft.intent))) ?? doubt;
  }

  /**
   * The subjects that an entry touches, and the history it looks back on: none but of what takes back or corrects. Of a void
   * it is all that its chain can reach: the subjects of each entry that stands on another are looked at in turn.
   */
  async #reach(
    tx: Tx,
    intent: Intent,
    asBooked: boolean
  ): Promise<{ subjects: string[]; history: BookedEntry[] }> {
    if (intent.kind === 'correct') {
      const subjects = subjectsOf(intent);
      return { subjects, history: await historyOf(tx, ...subjects) };
    }
    if (intent.kind !== 'void') return { subjects: subjectsOf(intent), history: [] };
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

  /** A subject as it stands: from memory when nobody has booked since, else from the projections. */
  async #standing(tx: Tx, subject: string, states: States): Promise<Standing> {
    const row =
      (await tx
        .select({ season: animals.season, lastSeq: animals.lastSeq })
        .from(animals)
        .where(eq(animals.id, subject))
        .get()) ??
      (await tx
        .select({ season: sql<undefined>`null`, lastSeq: pools.lastSeq })
        .from(pools)
        .where(eq(pools.id, subject))
        .get());
    // What this very transaction has left, whether it is written or not.
    const own = states.get(subject);
    const season = row?.season;
    if (own) return { state: own.state, season };
    if (!row) return { state: emptyState(), season };
    const kept = this.#recent.get(subject);
    return { state: kept?.lastSeq === row.lastSeq ? kept.state : await stateOf(tx, subject), season };
  }

  /** Animals and store lots whose grams lie in the pools that are touched, as they are held back or not. */
  async #heads(tx: Tx, parts: ReadonlyMap<string, Standing>, states: States): Promise<BookState[]> {
    const whose = new Set<string>();
    for (const { state } of parts.values())
      for (const mixed of Object.values(state.origins))
        for (const origin of Object.keys(mixed)) if (!parts.has(origin)) whose.add(origin);
    const heads: BookState[] = [];
    for (const origin of whose) {
      const { animals, pools } = states.get(origin)?.state ?? (await headOf(tx, origin));
      heads.push({ ...emptyState(), animals, pools });
    }
    return heads;
  }

  #remember(states: States): void {
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
      const read = await new BookRepository(spool, this.season, this.now).#fill(source);
      if (!read.ok) return read;
      return (await this.larder.takeIn(spool)) ? read : { ok: false, fault: 'not-empty' };
    } finally {
      spool.remove();
    }
  }

  /** Books what the lines of a file say, in one transaction: every posting is derived anew and compared. */
  async #fill(source: AsyncIterable<string>): Promise<Imported> {
    const season = await this.season();
    const states: States = new Map();
    const later: Later = new Map();
    try {
      return await this.larder.write(async (tx) => {
        const count = await readBook(
          source,
          async ({ seq, code, deviceAt, site, postings: stated, ...draft }) => {
            const twice = await tx
              .select({ seq: entries.seq })
              .from(entries)
              .where(eq(entries.id, draft.id))
              .get();
            if (twice) return { path: 'id', message: `is entry ${twice.seq} already` };
            const given = { seq, code, deviceAt, site, later, asBooked: true };
            const outcome = await this.#insert(tx, draft, season, states, given);
            return faultOf(outcome, stated, code);
          }
        );
        await writeAll(tx, later);
        return { ok: true, entries: count };
      });
    } catch (error) {
      if (error instanceof ImportStopped)
        return { ok: false, fault: error.fault, ...(error.refusal ? { refusal: error.refusal } : {}) };
      throw error;
    }
  }

  /** Goes through the whole book; see {@link auditBook}. */
  audit(): ReturnType<typeof auditBook> {
    return auditBook(this.larder.db);
  }

  /** Writes every projection anew from the entries; gives how many subjects there are. */
  async rebuild(): Promise<number> {
    return rebuildBook(this.larder, await this.season());
  }
}

/** What is wrong with an entry that came in a file, when it was booked anew. */
function faultOf(
  outcome: Outcome,
  stated: readonly Posting[],
  code: string | undefined
): EntryFault | undefined {
  if (outcome.status === 'refused')
    return { path: 'intent', message: outcome.refusal.code, refusal: outcome.refusal };
  const derived = outcome.entry.postings;
  if (!samePostings(stated, derived))
    return {
      path: 'postings',
      message: 'do not follow from the intent',
      refusal: { code: 'stale', sent: [...stated], derived }
    };
  return outcome.entry.code === code
    ? undefined
    : { path: 'code', message: 'stands on the first intake of an animal only' };
}

/** What a draft would bring into being: its entry, items, and with the first intake the animal. */
const bornBy = ({ intent, id }: Draft): string[] => [id, ...(rulesOf(intent).bears?.(intent) ?? [])];

/** The refused entry that a draft rests on: it uses an item, animal or entry that one would have made. */
function restsOn({ intent }: Draft, spoiled: ReadonlyMap<string, string>): string | undefined {
  for (const id of rulesOf(intent).refers(intent)) {
    const refused = id === undefined ? undefined : spoiled.get(id);
    if (refused) return refused;
  }
  return undefined;
}

/** Writes the projections that a long transaction has put off. */
async function writeAll(tx: Tx, later: Later): Promise<void> {
  for (const [subject, { shown, after, meta }] of later)
    if (shown !== after) await writeProjection(tx, subject, shown, after, meta);
}
