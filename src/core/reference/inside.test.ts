import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GROUP_KEYS, ORGANS_OF, findings } from './index';

describe('what was seen inside', () => {
  it('is said organ by organ, what is wrong first; what asks for it holds the animal back', () => {
    const all = (word: string) => Object.fromEntries(ORGANS_OF.deer.map((o) => [o.key, word]));
    expect(findings('deer', all('fine'))).toEqual({ text: 'as they should be', hold: false, open: [] });
    const spots = findings('deer', { ...all('fine'), liver: 'spots', kidneys: 'notSeen' });
    expect(spots).toEqual({
      text: 'liver: white or yellow spots all through it; the others as they should be; not seen: kidneys',
      hold: true,
      open: []
    });
    // Flukes: the liver goes, the animal does not.
    expect(findings('deer', { ...all('fine'), liver: 'flukes' }).hold).toBe(false);
    expect(findings('rabbit', { liver: 'spots' }).hold).toBe(true);
    expect(findings('gamebird', { crop: 'canker' }).hold).toBe(true);
  });

  it('organs, and signs, that there are not count as not spoken of', () => {
    for (const word of ['constructor', 'toString', '', 'no such sign'])
      expect(findings('boar', { liver: word, [word]: 'fine' }).open).toHaveLength(ORGANS_OF.boar.length);
  });

  it('deer have no gall bladder; boar, hares and birds have', () => {
    for (const group of GROUP_KEYS)
      expect(ORGANS_OF[group].some((o) => o.key === 'gall')).toBe(group !== 'deer');
  });

  it('every organ says how it should look and has a sign that it may be wrong by', () => {
    for (const group of GROUP_KEYS)
      for (const organ of ORGANS_OF[group]) {
        expect(organ.look.length, organ.key).toBeGreaterThan(5);
        expect(organ.signs.length, organ.key).toBeGreaterThan(0);
        const keys = organ.signs.map((s) => s.key);
        expect(new Set(keys).size).toBe(keys.length);
        expect(keys).not.toContain('fine');
      }
  });

  it('a sign that holds does so whatever is said of the rest (law)', () => {
    fc.assert(
      fc.property(fc.constantFrom(...GROUP_KEYS), fc.infiniteStream(fc.nat(5)), (group, picks) => {
        const said: Record<string, string> = {};
        let holds = false;
        for (const organ of ORGANS_OF[group]) {
          const pick = (picks.next().value as number) % (organ.signs.length + 2);
          const sign = organ.signs[pick - 2];
          said[organ.key] = sign?.key ?? ['fine', 'notSeen'][pick] ?? 'fine';
          holds ||= sign?.asks === 'hold';
        }
        const found = findings(group, said);
        expect(found.hold).toBe(holds);
        expect(found.open).toEqual([]);
        expect(found.text.length).toBeGreaterThan(0);
      })
    );
  });
});
