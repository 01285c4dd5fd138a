import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { intentSchema } from '$core/book';
import { AGE_CLASSES, GATE_KEYS, PLACEMENTS, SEXES, SPECIES_KEYS } from '$core/reference';
import { blankTag, factsOfTag, gateOf, guessOf, tagFaults, tagIntents, type TagForm } from './field';
import { LIMITS } from '$lib/server/limits';

const NOW = Date.UTC(2026, 10, 25, 18);
const ids = { animal: '01890000-0000-7000-8000-000000000001', body: '01890000-0000-7000-8000-000000000002' };
const form = (more: Partial<TagForm> = {}): TagForm => ({ ...blankTag('roe'), gateAsked: true, ...more });

describe('a tag', () => {
  it('is refused at its fields, and only there', () => {
    expect(tagFaults(form(), LIMITS.facts)).toEqual({});
    expect(tagFaults(form({ gateAsked: false }), LIMITS.facts)).toEqual({
      gate: 'answer the questions: none of these, or which'
    });
    expect(tagFaults(form({ gateAsked: false, gate: { odd: false } }), LIMITS.facts)).toHaveProperty('gate');
    expect(tagFaults(form({ gateAsked: false, gate: { odd: true } }), LIMITS.facts)).toEqual({});
    for (const key of ['tag', 'place', 'takenBy', 'owner'] as const) {
      const most = LIMITS.facts[key]?.maxlength ?? 0;
      expect(tagFaults(form({ [key]: 'x'.repeat(most) }), LIMITS.facts)).toEqual({});
      expect(tagFaults(form({ [key]: 'x'.repeat(most + 1) }), LIMITS.facts)).toHaveProperty(key);
    }
    const wrong: Partial<TagForm> = {
      latitude: '91',
      longitude: 'east',
      distance: '2001',
      girth: '9',
      pointsLeft: '3.5',
      pointsRight: '41'
    };
    expect(Object.keys(tagFaults(form(wrong), LIMITS.facts)).sort()).toEqual(Object.keys(wrong).sort());
    // Birds and small game come in whole numbers; a deer is one whatever stands there.
    for (const count of ['0', '2.5', '1000', '', 'two'])
      expect(tagFaults(form({ species: 'duck', count }), LIMITS.facts), count).toHaveProperty('count');
    expect(tagFaults(form({ count: 'two' }), LIMITS.facts)).toEqual({});
  });

  it('says what was said and nothing else', () => {
    const facts = factsOfTag(
      form({
        tag: ' R 7 ',
        since: 60,
        place: 'Reed Bay',
        placement: 'chest',
        shotSide: 'left',
        projectile: 'expanding',
        latitude: '61,5',
        girth: '82'
      }),
      NOW
    );
    expect(facts).toMatchObject({
      tag: 'R 7',
      killedAt: NOW - 3_600_000,
      latitude: 61.5,
      girth: 820,
      place: 'Reed Bay'
    });
    // A chest has no side, and what nobody has said is not there.
    for (const key of ['shotSide', 'owner', 'distance', 'proofOfSex', 'pointsLeft'])
      expect(facts).not.toHaveProperty(key);
    expect(factsOfTag(form({ placement: 'haunch', shotSide: 'left' }), NOW).shotSide).toBe('left');
    expect(factsOfTag(form({ projectile: 'expanding' }), NOW)).not.toHaveProperty('projectile');
  });

  it('an hour that is not known is an answer at the gate, and no hour', () => {
    expect(gateOf(form())).toEqual(Object.fromEntries(GATE_KEYS.map((k) => [k, false])));
    const unknown = form({ since: -1 });
    expect(gateOf(unknown).hourUnknown).toBe(true);
    expect(factsOfTag(unknown, NOW)).not.toHaveProperty('killedAt');
  });

  it('weighs by its girth where there is one that can be, else as such animals do', () => {
    expect(guessOf(form({ species: 'whitetail', girth: '95' }))).toMatchObject({
      grams: 68_000,
      from: 'girth'
    });
    expect(guessOf(form({ species: 'whitetail', girth: '5' })).from).toBe('species');
    expect(guessOf(form({ species: 'duck', count: '6' })).grams).toBe(
      6 * guessOf(form({ species: 'duck' })).grams
    );
  });

  it('without faults always makes entries that the book can read, and keeps place and hands for the next', () => {
    const text = fc.constantFrom('', '0', '7', '40', '61.5', '-12', 'x', ' 300 ');
    fc.assert(
      fc.property(
        fc.record({
          species: fc.constantFrom(...SPECIES_KEYS),
          sex: fc.constantFrom(...SEXES),
          ageClass: fc.constantFrom(...AGE_CLASSES),
          count: text,
          since: fc.constantFrom(-1, 0, 240),
          placement: fc.constantFrom('' as const, ...PLACEMENTS),
          distance: text,
          girth: text,
          latitude: text,
          longitude: text,
          pointsLeft: text,
          pointsRight: text,
          tag: fc.string({ maxLength: 45 }).filter((t) => /^[\w ]*$/.test(t))
        }),
        (some) => {
          const filled = form(some);
          if (Object.keys(tagFaults(filled, LIMITS.facts)).length > 0) return;
          const intents = tagIntents(filled, NOW, ids);
          for (const intent of intents)
            expect(intentSchema.safeParse(intent).error?.issues ?? []).toEqual([]);
        }
      ),
      { numRuns: 400 }
    );
    const next = blankTag(
      'roe',
      form({ species: 'moose', place: 'Kestrel Ridge', owner: 'Skarvik', tag: 'M 1', girth: '150' })
    );
    expect(next).toMatchObject({
      species: 'moose',
      place: 'Kestrel Ridge',
      owner: 'Skarvik',
      tag: '',
      girth: '',
      gateAsked: false
    });
  });
});
