import { allSent, codeOf, expect, figures, open, settled, test } from './kit';

const now = 'li[aria-current="step"]';

test('pointing at a place chooses it; once taken it is filled with its tub, on its own side', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/bench/${code}`);
  const region = (key: string) => page.locator(`[data-region="${key}"]`);
  await expect(region('brisket')).toHaveAttribute('data-state', 'next');
  await expect(region('neck')).toHaveAttribute('data-fill', 'S');
  await expect(region('shoulder')).toHaveAttribute('data-state', 'off');

  // The strap, out of turn: the step changes, the drawing says so, the words say what it is.
  await region('strap').hover();
  await expect(page.getByTestId('pointed')).toContainText('longissimus');
  await expect(page.getByTestId('pointed')).toContainText(/tender \d\.\d of 5/);
  await region('strap').click();
  await expect(page.locator(now)).toContainText('Strap, left');
  await expect(region('strap')).toHaveAttribute('data-state', 'next');
  await settled(page);
  await page.getByTestId('take').click();
  await allSent(page);
  await page.getByRole('button', { name: 'Undo' }).focus();

  // Now the right side is still on, the left is prime.
  await page.getByRole('button', { name: /^\d+ more/ }).click();
  await page
    .getByRole('navigation', { name: 'Order of work' })
    .getByRole('button', { name: /^Strap, right/ })
    .click();
  await expect(region('strap')).toHaveAttribute('data-side', 'right');
  await expect(region('strap')).toHaveAttribute('data-state', 'next');
  await page.getByRole('button', { name: /^Turn/ }).click();
  await expect(page.locator('[data-region="strap"][data-side="left"]')).toHaveAttribute('data-fill', 'P');
  await expect(page.locator('[data-region="strap"][data-side="right"]')).toHaveAttribute(
    'data-state',
    'next'
  );
  const { book } = await figures(demo, code);
  expect(book.entries.at(-1).intent.creates).toMatchObject({ cut: 'strap', side: 'left' });

  // Undo empties it again.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-region="strap"][data-side="left"]')).not.toHaveAttribute('data-fill', 'P');
});

test('the drawing follows the work: an opened shoulder shows its muscles, its bones and its glands', async ({
  page,
  shared
}) => {
  await open(page, `${shared.url}/bench/${await codeOf(shared, 'Reindeer cow')}`);
  const region = (key: string) => page.locator(`[data-region="${key}"]`);
  await expect(region('foreShank')).toHaveAttribute('data-state', 'next');
  await expect(region('flatIron')).toHaveAttribute('data-fill', 'P');
  await expect(region('mockTender')).toHaveAttribute('data-fill', 'S');
  await page.getByRole('button', { name: 'Bones' }).click();
  await page.getByRole('img', { name: 'Elbow' }).hover();
  await expect(page.getByTestId('pointed')).toContainText('the hollow beside it');
  await page.getByRole('img', { name: 'Node before the shoulder' }).hover();
  await expect(page.getByTestId('pointed')).toContainText('bitter');

  // By keys alone: a muscle that can still be taken is reached and chosen.
  await region('armRoast').focus();
  await page.keyboard.press('Enter');
  await expect(page.locator(now)).toContainText('Back of the shoulder');
  await expect(region('armRoast')).toHaveAttribute('data-state', 'next');

  // Turned to the inside, then to the bars by weight, and back.
  await page.getByRole('button', { name: /^Turn/ }).click();
  await expect(region('underBlade')).toHaveAttribute('data-fill', 'G');
  await page.getByRole('button', { name: /^Turn/ }).click();
  await expect(page.getByRole('img', { name: /^Outside of the blade: .* taken/ })).toBeVisible();
});

test('a name that several cuts go by points all of them out, and choosing one makes it the step in hand', async ({
  page,
  shared
}) => {
  const code = await codeOf(shared, 'Reindeer cow');
  await open(page, `${shared.url}/bench/${code}`);
  await expect(page.locator('[data-region="foreShank"]')).toHaveAttribute('data-state', 'next');
  await page.keyboard.press('/');
  const find = page.getByRole('region', { name: 'Find a cut' });
  await find.getByLabel('A cut, an organ, a bone, by any of its names').fill('blade');
  await expect(find).toContainText('cuts go by that name');
  await expect(page.locator('[data-region="flatIron"]')).toHaveClass(/sought/);
  await expect(page.locator('[data-region="mockTender"]')).toHaveClass(/sought/);
  await expect(page.locator('[data-region="armRoast"]')).not.toHaveClass(/sought/);
  await find.getByLabel('A cut, an organ, a bone, by any of its names').fill('no such thing');
  await expect(find).toContainText('Nothing goes by “no such thing”');
  // Letters typed here send nothing to a tub.
  await find.getByLabel('A cut, an organ, a bone, by any of its names').fill('clod');
  await find.getByRole('button', { name: /Back of the shoulder/ }).click();
  await expect(find).toHaveCount(0);
  await expect(page.locator(now)).toContainText('Back of the shoulder');
  await expect(page.locator('[data-region="armRoast"]')).toHaveAttribute('data-state', 'next');
});
