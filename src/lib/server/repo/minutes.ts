import { and, desc, eq, inArray } from 'drizzle-orm';
import { learnMinutes, workedOf, type Minutes, type Worked } from '$core/bench';
import { SPECIES, SPECIES_KEYS, type SpeciesKey } from '$core/reference';
import type { Larder } from '../db/client';
import { animals } from '../db/schema';
import { entriesOf, toEntries } from './state';

/** Animals looked back at: a few seasons of a household, a few weeks of a game room. */
const LOOK_BACK = 24;

interface Kept {
  seq: number;
  minutes: Minutes;
}

/** Minutes by step, learned from the hours of the book's own entries. */
export class MinutesRepository {
  readonly #kept = new Map<string, Kept>();
  constructor(private readonly larder: Larder) {}

  /**
   * Minutes by step of a person at animals of one species; where they have worked on none of it, at its group.
   * Looks at the newest animals only.
   */
  async learned(hand: string, species: SpeciesKey): Promise<Minutes> {
    const own = await this.#of(hand, [species]);
    if (Object.keys(own).length > 0) return own;
    const { group } = SPECIES[species];
    return this.#of(
      hand,
      SPECIES_KEYS.filter((key) => SPECIES[key].group === group)
    );
  }

  async #of(hand: string, species: readonly SpeciesKey[]): Promise<Minutes> {
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
    if (known?.seq === seq) return known.minutes;
    const worked: Worked[] = [];
    for (const { id } of recent) {
      const rows = await entriesOf(db, id);
      worked.push(...workedOf(toEntries(rows, [])).filter((w) => w.hand === hand));
    }
    const minutes = learnMinutes(worked);
    this.#kept.set(key, { seq, minutes });
    return minutes;
  }
}
