import { describe, expect, it } from 'vitest';
import { stand } from './desk.testkit';
import scanned from './scanned';

/** A bench that a tag speaks to, and whether what lies there is listed. */
const sitting = (prepare?: Parameters<typeof stand>[0]) => {
  const { bench, desk } = stand(prepare);
  const at = {
    bench,
    desk,
    listed: false,
    choose: (key: string) => desk.choose(key),
    list: () => void (at.listed = true)
  };
  return at;
};
describe('a tag that was scanned', () => {
  it('lays its quarter in hand: to be taken off, or opened once it is off', () => {
    const hung = sitting();
    scanned(hung, '?open=shoulder-right');
    expect(hung.desk.row?.act).toMatchObject({ kind: 'take', cut: 'shoulder', side: 'right' });
    let leg = '';
    const off = sitting((book, carcass) => {
      leg = book.part(carcass, 6_000, 'hindLeg');
    });
    scanned(off, '?open=hindLeg-left');
    expect(off.desk.row?.act).toEqual({ kind: 'open', item: leg });
  });

  it('of a tub lists what lies there', () => {
    const at = sitting();
    scanned(at, '?tub=prime');
    expect(at.listed).toBe(true);
  });

  it('of something that is not here says so, whatever is written on it', () => {
    for (const search of [
      '?open=hindLeg-middle',
      '?open=constructor',
      '?tub=constructor',
      '?tub=%3Cscript%3E'
    ]) {
      const at = sitting();
      scanned(at, search);
      expect(at.desk.notice?.text, search).toMatch(/does not lie here now|No tub is called/);
      expect(at.listed).toBe(false);
    }
  });
});
