import type { Side } from '$core/reference';
import { boardView, viewFor, viewsOf, type Drawn, type View } from './drawing';

/** What lies open: a carcass, a part of it on one side, or a piece on the board. */
export interface Lies extends Drawn {
  /** The part that lies open; absent while it is the carcass. */
  part?: string | undefined;
  /** The cut that lies on the board. */
  board?: string | undefined;
  side?: Side | undefined;
}

/** What a drawing can be turned to: a view and the side it stands for, or bars by weight. */
export interface Look {
  name: string;
  view?: View;
  side?: Side;
}

const BARS: Look = { name: 'by weight' };

const viewsAt = (lies: Lies): readonly View[] =>
  lies.board ? [boardView(lies.board)] : viewsOf(lies, lies.part);

/** Everything that lies open can be looked at as; a list of bars is always the last. */
export function looksOf(lies: Lies): Look[] {
  const one = lies.part !== undefined || lies.board !== undefined;
  return [
    ...viewsAt(lies).flatMap((view): Look[] =>
      view.oneSide && !one
        ? (['left', 'right'] as const).map((side) => ({ name: `${side} ${view.name}`, view, side }))
        : [{ name: view.name, view, ...(lies.side ? { side: lies.side } : {}) }]
    ),
    BARS
  ];
}

/**
 * The look that shows best what comes off next.
 * @param cut   that comes next
 * @param side  of it
 */
export function usualLook(looks: readonly Look[], cut: string | undefined, side: Side | undefined): Look {
  const views = [...new Set(looks.flatMap(({ view }) => view ?? []))];
  const best = viewFor(views, cut);
  const shown = looks.filter(({ view }) => view === best);
  return shown.find((look) => look.side === (side ?? 'left')) ?? shown[0] ?? BARS;
}
