import {
  allSent,
  expect,
  figures,
  open,
  settled,
  steady,
  taken,
  test,
  codeOf,
  unsound,
  unsoundNew
} from './kit';

/** Counts presses: each key or click is one. Text typed into a field counts as one for the field. */
class Presses {
  count = 0;
  one<T>(work: Promise<T>): Promise<T> {
    this.count += 1;
    return work;
  }
}

test('an animal from weigh-in to worth with keys alone, in under 40 presses for 20 pieces', async ({
  page,
  demo
}) => {
  const presses = new Presses();
  await open(page, `${demo.url}/`);
  await presses.one(page.keyboard.press('Alt+2'));
  await expect(page.getByRole('heading', { name: 'Weigh in' })).toBeVisible();
  // Six fields: species, sex, age, tag, stage, weight.
  await presses.one(page.getByLabel('Species').press('f'));
  await expect(page.getByLabel('Species')).toHaveValue('fallow');
  await presses.one(page.getByLabel('Sex').press('f'));
  await presses.one(page.getByRole('textbox', { name: 'Tag' }).pressSequentially('F 0200'));
  await presses.one(page.getByRole('textbox', { name: 'Weight' }).pressSequentially('28.4'));
  await presses.one(page.keyboard.press('Enter'));
  await page.waitForURL(/\/animals\/\d\d-\d{3}$/);
  const code = page.url().split('/').at(-1) ?? '';
  await expect(page.getByRole('heading', { level: 1 })).toContainText('of boneless meat to expect');
  await page.getByRole('link', { name: 'To the bench' }).focus();
  await presses.one(page.keyboard.press('Enter'));
  await page.waitForURL(/\/bench\//);
  await page.waitForLoadState('load');

  // Quarter it: 16 pieces and parts, then the frame.
  for (let i = 0; i < 17; i += 1) {
    presses.count += await steady(page);
    await taken(page, () => presses.one(page.keyboard.press('Space')));
  }
  // A leg kept whole, a shoulder boned: opened, four pieces, closed.
  await expect(page.getByTestId('take')).toContainText('Open it');
  await presses.one(page.keyboard.press('Space'));
  for (let i = 0; i < 4; i += 1) {
    presses.count += await steady(page);
    await taken(page, () => presses.one(page.keyboard.press('Space')));
  }
  await allSent(page);
  const { animal, book } = await figures(demo, code);
  const pieces = (book.entries as { intent: { kind: string } }[]).filter(
    (e) => e.intent.kind === 'cut'
  ).length;
  expect(pieces).toBe(20);
  expect(animal.work).toBe('bench');
  // To the worth.
  await presses.one(page.keyboard.press('Alt+8'));
  await expect(page.getByRole('row', { name: new RegExp(code) })).toContainText('€');
  expect(presses.count).toBeLessThan(40);
  expect(await unsound(demo, code)).toEqual([]);
});

test('the same with the pointer alone: take, trim, discard, tub by tub, other tub, undo, close, keep whole', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/`);
  await page.getByRole('link', { name: 'Weigh in an animal' }).click();
  await page.getByLabel('Species').selectOption('roe');
  await page.getByLabel('Sex').selectOption('male');
  await page.getByRole('textbox', { name: 'Weight' }).fill('14,2');
  await expect(page.getByTestId('expected-boneless')).toHaveText('7.8–9.5 kg');
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await page.waitForURL(/\/animals\//);
  const code = page.url().split('/').at(-1) ?? '';
  await page.getByRole('link', { name: 'To the bench' }).click();
  const take = page.getByTestId('take');

  // Take goes to the suggested tub; a tub button sends it elsewhere.
  await steady(page, 'pointer');
  await take.click();
  await expect(page.getByTestId('notice')).toContainText('Fillet, left');
  await steady(page, 'pointer');
  await page.getByTestId('tub-slow').click();
  await expect(page.getByTestId('tub-slow')).toContainText('fillet');

  // Choose the strap, take it, trim it: the difference goes to silver.
  await page.getByRole('button', { name: /^\d+ more/ }).click();
  await page
    .getByRole('navigation', { name: 'Order of work' })
    .getByRole('button', { name: /^Strap, left/ })
    .click();
  await settled(page);
  await page.getByRole('button', { name: 'Trim first' }).click();
  await expect(take).toContainText('Take it trimmed');
  await steady(page, 'pointer');
  await take.click();
  await allSent(page);
  const book = (await figures(demo, code)).book;
  const trim = (
    book.entries as { intent: { kind: string }; postings: { item: string; grams: number }[] }[]
  ).at(-1);
  expect(trim?.intent.kind).toBe('trim');
  expect(trim?.postings.some((p) => p.item.startsWith('loss:silver:') && p.grams > 0)).toBe(true);

  // Throw something away, with its reason.
  await settled(page);
  await page.getByTestId('discard').click();
  await page.getByRole('button', { name: 'bloodshot' }).click();
  await expect(page.getByTestId('discard')).toContainText('bloodshot');

  // Undo takes it back.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('discard')).not.toContainText('bloodshot');

  // Weigh a tub: its running total.
  await page.getByRole('button', { name: 'weigh by tub' }).click();
  await page.getByRole('button', { name: 'Simulated scale' }).click();
  await page.getByLabel(/Weight to lay on/).fill('1.5');
  await page.getByRole('button', { name: 'Lay it on' }).click();
  await expect(page.getByTestId('reading')).toContainText('1.500');
  await steady(page, 'pointer');
  await page.getByTestId('tub-grind').click();
  await expect(page.getByTestId('tub-grind')).toContainText('1.50');
  await page.getByRole('button', { name: 'other tub' }).click();
  await expect(page.getByTestId('tub-fat')).toBeVisible();
  await page.getByRole('button', { name: 'usual tubs' }).click();
  await page.getByRole('button', { name: 'weigh by tub' }).click();

  // A shoulder off, opened, kept whole.
  await expect(page.getByRole('heading', { name: 'Shoulder, left' })).toBeVisible();
  await settled(page);
  await take.click();
  await page.getByRole('button', { name: 'Close part' }).click();
  await expect(take).toContainText('Close the frame');
  await page.getByRole('button', { name: 'Without a scale' }).click();
  // The nodes stay in, knowingly; then what is written off.
  await expect(page.getByTestId('notice')).toContainText('glands are not ticked');
  await page.getByTestId('keep').click();
  await expect(page.getByTestId('notice')).toContainText('written off');
  await page.getByTestId('keep').click();
  await expect(take).toContainText('Open it');
  await take.click();
  await page.getByRole('button', { name: 'Keep whole' }).click();
  await expect(page.getByRole('link', { name: /See what it gave/ })).toBeVisible();
  await allSent(page);
  const after = await figures(demo, code);
  expect(after.animal.work).toBe('done');
  expect(after.beam.stillOn).toBe(0);
  expect(after.yield.verdict).toBeDefined();
  await page.getByRole('link', { name: /See what it gave/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('of boneless meat.');
  await expect(page.getByTestId('ratio-hanging')).toContainText('%');
  // Whether it was trimmed before it was weighed is asked once, and decides what it is held against.
  await page.getByRole('button', { name: 'No, as it came off' }).click();
  await expect(page.getByRole('button', { name: 'No, as it came off' })).toHaveAttribute(
    'aria-pressed',
    'true'
  );
  await expect(page.getByRole('heading', { level: 1 })).toContainText('not trimmed yet');
  expect(after.book.entries.length).toBeGreaterThan(book.entries.length);
  expect(await unsound(demo, code)).toEqual([]);
});

test('reload in mid-work and a second browser on the same animal show the same figures', async ({
  page,
  demo,
  browser
}) => {
  await open(page, `${demo.url}/bench/${await codeOf(demo, 'White-tailed doe')}`);
  await steady(page, 'pointer');
  const before = await page.getByTestId('still-on').textContent();
  const other = await (await browser.newContext()).newPage();
  await open(other, page.url());
  await expect(other.getByTestId('still-on')).toHaveText(before ?? '');
  await page.keyboard.press('Space');
  await expect(page.getByTestId('still-on')).not.toHaveText(before ?? '');
  const after = (await page.getByTestId('still-on').textContent()) ?? '';
  await expect(other.getByTestId('still-on')).toHaveText(after);
  await allSent(page);
  await page.reload();
  await expect(page.getByTestId('still-on')).toHaveText(after);
  // The other bench books; this one follows. Undo takes back only what this device has booked.
  await steady(other);
  await other.keyboard.press('Space');
  await expect(other.getByTestId('still-on')).not.toHaveText(after);
  const third = (await other.getByTestId('still-on').textContent()) ?? '';
  await expect(page.getByTestId('still-on')).toHaveText(third);
  await page.keyboard.press('u');
  await expect(page.getByTestId('still-on')).not.toHaveText(third);
  await allSent(page);
  await expect(other.getByTestId('still-on')).toHaveText(
    (await page.getByTestId('still-on').textContent()) ?? ''
  );
  expect(await unsoundNew(demo)).toEqual([]);
});
