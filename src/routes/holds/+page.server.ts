import { inArray } from 'drizzle-orm';
import { poolWord } from '$lib/words/entries';
import { entries } from '$lib/server/db/schema';
import { LIMITS } from '$lib/server/limits';
import { handOf } from '$lib/server/actor';

export const load = async ({ depends, locals }) => {
  depends('larder:holds');
  const opened = locals.house;
  const cards = await opened.animals.held();
  const ids = cards.flatMap((c) => (c.record.holds ?? []).map((h) => h.entry));
  const openers = new Map<string, string>();
  for (let i = 0; i < ids.length; i += 300)
    for (const row of await opened.larder.db
      .select({ id: entries.id, hand: entries.hand })
      .from(entries)
      .where(inArray(entries.id, ids.slice(i, i + 300))))
      openers.set(row.id, row.hand);
  const hand = handOf(locals, await opened.settings.read());
  const called = await opened.parties.called();
  const rows = await Promise.all(
    cards.map(async (card) => {
      const condemned = card.held === 'condemned';
      return {
        id: card.id,
        code: card.code,
        facts: card.facts,
        base: card.base,
        work: card.work,
        condemned,
        lastAt: card.lastAt,
        holds: (card.record.holds ?? []).map((h) => ({ ...h, by: openers.get(h.entry) ?? '' })),
        // What it went into is held with it, or goes with it.
        batches: (await opened.trace.recalled(card.id))
          .filter(({ left }) => left > 0)
          .map(({ pool, left }) => ({ id: pool.id, word: poolWord(pool), left })),
        recipients: condemned
          ? (await opened.trace.recipients(card.id)).map(({ party, kind, grams }) => ({
              party: called(party),
              kind,
              grams
            }))
          : []
      };
    })
  );
  return { rows, hand, limits: LIMITS.lift, now: Date.now() };
};
