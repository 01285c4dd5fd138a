import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { accountOf, lightSoFar } from './index';

const KG = 1_000;

describe('where meat is likely still on', () => {
  it('names what came off light, the lightest first, and nothing that is as it should be', () => {
    const book = new TestBook();
    const carcass = book.carcass(40 * KG);
    const parts = accountOf(book.state, book.animal, book.history)!.parts;
    const should = (part: string, side: string) =>
      Math.round(parts.find((p) => p.part === part && p.side === side)!.expectedTaken!.mean);
    book.piece(carcass, should('strap', 'left') - 400, 'strap', 'prime', { side: 'left' });
    book.piece(carcass, should('strap', 'right') - 5, 'strap', 'prime', { side: 'right' });
    book.piece(carcass, should('brisket', 'left') - 90, 'brisket', 'slow', { side: 'left' });
    book.piece(carcass, should('ribs', 'left') + 200, 'ribMeat', 'grind', { side: 'left' });
    const light = lightSoFar(accountOf(book.state, book.animal, book.history)!);
    expect(light.map((l) => l.name)).toEqual(['Strap', 'Brisket']);
    expect(Math.abs(light[0]!.by - 405)).toBeLessThan(2);
    expect(lightSoFar(accountOf(book.state, book.animal, book.history)!, 1)).toHaveLength(1);
  });
});
