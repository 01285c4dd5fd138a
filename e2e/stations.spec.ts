import { allSent, expect, open, test, unsoundNew } from './kit';

test('too much cure shows its sum, a house that keeps to itself is joined with no other, a probe is read at the mincer', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/grind`);
  await page.getByRole('button', { name: 'Smoked sticks' }).click();
  const dose = page.getByRole('textbox', { name: /Dose/ });
  await dose.fill('90');
  await expect(page.getByText(/90\.0 g of cure × .* ppm of nitrite\. The rule allows 156/)).toBeVisible();
  await expect(dose).toHaveValue('90');
  await dose.fill('');
  await expect(page.getByText(/The rule allows/)).toHaveCount(0);

  await page.getByRole('button', { name: 'Lean mince' }).click();
  for (const code of ['26-010', '26-008']) {
    const tick = page.locator('li', { hasText: code }).getByRole('checkbox').first();
    if (!(await tick.isChecked())) await tick.check();
  }
  await expect(page.getByText(/Skarvik keeps its meat to itself/)).toBeVisible();
  await page.locator('li', { hasText: '26-010' }).getByRole('checkbox').first().uncheck();
  await expect(page.getByText(/keeps its meat to itself: grind/)).toHaveCount(0);
  await page.getByRole('button', { name: 'ask the simulated probe' }).click();
  await expect(page.getByText(/mince −?\d+\.\d °C \(simulated\)/)).toBeVisible();
});

test('an order is packed as it was asked for, and where packs go is remembered; the last of it is packed by a press like the others', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/wrap`);
  await page.getByLabel('Goes to').selectOption('upright-2');
  await page.getByLabel('Asked by').fill('Senja');
  await page.getByLabel('So many').fill('two');
  await page.getByLabel('Each', { exact: true }).fill('0,4');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('from 1 to 200 packs')).toBeVisible();
  await expect(page.getByLabel('So many')).toHaveValue('two');
  await page.getByLabel('So many').fill('2');
  await page.getByRole('button', { name: 'Write it down' }).click();
  const row = page.locator('li', { hasText: 'Senja' });
  await expect(row).toContainText('0 of 2');
  await row.getByRole('button', { name: 'pack for it' }).click();
  await expect(page.getByText('For Senja: 2 more of 0.40 kg are asked for.')).toBeVisible();
  await expect(page.getByLabel('Packs of it').locator('span').first()).toHaveText('0.40 kg');
  for (const left of ['1 of 2', '2 of 2']) {
    await expect(page.getByTestId('reading')).toHaveAttribute('data-state', 'ready');
    await page.keyboard.press('Space');
    await expect(row).toContainText(left);
  }
  // To the last pack of it: a scale that shows a few grams more than the book has left is no reason to stop.
  const hero = page.getByRole('region', { name: 'In hand' }).locator('.hero strong');
  for (let i = 0; i < 6 && (await hero.textContent()) === 'Jerky'; i += 1) {
    await expect(page.getByTestId('reading')).toHaveAttribute('data-state', 'ready');
    const left = await page.locator('.hero span').textContent();
    await page.keyboard.press('Space');
    await expect(page.locator('.hero span')).not.toHaveText(left ?? '');
  }
  await expect(hero).not.toHaveText('Jerky');
  await allSent(page);
  await page.reload();
  await expect(page.getByLabel('Goes to')).toHaveValue('upright-2');
  const { packs } = (await (await fetch(`${demo.url}/api/v1/packs?in=at:upright-2`)).json()) as {
    packs: { for: string | null }[];
  };
  expect(packs.filter((p) => p.for === 'Senja')).toHaveLength(2);

  expect(await unsoundNew(demo)).toEqual([]);
});

test('the dryer weighs its own tray: its log is drawn, and its last weight booked', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/cook`);
  await page.getByRole('button', { name: 'Read the simulated dryer’s log' }).click();
  const last = page.getByRole('button', { name: /^Book its last/ });
  await expect(last).toBeVisible();
  const before = await page.locator('ol.weighed li').count();
  await last.click();
  await expect(page.locator('ol.weighed li')).toHaveCount(before + 1);
  // The same again is no new weight, and that is said.
  await last.click();
  await expect(page.getByTestId('notice')).toContainText('is no less than the');
  await allSent(page);
  expect(await unsoundNew(demo)).toEqual([]);
});

test('a dish is read as it cools, and held against the usual rule; the week is planned by who eats', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/cook`);
  await page.getByText('Begin another').click();
  await page.getByLabel('What', { exact: true }).selectOption('cooked');
  await page.locator('.picks').getByRole('checkbox').first().check();
  await page.getByLabel('Name').fill('Potted neck');
  await page.getByRole('button', { name: /^Begin it with/ }).click();
  await expect(page.getByRole('heading', { name: 'Potted neck' })).toBeVisible();
  const middle = page.getByLabel('In the middle, now');
  await middle.fill('warm');
  await page.getByRole('button', { name: 'Log the temperature alone' }).click();
  await expect(page.getByTestId('notice')).toContainText('“warm” is no temperature');
  await expect(middle).toHaveValue('warm');
  for (const [typed, said] of [
    ['92', /^Hot\./],
    ['58', /Below 63 °C since/]
  ] as const) {
    await middle.fill(typed);
    await page.getByRole('button', { name: 'Log the temperature alone' }).click();
    await expect(page.getByText(said)).toBeVisible();
  }
  await allSent(page);

  await open(page, `${demo.url}/store`);
  await page.getByText('Who eats on which day').click();
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'])
    await page.getByLabel(day, { exact: true }).fill(day === 'Sun' ? '99' : '2');
  await page.getByRole('button', { name: 'Plan by this' }).click();
  await expect(page.getByText('Sunday: a whole number of people, from 0 to 50')).toBeVisible();
  await page.getByLabel('Sun', { exact: true }).fill('0');
  await page.getByRole('button', { name: 'Plan by this' }).click();
  await expect(page.getByText('at 6 meals a week')).toBeVisible();
  await expect(page.locator('.pull').first().locator('li')).toHaveCount(6);
});

test('a pack that was given and came back: two presses from a scan of it, under a code of its own', async ({
  page,
  demo
}) => {
  const all = (await (await fetch(`${demo.url}/api/v1/packs`)).json()) as {
    packs: { id: string; code: string; name: string; packedAt: number | null; held: string | null }[];
  };
  const pack = all.packs.find((p) => p.packedAt !== null && p.held === null);
  await open(page, `${demo.url}/p/${pack?.code}`);
  await page.getByRole('button', { name: 'Give it' }).click();
  await page.getByLabel('To whom').fill('Ilo');
  await page.getByRole('button', { name: 'It is given' }).click();
  await expect(page.getByText('given to Ilo')).toBeVisible();
  await page.getByRole('button', { name: 'It came back' }).click();
  await page.getByLabel('Weighs now').fill('900');
  await expect(page.getByText('a weight no more than was given')).toBeVisible();
  await page.getByLabel('Weighs now').fill('0.05');
  await expect(page.getByText(/are not back: the book writes them off as not returned/)).toBeVisible();
  await page.getByRole('button', { name: '50 g is back in the freezer' }).click();
  await expect(page).not.toHaveURL(new RegExp(`${pack?.code}$`));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(pack?.name ?? '');
  await allSent(page);
  expect(await unsoundNew(demo)).toEqual([]);
});
