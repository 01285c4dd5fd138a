import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { cautionMarks } from '$core/bench';
import { BUILT_IN_RECIPES } from '$core/grind';
import * as heat from './heat';
import {
  BOARD_CUTS,
  CAUTIONS,
  CUTS,
  GROUP_KEYS,
  PROCEDURES,
  WHOLE_CUTS,
  WORDS,
  deepIn,
  hotFor,
  kitchenCard,
  kitchenKeys
} from '.';

const ALL = [CUTS, WHOLE_CUTS, BOARD_CUTS].flatMap((table) => Object.keys(table));

const root = join(process.cwd(), 'src');

/**
 * Where a figure with °C is none beside food: what may be typed, what a sensor says, how a freezer is set, the air.
 * Everything else says its temperature by the table.
 */
const NOT_FOOD: readonly RegExp[] = [
  /^core\/book\/reading\.ts$/,
  /^core\/settings\/(settings|places)\.ts$/,
  /^lib\/server\/http\/describe\/words\.ts: .*(degree|Degree|since the epoch|Hours the core)/
];

/** Sources without comments, by file. */
const sources: [file: string, text: string][] = readdirSync(root, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.(ts|svelte)$/.test(file) && !/\.(test|testkit)\.ts$/.test(file))
  .map((file) => [
    file,
    readFileSync(join(root, file), 'utf8')
      .replace(/\/\*[\s\S]*?\*\//g, '')
      .replace(/<!--[\s\S]*?-->/g, '')
      .replace(/(^|\s)\/\/ .*$/gm, '')
  ]);

/** A figure with its degree, or one that is handed bare to what shows degrees. */
const FIGURE = /(?<![\w.])\d[\d.–]*\s?°\s?[CF]|degrees\(\s*−?-?\d|degreeSpan\(\s*\[\s*\d/;

describe('temperatures beside food', () => {
  it('stand in the one table: no other source says one', () => {
    const strays = sources
      .filter(([file]) => file !== 'core/reference/heat.ts')
      .flatMap(([file, text]) =>
        text
          .split('\n')
          .filter((line) => FIGURE.test(line))
          .map((line) => `${file}: ${line.trim()}`)
      )
      .filter((one) => !NOT_FOOD.some((known) => known.test(one) || known.test(one.split(':')[0] ?? '')));
    expect(strays).toEqual([]);
  });

  it('are found by that where they stray', () => {
    for (const line of ["text: 'Cooked to 71 °C.'", '{format.degrees(4, 0)}', 'format.degreeSpan([60, 65])'])
      expect(FIGURE.test(line)).toBe(true);
    for (const line of ['format.degrees(HOT.most.celsius, 0)', 'unit="°C"'])
      expect(FIGURE.test(line)).toBe(false);
  });

  it('are figures of the table wherever something is read', () => {
    const numbers = new Set<number>();
    const walk = (value: unknown): void => {
      if (typeof value === 'number') numbers.add(value);
      else if (typeof value === 'object' && value) Object.values(value).forEach(walk);
    };
    walk({ ...heat });
    const said = JSON.stringify([CAUTIONS, PROCEDURES, WORDS, BUILT_IN_RECIPES]).concat(
      ...GROUP_KEYS.map((group) =>
        JSON.stringify(kitchenKeys(ALL, group).map((key) => kitchenCard(key, group)))
      )
    );
    const found = [...said.matchAll(/(\d+)(?:–(\d+))? °C/g)].flatMap(([, low, high]) =>
      [low, high ?? low].map(Number)
    );
    expect(found.length).toBeGreaterThan(50);
    expect([...new Set(found)].filter((t) => !numbers.has(t))).toEqual([]);
  });

  it.each(GROUP_KEYS)('say of %s how cold it has to be, wherever its steps speak of the cold', (group) => {
    const texts = Object.values(PROCEDURES)
      .filter((p) => p.groups.includes(group))
      .flatMap((p) => p.steps.flatMap((s) => cautionMarks(s.cautions, () => false, CAUTIONS, group)))
      .filter((c) => c.key === 'temp')
      .map((c) => c.text);
    expect(texts.length).toBeGreaterThan(0);
    for (const text of texts) expect(text).toContain(`${deepIn(group)} °C deep in the meat`);
  });

  it('ask one figure of one thing: the kitchen’s card, the label’s line and the cautions agree', () => {
    for (const group of GROUP_KEYS)
      for (const key of kitchenKeys(ALL, group))
        for (const { key: use, core } of kitchenCard(key, group)?.ways ?? []) {
          const least = hotFor([group], group === 'deer' ? 'whole' : 'through').celsius;
          expect(core.asked, `${group} ${key} ${use}`).toBeGreaterThanOrEqual(least);
          if (use === 'grind' || use === 'cubed' || use === 'jerky')
            expect(core.asked, `${group} ${key} ${use}`).toBe(hotFor([group], 'through').celsius);
        }
    expect(CAUTIONS.trichinella?.text).toContain(heat.inCelsius(hotFor(['boar'], 'through').celsius));
    expect(CAUTIONS.tularaemia?.text).toContain(heat.inCelsius(hotFor(['rabbit'], 'whole').celsius));
    expect(CAUTIONS.birdflu?.text).toContain(heat.inCelsius(hotFor(['waterfowl'], 'whole').celsius));
  });

  it('ask more of what is rolled or tied of several muscles than of the muscle as it grew', () => {
    for (const key of ['legBoned', 'shoulderBoned', 'neckRoll', 'flankWhole', 'roundWhole']) {
      const ways = kitchenCard(key, 'deer')?.ways ?? [];
      expect(ways.length, key).toBeGreaterThan(0);
      for (const { core } of ways) expect(core.asked, key).toBeGreaterThanOrEqual(heat.HOT.through.celsius);
    }
    expect(kitchenCard('topRound', 'deer')?.ways.find((w) => w.key === 'roast')?.core.asked).toBe(
      heat.HOT.whole.celsius
    );
  });

  it('of several kinds in one batch the hottest counts', () => {
    expect(hotFor(['deer', 'boar'], 'whole')).toBe(heat.HOT.through);
    expect(hotFor(['deer', 'waterfowl'], 'through')).toBe(heat.HOT.most);
    expect(hotFor(['deer'], 'again')).toBe(heat.HOT.most);
  });
});
