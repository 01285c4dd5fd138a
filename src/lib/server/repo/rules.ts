import { under } from '$core/units';
import { eq } from 'drizzle-orm';
import { holdsFor, mergeCards, ruleCardSchema, type RuleCard } from '$core/rules';
import { subjectOf, type BookedEntry, type BookState, type Intent } from '$core/book';
import type { Larder } from '../db/client';
import { ruleCards } from '../db/schema';
import { bump, versionOf } from './versions';

/** The larder's rule cards, its own over those built in. */
export class RuleRepository {
  #cached: { version: number; cards: RuleCard[] } | undefined;
  constructor(private readonly larder: Larder) {}

  /** @param known  the version of now, where it has been read already */
  async all(known?: number): Promise<RuleCard[]> {
    const version = known ?? (await versionOf(this.larder.db, 'rules'));
    if (this.#cached?.version === version) return this.#cached.cards;
    const rows = await this.larder.db.select().from(ruleCards).orderBy(ruleCards.key);
    const own = rows.flatMap(({ value }) => {
      const read = ruleCardSchema.safeParse(JSON.parse(value));
      return read.success ? [read.data] : [];
    });
    this.#cached = { version, cards: mergeCards(own) };
    return this.#cached.cards;
  }

  async write(card: RuleCard): Promise<void> {
    const value = JSON.stringify(ruleCardSchema.parse(card));
    await this.larder.write(async (tx) => {
      await tx
        .insert(ruleCards)
        .values({ key: card.key, value })
        .onConflictDoUpdate({ target: ruleCards.key, set: { value } });
      await bump(tx, 'rules');
    });
  }

  /** Takes a card out; a built-in one comes back as it was. */
  async remove(key: string): Promise<void> {
    await this.larder.write(async (tx) => {
      await tx.delete(ruleCards).where(eq(ruleCards.key, key));
      await bump(tx, 'rules');
    });
  }

  /** Holds that follow from an arrival, or from facts that were changed. */
  readonly follow = async (
    { intent }: BookedEntry,
    state: BookState,
    version?: () => Promise<number>
  ): Promise<Intent[]> => {
    const facts = (intent.kind === 'intake' || intent.kind === 'amend') && intent.facts;
    const animal = under(state.animals, subjectOf(intent));
    if (!facts || !animal || animal.condemned) return [];
    // An amendment opens only what it has itself to do with.
    if (intent.kind === 'amend' && !['species', 'place', 'gate'].some((key) => key in facts)) return [];
    return holdsFor(animal.facts, await this.all(await version?.()), animal.holds).map(({ why, note }) => ({
      kind: 'hold',
      animal: animal.id,
      why,
      note
    }));
  };
}
