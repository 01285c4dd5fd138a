import { expect, figures, test, toBench, workOff, unsound } from './kit';

const order = 'Order of work';

test('a bag of ducks from the feather: looked into, breasts and legs out, the rest stays in its feathers', async ({
  page,
  demo
}) => {
  const code = await toBench(page, demo.url, 'duck', '6.6', { count: 6, stage: 'live' });
  const list = page.getByRole('navigation', { name: order });
  await list.locator('button').first().click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Breasts out of the feather/ })
    .click();
  await expect(list).toContainText('Breasts out of the feather');
  await workOff(page);
  const { animal, book } = await figures(demo, code);
  expect(animal.work).toBe('done');
  const cuts = (book.entries as { intent: { kind: string; creates?: { cut: string } } }[]).flatMap(
    ({ intent }) => (intent.kind === 'cut' ? [intent.creates?.cut] : [])
  );
  expect(cuts).toEqual(expect.arrayContaining(['breast', 'tender']));
  expect(await unsound(demo, code)).toEqual([]);
});

test('a leg boned first and parted by hand: the bone comes out before any muscle of the round', async ({
  page,
  demo
}) => {
  const code = await toBench(page, demo.url, 'fallow', '42');
  const list = page.getByRole('navigation', { name: order });
  // The leg off first, then opened by the other school.
  await list.getByRole('button', { name: /^\d+ more/ }).click();
  await list.getByRole('button', { name: 'Hind leg, left', exact: true }).click();
  for (const digit of '6.4') await page.keyboard.press(digit);
  await page.keyboard.press('Enter');
  await list.getByRole('button', { name: /^\d+ more/ }).click();
  await list.getByRole('button', { name: /^Open: hind leg, left/ }).click();
  await page.getByTestId('take').click();
  await expect(page.getByRole('heading', { name: 'Hind leg, left' })).toBeVisible();
  await list.locator('button').first().click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Bone first, then by hand/ })
    .click();
  await expect(list).toContainText('Bone first, then by hand');
  const end = page.getByRole('heading', { name: 'On the carcass' });
  await workOff(page, 40, end);
  const { book } = await figures(demo, code);
  const steps = (
    book.entries as { intent: { kind: string; step?: string; creates?: { cut: string } } }[]
  ).flatMap(({ intent }) => intent.step ?? intent.creates?.cut ?? []);
  expect(steps.indexOf('femur')).toBeGreaterThan(0);
  expect(steps.indexOf('femur')).toBeLessThan(steps.indexOf('insideWhole'));
  expect(steps).toContain('sirloinTip');
  expect(await unsound(demo, code)).toEqual([]);
});
