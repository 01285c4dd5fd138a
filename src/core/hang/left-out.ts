import { HOUR } from '$core/units';
import {
  cool,
  curvesAt,
  outcomeOf,
  surfaceGrowth,
  wayInput,
  whenReached,
  type Asked,
  type CoolingEvent
} from '$core/chill';
import { COOLBOX } from './hanging';
import { SPOILAGE_LINES } from '$core/reference';
import { fromPlain, type PlainAsked } from './plain';

/** What becomes of a leg that waits at the carcass, and of one that is carried to a room. */
export interface LeftOut {
  /** Moment at which growth on it, by the record, reaches the line where one hurries; +∞ when it does not. */
  fineUntil: number;
  /** Core of the leg at its arrival at the road, and in the room, °C. */
  coreAt: number;
  coreThere: number;
  /** When it is cold in the room it is taken to; +∞ where it never is. */
  coldAt: number;
}

/** How it goes on from the road: for so many hours, shut in among other things, in a cool box on ice, or open to the air. */
export interface Road {
  hours: number;
  how: 'packed' | 'coolbox' | 'open';
}

/**
 * A leg quartered at `start`, left in the field's air until it is carried to a room that it reaches at `arrives`.
 * The growth is that of its open face in the air out there, nothing granted for dryness.
 */
export function leftOut(
  plain: PlainAsked,
  start: number,
  arrives: number,
  room: string,
  road: Road = { hours: 0, how: 'open' }
): LeftOut {
  const asked: Asked = fromPlain(plain);
  const quartered = [...asked.events.filter((e) => e.at <= start), { at: start, what: 'quartered' as const }];
  const lying = cool(wayInput(asked, quartered));
  const growth = surfaceGrowth(lying, { dries: false });
  const there = arrives + road.hours * HOUR;
  const loaded: CoolingEvent[] =
    road.hours === 0 || road.how === 'open'
      ? []
      : [
          road.how === 'packed'
            ? { at: arrives, what: 'packed' }
            : { at: arrives, what: 'moved', to: COOLBOX }
        ];
  const carried = cool(wayInput(asked, [...quartered, ...loaded, { at: there, what: 'moved', to: room }]));
  const out = outcomeOf(carried, asked.target);
  return {
    fineUntil: whenReached(lying.at, growth, SPOILAGE_LINES.hurry),
    coreAt: curvesAt(carried, arrives).core,
    coreThere: curvesAt(carried, there).core,
    coldAt: asked.killedAt + out.hoursToTarget * HOUR
  };
}
