import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { TUBS, TUB_KEYS } from '$core/reference';

const css = readFileSync(new URL('../../app.css', import.meta.url), 'utf8');

type Rgb = [number, number, number];

const block = (selector: string): string => {
  const at = css.indexOf(`${selector} {`);
  if (at < 0) throw new Error(`no ${selector} in the styles`);
  return css.slice(at, css.indexOf('}', at));
};
const hexes = (text: string): Record<string, string> =>
  Object.fromEntries([...text.matchAll(/--([\w-]+): (#[0-9a-f]{6})/g)].map((m) => [m[1], m[2]]));

function rgb(hex: string | undefined): Rgb {
  if (!hex) throw new Error('no such colour');
  return [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as Rgb;
}

/** Relative luminance and contrast as WCAG 2.2 defines them. */
function luminance(colour: Rgb): number {
  const [r, g, b] = colour.map((c) => {
    const s = c / 255;
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
  }) as Rgb;
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
function contrast(a: Rgb, b: Rgb): number {
  const [hi, lo] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (hi + 0.05) / (lo + 0.05);
}
/** A pattern's line as it looks on its pigment. */
function over(text: string, ground: Rgb): Rgb[] {
  return [...text.matchAll(/rgb\((\d+) (\d+) (\d+) \/ ([\d.]+)\)/g)].map(
    ([, r, g, b, a]) =>
      [r, g, b].map((c, i) => Number(c) * Number(a) + (ground[i] ?? 0) * (1 - Number(a))) as Rgb
  );
}

/** The tokens of one mode: `light-dark(day, night)`, or one colour for both. */
const tokens = (mode: 0 | 1): Record<string, string> =>
  Object.fromEntries(
    [...block(':root').matchAll(/--([\w-]+): (?:light-dark\((#\w+), (#\w+)\)|(#\w+))/g)].map((m) => [
      m[1],
      m[4] ?? m[2 + mode]
    ])
  );
const modes = { light: tokens(0), dark: tokens(1) };

describe('tokens', () => {
  it('measures contrast as the standard does', () => {
    expect(contrast([0, 0, 0], [255, 255, 255])).toBeCloseTo(21, 6);
    expect(contrast(rgb('#777777'), [255, 255, 255])).toBeCloseTo(4.48, 2);
  });

  it('have a day and a night, but for white on spruce', () => {
    expect(Object.keys(modes.light).length).toBeGreaterThan(14);
    for (const [name, day] of Object.entries(modes.light))
      if (name !== 'on-spruce') expect(modes.dark[name], name).not.toBe(day);
  });

  for (const [mode, token] of Object.entries(modes)) {
    describe(`in ${mode}`, () => {
      for (const ground of ['paper', 'card', 'tag', 'next'])
        for (const text of ['ink', 'soft'])
          it(`${text} reads on ${ground}`, () =>
            expect(contrast(rgb(token[text]), rgb(token[ground]))).toBeGreaterThanOrEqual(4.5));
      for (const ground of ['paper', 'card', 'next'])
        for (const text of ['spruce-text', 'brass', 'rust', 'ice'])
          it(`${text} reads on ${ground}`, () =>
            expect(contrast(rgb(token[text]), rgb(token[ground]))).toBeGreaterThanOrEqual(4.5));
      it('white reads on what is to be pressed', () =>
        expect(contrast(rgb(token['on-spruce']), rgb(token.spruce))).toBeGreaterThanOrEqual(4.5));
      for (const ground of ['paper', 'card'])
        for (const line of ['edge', 'ink', 'spruce-text'])
          it(`an outline in ${line} stands out from ${ground}`, () =>
            expect(contrast(rgb(token[line]), rgb(token[ground]))).toBeGreaterThanOrEqual(3));
    });
  }
});

describe('tubs', () => {
  for (const key of [...TUB_KEYS, 'discard'] as const) {
    const letter = key === 'discard' ? 'X' : TUBS[key].letter;
    const rule = block(`.tub-${letter}`);
    const own = hexes(rule);
    const pig = rgb(own.pig);
    const on = rgb(own.on ?? '#ffffff');

    it(`${letter}: its letter reads on its pigment`, () =>
      expect(contrast(on, pig)).toBeGreaterThanOrEqual(4.5));

    it(`${letter}: its letter reads where a line of the pattern crosses it`, () => {
      for (const line of over(rule, pig)) expect(contrast(on, line)).toBeGreaterThanOrEqual(3);
    });
  }

  it('stand out from every ground, by their pigment or by the edge that all of them have', () => {
    const edged = block('.tub').includes('var(--edge)');
    for (const token of Object.values(modes))
      for (const key of TUB_KEYS)
        for (const ground of ['paper', 'card'] as const) {
          const pig = rgb(hexes(block(`.tub-${TUBS[key].letter}`)).pig);
          const best = Math.max(
            contrast(pig, rgb(token[ground])),
            edged ? contrast(rgb(token.edge), rgb(token[ground])) : 1
          );
          expect(best).toBeGreaterThanOrEqual(3);
        }
  });

  it('have pigments and patterns of their own', () => {
    const rules = TUB_KEYS.map((key) => block(`.tub-${TUBS[key].letter}`).replace(/^.*\{/, ''));
    expect(new Set(rules.map((r) => hexes(r).pig)).size).toBe(TUB_KEYS.length);
    expect(new Set(rules.map((r) => r.replace(/--[\w-]+: #\w+;/g, '').trim())).size).toBe(TUB_KEYS.length);
  });
});
