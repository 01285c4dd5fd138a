import { and, desc, eq, gt, inArray, isNotNull, isNull, ne, not, or, sql } from 'drizzle-orm';
import { SeasonTally, scaleCheck, type ScaleCheck, type SeasonShare, type SeasonSums } from '$core/account';
import type { Animal, Facts, Segment, WorkState } from '$core/book';
import {
  SPECIES,
  SPECIES_KEYS,
  TRIM_SAID,
  type PriceUse,
  type SpeciesKey,
  type TrimSaid
} from '$core/reference';
import { learn, learnShares, without, type Learned, type ResidualSums, type ShareRow } from '$core/yield';
import { localDate } from '$core/units';
import { meatIn } from '$core/worth';
import type { Larder } from '../db/client';
import { animals, entries, entrySubjects } from '../db/schema';
import type { SettingsRepository } from './settings';

/** Where an animal is in the order of work: out where it fell, on the rail, on the table, closed. */
export const STATIONS = ['field', 'hanging', 'bench', 'done'] as const;
export type Station = 'field' | WorkState;
const inField = sql`coalesce(${animals.place}, '') = 'field'`;

/** An animal as lists show it. */
export interface AnimalCard {
  id: string;
  code: string;
  season: number;
  facts: Facts;
  work: WorkState;
  base: number;
  hanging: number | null;
  boneless: number;
  takeHome: number;
  firstAt: number;
  lastAt: number;
  lastSeq: number;
  segments: Segment[];
  stillOn: number;
  byUse: Partial<Record<PriceUse, number>>;
  expectedLow: number | null;
  expectedHigh: number | null;
  /** Why it is held back, or `condemned`. */
  held: string | null;
  /** What it says of its species, once it is closed. */
  residual: number | null;
  /** Hanging grams, read or modelled. */
  likely: number | null;
  /** Animals of a lot. */
  count: number | null;
  /** 0 where it came in parts. */
  whole: number | null;
  /** Where it was last taken. */
  place: string | null;
  /** Marks, and what was done while it cooled. */
  record: Pick<Animal, 'marks' | 'cooling' | 'apart' | 'felt' | 'holds' | 'bills'>;
}

function toCard({
  record,
  beam,
  work,
  byUse,
  shares: _shares,
  ...row
}: typeof animals.$inferSelect): AnimalCard {
  const { facts, ...rest } = JSON.parse(record) as Omit<Animal, 'id' | 'code'>;
  const { segments, stillOn } = JSON.parse(beam) as { segments: Segment[]; stillOn: number };
  return {
    ...row,
    facts,
    record: rest,
    work: work as WorkState,
    segments,
    stillOn,
    byUse: JSON.parse(byUse) as Partial<Record<PriceUse, number>>
  };
}

/** Kinds whose name, or word for male, female or young, holds a word. */
const kindsNamed = (word: string): SpeciesKey[] =>
  SPECIES_KEYS.filter((key) => {
    const { name, words } = SPECIES[key];
    return [name, ...Object.values(words)].some((n) => n.toLowerCase().includes(word));
  });

/** Condition that a row, or an entry of it, holds a word; signs of a pattern are taken as they stand. */
function speaksOf(word: string) {
  const low = word.toLowerCase();
  const like = `%${low.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
  const holds = (column: unknown) => sql`lower(coalesce(${column}, '')) like ${like} escape '\\'`;
  const kinds = kindsNamed(low);
  return or(
    holds(animals.code),
    holds(animals.tag),
    holds(animals.owner),
    holds(sql`json_extract(${animals.record}, '$.facts.place')`),
    holds(sql`json_extract(${animals.record}, '$.facts.takenBy')`),
    kinds.length > 0 ? inArray(animals.species, kinds) : undefined,
    sql`exists (select 1 from ${entrySubjects} join ${entries} on ${entries.seq} = ${entrySubjects.seq}
      where ${entrySubjects.subject} = ${animals.id} and ${holds(entries.hand)})`
  );
}

export type SeasonTotals = SeasonSums & { season: number };

/** A season as it was when it was last asked for: what each animal adds, and up to which entry that is true. */
interface KeptSeason {
  upTo: number;
  shares: Map<string, SeasonShare>;
  tally: SeasonTally;
  /** Zone whose days it counts. */
  timeZone: string;
}

const nothingKept = (timeZone: string): KeptSeason => ({
  upTo: 0,
  shares: new Map(),
  tally: new SeasonTally(),
  timeZone
});

/** A moment's date in a zone. */
const dayIn = (at: number, timeZone: string): string => {
  const { year, month, day } = localDate(at, timeZone);
  return `${year}-${month}-${day}`;
};

/** Animals that the scales are checked by. */
const CHECKED = 12;

/** Animals of a group whose parts are looked back at. */
const SHARE_ROWS = 120;

/** Questions that the pages ask of the animals' projection. */
export class AnimalRepository {
  readonly #seasons = new Map<number, KeptSeason>();

  constructor(
    private readonly larder: Larder,
    private readonly settings: Pick<SettingsRepository, 'read'>
  ) {}

  /** By id or by code. */
  async find(idOrCode: string): Promise<AnimalCard | undefined> {
    const row = await this.larder.db
      .select()
      .from(animals)
      .where(or(eq(animals.id, idOrCode), eq(animals.code, idOrCode)))
      .get();
    return row ? toCard(row) : undefined;
  }

  /** Animals at a station, those touched last first. What nobody has begun and still lies in the field is not on the rail. */
  async at(station: Station, limit: number): Promise<AnimalCard[]> {
    const rows = await this.larder.db
      .select()
      .from(animals)
      .where(
        station === 'field'
          ? and(eq(animals.work, 'hanging'), inField)
          : station === 'hanging'
            ? and(eq(animals.work, 'hanging'), not(inField))
            : eq(animals.work, station)
      )
      .orderBy(desc(animals.lastAt))
      .limit(limit);
    return rows.map(toCard);
  }

  /** Whether the scales of the house agree, by the last closed animals that were weighed whole. */
  async scaleCheck(): Promise<ScaleCheck | undefined> {
    const rows = await this.larder.db
      .select({ base: animals.base, unaccounted: animals.unaccounted })
      .from(animals)
      .where(and(eq(animals.work, 'done'), isNotNull(animals.hanging), isNull(animals.held)))
      .orderBy(desc(animals.lastSeq))
      .limit(CHECKED);
    return scaleCheck(rows);
  }

  /** Whether meat is trimmed before it is weighed, as was said of the animal that was touched last of those it was said of. */
  async trimHabit(): Promise<TrimSaid | undefined> {
    const said = sql<string>`json_extract(${animals.record}, '$.facts.meatTrimmed')`;
    const row = await this.larder.db
      .select({ said })
      .from(animals)
      .where(and(eq(animals.work, 'done'), isNotNull(said)))
      .orderBy(desc(animals.lastSeq))
      .limit(1)
      .get();
    return TRIM_SAID.find((one) => one === row?.said);
  }

  /** Animals that are held back or condemned, those touched last first. */
  async held(limit = 200): Promise<AnimalCard[]> {
    const rows = await this.larder.db
      .select()
      .from(animals)
      .where(isNotNull(animals.held))
      .orderBy(desc(animals.lastAt))
      .limit(limit);
    return rows.map(toCard);
  }

  /** Residuals of the closed animals, summed up by species. */
  async residualSums(): Promise<ResidualSums[]> {
    const rows = await this.larder.db
      .select({
        species: animals.species,
        n: sql<number>`count(*)`,
        sum: sql<number>`sum(${animals.residual})`,
        sumOfSquares: sql<number>`sum(${animals.residual} * ${animals.residual})`
      })
      .from(animals)
      .where(isNotNull(animals.residual))
      .groupBy(animals.species);
    return rows.map((row) => ({ ...row, species: row.species as SpeciesKey }));
  }

  /** What own closed animals say of an animal's species; an animal is never judged by what it has taught itself. */
  async learnedFor(
    card: Pick<AnimalCard, 'residual'> & { id?: string; facts: Pick<AnimalCard['facts'], 'species'> }
  ): Promise<Learned> {
    const { species } = card.facts;
    const sums = await this.residualSums();
    const own = card.residual;
    return learn(
      own === null ? sums : sums.map((s) => (s.species === species ? without(s, own) : s)),
      species,
      learnShares(await this.shareRows(species, card.id), species)
    );
  }

  /** What the parts of the newest closed animals of a species' group say. */
  async shareRows(species: SpeciesKey, but = '', limit = SHARE_ROWS): Promise<ShareRow[]> {
    const { group } = SPECIES[species];
    const rows = await this.larder.db
      .select({ species: animals.species, shares: animals.shares })
      .from(animals)
      .where(
        and(
          inArray(
            animals.species,
            SPECIES_KEYS.filter((key) => SPECIES[key].group === group)
          ),
          isNotNull(animals.residual),
          isNotNull(animals.shares),
          ne(animals.id, but)
        )
      )
      .orderBy(desc(animals.season), desc(animals.number))
      .limit(limit);
    return rows.map((row) => ({
      species: row.species as SpeciesKey,
      residuals: JSON.parse(row.shares ?? '{}') as ShareRow['residuals']
    }));
  }

  /** The closed animals of a species that teach something, newest first. */
  async residuals(species: SpeciesKey, limit = 60): Promise<{ code: string; residual: number }[]> {
    const rows = await this.larder.db
      .select({ code: animals.code, residual: animals.residual })
      .from(animals)
      .where(and(eq(animals.species, species), isNotNull(animals.residual)))
      .orderBy(desc(animals.season), desc(animals.number))
      .limit(limit);
    return rows.map(({ code, residual }) => ({ code, residual: residual ?? 0 }));
  }

  /** How many stand at each station, of all seasons. */
  async countAt(): Promise<Record<Station, number>> {
    const rows = await this.larder.db
      .select({ work: animals.work, field: sql<number>`${inField}`, n: sql<number>`count(*)` })
      .from(animals)
      .groupBy(animals.work, sql`2`);
    const counts: Record<Station, number> = { field: 0, hanging: 0, bench: 0, done: 0 };
    for (const { work, field, n } of rows)
      counts[work === 'hanging' && field ? 'field' : (work as WorkState)] += n;
    return counts;
  }

  /** A page of a season's animals, newest code first; without a season, of all. */
  async list(options: {
    season?: number | undefined;
    limit: number;
    offset?: number;
    codes?: readonly string[];
  }): Promise<AnimalCard[]> {
    const where = and(
      options.season === undefined ? undefined : eq(animals.season, options.season),
      options.codes ? inArray(animals.code, [...options.codes]) : undefined
    );
    const rows = await this.larder.db
      .select()
      .from(animals)
      .where(where)
      .orderBy(desc(animals.season), desc(animals.number))
      .limit(options.limit)
      .offset(options.offset ?? 0);
    return rows.map(toCard);
  }

  /**
   * Animals that every word of a search speaks of: by code, tag, kind, owner, place where it was taken, or the hand that
   * booked something of it. Newest code first.
   */
  async search(asked: {
    words: string;
    station?: Station | undefined;
    held?: boolean;
    season?: number | undefined;
    species?: readonly SpeciesKey[] | undefined;
    limit: number;
    offset: number;
  }): Promise<{ cards: AnimalCard[]; total: number }> {
    const where = and(
      asked.season === undefined ? undefined : eq(animals.season, asked.season),
      asked.species ? inArray(animals.species, [...asked.species]) : undefined,
      asked.held ? isNotNull(animals.held) : undefined,
      asked.station === undefined
        ? undefined
        : asked.station === 'field'
          ? and(eq(animals.work, 'hanging'), inField)
          : asked.station === 'hanging'
            ? and(eq(animals.work, 'hanging'), not(inField))
            : eq(animals.work, asked.station),
      ...asked.words.split(/\s+/).filter(Boolean).map(speaksOf)
    );
    const { db } = this.larder;
    const rows = await db
      .select()
      .from(animals)
      .where(where)
      .orderBy(desc(animals.season), desc(animals.number))
      .limit(asked.limit)
      .offset(asked.offset);
    const count = await db
      .select({ n: sql<number>`count(*)` })
      .from(animals)
      .where(where)
      .get();
    return { cards: rows.map(toCard), total: count?.n ?? 0 };
  }

  async seasons(): Promise<number[]> {
    const rows = await this.larder.db
      .selectDistinct({ season: animals.season })
      .from(animals)
      .orderBy(desc(animals.season));
    return rows.map((r) => r.season);
  }

  /** How many animals a season has. */
  async count(season: number): Promise<number> {
    const row = await this.larder.db
      .select({ n: sql<number>`count(*)` })
      .from(animals)
      .where(eq(animals.season, season))
      .get();
    return row?.n ?? 0;
  }

  /** Sums of a season. Only animals that were touched since the last time are read again. */
  async totals(season: number): Promise<SeasonTotals> {
    return { season, ...(await this.#tallyOf(season)).tally.sums };
  }

  /** What an animal's share of its season's costs is reckoned by. */
  async sharing(card: AnimalCard): Promise<{ totals: SeasonTotals; onItsDay: number }> {
    const { season } = card;
    const { tally, timeZone } = await this.#tallyOf(season);
    const onItsDay = tally.on(dayIn(card.facts.killedAt ?? card.firstAt, timeZone));
    return { totals: { season, ...tally.sums }, onItsDay };
  }

  async #tallyOf(season: number): Promise<KeptSeason> {
    const { timeZone } = await this.settings.read();
    const before = this.#seasons.get(season);
    let kept = before?.timeZone === timeZone ? before : nothingKept(timeZone);
    await this.#catchUp(season, kept);
    // An animal whose arrival was taken back leaves no row to say so.
    if (kept.shares.size !== (await this.count(season))) {
      kept = nothingKept(timeZone);
      await this.#catchUp(season, kept);
    }
    this.#seasons.set(season, kept);
    return kept;
  }

  async #catchUp(season: number, kept: KeptSeason): Promise<void> {
    const rows = await this.larder.db
      .select({
        id: animals.id,
        lastSeq: animals.lastSeq,
        work: animals.work,
        hanging: animals.hanging,
        bloodshot: animals.bloodshot,
        unaccountedAbs: animals.unaccountedAbs,
        expectedLow: animals.expectedLow,
        expectedHigh: animals.expectedHigh,
        byUse: animals.byUse,
        held: animals.held,
        bills: sql<string>`coalesce(json_extract(${animals.record}, '$.bills'), '{}')`,
        takenAt: sql<number>`coalesce(json_extract(${animals.record}, '$.facts.killedAt'), ${animals.firstAt})`
      })
      .from(animals)
      .where(and(eq(animals.season, season), gt(animals.lastSeq, kept.upTo)));
    for (const { id, lastSeq, work, byUse, held, bills, takenAt, ...figures } of rows) {
      const uses = JSON.parse(byUse) as SeasonShare['byUse'];
      const share: SeasonShare = {
        ...figures,
        boneless: meatIn(uses),
        bills: JSON.parse(bills) as SeasonShare['bills'],
        day: dayIn(takenAt, kept.timeZone),
        condemned: held === 'condemned',
        work: work as WorkState,
        byUse: uses
      };
      const before = kept.shares.get(id);
      if (before) kept.tally.remove(before);
      kept.tally.add(share);
      kept.shares.set(id, share);
      kept.upTo = Math.max(kept.upTo, lastSeq);
    }
  }
}
