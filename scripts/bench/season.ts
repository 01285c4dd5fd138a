import { randomBytes } from 'node:crypto';
import { DOUBTS, type Draft, type Facts } from '../../src/core/book';
import { DEER_GROUP } from '../../src/core/reference';
import { seeded } from '../../src/core/statistics';
import { Butcher } from '../../src/lib/server/demo/butcher';

const TEMPLATES = 24;
export const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}/g;

/** One animal's entries as a household books them: quartered, tub by tub, about forty entries. */
function template(i: number, at: number): Draft[] {
  const uniform = seeded(500 + i);
  const species = DEER_GROUP[i % DEER_GROUP.length] ?? 'roe';
  const hanging = 9_000 + Math.round(uniform() * 60_000);
  const facts: Facts = {
    species,
    sex: uniform() < 0.5 ? 'female' : 'male',
    ageClass: 'adult',
    ...(i % 3 === 0 ? { placement: 'chest' as const } : {})
  };
  const hand = new Butcher({ seed: i * 7 + 1, facts, hanging, at, hand: 'Tove' });
  hand.weighIn('hanging', hanging);
  hand.work(Infinity, { quick: true });
  return hand.drafts;
}

/** Entries of a season of many animals: templates with fresh ids and their own times. */
export function* season(count: number, now: number): Generator<Draft[]> {
  const start = now - 100 * 86_400_000;
  const templates = Array.from({ length: TEMPLATES }, (_, i) => JSON.stringify(template(i, start)));
  for (let n = 0; n < count; n += 1) {
    const text = templates[n % TEMPLATES] ?? '[]';
    const fresh = new Map<string, string>();
    const mark = randomBytes(6).toString('hex');
    const drafts = JSON.parse(
      text.replace(UUID, (id) => {
        let own = fresh.get(id);
        if (!own)
          fresh.set(
            id,
            (own = `${id.slice(0, 19)}${id.slice(19, 24)}${mark}`.replace(/^(.{24}).*$/, `$1${mark}`))
          );
        return own;
      })
    ) as Draft[];
    const later = Math.floor(((now - start - 5 * 86_400_000) * n) / count);
    // Whoever measures is asked nothing: what the hand cut is what it cut.
    yield drafts.map((d) => ({ ...d, at: d.at + later, intent: { ...d.intent, sure: [...DOUBTS] } }));
  }
}
