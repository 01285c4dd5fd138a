import { expect, open, test } from './kit';

test('a strap is sliced into twelve that weigh the same, printed in its own size, and how even they came is kept', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/plan?of=26-014`);
  await page.getByRole('link', { name: 'Slice Strap, left' }).click();
  await expect(page.getByRole('heading', { name: 'Slice', level: 1 })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Strap, left/ })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Steaks', exact: true }).click();
  await page.getByRole('textbox', { name: 'Weight' }).fill('1.4 kg');
  await page.getByRole('combobox', { name: 'All' }).selectOption('count');
  await page.getByRole('textbox', { name: 'How many' }).fill('12');
  const sliced = page.getByTestId('sliced');
  await expect(sliced).toContainText(/12\s+steaks of 1\d\d g/);
  await expect(sliced).toContainText('up to 19 %');
  // A tape that was read wrongly: which, and what would fit; what was typed stays.
  await page.getByRole('button', { name: 'tape round it' }).click();
  await page.getByRole('textbox', { name: 'Long', exact: true }).fill('52 cm');
  await page.getByRole('textbox', { name: 'Girth at 10 %' }).fill('190');
  await page.getByRole('textbox', { name: 'Girth at 50 %' }).fill('33 cm');
  await page.getByRole('textbox', { name: 'Girth at 90 %' }).fill('150');
  await expect(page.getByTestId('misfit')).toContainText(
    'the girth at 50 % is the likeliest: 330 mm were read'
  );
  await page.getByRole('textbox', { name: 'Girth at 50 %' }).fill('215');
  await expect(page.getByTestId('misfit')).toHaveCount(0);
  await expect(sliced).toContainText('By 3 measures');
  // The paper is what the screen says.
  const href = await page.getByRole('link', { name: 'Print it in its own size' }).getAttribute('href');
  const paper = await page.request.get(`${demo.url}${href}`);
  expect(paper.headers()['content-type']).toBe('application/pdf');
  // A blade too short: along the seam first.
  await page.getByRole('textbox', { name: 'Blade' }).fill('70');
  await expect(page.getByTestId('stroke')).toContainText('part it along its seam first');
  // It lies in the freezer; the device calls it back, on another page too.
  await page.clock.install();
  await page.getByRole('button', { name: 'It lies in the freezer' }).click();
  await expect(page.getByText(/It is called back/)).toBeVisible();
  await page.clock.fastForward('03:00:00');
  await expect(page.getByRole('alert').filter({ hasText: 'minutes in the freezer' })).toBeVisible();
  await page.getByRole('button', { name: 'It is out' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'minutes in the freezer' })).toHaveCount(0);
  // Weighed as they come.
  await page
    .getByRole('textbox', { name: /What they weigh/ })
    .fill('118 112 121 116 110 119 117 115 118 113 121 116');
  await expect(page.getByTestId('spread')).toContainText('3 %: even');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: '12 steaks' })).toContainText('spread 3 %');
  // More than there was is not kept, and what was typed stays.
  await page.getByRole('textbox', { name: /What they weigh/ }).fill('900 900');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText(/more than the piece weighed/)).toBeVisible();
  await expect(page.getByRole('textbox', { name: /What they weigh/ })).toHaveValue('900 900');
});

test('slices go over the scale one press each: wet hands touch no key', async ({ page, demo }) => {
  await open(page, `${demo.url}/slice?of=26-014`);
  await page.getByRole('button', { name: /^Strap, left/ }).click();
  await page.getByRole('button', { name: 'Steaks', exact: true }).click();
  await page.getByRole('button', { name: 'Weigh them on the scale' }).click();
  const weights = page.getByRole('textbox', { name: /What they weigh/ });
  const take = page.getByTestId('take');
  for (const slices of [1, 2, 3]) {
    await expect(take).toContainText(`Slice ${slices}`);
    await expect(page.getByTestId('reading')).toHaveAttribute('data-state', 'ready');
    if (slices === 2) await page.keyboard.press('Space');
    else await take.click();
    await expect(weights).toHaveValue(new RegExp(`^(\\d{2,3} ?){${slices}}$`));
  }
  await expect(page.getByTestId('spread')).toContainText('They spread');
  await page.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(weights).toHaveValue(/^\d{2,3} \d{2,3}$/);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(weights).toHaveValue('');
  await expect(page.getByText('2 steaks, Strap')).toBeVisible();
});
