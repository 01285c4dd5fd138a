import { describe, expect, it } from 'vitest';
import { factsPatchSchema, type Facts } from '$core/book';
import { harvestFormOf, harvestPatch } from './harvest';
import { readReturn, type ReturnRow } from './returned';

const NOW = Date.UTC(2026, 10, 25, 18);
const facts: Facts = {
  species: 'roe',
  sex: 'male',
  ageClass: 'adult',
  gate: { odd: false, foundDead: false },
  pointsLeft: 3,
  spread: 185,
  exam: { by: 'Ilo', at: NOW - 1000, findings: 'nothing seen' }
};

describe('the harvest, written down afterwards', () => {
  const patch = (more: object) => harvestPatch({ ...harvestFormOf(facts), ...more }, facts, NOW);

  it('changes nothing that was not changed', () => {
    expect(patch({})).toEqual({ ok: true, patch: {} });
    // The gate in another order is the same gate.
    expect(patch({ gate: { foundDead: false, odd: false } })).toEqual({ ok: true, patch: {} });
  });

  it('says only what is new, and takes back what was emptied', () => {
    expect(patch({ left: '', right: '4', spread: '19,5', proof: 'on' })).toEqual({
      ok: true,
      patch: { pointsLeft: null, pointsRight: 4, spread: 195, proofOfSex: 'on' }
    });
    const odd = patch({ gate: { odd: true, foundDead: false } });
    expect(odd).toMatchObject({ patch: { gate: { odd: true } } });
    if (odd.ok) expect(factsPatchSchema.safeParse(odd.patch).success).toBe(true);
  });

  it('an examination has its own hour: a new word is of now, an old one stays', () => {
    expect(patch({ takenBy: 'Tove' })).toEqual({ ok: true, patch: { takenBy: 'Tove' } });
    expect(patch({ findings: 'a spot on the liver' })).toMatchObject({
      patch: { exam: { by: 'Ilo', at: NOW, findings: 'a spot on the liver' } }
    });
    expect(patch({ by: '', findings: '' })).toMatchObject({ patch: { exam: null } });
  });

  it('rounds no half point away, and says which field is wrong', () => {
    for (const [field, value] of [
      ['left', '3.5'],
      ['right', '41'],
      ['spread', 'wide'],
      ['horn', '201'],
      ['by', '']
    ] as const)
      expect(patch({ [field]: value }), field).toMatchObject({
        ok: false,
        faults: { [field]: expect.any(String) }
      });
  });
});

describe('packs that came back', () => {
  const row = (more: Partial<ReturnRow> = {}): ReturnRow => ({
    id: 'a',
    what: 'mince',
    class: 'G',
    weight: '',
    bought: '',
    ...more
  });

  it('are those with a weight; the bill is in the currency’s smallest units', () => {
    const read = readReturn([row({ weight: '12,4', bought: '1' }), row({ id: 'b' })], '118.50', 'kg', 'EUR');
    expect(read).toEqual({
      ok: true,
      bill: 11_850,
      packs: [{ id: 'a', what: 'mince', class: 'G', reading: { grams: 12_400, how: 'typed' }, bought: 1_000 }]
    });
    expect(readReturn([row({ weight: '2', what: ' ' })], '', 'lb', 'EUR')).toMatchObject({
      packs: [{ what: 'a pack', reading: { grams: 907 } }]
    });
  });

  it('are refused at their row', () => {
    const faults = (rows: ReturnRow[], bill = '') => {
      const read = readReturn(rows, bill, 'kg', 'EUR');
      return read.ok ? {} : read.faults;
    };
    expect(faults([row({ weight: 'much' })])).toHaveProperty('a');
    expect(faults([row({ weight: '3', bought: 'some' })])).toHaveProperty('a');
    expect(faults([row({ bought: '1' })])).toHaveProperty('a');
    expect(faults([row({ weight: '3', bought: '4' })])).toEqual({ a: 'more was bought in than it weighs' });
    expect(faults([row({ weight: '3' })], 'much')).toEqual({ bill: 'an amount such as 84.50' });
    expect(faults([row()])).toEqual({ rows: 'Say what one pack weighs.' });
  });
});
