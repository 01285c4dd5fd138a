import { describe, expect, it } from 'vitest';
import { accountOf, type Account } from '$core/account';
import { KINDS, type Facts } from '$core/book';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { DEFAULT_SETTINGS } from '$core/settings';
import { learn } from '$core/yield';
import { KIND_WORDS, accountWords, entryGrams, entryTitle } from './entries';
import { formatter } from './formatter';
import { refusalText } from './messages';
import { verdictWords } from './verdict';

const format = formatter(DEFAULT_SETTINGS);
const pounds = formatter({ ...DEFAULT_SETTINGS, units: 'lb' });
const accounted = (book: TestBook): { account: Account; facts: Facts } => ({
  account: accountOf(book.state, book.animal, book.history)!,
  facts: book.state.animals[book.animal]!.facts
});

describe('the verdict in words', () => {
  const say = (book: TestBook) => {
    const { account, facts } = accounted(book);
    return verdictWords(account, facts, format);
  };

  it('says what to expect before the first cut', () => {
    const book = new TestBook();
    book.carcass(46_200);
    const { head, text } = say(book);
    // 0.63 · 46.2 = 29.1 kg, ± what animals, houses and a guessed condition differ by; where it was hit nobody has said.
    expect(head).toBe('24.1–31.0 kg of boneless meat to expect.');
    expect(text).toContain('Nothing has been cut yet');
  });

  it('says of a condemned animal what went to waste, and judges nobody', () => {
    const book = new TestBook();
    book.carcass(46_200);
    book.must({ kind: 'condemn' });
    const { head, text } = say(book);
    expect(head).toBe('Condemned: none of it is meat.');
    expect(text).toContain('46.20 kg went to waste');
    expect(text).not.toMatch(/expected|Part by part/);
  });

  it('says by how many of one’s own it is expected', () => {
    const book = new TestBook();
    book.carcass(46_200);
    const learned = learn([{ species: 'fallow', n: 4, sum: 0.08, sumOfSquares: 0.0016 }], 'fallow');
    const account = accountOf(book.state, book.animal, book.history, learned)!;
    expect(account.expectedBoneless).toMatchObject({ standing: 'yours', n: 4 });
    expect(verdictWords(account, accounted(book).facts, format).text).toContain('By 4 of your own');
  });

  it('says what is still on while the work goes on', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.piece(carcass, 2_150, 'strap', 'prime', { side: 'left' });
    expect(say(book)).toEqual({
      head: '2.15 kg of boneless meat so far.',
      text: '44.05 kg is still on by the book. At the end, trimmed, 24.1–31.0 kg is expected (8 of 10 animals).'
    });
  });

  it('names the frame when the meat stayed on it', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.piece(carcass, 24_000, 'strap', 'prime', { side: 'left' });
    book.must({ kind: 'close', item: carcass, bone: weighed(22_150), meatTrimmed: 'none' });
    const { head, text } = say(book);
    expect(head).toBe(
      '24.00 kg of boneless meat, not trimmed yet. Less than expected: it stayed on the frame.'
    );
    // The frame should be 0.15 · 46.2 = 6.93 kg, less a little: a doe’s shares are rescaled by 1.0077.
    expect(text).toMatch(/The frame went out at 22\.15 kg: about 15\.\d\d kg of it may be meat/);
    // The middle of what was to be expected, as it came off, less what there is.
    expect(text).toMatch(/That is \d+\.\d\d kg \(\d\d %\) less than the middle\./);
    expect(text).toContain('Fewer than 1 average animal in 100 lies as far out by chance.');
  });

  it('names the shot when the shot took it', () => {
    const book = new TestBook();
    const carcass = testId();
    book.must({
      kind: 'intake',
      facts: {
        species: 'fallow',
        sex: 'female',
        ageClass: 'adult',
        placement: 'haunch',
        shotSide: 'left'
      },
      into: { kind: 'carcass', id: carcass },
      reading: weighed(46_200, { stage: 'hanging' })
    });
    book.must({ kind: 'discard', from: carcass, reason: 'bloodshot', reading: weighed(19_200) });
    book.piece(carcass, 20_000, 'strap');
    book.must({ kind: 'close', item: carcass, bone: weighed(7_000), meatTrimmed: 'none' });
    expect(say(book).head).toBe(
      '20.00 kg of boneless meat, not trimmed yet. Less than expected: the shot took it.'
    );
  });

  it('judges nothing where it cannot be told, and says why', () => {
    const closed = (meatTrimmed?: 'all' | 'some' | 'none') => {
      const book = new TestBook();
      const carcass = book.carcass(46_200);
      book.piece(carcass, 25_500, 'strap');
      book.must({
        kind: 'close',
        item: carcass,
        bone: weighed(20_700),
        ...(meatTrimmed ? { meatTrimmed } : {})
      });
      return say(book);
    };
    expect(closed('all').head).toBe('25.50 kg of boneless meat. As expected.');
    expect(closed('none').head).toContain('25.50 kg of boneless meat, not trimmed yet. Less than expected');
    const { head, text } = closed();
    expect(head).toBe('25.50 kg of boneless meat. Nobody can tell whether that is as usual.');
    expect(text).toContain('Nobody has said whether it was trimmed before it was weighed');
    expect(closed('some').text).toContain('Part of the meat was trimmed');
  });

  it('points at the tare when much is unaccounted', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.piece(carcass, 29_000, 'strap');
    book.must({ kind: 'close', item: carcass, bone: weighed(7_000), boneTo: 'discard' });
    const { head, text } = say(book);
    expect(head).toBe('29.00 kg of boneless meat. As expected.');
    expect(text).toContain('10.20 kg is not accounted for: look at the tare.');
  });

  it('does not blame the tare for a frame that nobody weighed', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.piece(carcass, 29_000, 'strap');
    book.must({
      kind: 'close',
      item: carcass,
      bone: { grams: 7_000, how: 'model' },
      boneTo: 'discard'
    });
    expect(say(book).text).toContain('closed without a scale, and 10.20 kg is not accounted for.');
    expect(say(book).text).not.toContain('tare');
  });

  it('says what is missing where no carcass was weighed', () => {
    const book = new TestBook();
    book.must({
      kind: 'intake',
      facts: { species: 'roe', sex: 'male', ageClass: 'adult' },
      into: { kind: 'part', id: testId(), cut: 'neck' },
      reading: weighed(1_500)
    });
    // The neck of a roe is meat all through in the table: 1.5 kg · 0.63 ÷ soft tissue 0.73.
    expect(say(book).head).toBe('1.1–1.4 kg of boneless meat to expect.');
  });
});

describe('entries in a line', () => {
  it('say what was done, of every kind that is offered', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    const piece = book.piece(leg, 1_500, 'topRound', 'prime', { side: 'left' });
    book.must({ kind: 'trim', item: piece, reading: weighed(1_380), went: [{ to: { reason: 'silver' } }] });
    book.must({ kind: 'discard', from: leg, reason: 'bloodshot', reading: weighed(200) });
    book.must({ kind: 'close', item: leg, bone: weighed(1_600), boneTo: 'discard' });
    const last = book.must({ kind: 'amend', facts: { tag: 'F 1', ageClass: 'old' } });
    book.must({ kind: 'void', entry: last.id });
    const name = (id: string) => (id === leg ? 'Hind leg, left' : id === piece ? 'the piece' : 'the carcass');
    expect(book.history.map((e) => entryTitle(e, name, format))).toEqual([
      'Weighed in, hanging',
      'Hind leg, left off',
      'Opened: Hind leg, left',
      `${format.cut('topRound')}, left → prime`,
      'Trimmed: the piece',
      'Discarded: bloodshot',
      'Closed: Hind leg, left',
      'Facts: age, tag',
      'Taken back'
    ]);
    expect(book.history.map(entryGrams)).toEqual([46_200, 9_000, 0, 1_500, 120, 200, 1_600, 0, 0]);
  });
});

describe('the book in words', () => {
  it('has a word for every kind, and no two alike', () => {
    const words = KINDS.map((kind) => KIND_WORDS[kind].kind);
    expect(words.every((word) => word !== '')).toBe(true);
    expect(new Set(words).size).toBe(KINDS.length);
  });

  it('says of every account whose it is: nothing that was given or sent reads as gone', () => {
    const name = (id: string) => ({ leg: 'Hind leg, left', tub: 'Grind tub' })[id] ?? 'gone';
    expect(accountWords('field:x', name)).toBe('from the field');
    expect(accountWords('tub:grind:x', name)).toBe('Grind tub');
    expect(accountWords('leg', name)).toBe('Hind leg, left');
    expect(accountWords('loss:bone:leg', name)).toBe('lost: bone, hind leg, left');
    expect(accountWords('given:Ilo:leg', name)).toBe('given to Ilo: hind leg, left');
    expect(accountWords('with:Reed Bay works:leg', name)).toBe('sent to Reed Bay works: hind leg, left');
    expect(accountWords('sample:county:leg', name)).toBe('sample to county: hind leg, left');
    expect(accountWords('store:Reed Bay works:leg', name)).toBe('mixed in by Reed Bay works: hind leg, left');
  });
});

describe('refusals in words', () => {
  const name = (id: string) => (id === 'x' ? 'Hind leg, left' : id);

  it('say the figures, in the larder’s unit', () => {
    const refusal = { code: 'overdrawn', item: 'x', left: 1_000, wanted: 1_250 } as const;
    expect(refusalText(refusal as never, format, name)).toBe(
      'Hind leg, left has 1.000 kg left by the book; 1.250 kg is more than that.'
    );
    expect(refusalText(refusal as never, pounds, name)).toBe(
      'Hind leg, left has 2.205 lb left by the book; 2.756 lb is more than that.'
    );
  });

  it('count a chain', () => {
    const chain = (n: number) =>
      refusalText({ code: 'stands-on', chain: Array(n).fill('e') } as never, format, name);
    expect(chain(1)).toBe('1 later entry stands on this one.');
    expect(chain(3)).toBe('3 later entries stand on this one.');
    expect(chain(0)).toBe('Nothing stands on it any more. Press again.');
  });
});
