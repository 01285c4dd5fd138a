import { expect, figures, test, toBench, workOff, unsound } from './kit';

test('a boar from the dressing to the bare frame: sampled where it is dressed, held all the way, dried nowhere', async ({
  page,
  demo
}) => {
  const code = await toBench(page, demo.url, 'boar', '62', { stage: 'live' });
  await expect(page.getByText('held: test pending')).toBeVisible();
  await workOff(page, 220);
  const { animal, yield: gave, book } = await figures(demo, code);
  expect(animal.work).toBe('done');
  const kinds = book.entries.map((e: { intent: { kind: string } }) => e.intent.kind);
  // The sample comes before the first cut, and the hold still stands.
  expect(kinds.indexOf('sample')).toBeGreaterThan(0);
  expect(kinds.indexOf('sample')).toBeLessThan(kinds.indexOf('cut'));
  expect(kinds.filter((k: string) => k === 'sample')).toHaveLength(1);
  expect(kinds).not.toContain('lift');
  const cuts = book.entries.flatMap(
    (e: { intent: { kind: string; creates?: { cut: string; place?: { tub?: string } } } }) =>
      e.intent.kind === 'cut' && e.intent.creates ? [e.intent.creates] : []
  );
  expect(cuts.filter((c: { place?: { tub?: string } }) => c.place?.tub === 'jerky')).toEqual([]);
  const names = cuts.map((c: { cut: string }) => c.cut);
  for (const cut of ['leafFat', 'backFat', 'belly', 'collar', 'ribSide', 'hindLeg', 'shoulder'])
    expect(names, cut).toContain(cut);
  // What was seen of it on the way: live, dressed, hanging.
  expect(gave.ratios.live.value).toBeGreaterThan(0.25);
  expect(gave.ratios.live.value).toBeLessThan(0.6);
  expect(gave.ratios.hanging.value).toBeGreaterThan(0.5);
  const verdict = gave.verdict;
  expect(verdict).toBeDefined();
  expect(await unsound(demo, code)).toEqual([]);
});
