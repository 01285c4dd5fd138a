import { factsSchema, readingDoubt, type Doubt, type Facts } from '$core/book';
import {
  SPECIES,
  SPECIES_KEYS,
  comesInLots,
  type AgeClass,
  type Sex,
  type SpeciesKey,
  type Stage
} from '$core/reference';
import { parseMass, type Grams, type MassFault } from '$core/units';
import { isWeight, readDay, wordIn, type DayOrder, type PastField, type PastReading } from './columns';

/** An animal of an old list, as far as it says something. */
export interface PastAnimal {
  /** Its row, counted from one with the heading. */
  row: number;
  facts: Facts & { killedAt: number };
  /** Animals in it, where it is small game. */
  count: number;
  weights: Partial<Record<'live' | 'dressed' | 'hanging', Grams>>;
  boneless?: Grams;
}

/** Why a cell or a row cannot be read. */
export type PastFault =
  | {
      code:
        | 'no-day'
        | 'day'
        | 'future'
        | 'no-species'
        | 'species'
        | 'sex'
        | 'age'
        | 'count'
        | 'no-weight'
        | 'long';
    }
  | { code: 'mass'; why: MassFault }
  /** Lighter before than after. */
  | { code: 'order'; more: PastField; less: PastField };

/** Something to be asked of a weight: it is far off for such an animal. */
export type PastDoubt = Extract<Doubt, { why: 'weight' }>;

export interface PastRead {
  animals: PastAnimal[];
  faults: { row: number; field: PastField | null; text: string; fault: PastFault }[];
  doubts: { row: number; doubt: PastDoubt }[];
  /** Words for animals that no species goes by here, each once. */
  unknown: string[];
}

/** Words for a sex alone. */
const SEX_WORDS: Readonly<Record<string, Sex>> = {
  m: 'male',
  male: 'male',
  f: 'female',
  female: 'female',
  '?': 'unknown',
  unknown: 'unknown',
  '': 'unknown'
};
const AGE_WORDS: Readonly<Record<string, AgeClass>> = {
  young: 'young',
  juvenile: 'young',
  kid: 'young',
  calf: 'young',
  fawn: 'young',
  piglet: 'young',
  yearling: 'yearling',
  adult: 'adult',
  old: 'old',
  '': 'adult'
};
/** Years from which an animal counts as old (working default). */
const OLD_YEARS = 9;

/** What words say of an animal: "roe", "roe doe", "red stag", "wild boar sow". */
const ANIMALS: Readonly<Record<string, { species: SpeciesKey; sex?: Sex; age?: AgeClass }>> =
  /* @__PURE__ */ animalWords();

function animalWords(): Record<string, { species: SpeciesKey; sex?: Sex; age?: AgeClass }> {
  const said: Record<string, { species: SpeciesKey; sex?: Sex; age?: AgeClass }> = {};
  for (const species of SPECIES_KEYS) {
    const { name, words } = SPECIES[species];
    const full = name.toLowerCase();
    const short = full.replace(/^(wild|tree|wood) | deer$/g, '');
    for (const called of new Set([species, full, short, full.replace(/-/g, ' '), short.replace(/-/g, ' ')])) {
      said[called] ??= { species };
      said[`${called}s`] ??= { species };
      said[`${called} ${words.male}`] ??= { species, sex: 'male' };
      said[`${called} ${words.female}`] ??= { species, sex: 'female' };
      said[`${called} ${words.young}`] ??= { species, age: 'young' };
    }
  }
  return said;
}

/** Words for one sex of any species, and for its young. */
const KIND_WORDS: Readonly<Record<string, { sex?: Sex; age?: AgeClass }>> = /* @__PURE__ */ kindWords();
function kindWords(): Record<string, { sex?: Sex; age?: AgeClass }> {
  const said: Record<string, { sex?: Sex; age?: AgeClass }> = {};
  for (const species of SPECIES_KEYS) {
    const { male, female, young } = SPECIES[species].words;
    said[male] ??= { sex: 'male' };
    // A duck and a boar are species before they are a sex.
    if (!(female in ANIMALS)) said[female] ??= { sex: 'female' };
    said[young] ??= { age: 'young' };
  }
  return said;
}

/** What stands beside the list: who says what the list does not. */
export interface PastBeside {
  now: number;
  /** What a word of the list means that is no name of a species here. */
  species: Readonly<Record<string, SpeciesKey>>;
}

/**
 * Reads an old list of animals. Rows without anything in them are left out; whatever else cannot be read is named by its
 * row and column, and nothing is guessed but what the page says: an age that is not given is adult, a sex unknown.
 * @param rows  as text
 * @param reading  with unit and days chosen
 */
export function readPast(
  rows: readonly (readonly string[])[],
  reading: PastReading,
  beside: PastBeside
): PastRead {
  const read: PastRead = { animals: [], faults: [], doubts: [], unknown: [] };
  rows.forEach((cells, i) => {
    if ((reading.heading && i === 0) || cells.every((cell) => cell.trim() === '')) return;
    readRow(cells, i + 1, reading, beside, read);
  });
  return read;
}

const TEXTS = { tag: 40, owner: 60, takenBy: 60, place: 80, note: 500 } as const;
const STAGES_IN_ORDER = ['live', 'dressed', 'hanging', 'boneless'] as const;

function readRow(
  cells: readonly string[],
  row: number,
  { columns, unit, days }: PastReading,
  { now, species: known }: PastBeside,
  into: PastRead
): void {
  const before = into.faults.length;
  const said = (field: PastField): string => (cells[columns.indexOf(field)] ?? '').trim();
  const fault = (field: PastField | null, why: PastFault): void =>
    void into.faults.push({ row, field, text: field ? said(field) : '', fault: why });

  const killedAt = dayMs(said('date'), days, now, (why) => fault('date', why));
  const animal = animalOf(said('species'), known);
  if (!animal) {
    fault('species', { code: said('species') === '' ? 'no-species' : 'species' });
    const word = said('species').toLowerCase();
    if (word !== '' && !into.unknown.includes(word)) into.unknown.push(word);
  }
  const sex = sexOf(said('sex'), animal?.sex);
  if (!sex) fault('sex', { code: 'sex' });
  const age = ageOf(said('age'), animal?.age ?? sex?.age);
  if (!age) fault('age', { code: 'age' });
  const count = said('count') === '' ? 1 : Number(said('count'));
  if (!Number.isInteger(count) || count < 1 || count > 999) fault('count', { code: 'count' });
  for (const [field, most] of Object.entries(TEXTS))
    if ([...said(field as PastField)].length > most) fault(field as PastField, { code: 'long' });

  const weights: Partial<Record<PastField, Grams>> = {};
  for (const field of STAGES_IN_ORDER) {
    const text = said(field);
    if (text === '' || !isWeight(field)) continue;
    const mass = parseMass(text, unit ?? 'kg');
    if (mass.ok && mass.grams > 0) weights[field] = mass.grams;
    else fault(field, { code: 'mass', why: mass.ok ? 'empty' : mass.fault });
  }
  const given = STAGES_IN_ORDER.filter((field) => weights[field] !== undefined);
  if (STAGES_IN_ORDER.every((field) => field === 'boneless' || said(field) === ''))
    fault(null, { code: 'no-weight' });
  given.slice(1).forEach((less, k) => {
    const more = given[k] as PastField;
    if ((weights[less] as Grams) > (weights[more] as Grams)) fault(less, { code: 'order', more, less });
  });
  if (into.faults.length > before || !animal || !sex || !age || killedAt === undefined) return;

  const facts = factsSchema.parse({
    species: animal.species,
    sex: sex.sex,
    ageClass: age,
    killedAt,
    fromList: true,
    ...Object.fromEntries(
      Object.keys(TEXTS).flatMap((field) => {
        const text = said(field as PastField);
        return text === '' ? [] : [[field, text]];
      })
    )
  }) as Facts & { killedAt: number };
  const { boneless, ...stages } = weights;
  into.animals.push({
    row,
    facts,
    count: comesInLots(facts.species) ? count : 1,
    weights: stages,
    ...(boneless === undefined ? {} : { boneless })
  });
  for (const [stage, grams] of Object.entries(stages) as [Stage, Grams][]) {
    const doubt = readingDoubt(facts, { grams, how: 'typed', stage }, count);
    if (doubt) into.doubts.push({ row, doubt });
  }
}

function dayMs(
  text: string,
  order: DayOrder | null,
  now: number,
  fault: (why: PastFault) => void
): number | undefined {
  if (text === '') return void fault({ code: 'no-day' });
  const day = order && readDay(text, order);
  // Days before 1970 are no moments of the book.
  if (!day || day.year < 1970) return void fault({ code: 'day' });
  const at = Date.UTC(day.year, day.month - 1, day.day, 12);
  return at > now ? void fault({ code: 'future' }) : at;
}

function animalOf(
  text: string,
  known: Readonly<Record<string, SpeciesKey>>
): { species: SpeciesKey; sex?: Sex; age?: AgeClass } | undefined {
  const said = wordIn(known, text);
  return said ? { species: said } : wordIn(ANIMALS, text);
}

function sexOf(text: string, said: Sex | undefined): { sex: Sex; age?: AgeClass } | undefined {
  if (text === '' && said) return { sex: said };
  const sex = wordIn(SEX_WORDS, text);
  if (sex) return { sex };
  const kind = wordIn(KIND_WORDS, text);
  return kind && { sex: kind.sex ?? said ?? 'unknown', ...(kind.age ? { age: kind.age } : {}) };
}

function ageOf(text: string, said: AgeClass | undefined): AgeClass | undefined {
  if (text === '' && said) return said;
  const word = wordIn(AGE_WORDS, text);
  if (word) return word;
  const years = Number(text.replace(',', '.').replace(/\s*(y|yr|yrs|year|years)$/i, ''));
  if (text === '' || !Number.isFinite(years) || years < 0 || years > 30) return undefined;
  return years < 1 ? 'young' : years < 2 ? 'yearling' : years < OLD_YEARS ? 'adult' : 'old';
}
