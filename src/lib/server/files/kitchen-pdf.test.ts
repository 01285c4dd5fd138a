import { describe, expect, it } from 'vitest';
import { kitchenCard } from '$core/reference';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from '$lib/words/formatter';
import { kitchenPdf, type KitchenSheet } from './kitchen-pdf';

const sheet = (cuts: readonly string[], warnings: readonly string[] = []): KitchenSheet => ({
  larder: 'Long Lake Larder',
  code: '26-003',
  who: 'Red stag, adult',
  printed: '27 Nov, 13:54',
  format: formatter(DEFAULT_SETTINGS),
  warnings,
  notes: [],
  cards: cuts.map((key) => ({ name: key, given: '1.00 kg', card: kitchenCard(key, 'deer')! }))
});
const pages = (bytes: Uint8Array) =>
  Buffer.from(bytes)
    .toString('latin1')
    .match(/\/Type \/Page\b/g)?.length ?? 0;

describe('the printed kitchen sheet', () => {
  it('of a whole deer’s cuts stays within three pages; each way is told once', async () => {
    const cuts = ['strap', 'tenderloin', 'topRound', 'eyeRound', 'tipCore', 'topSirloin', 'triTip', 'heel'];
    const more = [
      'flatIron',
      'mockTender',
      'armRoast',
      'neckRoast',
      'flankSteak',
      'ribMeat',
      'brisket',
      'hindShank'
    ];
    const bytes = await kitchenPdf(sheet([...cuts, ...more]));
    expect(Buffer.from(bytes).toString('latin1').startsWith('%PDF-1.')).toBe(true);
    expect(pages(bytes)).toBeLessThanOrEqual(3);
    const once = await kitchenPdf(sheet(['strap']));
    const twice = await kitchenPdf(sheet(['strap', 'tenderloin']));
    // A second cut that is cooked the same way adds a line, not a page.
    expect([pages(once), pages(twice)]).toEqual([1, 1]);
  });

  it('of an animal that has given nothing yet says so, and its warnings are there', async () => {
    const bare = await kitchenPdf(sheet([]));
    const warned = await kitchenPdf(sheet([], ['Held: an inspection. Not to be eaten.']));
    expect(pages(bare)).toBe(1);
    expect(warned.length).toBeGreaterThan(bare.length);
  });
});
