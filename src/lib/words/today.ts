import type { Facts } from '$core/book';
import type { HangingWindow } from '$core/chill';
import { animalName, animalsName } from '$core/reference';
import { HOUR, under } from '$core/units';
import type { Formatter } from './formatter';
import { stateWords } from './window';

/** What closes sooner than this stands first, ms. */
const SOON = 16 * HOUR;
/** Lines of today's work that are shown. */
const SHOWN = 5;

type Window = Parameters<typeof stateWords>[0] & Pick<HangingWindow, 'core'>;

/** An animal as today's work asks for it. */
export interface TodayCard {
  id: string;
  code: string;
  facts: Pick<Facts, 'species' | 'sex' | 'ageClass'>;
  count: number | null;
  stillOn: number;
}

/** One line of today's work. */
export interface Job {
  key: string;
  href: string;
  title: string;
  text: string;
}

/** What there is to do: hanging, lying out, on a bench, waiting for a test. */
export interface TodayWork {
  hanging: readonly TodayCard[];
  field: readonly TodayCard[];
  bench: readonly TodayCard[];
  tests: readonly Pick<TodayCard, 'code' | 'facts'>[];
  /** Of what hangs or lies out; absent where nothing is known of it. */
  windows: Readonly<Record<string, Window | undefined>>;
  /** Of these it is still being calculated. */
  pending?: readonly string[];
}

/**
 * What is to be done today, the most urgent first: what closes within hours (a window that never opens closes now), what
 * waits for its test, what lies out, what lies open on a bench, and then the rest of what hangs.
 */
export function todaysWork(
  { hanging, field, bench, tests, windows, pending = [] }: TodayWork,
  format: Formatter,
  now: number
): Job[] {
  const hangs = hanging.map(({ id, code, facts, count }) => {
    const window = under(windows, id);
    const name = `${animalsName(facts, count)} ${count && count > 1 ? 'hang' : 'hangs'}`;
    return {
      job: {
        key: id,
        href: '/hanging',
        title: name.charAt(0).toUpperCase() + name.slice(1),
        text: `${code}: ${window ? stateWords(window, format, now) : pending.includes(id) ? 'its window is being calculated' : 'its window is not known'}`
      },
      soon: window !== undefined && (window.never || window.closes < now + SOON)
    };
  });
  const jobs = (soon: boolean): Job[] => hangs.filter((h) => h.soon === soon).map((h) => h.job);
  return [
    ...jobs(true),
    ...tests.map(({ code, facts }) => ({
      key: `test ${code}`,
      href: '/holds',
      title: `${animalName(facts)} waits for its test`,
      text: `${code}: nothing of it is given, sold or fed before`
    })),
    ...field.map(({ id, code, facts }) => {
      const core = under(windows, id)?.core;
      return {
        key: id,
        href: '/field',
        title: `${animalName(facts)} lies out`,
        text: `${code}: ${core === undefined ? (pending.includes(id) ? 'its core is being calculated' : 'nobody has said how warm it is') : `core ${format.degrees(core, 0)} by the model`}`
      };
    }),
    ...bench.map(({ id, code, facts, stillOn }) => ({
      key: id,
      href: `/bench/${code}`,
      title: `Go on with the ${animalName(facts).toLowerCase()}`,
      text: `${code}: ${format.mass(stillOn, 1)} still on by the book`
    })),
    ...jobs(false)
  ].slice(0, SHOWN);
}
