import { KITCHEN, readyMade, type Wish } from '$core/plan';
import { DAY, grams } from '$core/units';

/** What two of the lake’s households want of their meat. */
export const demoWishes = (now: number): Wish[] => [
  {
    id: 'fernholt',
    name: 'Fernholt, five at the table',
    people: 5,
    portion: grams(180),
    mealsAWeek: 4,
    weeks: 26,
    kitchen: ['pot', 'oven', 'slowCooker', 'mincer'],
    rows: [
      {
        use: 'steak',
        amount: { by: 'portions', count: 30, each: grams(180) },
        size: { by: 'thickness', mm: 25 },
        priority: 1
      },
      {
        use: 'roast',
        amount: { by: 'share', share: 0.25 },
        size: { by: 'weight', low: grams(900), high: grams(1_800) },
        priority: 1
      },
      { use: 'stew', amount: { by: 'weight', grams: grams(4_000) }, priority: 2 },
      { use: 'grind', amount: { by: 'weight', grams: grams(5_000) }, priority: 3 }
    ],
    cuts: [{ cut: 'hindShank', first: 'braise', boneIn: true }],
    rest: 'best',
    at: now - 6 * DAY
  },
  {
    id: 'windrow',
    name: 'Windrow, dries its own',
    people: 2,
    portion: grams(200),
    mealsAWeek: 3,
    weeks: 20,
    kitchen: [...KITCHEN],
    ...readyMade('jerky'),
    cuts: [],
    at: now - 9 * DAY
  }
];
