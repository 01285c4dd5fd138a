import { inArray } from 'drizzle-orm';
import type { Animal, Facts, Pool } from '$core/book';
import { FREEZER, animalName, type SpeciesKey } from '$core/reference';
import { capital } from '$lib/words/format';
import { cookWords } from '$lib/words/label';
import { LABEL_WORDS, heldIn } from '$lib/words/label-language';
import { formatter } from '$lib/words/formatter';
import { under } from '$core/units';
import { shortCode, spaced } from '$core/wrap';
import type { House } from './larder';
import { animals, pools } from './db/schema';
import type { Lying } from './repo/packs';

/** What stands on a label, in words. It never says that something is safe. */
export interface Label {
  id: string;
  /** The short code, and the address that its QR carries. */
  code: string;
  url: string;
  larder: string;
  what: string;
  weight: string;
  /** Whose meat: animals with their tags, or the recipe. */
  who: string;
  owner: string;
  days: string;
  eatBy: string;
  cook: string;
  allergens: string;
  /** The banner of what is held, and why; '' where it is not. */
  held: string;
  for: string;
}

/** Most animals that a label names; a pool of more says how many. */
const NAMED = 3;

/** Labels of packs that lie here, in the order asked for. */
export async function labelsOf(house: House, ids: readonly string[], base: string): Promise<Label[]> {
  const packs = await house.packs.byIds(ids);
  return labelsFor(house, packs, base);
}

async function labelsFor(house: House, packs: readonly Lying[], base: string): Promise<Label[]> {
  const chosen = await house.settings.read();
  const format = formatter(chosen);
  const words = LABEL_WORDS[chosen.labelLanguage];
  const own = chosen.labelLanguage === 'en';
  const kind = (species: SpeciesKey) => words.species[species];
  const shortDay = (at: number) =>
    new Intl.DateTimeFormat(words.locale, {
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      timeZone: chosen.timeZone
    }).format(at);
  /** A day without its year where the next one says it. */
  const sameYear = (at: number, next: number | undefined) =>
    next && shortDay(at).slice(-4) === shortDay(next).slice(-4) ? shortDay(at).slice(0, -5) : shortDay(at);
  /** What somebody typed stays as it was typed; what is only its cut is said in the language. */
  const nameOf = ({ what, cut }: Lying): string => {
    const plain = cut === undefined ? '' : format.cut(cut);
    const spoken = cut === undefined ? undefined : under(words.cuts, cut);
    return spoken && (what === undefined || what === plain) ? spoken : (what ?? (plain || words.pack));
  };
  const labels: Label[] = [];
  for (const pack of packs) {
    const whose = await house.trace.whose(pack.id);
    const facts = await factsOf(
      house,
      whose.filter((w) => w.kind === 'animal').map((w) => w.origin)
    );
    const lots = await poolsOf(
      house,
      whose.filter((w) => w.kind === 'store').map((w) => w.origin)
    );
    const allergens = [...new Set(lots.flatMap((lot) => lot.allergens ?? []))];
    const [only] = facts;
    const who =
      facts.length === 1 && only
        ? `${only.code} ${own ? animalName(only.facts).toLowerCase() : kind(only.facts.species)}${only.facts.tag ? `, ${words.tag(only.facts.tag)}` : ''}`
        : facts.length <= NAMED
          ? facts.map((f) => `${f.code} ${kind(f.facts.species)}`).join(' + ')
          : words.animals(facts.length, [...new Set(facts.map((f) => kind(f.facts.species)))].join(', '));
    const killed = facts.flatMap((f) => f.facts.killedAt ?? []);
    const owners = pack.owners.filter(Boolean);
    labels.push({
      id: pack.id,
      code: spaced(shortCode(pack.id)),
      url: new URL(`/p/${shortCode(pack.id)}`, base).href,
      larder: chosen.larderName,
      what: capital(nameOf(pack)),
      weight: format.mass(pack.grams),
      who,
      owner: owners.join(' + '),
      days: [
        killed.length > 0 ? words.killed(sameYear(Math.min(...killed), pack.packedAt)) : '',
        pack.packedAt ? words.packed(shortDay(pack.packedAt)) : ''
      ]
        .filter(Boolean)
        .join(' · '),
      eatBy: pack.eatBy ? words.bestBy(shortDay(pack.eatBy), format.degrees(FREEZER, 0)) : '',
      cook: cookWords(pack, format, own ? undefined : words.cook),
      allergens: allergens.length > 0 ? words.contains(allergens.join(', ')) : '',
      held: pack.held ? words.held(heldIn(words, pack.held)) : '',
      for: pack.for ? words.forWhom(pack.for) : ''
    });
  }
  return labels;
}

async function factsOf(house: House, ids: readonly string[]): Promise<{ code: string; facts: Facts }[]> {
  if (ids.length === 0) return [];
  const rows = await house.larder.db
    .select({ code: animals.code, record: animals.record })
    .from(animals)
    .where(inArray(animals.id, [...ids]))
    .orderBy(animals.season, animals.number);
  return rows.map(({ code, record }) => ({ code, facts: (JSON.parse(record) as Animal).facts }));
}

async function poolsOf(house: House, ids: readonly string[]): Promise<Pool[]> {
  if (ids.length === 0) return [];
  const rows = await house.larder.db
    .select({ record: pools.record })
    .from(pools)
    .where(inArray(pools.id, [...ids]));
  return rows.map(({ record }) => JSON.parse(record) as Pool);
}
