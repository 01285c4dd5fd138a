import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { balanceOf, draftSchema, yieldOf, workState, tubId } from '$core/book';
import { TestBook, testId } from '$core/book/testkit';
import { AGE_CLASSES, SEXES, SPECIES_KEYS, plausibleWeight, comesInLots } from '$core/reference';
import type { Grams } from '$core/units';
import {
  PAST_FIELDS,
  guessReading,
  pastIntents,
  readDay,
  readPast,
  type PastAnimal,
  type PastReading
} from '.';

const NOW = Date.UTC(2026, 10, 1);
const beside = { now: NOW, species: {} };
const HEAD = [
  'Date',
  'Species',
  'Sex',
  'Age',
  'Tag no.',
  'Hunter',
  'Ground',
  'Gutted kg',
  'Hanging (kg)',
  'Boneless kg',
  'Notes'
];

describe('how a list is to be read', () => {
  it('is what its headings say, each once; what they do not say is left open', () => {
    expect(guessReading([HEAD, ['2021-10-03', 'roe']])).toEqual({
      heading: true,
      columns: [
        'date',
        'species',
        'sex',
        'age',
        'tag',
        'takenBy',
        'place',
        'dressed',
        'hanging',
        'boneless',
        'note'
      ],
      unit: 'kg',
      days: 'ymd'
    });
    expect(
      guessReading([
        ['When', 'What', 'Weight'],
        ['', '', '']
      ])
    ).toMatchObject({
      columns: ['date', null, 'hanging'],
      unit: null,
      days: null
    });
    // Rows without a heading are rows.
    expect(guessReading([['3.10.2021', 'roe', '14,2']])).toMatchObject({
      heading: false,
      columns: [null, null, null]
    });
    expect(guessReading([])).toEqual({ heading: false, columns: [], unit: null, days: null });
  });

  it.each([
    [['2021-10-03', '2021/1/2'], 'ymd'],
    [['13/10/2021', '1/2/2021'], 'dmy'],
    [['10/13/2021', '1/2/2021'], 'mdy'],
    [['3.10.2021', '1.2.21'], 'dmy'],
    [['44472', '44500'], 'serial'],
    [['3/10/2021', '1/2/2021'], null],
    [['13/10/2021', '10/13/2021'], null],
    [['Sunday'], null],
    [['2021-10-03', 'soon', ''], 'ymd']
  ])('days %j are %s', (days, order) => {
    expect(guessReading([['Date'], ...days.map((day) => [day])]).days).toBe(order);
  });

  it('reads days of the calendar, and none that is not there', () => {
    for (const [text, order] of [
      ['2021-10-03', 'ymd'],
      ['3.10.21', 'dmy'],
      ['10/3/2021', 'mdy'],
      ['44472', 'serial'],
      ['2021-10-03T00:00:00Z', 'ymd']
    ] as const)
      expect(readDay(text, order)).toEqual({ year: 2021, month: 10, day: 3 });
    for (const text of ['31.2.2021', '0.1.2021', '1.13.2021', '', 'soon'])
      expect(readDay(text, 'dmy')).toBeUndefined();
  });
});

const reading: PastReading = {
  heading: true,
  columns: ['date', 'species', 'sex', 'age', 'tag', 'live', 'dressed', 'hanging', 'boneless'],
  unit: 'kg',
  days: 'dmy'
};
const list = (...rows: string[][]) => readPast([['', '', ''], ...rows], reading, beside);

describe('an old list', () => {
  it('is read row by row', () => {
    const { animals, faults, doubts } = list(
      ['3.10.2021', 'Roe buck', '', '', 'R 7', '', '17,5', '14.2', '8,9'],
      ['', '', '', '', '', '', '', '', ''],
      ['4.10.2021', 'wild boar', 'sow', '0.5', '', '', '', '31 kg', '']
    );
    expect(faults).toEqual([]);
    expect(doubts).toEqual([]);
    expect(animals).toEqual([
      {
        row: 2,
        count: 1,
        facts: {
          species: 'roe',
          sex: 'male',
          ageClass: 'adult',
          tag: 'R 7',
          fromList: true,
          killedAt: Date.UTC(2021, 9, 3, 12)
        },
        weights: { dressed: 17_500, hanging: 14_200 },
        boneless: 8_900
      },
      {
        row: 4,
        count: 1,
        facts: {
          species: 'boar',
          sex: 'female',
          ageClass: 'young',
          fromList: true,
          killedAt: Date.UTC(2021, 9, 4, 12)
        },
        weights: { hanging: 31_000 }
      }
    ]);
  });

  it.each([
    ['date', ['', 'roe', '', '', '', '', '', '14', ''], 'no-day'],
    ['date', ['2021-13-40', 'roe', '', '', '', '', '', '14', ''], 'day'],
    ['date', ['1.1.2027', 'roe', '', '', '', '', '', '14', ''], 'future'],
    ['date', ['1.1.1969', 'roe', '', '', '', '', '', '14', ''], 'day'],
    ['species', ['1.1.2020', '', '', '', '', '', '', '14', ''], 'no-species'],
    ['species', ['1.1.2020', 'unicorn', '', '', '', '', '', '14', ''], 'species'],
    ['species', ['1.1.2020', 'constructor', '', '', '', '', '', '14', ''], 'species'],
    ['sex', ['1.1.2020', 'roe', 'x', '', '', '', '', '14', ''], 'sex'],
    ['age', ['1.1.2020', 'roe', '', 'ancient', '', '', '', '14', ''], 'age'],
    ['tag', ['1.1.2020', 'roe', '', '', 'x'.repeat(41), '', '', '14', ''], 'long'],
    ['hanging', ['1.1.2020', 'roe', '', '', '', '', '', 'heavy', ''], 'mass'],
    ['hanging', ['1.1.2020', 'roe', '', '', '', '', '', '0', ''], 'mass'],
    [null, ['1.1.2020', 'roe', '', '', '', '', '', '', '8'], 'no-weight'],
    ['boneless', ['1.1.2020', 'roe', '', '', '', '', '', '14', '15'], 'order'],
    ['hanging', ['1.1.2020', 'roe', '', '', '', '', '13', '14', ''], 'order']
  ])('names what is wrong at %s', (field, row, code) => {
    const { animals, faults } = list(row);
    expect(animals).toEqual([]);
    expect(faults).toMatchObject([{ row: 2, field, fault: { code } }]);
  });

  it('asks of a weight that is far off, and of a word that is no species here', () => {
    expect(list(['1.1.2020', 'roe', '', '', '', '', '', '142', '']).doubts).toMatchObject([
      { row: 2, doubt: { why: 'weight', grams: 142_000, stage: 'hanging' } }
    ]);
    const told = { ...beside, species: { rådyr: 'roe' } as const };
    const rows = [['1.1.2020', 'Rådyr', '', '', '', '', '', '14', '']];
    expect(readPast([[], ...rows], reading, beside).unknown).toEqual(['rådyr']);
    expect(readPast([[], ...rows], reading, told).animals[0]?.facts.species).toBe('roe');
  });

  it('of any cells is read without a fault of ours, and every row is either an animal or named', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 60 }),
      fc.constantFrom('1.1.2020', '14,2', 'roe', '', '__proto__', 'toString', '44472', '1e9')
    );
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { maxLength: 14 }), { maxLength: 8 }),
        fc.array(fc.option(fc.constantFrom(...PAST_FIELDS)), { maxLength: 14 }),
        (rows, columns) => {
          expect(() => guessReading(rows)).not.toThrow();
          const { animals, faults } = readPast(
            rows,
            { ...guessReading(rows), heading: false, columns },
            beside
          );
          const named = new Set([...animals, ...faults].map(({ row }) => row));
          const said = rows.flatMap((cells, i) => (cells.some((c) => c.trim() !== '') ? [i + 1] : []));
          expect([...named].sort()).toEqual(said.sort());
        }
      ),
      { numRuns: 300 }
    );
  });
});

/** Animals as lists could have them: weights that go down, any of them missing but one. */
const animal: fc.Arbitrary<PastAnimal> = fc
  .record({
    species: fc.constantFrom(...SPECIES_KEYS),
    sex: fc.constantFrom(...SEXES),
    ageClass: fc.constantFrom(...AGE_CLASSES),
    has: fc.uniqueArray(fc.constantFrom('live', 'dressed', 'hanging'), { minLength: 1 }),
    ratio: fc.option(fc.double({ min: 0.05, max: 1, noNaN: true })),
    count: fc.integer({ min: 1, max: 9 })
  })
  .map(({ species, sex, ageClass, has, ratio, count }) => {
    const n = comesInLots(species) ? count : 1;
    const [least, most] = plausibleWeight({ species, sex, ageClass }, 'hanging') ?? [500, 1000];
    const hanging = Math.round(((least + most) / 2) * n);
    const all = { live: Math.round(hanging * 1.7), dressed: Math.round(hanging * 1.3), hanging };
    const weights = Object.fromEntries(has.map((key) => [key, all[key as keyof typeof all] as Grams]));
    const last = Math.min(...Object.values(weights));
    return {
      row: 2,
      count: n,
      facts: { species, sex, ageClass, killedAt: Date.UTC(2021, 9, 3, 12) },
      weights,
      ...(ratio === null ? {} : { boneless: Math.max(1, Math.round(last * ratio)) as Grams })
    };
  });

describe('an old animal in the book', () => {
  it('follows entry by entry, gives what the list says, and leaves nothing unaccounted for', () => {
    fc.assert(
      fc.property(animal, fc.boolean(), (past, here) => {
        const book = new TestBook();
        const ids = { animal: testId(), carcass: testId() };
        for (const { intent, at } of pastIntents(past, ids, here)) {
          const draft = { id: testId(), hand: 'Tove', device: 'list', intent, at };
          expect(draftSchema.safeParse(draft).success).toBe(true);
          expect(book.book(draft).refused).toBeUndefined();
        }
        const { state } = book;
        expect(workState(state, ids.animal)).toBe('done');
        expect(yieldOf(state, ids.animal).boneless).toBe(past.boneless ?? 0);
        expect(balanceOf(state, tubId('grind', ids.animal))).toBe(here ? (past.boneless ?? 0) : 0);
        expect(balanceOf(state, `loss:unaccounted:${ids.carcass}`)).toBe(0);
      }),
      { numRuns: 300 }
    );
  });
});
