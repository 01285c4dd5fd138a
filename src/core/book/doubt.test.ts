import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  AGE_CLASSES,
  CUTS,
  SEXES,
  SPECIES,
  SPECIES_KEYS,
  plausibleLoss,
  plausibleWeight,
  stageToLive
} from '$core/reference';
import { applyEntry, balanceOf, doubtOf, type Doubt } from './index';
import { TestBook, testId, weighed } from './testkit';
import { DAY } from '$core/units';
import { drawAnimal } from '$core/yield';
import { atDepth } from '../testdepth';

/** What would be asked before an intent is booked, some days on. */
function asks(book: TestBook, intent: Record<string, unknown>, days = 0): Doubt | undefined {
  const draft = book.draft(intent);
  draft.at += days * DAY;
  const applied = applyEntry(book.state, draft, { history: book.history });
  if (!applied.ok) throw new Error(applied.refusal.code);
  return doubtOf(book.state, draft, applied.postings, book.history);
}
const intake = (species: string, grams: number, more: object = {}) => ({
  kind: 'intake',
  facts: { species, sex: 'female', ageClass: 'adult', ...more },
  into: { kind: 'carcass', id: testId() },
  reading: weighed(grams, { stage: 'hanging' })
});

describe('a weight is asked about', () => {
  it.each([
    ['a roe doe of 1 340 kg', 'roe', 1_340_000],
    ['a moose of 300 g', 'moose', 300],
    ['a roe doe of 1.34 kg', 'roe', 1_340]
  ])('%s', (_, species, grams) => {
    expect(asks(new TestBook(), intake(species, grams))).toMatchObject({ why: 'weight', grams });
  });

  it('never of a usual one, of any species, sex, age and stage; always of ten times or a tenth of it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SPECIES_KEYS),
        fc.constantFrom(...SEXES),
        fc.constantFrom(...AGE_CLASSES),
        fc.constantFrom('live' as const, 'dressed' as const, 'hanging' as const),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (species, sex, ageClass, stage, t) => {
          const { female, male } = SPECIES[species].liveKg;
          const [low, high] =
            sex === 'female'
              ? female
              : sex === 'male'
                ? male
                : [Math.min(female[0], male[0]), Math.max(female[1], male[1])];
          const factor = { young: 0.42, yearling: 0.75, adult: 1, old: 1 }[ageClass];
          const usual = (low + (high - low) * t) * factor * 1000 * stageToLive(species, stage);
          const [least, most] = plausibleWeight({ species, sex, ageClass }, stage);
          expect(usual).toBeGreaterThanOrEqual(least);
          expect(usual).toBeLessThanOrEqual(most);
          // A slipped digit is told, but where one species spans so much by itself.
          if (high / low < 2.2) {
            expect(usual * 10).toBeGreaterThan(most);
            expect(usual / 10).toBeLessThan(least);
          }
        }
      )
    );
  });

  it('of a lot by one of its animals, of a part by its share, of a later stage and of a weight set right', () => {
    const lot = (count: number) => ({
      ...intake('duck', 8 * 700),
      into: { kind: 'lot', id: testId(), count }
    });
    expect(asks(new TestBook(), lot(8))).toBeUndefined();
    expect(asks(new TestBook(), lot(80))).toMatchObject({ why: 'weight', grams: 70 });
    const part = (grams: number) => ({
      ...intake('roe', grams),
      into: { kind: 'part', id: testId(), cut: 'hindLeg', side: 'left' },
      reading: weighed(grams)
    });
    expect(asks(new TestBook(), part(2_300))).toBeUndefined();
    expect(asks(new TestBook(), part(23_000))).toMatchObject({ why: 'weight', stage: 'part' });

    const book = new TestBook();
    const entry = book.must(intake('roe', 13_400));
    expect(asks(book, { kind: 'correct', entry: entry.id, reading: weighed(134_000) })).toMatchObject({
      why: 'weight'
    });
    expect(asks(book, { kind: 'correct', entry: entry.id, reading: weighed(12_900) })).toBeUndefined();
  });

  it('not of what a table said of it, nor once it was answered', () => {
    const model = intake('roe', 1_340_000);
    expect(asks(new TestBook(), { ...model, reading: { ...model.reading, how: 'model' } })).toBeUndefined();
    expect(asks(new TestBook(), { ...intake('roe', 1_340), sure: ['weight'] })).toBeUndefined();
  });
});

describe('a cut is asked about', () => {
  it('that the species has not, or the part it comes out of', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const take = (from: string, cut: string, side = 'left') => ({
      kind: 'cut',
      from,
      creates: { kind: 'piece', id: testId(), cut, side, place: { tub: 'prime' } },
      reading: weighed(200)
    });
    expect(asks(book, take(carcass, 'breast'))).toMatchObject({ why: 'anatomy', cut: 'breast' });
    expect(asks(book, take(carcass, 'strap'))).toBeUndefined();
    const shoulder = book.part(carcass, 1_400, 'shoulder', 'left');
    expect(asks(book, take(shoulder, 'strap'))).toMatchObject({ why: 'anatomy', from: shoulder });
    expect(asks(book, take(shoulder, 'flatIron'))).toBeUndefined();
  });

  it('that stands already, with who booked it; the other side and another mother are not it', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.part(carcass, 4_860, 'shoulder', 'left');
    const again = (side: string) => ({
      kind: 'cut',
      from: carcass,
      creates: { kind: 'part', id: testId(), cut: 'shoulder', side },
      reading: weighed(4_700)
    });
    expect(asks(book, again('left'))).toMatchObject({
      why: 'twice',
      grams: 4_860,
      hand: 'Tove',
      device: 'test'
    });
    expect(asks(book, again('both'))).toMatchObject({ why: 'twice' });
    expect(asks(book, again('right'))).toBeUndefined();
    // Taken back it is no longer there.
    book.must({ kind: 'void', entry: book.history.at(-1)!.id });
    expect(asks(book, again('left'))).toBeUndefined();
  });
});

describe('a loss is asked about', () => {
  it('on the hook, when more is gone than dries: was the first weight wrong?', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const again = (grams: number) => ({ kind: 'reweigh', item: carcass, reading: weighed(grams) });
    expect(asks(book, again(45_300), 2)).toBeUndefined();
    expect(asks(book, again(45_300), 0)).toMatchObject({ why: 'loss', grams: 900, was: 46_200 });
    expect(asks(book, again(13_400), 5)).toMatchObject({ why: 'loss', grams: 32_800 });
    expect(asks(book, again(46_150), 0)).toBeUndefined();
  });

  it('by dressing, when no dressing takes so much', () => {
    const book = new TestBook();
    const carcass = testId();
    book.must({
      ...intake('fallow', 60_000),
      into: { kind: 'carcass', id: carcass },
      reading: weighed(60_000, { stage: 'dressed' }),
      facts: { species: 'fallow', sex: 'male', ageClass: 'adult' }
    });
    const hung = (grams: number) => ({
      kind: 'skin',
      item: carcass,
      reading: weighed(grams, { stage: 'hanging' })
    });
    expect(asks(book, hung(46_200))).toBeUndefined();
    expect(asks(book, hung(30_000))).toMatchObject({ why: 'loss', grams: 30_000 });
    expect(asks(book, hung(4_620))).toMatchObject({ why: 'weight' });
  });

  it('grows with the days and shrinks with the size, and is never the whole', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 400, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (kg, days) => {
          expect(plausibleLoss(kg, days + 1)).toBeGreaterThanOrEqual(plausibleLoss(kg, days));
          expect(plausibleLoss(kg * 2, days)).toBeLessThanOrEqual(plausibleLoss(kg, days));
          expect(plausibleLoss(kg, days)).toBeLessThanOrEqual(0.3);
        }
      )
    );
  });
});

describe('nothing is written off unasked', () => {
  const pieces = () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.piece(carcass, 2_700, 'strap', 'grind', { side: 'left' });
    return { book, carcass };
  };
  it('a tub that reads nothing while 2.7 kg lie in it', () => {
    const { book } = pieces();
    expect(asks(book, { kind: 'tub', tub: 'grind', reading: weighed(0) })).toMatchObject({
      why: 'writeOff',
      grams: 2_700,
      reason: 'drip'
    });
    expect(asks(book, { kind: 'tub', tub: 'grind', reading: weighed(2_650) })).toBeUndefined();
    expect(asks(book, { kind: 'tub', tub: 'grind', reading: weighed(2_640) })).toMatchObject({ grams: 60 });
    // What came in from the carcass is no loss.
    expect(asks(book, { kind: 'tub', tub: 'grind', reading: weighed(3_900) })).toBeUndefined();
  });

  it('a part closed with more bone than is left, or with much less', () => {
    const { book, carcass } = pieces();
    const leg = book.part(carcass, 5_000, 'shoulder', 'left');
    book.must({ kind: 'open', item: leg });
    book.piece(leg, 3_900, 'armRoast', 'slow');
    const close = (grams: number) => ({ kind: 'close', item: leg, bone: weighed(grams), boneTo: 'discard' });
    expect(asks(book, close(1_502))).toMatchObject({ why: 'writeOff', grams: -402 });
    expect(asks(book, close(900))).toMatchObject({ why: 'writeOff', grams: 200, reason: 'unaccounted' });
    expect(asks(book, close(1_030))).toBeUndefined();
    expect(asks(book, { ...close(900), sure: ['writeOff'] })).toBeUndefined();
  });

  it('what does not come back of what was sent', () => {
    const { book, carcass } = pieces();
    book.must({ kind: 'send', item: carcass, to: 'Skarvik' });
    const back = (grams: number, more = false) => ({
      kind: 'return',
      item: carcass,
      from: 'Skarvik',
      packs: [{ id: testId(), what: 'mince', class: 'G', reading: weighed(grams) }],
      ...(more ? { more } : {})
    });
    expect(asks(book, back(20_000))).toMatchObject({ why: 'writeOff', grams: 23_500, reason: 'notReturned' });
    expect(asks(book, back(20_000, true))).toBeUndefined();
  });
});

describe('what was wrong is set right', () => {
  it('the first weight at any time: while it hangs, after cuts, and when it is closed', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const intake = book.history[0]!.id;
    book.piece(carcass, 2_700, 'strap', 'prime', { side: 'left' });
    book.must({ kind: 'correct', entry: intake, reading: weighed(45_200) });
    expect(balanceOf(book.state, carcass)).toBe(42_500);
    book.must({ kind: 'close', item: carcass, bone: weighed(42_400), boneTo: 'discard' });
    const before = balanceOf(book.state, `loss:unaccounted:${carcass}`);
    book.must({ kind: 'correct', entry: intake, reading: weighed(45_000) });
    // Nothing of what was weighed since changes; what nobody could account for does.
    expect(balanceOf(book.state, carcass)).toBe(0);
    expect(balanceOf(book.state, `loss:unaccounted:${carcass}`)).toBe(before - 200);
    expect(balanceOf(book.state, `field:${book.animal}`)).toBe(-45_000);
  });

  it('the side of a piece or part, without a gram moving; taken back it is as it was', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const part = book.part(carcass, 4_860, 'shoulder', 'left');
    const before = JSON.stringify(book.state.balances);
    const turned = book.must({ kind: 'place', item: part, side: 'right' });
    expect(book.state.items[part]?.side).toBe('right');
    expect(turned.postings).toEqual([]);
    expect(JSON.stringify(book.state.balances)).toBe(before);
    expect(book.try({ kind: 'place', item: part, side: 'right' }).refused).toBe('unchanged');
    expect(book.try({ kind: 'place', item: part, place: { tub: 'prime' } }).refused).toBe('wrong-kind');
    book.must({ kind: 'void', entry: turned.id });
    expect(book.state.items[part]?.side).toBe('left');
  });
});

describe('a cut far too heavy for the animal', () => {
  const take = (from: string, grams: number, cut: string, more: object = {}, how = 'scale') => ({
    kind: 'cut',
    from,
    reading: { grams, how },
    creates: { kind: 'piece', id: testId(), cut, place: { tub: 'prime' }, ...more }
  });
  const roe = () => {
    const book = new TestBook();
    const carcass = testId();
    book.must({ ...intake('roe', 12_000), into: { kind: 'carcass', id: carcass } });
    return { book, carcass };
  };

  it('is asked about: a fillet of 5 kg off a roe of 12; a usual one, or one that nobody weighed, is not', () => {
    const { book, carcass } = roe();
    expect(asks(book, take(carcass, 5_000, 'tenderloin', { side: 'left' }))).toMatchObject({
      why: 'heavy',
      cut: 'tenderloin',
      grams: 5_000
    });
    expect(asks(book, take(carcass, 70, 'tenderloin', { side: 'left' }))).toBeUndefined();
    expect(asks(book, take(carcass, 5_000, 'tenderloin', { side: 'left' }, 'model'))).toBeUndefined();
    expect(
      asks(book, { ...take(carcass, 5_000, 'tenderloin', { side: 'left' }), sure: ['heavy'] })
    ).toBeUndefined();
  });

  it('never of what any animal truly gives, on the bone or off, of one side or both; always of ten times that', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SPECIES_KEYS),
        fc.constantFrom(...Object.values(CUTS)),
        fc.constantFrom('left' as const, 'both' as const),
        fc.nat(1_000),
        (species, cut, side, seed) => {
          if (!cut.groups.includes(SPECIES[species].group)) return;
          const hanging = 1_000 * stageToLive(species, 'hanging') * SPECIES[species].liveKg.female[1];
          const one = side === 'left' ? { side } : {};
          const true_ = drawAnimal({ species, sex: 'female' }, hanging, seed);
          const grams = true_.cut(cut.key, side === 'left' ? side : undefined, cut.boneIn);
          const ask = (value: number) => {
            const book = new TestBook();
            const carcass = testId();
            book.must({ ...intake(species, Math.ceil(hanging)), into: { kind: 'carcass', id: carcass } });
            const draft = book.draft(take(carcass, Math.round(value), cut.key, one));
            return doubtOf(
              book.state,
              { ...draft, intent: { ...draft.intent, sure: ['anatomy'] } as never },
              []
            );
          };
          expect(ask(Math.max(1, grams))).toBeUndefined();
          if (grams > 40) expect(ask(grams * 10)).toMatchObject({ why: 'heavy' });
        }
      ),
      { numRuns: atDepth(300) }
    );
  });
});

describe('raw meat for animals', () => {
  /** A piece laid into the pets' tub off a carcass, or moved there later. */
  function toPets(species: string, grams: number, cut: string, facts: object = {}, more: object = {}) {
    const book = new TestBook();
    const carcass = testId();
    book.must({ ...intake(species, grams, facts), into: { kind: 'carcass', id: carcass } });
    for (const hold of book.state.animals[Object.keys(book.state.animals)[0]!]!.holds ?? [])
      book.must({ kind: 'lift', animal: Object.keys(book.state.animals)[0], hold: hold.entry });
    return asks(book, {
      kind: 'cut',
      from: carcass,
      reading: weighed(60),
      creates: { kind: 'piece', id: testId(), cut, side: 'left', place: { tub: 'pets' } },
      ...more
    });
  }

  it.each([
    ['boar', 40_000, 'belly', 'boar'],
    ['hare', 2_400, 'rabbitFlank', 'rabbit'],
    ['duck', 800, 'breast', 'waterfowl']
  ])('of a %s is asked about each time', (species, grams, cut, because) => {
    expect(toPets(species, grams, cut)).toMatchObject({ why: 'pets', because });
    expect(toPets(species, grams, cut, {}, { sure: ['pets'] })).toBeUndefined();
  });

  it('of a deer is asked about where that part was hit, on that side, and else not', () => {
    const shoulder = { placement: 'oneShoulder', shotSide: 'left' };
    expect(toPets('roe', 12_000, 'armRoast')).toBeUndefined();
    expect(toPets('roe', 12_000, 'armRoast', shoulder)).toMatchObject({ why: 'pets', because: 'hit' });
    expect(toPets('roe', 12_000, 'armRoast', { ...shoulder, shotSide: 'right' })).toBeUndefined();
    expect(toPets('roe', 12_000, 'tenderloin', shoulder)).toBeUndefined();
  });
});
