import { HOUR } from '$core/units';
import { cool, curvesAt, outcomeOf, surfaceGrowth, whenReached, wayInput, type Asked } from '$core/chill';
import { SPOILAGE_LINES } from '$core/reference';
import { fromPlain, type PlainAsked } from './plain';

/** What becomes of a leg that waits at the carcass, and of one that is carried to a room. */
export interface LeftOut {
  /** Moment at which growth on it, by the record, reaches the line where one hurries; +∞ when it does not. */
  fineUntil: number;
  /** Core of the leg at its arrival, °C. */
  coreAt: number;
  /** When it is cold in the room it is taken to; +∞ where it never is. */
  coldAt: number;
}

/**
 * A leg quartered at `start`, left in the field's air until it is carried to a room that it reaches at `arrives`.
 * The growth is that of its open face in the air out there, nothing granted for dryness.
 */
export function leftOut(plain: PlainAsked, start: number, arrives: number, room: string): LeftOut {
  const asked: Asked = fromPlain(plain);
  const quartered = [...asked.events.filter((e) => e.at <= start), { at: start, what: 'quartered' as const }];
  const lying = cool(wayInput(asked, quartered));
  const growth = surfaceGrowth(lying, { dries: false });
  const carried = cool(wayInput(asked, [...quartered, { at: arrives, what: 'moved', to: room }]));
  const out = outcomeOf(carried, asked.target);
  return {
    fineUntil: whenReached(lying.at, growth, SPOILAGE_LINES.hurry),
    coreAt: curvesAt(carried, arrives).core,
    coldAt: asked.killedAt + out.hoursToTarget * HOUR
  };
}
