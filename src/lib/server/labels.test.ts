import jsQR from 'jsqr';
import sharp from 'sharp';
import { rmSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readCode, shortCode } from '$core/wrap';
import { PrinterGone } from './devices/label-printer';
import { GRIDS, SINGLE, labelPng, labelSvg, labelsPdf, type GridKey } from './files/label';
import { labelsOf, type Label } from './labels';
import { newId } from './ids';
import { arrival, draftOf, temporaryHouse } from './testkit';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
let labels: Label[];
const packs = [newId(), newId(), newId()] as const;
const BASE = 'http://larder.example:4620';

beforeAll(async () => {
  house = await temporaryHouse();
  const { animal, draft } = arrival(30_000, {
    species: 'roe',
    tag: 'R 12',
    owner: 'Alderbank',
    killedAt: Date.UTC(2026, 10, 20)
  });
  const spice = newId();
  const batch = newId();
  const intents = [
    { kind: 'tub', animal, tub: 'grind', reading: { grams: 2_000, how: 'scale' } },
    {
      kind: 'buy',
      pool: spice,
      what: 'seasoning',
      name: 'mustard',
      reading: { grams: 100, how: 'typed' },
      allergens: ['mustard']
    },
    {
      kind: 'batch',
      pool: batch,
      what: 'sausage',
      name: 'Fresh sausage',
      inputs: [
        { item: `tub:grind:${animal}`, of: animal },
        { item: spice, of: spice, reading: { grams: 20, how: 'scale' } }
      ]
    },
    {
      kind: 'pack',
      pool: batch,
      from: batch,
      packs: packs.map((id, i) => ({
        id,
        what: i === 0 ? 'Fresh sausage, coarse, with mustard and juniper of the lake' : 'Sausage',
        wrap: 'vacuum',
        for: 'the schoolhouse kitchen',
        ...(i < 2 ? { reading: { grams: 600, how: 'scale' } } : {})
      }))
    },
    { kind: 'hold', animal, why: 'test', note: 'laboratory' }
  ];
  for (const one of [draft, ...intents.map((i) => draftOf(i))]) {
    const [outcome] = await house.book.book([one]);
    if (outcome?.status !== 'booked') throw new Error(JSON.stringify(outcome));
  }
  labels = await labelsOf(house, packs, BASE);
});
afterAll(() => house.end());

/** What a camera would see of a label. */
async function scanned(png: Buffer): Promise<string | undefined> {
  const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return jsQR(new Uint8ClampedArray(data), info.width, info.height)?.data;
}

describe('a label', () => {
  it('says what, how heavy, whose, when, until when, how it is cooked, what is in it, and that it is held', () => {
    const [label] = labels;
    expect(label).toMatchObject({
      weight: '0.60 kg',
      owner: 'Alderbank',
      for: 'for the schoolhouse kitchen',
      allergens: 'Contains mustard',
      held: 'HELD: test pending. Not to be eaten or given.',
      code: expect.stringMatching(/^.{4} .{4} .$/) as string
    });
    expect(label?.who).toMatch(/^\d\d-\d{3} roe buck, tag R 12$/);
    expect(label?.days).toMatch(/^killed 20 Nov( 2026)? · packed /);
    expect(label?.eatBy).toMatch(/^best by .* at −18 °C$/);
    expect(label?.cook).toBe('Cook through: 71 °C in the middle, never pink.');
    // Never a word that promises.
    expect(JSON.stringify(labels).toLowerCase()).not.toMatch(/safe|harmless|guarantee/);
  });
  it.each([
    [
      'de',
      'ZURÜCKGEHALTEN: Untersuchung steht aus. Nicht essen, nicht weitergeben.',
      'Reh, Marke R 12',
      'Durchgaren: 71 °C in der Mitte, nie rosa.'
    ],
    [
      'fr',
      'RETENU : analyse en attente. Ne pas manger, ne pas donner.',
      'chevreuil, bracelet R 12',
      'Bien cuire : 71 °C à cœur, jamais rosé.'
    ]
  ] as const)(
    'speaks %s where the larder has chosen so; what somebody typed stays',
    async (language, held, who, cook) => {
      await house.settings.write({ labelLanguage: language });
      const [label] = await labelsOf(house, packs, BASE);
      await house.settings.write({ labelLanguage: 'en' });
      expect(label).toMatchObject({ held, cook, weight: '0.60 kg' });
      expect(label?.who).toContain(who);
      expect(label?.what).toContain('Fresh sausage, coarse');
      expect(JSON.stringify(label).toLowerCase()).not.toMatch(/sicher|unbedenklich|garant|sûr\b/);
      // The banner is cut on no size of label.
      for (const size of [SINGLE, ...Object.values(GRIDS)])
        expect(labelSvg(label!, size).slice(0, 400)).toContain(held);
    }
  );
  it('leads back to its pack by a picture of it, in each size', async () => {
    for (const size of [SINGLE, ...Object.values(GRIDS)])
      for (const [i, label] of labels.entries()) {
        const text = await scanned(await labelPng(label, size));
        expect(text).toBe(`${BASE}/p/${shortCode(packs[i] ?? '')}`);
        const read = readCode(text ?? '');
        expect(read.ok && (await house.packs.byTail(read.tail))[0]?.id).toBe(packs[i]);
      }
  });
  it('has on it, on the smallest too, until when and how it is eaten and what is in it, each to its end', () => {
    for (const size of [SINGLE, ...Object.values(GRIDS)])
      for (const label of labels) {
        const words = (/<desc>(.*)<\/desc>/.exec(labelSvg(label, size))?.[1] ?? '').replaceAll(' | ', ' ');
        for (const must of [label.weight, label.eatBy, label.cook, label.allergens])
          expect(words).toContain(must);
      }
  });
  it('keeps within its edges, whatever it has to say', () => {
    const wordy: Label = {
      ...(labels[0] as Label),
      who: '26-001 roe deer + 26-002 red deer + 26-003 fallow deer and some more of them',
      allergens: `Contains ${Array.from({ length: 14 }, (_, i) => `allergen ${i}`).join(', ')}`
    };
    for (const size of [SINGLE, ...Object.values(GRIDS)]) {
      const svg = labelSvg(wordy, size);
      for (const [, d = ''] of svg.matchAll(/<path fill="[^"]*" d="([^"]*)"/g)) {
        const numbers = [...d.matchAll(/-?\d+(?:\.\d+)?/g)].map(Number);
        const [xs, ys] = [numbers.filter((_, i) => i % 2 === 0), numbers.filter((_, i) => i % 2 === 1)];
        if (xs.length === 0) continue;
        // Outlines of letters may mix their coordinates: all lie within the longer side.
        expect(Math.min(...xs, ...ys)).toBeGreaterThanOrEqual(-0.5);
        expect(Math.max(...xs, ...ys)).toBeLessThanOrEqual(Math.max(size.width, size.height));
      }
    }
  });
  it.each([
    ['24', 1],
    ['14', 1],
    ['8', 1],
    ['single', 3]
  ] as const)('comes on sheets of %s', async (grid, pages) => {
    const pdf = Buffer.from(await labelsPdf(labels, grid as GridKey | 'single')).toString('latin1');
    expect(pdf.startsWith('%PDF')).toBe(true);
    expect([...pdf.matchAll(/\/Type \/Page\b/g)]).toHaveLength(pages);
    const [, width, height] = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf) ?? [];
    const [w, h] = grid === 'single' ? [SINGLE.width, SINGLE.height] : [210, 297];
    expect(Number(width) * (25.4 / 72)).toBeCloseTo(w, 0);
    expect(Number(height) * (25.4 / 72)).toBeCloseTo(h, 0);
  });
  it('begins where a sheet is used up, and goes on on the next', async () => {
    const many = Array.from({ length: 26 }, () => labels[1] as Label);
    const pages = async (from: number) =>
      [
        ...Buffer.from(await labelsPdf(many, '24', from))
          .toString('latin1')
          .matchAll(/\/Type \/Page\b/g)
      ].length;
    expect(await pages(0)).toBe(2);
    expect(await pages(23)).toBe(3);
  });
});

describe('the label printer', () => {
  it('prints a pack once, however often it is asked, and says when it is gone', async () => {
    const printer = house.labelPrinter;
    const [label] = labels as [Label];
    const png = await labelPng(label);
    await printer.print(label.id, png);
    await printer.print(label.id, png);
    expect([...(await printer.printed())]).toEqual([label.id]);
    printer.switch(true);
    await expect(printer.print(packs[1], png)).rejects.toThrow(PrinterGone);
    printer.switch(false);
    // A spool that is no folder is a printer that is gone, not a fault of the program.
    rmSync(printer.folder, { recursive: true });
    writeFileSync(printer.folder, '');
    await expect(printer.print(packs[1], png)).rejects.toThrow(PrinterGone);
  });
});
