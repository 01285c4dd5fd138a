import { inArray } from 'drizzle-orm';
import type { Hold } from '$core/book';
import { animalName } from '$core/reference';
import { poolWord } from '$lib/words/entries';
import { entries } from '$lib/server/db/schema';
import { LIMITS } from '$lib/server/limits';
import { handOf } from '$lib/server/actor';

export const load = async ({ depends, locals }) => {
  depends('larder:holds');
  const opened = locals.house;
  const cards = await opened.animals.held();
  const held = await opened.trace.heldPools();
  const ids = [
    ...cards.flatMap((c) => c.record.holds ?? []),
    ...held.flatMap(({ pool }) => pool.holds ?? [])
  ].map((h) => h.entry);
  const openers = new Map<string, string>();
  for (let i = 0; i < ids.length; i += 300)
    for (const row of await opened.larder.db
      .select({ id: entries.id, hand: entries.hand })
      .from(entries)
      .where(inArray(entries.id, ids.slice(i, i + 300))))
      openers.set(row.id, row.hand);
  const hand = handOf(locals, await opened.settings.read());
  const called = await opened.parties.called();
  /** What a hold of a subject holds with it, and whoever has something of it once it is condemned. */
  const consequences = async (id: string, condemned: boolean) => ({
    batches: (await opened.trace.recalled(id))
      .filter(({ pool, left }) => left > 0 && pool.id !== id)
      .map(({ pool, left }) => ({ id: pool.id, word: poolWord(pool), left })),
    recipients: condemned
      ? (await opened.trace.recipients(id)).map(({ party, kind, grams }) => ({
          party: called(party),
          kind,
          grams
        }))
      : []
  });
  const opening = (holds: readonly Hold[] = []) =>
    holds.map((h) => ({ ...h, by: openers.get(h.entry) ?? '' }));
  const animals = cards.map(async (card) => {
    const condemned = card.held === 'condemned';
    const { owner, place } = card.facts;
    return {
      id: card.id,
      of: { animal: card.id },
      code: card.code,
      href: `/animals/${card.code}`,
      name: `${animalName(card.facts)}, ${card.facts.ageClass}`,
      grams: card.base,
      where: [owner, place].filter(Boolean).join(', '),
      condemned,
      lastAt: card.lastAt,
      holds: opening(card.record.holds),
      ...(await consequences(card.id, condemned))
    };
  });
  // A batch or a bought lot may be held for itself: a sample of it is out, its seal was broken.
  const pools = held.map(async ({ pool, left, lastAt, held: why }) => ({
    id: pool.id,
    of: { pool: pool.id },
    code: '',
    href: `/book?pool=${pool.id}`,
    name: poolWord(pool),
    grams: left,
    where: '',
    condemned: why === 'condemned',
    lastAt,
    holds: opening(pool.holds),
    ...(await consequences(pool.id, why === 'condemned'))
  }));
  const rows = await Promise.all([...animals, ...pools]);
  return { rows, hand, limits: LIMITS.lift, now: Date.now() };
};
