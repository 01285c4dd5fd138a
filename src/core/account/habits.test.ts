import { describe, expect, it } from 'vitest';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { SPECIES, softTissue, type SpeciesKey, type TrimSaid } from '$core/reference';
import { normal, seeded, type Uniform } from '$core/statistics';
import { defaultCleanRatio, judge, sharesOf, type Judgement, type YieldFacts } from '$core/yield';
import { atDepth } from '../testdepth';
import { summaryOf } from '.';

/*
 * Houses of different habits with their buckets: true animals are drawn apart from the expectation, booked as each house
 * weighs them, and judged. An average animal should seldom be called poor or rich, wherever its silver went.
 */

const SPECIES_DRAWN: readonly SpeciesKey[] = ['roe', 'fallow', 'reddeer', 'boar', 'moose'];

/** Shares of the hanging weight: soft tissue as it comes off, what is left of it trimmed, and all else. */
interface Truth {
  soft: number;
  meat: number;
  rest: number;
}

/** An animal of a house. @param poorer  share of its soft tissue that stays on the bone */
function draw(
  facts: YieldFacts,
  house: { soft: number; ratio: number },
  uniform: Uniform,
  poorer: number
): Truth {
  const { sd } = SPECIES[facts.species].bonelessToHanging;
  const usual = softTissue(sharesOf(facts));
  const soft = usual * (1 + house.soft + 0.015 * normal(uniform));
  // How close it is trimmed is the house's, and a little each animal's.
  const kept = Math.min(0.99, (defaultCleanRatio(facts) + house.ratio + 0.6 * sd * normal(uniform)) / usual);
  const off = soft * (1 - poorer);
  return { soft: off, meat: off * kept, rest: 1 - off };
}

interface Habit {
  /** What is weighed, in grams of a carcass of so many. */
  book: (book: TestBook, body: string, g: { soft: number; meat: number; trim: number; bone: number }) => void;
  said?: TrimSaid;
  /** Its trimmings are weighed apart. */
  apart?: true;
}

const tub = (book: TestBook, grams: number) =>
  book.must({ kind: 'tub', tub: 'grind', reading: weighed(Math.round(grams)), acknowledged: true });
let said: TrimSaid | undefined;
const close = (book: TestBook, item: string, bone?: number) =>
  book.must({
    kind: 'close',
    item,
    ...(bone ? { bone: weighed(Math.round(bone)) } : {}),
    ...(said ? { meatTrimmed: said } : {})
  });
const lose = (book: TestBook, from: string, reason: string, grams: number) =>
  book.must({ kind: 'discard', from, reason, reading: weighed(Math.round(grams)) });

const HABITS: Readonly<Record<string, Habit>> = {
  'all trimmings with the bone': {
    said: 'all',
    book: (book, body, { meat, trim, bone }) => {
      tub(book, meat);
      close(book, body, bone + trim);
    }
  },
  'untrimmed, bone not weighed': {
    said: 'none',
    book: (book, body, { soft }) => {
      tub(book, soft);
      close(book, body);
    }
  },
  'half the trimmings with the bone': {
    said: 'all',
    book: (book, body, { meat, trim, bone }) => {
      tub(book, meat);
      lose(book, body, 'silver', trim / 2);
      close(book, body, bone + trim / 2);
    }
  },
  'untrimmed, bone weighed': {
    said: 'none',
    book: (book, body, { soft, bone }) => {
      tub(book, soft);
      close(book, body, bone);
    }
  },
  'trimmings as another loss': {
    said: 'all',
    book: (book, body, { meat, trim, bone }) => {
      tub(book, meat);
      lose(book, body, 'other', trim);
      close(book, body, bone);
    }
  },
  'trimmed, nothing thrown away weighed': {
    said: 'all',
    book: (book, body, { meat }) => {
      tub(book, meat);
      close(book, body);
    }
  },
  'trimmings apart': {
    apart: true,
    said: 'all',
    book: (book, body, { meat, trim, bone }) => {
      tub(book, meat);
      lose(book, body, 'silver', trim);
      close(book, body, bone);
    }
  },
  'trimmings apart, and nobody answers': {
    apart: true,
    book: (book, body, { meat, trim, bone }) => {
      tub(book, meat);
      lose(book, body, 'fat', trim * 0.4);
      lose(book, body, 'silver', trim * 0.6);
      close(book, body, bone);
    }
  },
  'trimmings with the bone, and nobody answers': {
    book: (book, body, { meat, trim, bone }) => {
      tub(book, meat);
      close(book, body, bone + trim);
    }
  },
  'untrimmed, and nobody answers': {
    book: (book, body, { soft, bone }) => {
      tub(book, soft);
      close(book, body, bone);
    }
  },
  'a third trimmed, the rest as it comes off': {
    said: 'some',
    book: (book, body, { soft, meat, bone }) => {
      tub(book, meat / 3 + (soft * 2) / 3);
      close(book, body, bone);
    }
  }
};

const COUNT = atDepth(182);
/** How often each verdict falls on animals of a habit. */
function verdicts(habit: Habit, poorer: number): Record<Judgement, number> {
  const uniform = seeded(20_261_202);
  const counts = { within: 0, below: 0, above: 0, unclear: 0 };
  for (let i = 0; i < COUNT; i += 1) {
    const facts: YieldFacts = {
      species: SPECIES_DRAWN[i % SPECIES_DRAWN.length] as SpeciesKey,
      sex: uniform() < 0.5 ? 'female' : 'male',
      ageClass: 'adult',
      condition: 3
    };
    const house = { soft: 0.03 * normal(uniform), ratio: 0.02 * normal(uniform) };
    const { soft, meat, rest } = draw(facts, house, uniform, poorer);
    const book = new TestBook();
    const body = testId();
    const H = 40_000;
    book.must({
      kind: 'intake',
      facts: { ...facts, clean: true },
      into: { kind: 'carcass', id: body },
      reading: weighed(H, { stage: 'hanging' })
    });
    said = habit.said;
    habit.book(book, body, { soft: soft * H, meat: meat * H, trim: (soft - meat) * H, bone: rest * H });
    const { weighed: like } = summaryOf(book.state, book.animal)!;
    counts[judge(like!)] += 1;
  }
  return counts;
}

describe('the verdict, by what a house does with its buckets', () => {
  it.each(Object.entries(HABITS))('%s', (_name, habit) => {
    const average = verdicts(habit, 0);
    expect((average.below + average.above) / COUNT).toBeLessThanOrEqual(0.15);
    const poorer = verdicts(habit, 0.12);
    expect(poorer.above).toBe(0);
    // Where the trimmings are weighed apart the poor ones are found.
    if (habit.apart) expect(poorer.below / COUNT).toBeGreaterThanOrEqual(0.7);
    // Where nobody says what was trimmed, or only part was, it is seldom judged: nothing can be told.
    const hidden = !habit.apart && habit.said !== 'all' && habit.said !== 'none';
    expect(average.unclear > COUNT / 2).toBe(hidden);
    // And what was said is not asked again.
    if (!hidden && !habit.apart) expect(average.unclear + poorer.unclear).toBe(0);
  });
});
