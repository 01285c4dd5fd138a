import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SPECIES_KEYS } from '$core/reference';
import {
  cardApplies,
  cardStep,
  holdsFor,
  mergeCards,
  remindersOf,
  ruleCardSchema,
  type RuleCard
} from './index';

const card = (more: Partial<RuleCard> = {}): RuleCard =>
  ruleCardSchema.parse({ key: 'a', kind: 'report', title: 'Report it', ...more });
const roe = {
  species: 'roe' as const,
  sex: 'male' as const,
  ageClass: 'adult' as const,
  place: 'Reed Bay, north shore'
};

describe('a rule card', () => {
  it('is for its species and its areas, in whatever letters the place was written', () => {
    expect(cardApplies(card(), roe)).toBe(true);
    expect(cardApplies(card({ species: ['boar'] }), roe)).toBe(false);
    expect(cardApplies(card({ areas: ['reed bay'] }), roe)).toBe(true);
    expect(cardApplies(card({ areas: ['Otter Point'] }), roe)).toBe(false);
    expect(cardApplies(card({ areas: ['Reed'] }), { species: 'roe' })).toBe(false);
    expect(cardApplies(card({ on: false }), roe)).toBe(false);
  });

  it('built in, it holds every boar for its test; the larder’s own word goes before it', () => {
    const cards = mergeCards([]);
    expect(holdsFor({ species: 'boar' }, cards)).toEqual([{ why: 'test', note: 'Boar: trichinella sample' }]);
    expect(holdsFor({ species: 'roe' }, cards)).toEqual([]);
    const off = mergeCards([{ ...cards[0]!, on: false }]);
    expect(off).toHaveLength(cards.length);
    expect(holdsFor({ species: 'boar' }, off)).toEqual([]);
  });

  it('opens each reason once, none that stands, and the gate by any yes', () => {
    const cards = [
      card({ hold: 'test' }),
      card({ key: 'b', hold: 'test' }),
      card({ key: 'c', hold: 'inspection' })
    ];
    expect(holdsFor(roe, cards).map((h) => h.why)).toEqual(['test', 'inspection']);
    expect(holdsFor(roe, cards, [{ why: 'test' }]).map((h) => h.why)).toEqual(['inspection']);
    fc.assert(
      fc.property(fc.constantFrom(...SPECIES_KEYS), fc.boolean(), fc.boolean(), (species, a, b) => {
        const why = holdsFor({ species, gate: { foundDead: a, odd: b } }, []).map((h) => h.why);
        expect(why).toEqual(a || b ? ['gate'] : []);
      })
    );
  });

  it('reminds by its hours, what is due first, and what is done last', () => {
    const at = Date.UTC(2026, 10, 25, 17);
    const cards = [
      card({ key: 'slow', hours: 72 }),
      card({ key: 'fast', hours: 24 }),
      card({ key: 'always' })
    ];
    const facts = { ...roe, killedAt: at };
    expect(remindersOf(facts, cards).map((r) => [r.card.key, r.due])).toEqual([
      ['fast', at + 24 * 3_600_000],
      ['slow', at + 72 * 3_600_000],
      ['always', undefined]
    ]);
    const ticked = remindersOf(facts, cards, { [cardStep(cards[1]!)]: { how: 'done' } });
    expect(ticked.map((r) => r.card.key)).toEqual(['slow', 'always', 'fast']);
    // An hour of death that nobody knows makes no deadline.
    expect(remindersOf(roe, cards).every((r) => r.due === undefined)).toBe(true);
  });
});
