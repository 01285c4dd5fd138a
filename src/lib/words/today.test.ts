import { describe, expect, it } from 'vitest';
import { DAY, HOUR } from '$core/units';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from './formatter';
import { todaysWork, type TodayCard, type TodayWork } from './today';

const NOW = Date.UTC(2026, 10, 25, 20);
const format = formatter({ ...DEFAULT_SETTINGS, timeZone: 'Europe/Oslo' });

const card = (id: string, count: number | null = null): TodayCard => ({
  id,
  code: `26-${id}`,
  facts: { species: 'roe', sex: 'female', ageClass: 'adult' },
  count,
  stillOn: 8_400
});
const window = (closes: number, more: object = {}) =>
  ({
    opens: NOW - DAY,
    closes,
    never: false,
    state: 'open',
    openedBy: 'ageing',
    closedBy: 'spoilage',
    line: 'quiet',
    goal: 0.55,
    ageing: 0.61,
    spoilage: 0.4,
    rind: 0.2,
    core: 6.6,
    ...more
  }) as unknown as NonNullable<TodayWork['windows'][string]>;
const none: TodayWork = { hanging: [], field: [], bench: [], tests: [], windows: {} };
const keys = (work: Partial<TodayWork>) =>
  todaysWork({ ...none, ...work }, format, NOW).map((job) => job.key);

describe('today’s work', () => {
  it('begins with what closes within hours, and with what never opens; the rest of what hangs comes last', () => {
    const windows = {
      late: window(NOW + 3 * DAY),
      soon: window(NOW + 15 * HOUR),
      never: window(NOW + 3 * DAY, { never: true }),
      edge: window(NOW + 16 * HOUR)
    };
    const hanging = ['late', 'soon', 'never', 'edge', 'unknown'].map((id) => card(id));
    expect(keys({ hanging, windows })).toEqual(['soon', 'never', 'late', 'edge', 'unknown']);
    expect(
      keys({ hanging: hanging.slice(0, 2), windows, bench: [card('open')], field: [card('out')] })
    ).toEqual(['soon', 'out', 'open', 'late']);
  });

  it('names five things at most, and says of each where it is gone on with', () => {
    const bench = Array.from({ length: 9 }, (_, i) => card(String(i)));
    const jobs = todaysWork({ ...none, bench, tests: [card('held')] }, format, NOW);
    expect(jobs).toHaveLength(5);
    expect(jobs[0]).toMatchObject({ href: '/holds', title: 'Roe doe waits for its test' });
    expect(jobs[1]).toEqual({
      key: '0',
      href: '/bench/26-0',
      title: 'Go on with the roe doe',
      text: '26-0: 8.4 kg still on by the book'
    });
  });

  it('says what is not known', () => {
    const [out, hangs] = todaysWork({ ...none, field: [card('a')], hanging: [card('b', 4)] }, format, NOW);
    expect(out?.text).toBe('26-a: nobody has said how warm it is');
    expect(hangs).toMatchObject({
      title: expect.stringMatching(/hang$/) as unknown,
      text: '26-b: its window is not known'
    });
    expect(
      todaysWork({ ...none, field: [card('a')], windows: { a: window(NOW) } }, format, NOW)[0]?.text
    ).toBe('26-a: core 7 °C by the model');
    expect(keys({})).toEqual([]);
  });
});
