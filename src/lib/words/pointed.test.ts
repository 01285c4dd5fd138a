import { describe, expect, it } from 'vitest';
import type { Painted } from '$core/bench';
import { laidOut } from '$core/bench/testkit';
import type { Facts } from '$core/book';
import { TestBook } from '$core/book/testkit';
import { GLANDS, JOINTS } from '$core/reference';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from './formatter';
import { pointedWords } from './pointed';

const format = formatter(DEFAULT_SETTINGS);
const facts = (ageClass: Facts['ageClass']): Facts => ({ species: 'fallow', sex: 'female', ageClass });
/** The strap of an animal laid out, with what its book says of it. */
function strap(taken?: number): Painted {
  const book = new TestBook();
  const carcass = book.carcass(40_000);
  if (taken) book.piece(carcass, taken, 'strap', 'prime', { side: 'left' });
  const row = laidOut(book).find((r) => r.key === 'strap')!;
  return { key: 'strap', row, cell: row.cells.find((c) => c.side === 'left') } as unknown as Painted;
}

describe('what is pointed at', () => {
  it('is named by all its names, with what it weighs or should', () => {
    const hollow = pointedWords({ shape: strap() }, facts('adult'), format)!;
    expect(hollow).toMatch(
      /^Strap · Boneless saddle · Backstrap \(longissimus\), tender \d\.\d of 5; suits .+; expected /
    );
    expect(pointedWords({ shape: strap(1_900) }, facts('adult'), format)).toContain('; 1.90 kg off.');
  });

  it('is tougher on an old animal', () => {
    const tender = (age: Facts['ageClass']) =>
      Number(/tender (\d\.\d)/.exec(pointedWords({ shape: strap() }, facts(age), format)!)?.[1]);
    expect(tender('old')).toBeLessThan(tender('young'));
  });

  it('is a joint or a gland by where the fingers find it; of what nobody has described nothing is said', () => {
    for (const [key, joint] of Object.entries(JOINTS))
      expect(pointedWords({ joint: key }, facts('adult'), format)).toContain(
        `Knife: ${joint.knife ?? 'past it'}.`
      );
    for (const [key, gland] of Object.entries(GLANDS))
      expect(pointedWords({ gland: key }, facts('adult'), format)).toBe(
        `${gland.name}, ${gland.where}: ${gland.why}.`
      );
    expect(pointedWords({ joint: 'wing tip' }, facts('adult'), format)).toBeUndefined();
  });
});
