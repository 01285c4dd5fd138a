import { TUBS } from '$core/reference';
import { under } from '$core/units';
import type { Bench } from './bench.svelte';
import type { Desk } from './desk.svelte';

/** As much of a sitting as a tag speaks to. */
export interface Scanned {
  bench: Bench;
  desk: Desk;
  choose(key: string): void;
  /** Lists what lies here. */
  list(): void;
}

/**
 * What the tag of a quarter or a tub leads to: the quarter is laid in hand, to be taken off or opened; of a tub what lies
 * there is listed. A tag of something that this animal has no more is said so.
 * @param search  of the page's address
 */
export default function scanned({ bench, desk, choose, list }: Scanned, search: string): void {
  const asked = new URLSearchParams(search);
  const [quarter, tub] = [asked.get('open'), asked.get('tub')];
  if (tub !== null && under(TUBS, tub)) list();
  else if (quarter !== null) {
    const row = bench.work.rows.find(({ act, done }) => {
      if (done) return false;
      const item = act.kind === 'open' ? under(bench.state.items, act.item) : undefined;
      const [cut, side] = act.kind === 'take' ? [act.cut, act.side] : [item?.cut, item?.side];
      return cut !== undefined && `${cut}-${side ?? ''}` === quarter;
    });
    if (row) choose(row.key);
    else
      desk.notice = {
        kind: 'plain',
        text: 'What that tag names does not lie here now. What lies here is under Pieces.'
      };
  } else if (tub !== null)
    desk.notice = { kind: 'plain', text: `No tub is called “${tub.slice(0, 20)}” here.` };
}
