import { describe, expect, it } from 'vitest';
import { stand } from './desk.testkit';
import scanned from './scanned';
import type { Session } from './session.svelte';

/** As much of a sitting as a tag speaks to. */
const sitting = (prepare?: Parameters<typeof stand>[0]) => {
  const { bench, desk } = stand(prepare);
  return { bench, desk, panel: undefined as string | undefined, choose: (key: string) => desk.choose(key) };
};
const scan = (at: ReturnType<typeof sitting>, search: string) => scanned(at as unknown as Session, search);

describe('a tag that was scanned', () => {
  it('lays its quarter in hand: to be taken off, or opened once it is off', () => {
    const hung = sitting();
    scan(hung, '?open=shoulder-right');
    expect(hung.desk.row?.act).toMatchObject({ kind: 'take', cut: 'shoulder', side: 'right' });
    let leg = '';
    const off = sitting((book, carcass) => {
      leg = book.part(carcass, 6_000, 'hindLeg');
    });
    scan(off, '?open=hindLeg-left');
    expect(off.desk.row?.act).toEqual({ kind: 'open', item: leg });
  });

  it('of a tub lists what lies there', () => {
    const at = sitting();
    scan(at, '?tub=prime');
    expect(at.panel).toBe('pieces');
  });

  it('of something that is not here says so, whatever is written on it', () => {
    for (const search of [
      '?open=hindLeg-middle',
      '?open=constructor',
      '?tub=constructor',
      '?tub=%3Cscript%3E'
    ]) {
      const at = sitting();
      scan(at, search);
      expect(at.desk.notice?.text, search).toMatch(/does not lie here now|No tub is called/);
      expect(at.panel).toBeUndefined();
    }
  });
});
