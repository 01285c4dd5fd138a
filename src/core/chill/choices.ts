import { GEOMETRY, MEAT, SPLIT_FACE_MM } from '$core/reference';
import { roundGrams, type Celsius, type Grams } from '$core/units';
import { splitRind } from './ageing';
import type { Body } from './body';
import { cool, outcomeOf, type CoolInput, type CoolOutcome, type Curves } from './cool';
import { phasesOf, type CoolingEvent, type Place } from './phases';

export const QUESTIONS = ['hung', 'pelvisSplit', 'hamOpened', 'hideOff', 'quartered'] as const;
export type Question = (typeof QUESTIONS)[number];

/** A way, and what comes of it. */
export interface Way {
  curves: Curves;
  outcome: CoolOutcome;
}

/** A question answered as two curves and two numbers. */
export interface Answer {
  question: Question;
  /** From when on the second way differs, ms. */
  at: number;
  without: Way;
  with: Way;
  /** Hours to the target that doing it saves; NaN where neither gets there, +∞ where only doing it does. */
  hoursSaved: number;
  /** What it costs: grams of rind on the faces that it opens; nothing is known of hide off and quartering. */
  rind?: Grams;
}

export interface Asked extends Omit<CoolInput, 'phases'> {
  events: readonly CoolingEvent[];
  places: Readonly<Record<string, Place>>;
  lay?: Parameters<typeof phasesOf>[3];
  target: Celsius;
}

/** The input of a way: what was asked, with these events. */
export const wayInput = (asked: Asked, events: readonly CoolingEvent[] = asked.events): CoolInput => ({
  ...asked,
  phases: phasesOf(asked.killedAt, events, asked.places, asked.lay)
});

/** Whether a question can be asked: not of small game, and not of what is done already. */
export function canAsk(
  question: Question,
  asked: Pick<Asked, 'body' | 'events' | 'lay' | 'killedAt' | 'places'>
): boolean {
  const done = new Set(asked.events.map((e) => e.what));
  if (asked.body.kind === 'small')
    return question === 'hideOff' && !done.has('hideOff') && asked.lay?.hide !== false;
  if (done.has('quartered') || asked.lay?.quartered) return false;
  // What lies may be hung; in a room it hangs.
  if (question === 'hung')
    return phasesOf(asked.killedAt, asked.events, asked.places, asked.lay).at(-1)?.hung === false;
  if (question === 'hamOpened') return !done.has('hamOpened') && !asked.lay?.hamOpened;
  if (question === 'pelvisSplit') return !done.has('pelvisSplit') && !asked.lay?.split;
  if (question === 'hideOff') return !done.has('hideOff') && asked.lay?.hide !== false;
  return true;
}

/** Rind of the fresh faces of both hams opened to the bone: two to a ham, each as wide as the leg's radius. */
function openedRind(body: Body): Grams {
  const radius = body.radius * GEOMETRY.splitRadius;
  return roundGrams(4 * radius * body.length * (SPLIT_FACE_MM / 1000) * MEAT.rho * 1000);
}

/** Rind that a question's way costs; undefined where nothing is known. */
function rindOf(question: Question, body: Body): Grams | undefined {
  if (question === 'pelvisSplit') return splitRind(body.radius * GEOMETRY.splitRadius, SPLIT_FACE_MM);
  return question === 'hamOpened' ? openedRind(body) : undefined;
}

/**
 * Two ways from a moment on: as it is planned, and with one thing done. Only what is planned later stays planned in both.
 * @param at  when it would be done, ms
 * @param now  end of the record, ms
 */
export function answer(asked: Asked, question: Question, at: number, now = Infinity): Answer {
  const way = (events: readonly CoolingEvent[]): Way => {
    const curves = cool(wayInput(asked, events));
    return { curves, outcome: outcomeOf(curves, asked.target, now) };
  };
  const without = way(asked.events);
  const done = way([...asked.events, { at, what: question }]);
  const rind = rindOf(question, asked.body);
  const [a, b] = [without.outcome.hoursToTarget, done.outcome.hoursToTarget];
  return {
    question,
    at,
    without,
    with: done,
    hoursSaved: a === Infinity && b === Infinity ? NaN : a - b,
    ...(rind === undefined ? {} : { rind })
  };
}
