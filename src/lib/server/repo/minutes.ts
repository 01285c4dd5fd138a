import { and, desc, eq, inArray } from 'drizzle-orm';
import {
  addGouges,
  addTrims,
  gougesOf,
  learnMinutes,
  ownFigures,
  toldBack,
  trimsOf,
  workedOf,
  type Gouges,
  type Minutes,
  type OwnFigure,
  type Trims,
  type Worked
} from '$core/bench';
import { PROCEDURES, SPECIES, SPECIES_KEYS, type SpeciesKey } from '$core/reference';
import type { Animal } from '$core/book';
import type { Larder } from '../db/client';
import { animals } from '../db/schema';
import { entriesOf, toEntries } from './state';

/** Animals looked back at: a few seasons of a household, a few weeks of a game room. */
export const LOOK_BACK = 24;

/** Steps of the orders of work that take the hide off. */
const SKIN_STEPS: ReadonlySet<string> = new Set(
  Object.values(PROCEDURES)
    .filter(({ from, key }) => from && key.startsWith('H'))
    .flatMap(({ steps }) => steps.map((step) => step.key))
);

/** What the book says of how somebody works. */
export interface Practice {
  minutes: Minutes;
  /** How often the knife went into a muscle, by step. */
  gouges: Gouges;
  /** What trimming took off, by tub. */
  trims: Trims;
}

/** What the bench says of the work before it, and of trimming. */
export interface ToldOf {
  figures: OwnFigure[];
  /** Everybody’s. */
  trims: Trims;
}

interface Kept {
  seq: number;
  practice: Practice;
}

/** Minutes by step and gouges, learned from the book's own entries. */
export class MinutesRepository {
  readonly #kept = new Map<string, Kept>();
  #told: { seq: number; told: ToldOf } | undefined;
  constructor(private readonly larder: Larder) {}

  /** Minutes by step of a person; see {@link practice}. */
  async learned(hand: string, species: SpeciesKey): Promise<Minutes> {
    return (await this.practice(hand, species)).minutes;
  }

  /**
   * Minutes by step of a person at animals of one species, and where the knife went into a muscle; where they have worked
   * on none of it, at its group. Looks at the newest animals only.
   */
  async practice(hand: string, species: SpeciesKey): Promise<Practice> {
    const own = await this.#of(hand, [species]);
    if (Object.keys(own.minutes).length > 0) return own;
    const { group } = SPECIES[species];
    return this.#of(
      hand,
      SPECIES_KEYS.filter((key) => SPECIES[key].group === group)
    );
  }

  /**
   * What the bench says to whoever dressed and skinned the newest animals, everybody’s own figure; and what trimming took
   * off in this house.
   */
  async toldBack(): Promise<ToldOf> {
    const { db } = this.larder;
    const recent = await db
      .select({ id: animals.id, lastSeq: animals.lastSeq, record: animals.record })
      .from(animals)
      .where(eq(animals.work, 'done'))
      .orderBy(desc(animals.lastSeq))
      .limit(LOOK_BACK);
    const seq = Math.max(0, ...recent.map((r) => r.lastSeq));
    if (this.#told?.seq === seq) return this.#told.told;
    const told = [];
    const trims: Trims[] = [];
    for (const { id, record } of recent) {
      const { facts } = JSON.parse(record) as Pick<Animal, 'facts'>;
      const entries = toEntries(await entriesOf(db, id), []);
      told.push(toldBack(entries, facts, SKIN_STEPS));
      trims.push(trimsOf(entries));
    }
    this.#told = { seq, told: { figures: ownFigures(told), trims: addTrims(...trims) } };
    return this.#told.told;
  }

  async #of(hand: string, species: readonly SpeciesKey[]): Promise<Practice> {
    const { db } = this.larder;
    const recent = await db
      .select({ id: animals.id, lastSeq: animals.lastSeq })
      .from(animals)
      .where(and(inArray(animals.species, [...species]), eq(animals.work, 'done')))
      .orderBy(desc(animals.lastSeq))
      .limit(LOOK_BACK);
    const key = `${hand}|${species.join()}`;
    const seq = Math.max(0, ...recent.map((r) => r.lastSeq));
    const known = this.#kept.get(key);
    if (known?.seq === seq) return known.practice;
    const worked: Worked[] = [];
    const gouged: Gouges[] = [];
    const trims: Trims[] = [];
    for (const { id } of recent) {
      const rows = await entriesOf(db, id);
      const entries = toEntries(rows, []);
      worked.push(...workedOf(entries).filter((w) => w.hand === hand));
      gouged.push(gougesOf(entries, hand));
      trims.push(trimsOf(entries, hand));
    }
    const practice = {
      minutes: learnMinutes(worked),
      gouges: addGouges(...gouged),
      trims: addTrims(...trims)
    };
    this.#kept.set(key, { seq, practice });
    return practice;
  }
}
