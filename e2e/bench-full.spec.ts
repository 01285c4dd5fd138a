import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { allSent, expect, figures, open, settled, steady, test, type Larder, codeOf, unsound } from './kit';

const now = 'li[aria-current="step"]';

interface Entry {
  intent: Record<string, unknown> & { kind: string };
}
const entriesOf = async (larder: Larder, code: string): Promise<Entry[]> =>
  ((await figures(larder, code)).book as { entries: Entry[] }).entries;

test('an order of work of one’s own: made, refused at its place, followed, a tool missing, a step passed over', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/ways/Q3`);
  await page.getByRole('button', { name: /Bone saw or hatchet/ }).click();
  await expect(page.getByText('instead: joints by knife')).toBeVisible();
  await page.getByRole('link', { name: 'Make it your own' }).click();
  const name = page.getByLabel('Name');
  await name.fill(' ');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('say something')).toBeVisible();
  await name.fill('Racks, our way');
  await page.getByRole('button', { name: 'Rack, left: one up' }).click();
  await page.getByRole('button', { name: 'Brisket, right: out of the list' }).click();
  await page.getByLabel('Add a step').selectOption('asks:hygiene');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { name: 'Racks, our way' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Hands, board, knife' })).toBeVisible();

  const code = await codeOf(demo, 'Fallow buck');
  await open(page, `${demo.url}/bench/${code}`);
  await page.getByRole('button', { name: 'Shoulders first' }).click();
  const ways = page.getByRole('dialog', { name: 'How to go on' });
  await expect(ways).toContainText('stays under the blades until you look');
  await ways.getByRole('button', { name: /Racks, our way/ }).click();
  const order = page.getByRole('navigation', { name: 'Order of work' });
  await expect(order).toContainText('Racks, our way');
  await expect(page.getByRole('button', { name: /^Kit, 1 missing/ })).toBeVisible();
  await page.getByRole('button', { name: /^\d+ more/ }).click();
  await expect(order.getByRole('button', { name: /^Fillet, right/ })).toHaveCount(0);
  await order.getByRole('button', { name: /^Rack, left/ }).click();
  await expect(page.locator(now)).toContainText('No bone saw or hatchet: joints by knife.');
  await page.locator(now).getByRole('button', { name: 'Skip' }).click();
  await allSent(page);
  await page.reload();
  await expect(order).toContainText('Racks, our way');
  await page.getByRole('button', { name: /^\d+ more/ }).click();
  await expect(order.getByRole('button', { name: /^Rack, left, skipped/ })).toBeVisible();
  expect((await entriesOf(demo, code)).at(-1)?.intent).toMatchObject({ kind: 'tick', how: 'skipped' });
});

test('photographs and notes: kept with the animal, refused by name, taken back', async ({ page, demo }) => {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/animals/${code}`);
  const records = page.getByRole('region', { name: 'Photographs and notes' });
  await records.getByLabel('What was seen').fill('Bare frame, left');
  const photo = await sharp({ create: { width: 2_600, height: 1_300, channels: 3, background: '#8d8678' } })
    .jpeg()
    .toBuffer();
  await records
    .getByLabel('Photograph')
    .setInputFiles({ name: 'frame.jpg', mimeType: 'image/jpeg', buffer: photo });
  await records.getByRole('button', { name: 'Keep it' }).click();
  const shown = records.getByRole('img', { name: 'Bare frame, left' });
  await expect(shown).toBeVisible();
  await expect.poll(() => shown.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(420);
  const note = (await entriesOf(demo, code)).at(-1)?.intent;
  expect(note).toMatchObject({ kind: 'note', text: 'Bare frame, left' });
  const kept = await sharp(readFileSync(join(demo.folder, 'photos', String(note?.photo)))).metadata();
  expect([kept.width, kept.height, kept.exif]).toEqual([2_000, 1_000, undefined]);

  // What is no photograph, and what is far too large: said, and the words stay.
  await records.getByLabel('What was seen').fill('Neck');
  await records
    .getByLabel('Photograph')
    .setInputFiles({ name: 'x.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture at all') });
  await records.getByRole('button', { name: 'Keep it' }).click();
  await expect(records.getByRole('alert')).toContainText('x.jpg: Not a photograph to keep');
  await expect(records.getByLabel('What was seen')).toHaveValue('Neck');
  const big = join(demo.folder, 'big.jpg');
  writeFileSync(big, Buffer.alloc(40_000_000));
  await records.getByLabel('Photograph').setInputFiles(big);
  await records.getByRole('button', { name: 'Keep it' }).click();
  await expect(records.getByRole('alert')).toContainText('big.jpg: Too');
  // Without a picture it is a note, of one piece.
  await records.getByLabel('Photograph').setInputFiles([]);
  await records.getByLabel('Of what').selectOption({ label: 'Neck, left' });
  await records.getByRole('button', { name: 'Keep it' }).click();
  await expect(records.getByText('Neck, left,')).toBeVisible();
  await records.getByRole('button', { name: 'Take it back' }).first().click();
  await expect(records.getByText('Neck, left,')).toHaveCount(0);
  expect(await unsound(demo, code)).toEqual([]);
});

test('the bench sheet: printed with a blank for every weight, typed in afterwards, all or nothing', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'Fallow buck');
  // How it was cooled is in the book already; what the sheet books comes after it.
  const kinds = async () =>
    (await entriesOf(demo, code)).map((e) => e.intent.kind).filter((kind) => kind !== 'chill');
  const pdf = await fetch(`${demo.url}/animals/${code}/sheet.pdf`);
  expect(pdf.headers.get('content-type')).toBe('application/pdf');
  expect((await pdf.text()).startsWith('%PDF-1.')).toBe(true);

  await open(page, `${demo.url}/animals/${code}`);
  await page.getByRole('link', { name: 'Type a sheet in' }).click();
  const form = page.locator('form');
  const blank = (label: string, section: string) =>
    form.locator('section', { hasText: section }).getByLabel(label, { exact: false }).first();
  await blank('Fillet, left', 'Off the hook').fill('0,18');
  await blank('Shoulder, left', 'Off the hook').fill('2.5');
  await blank('Outside of the blade', 'Shoulder, left').fill('abc');
  await page.getByRole('button', { name: 'Book what is filled in' }).click();
  await expect(page.locator('.fault')).toHaveCount(1);
  await expect(blank('Fillet, left', 'Off the hook')).toHaveValue('0,18');
  // More than the part weighs: nothing of it all is booked.
  await blank('Outside of the blade', 'Shoulder, left').fill('3.1');
  await page.getByRole('button', { name: 'Book what is filled in' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing was booked' })).toBeVisible();
  expect(await kinds()).toEqual(['intake']);
  await blank('Outside of the blade', 'Shoulder, left').fill('0.3');
  await blank('Bare bone', 'Shoulder, left').fill('2.18');
  await page.getByRole('button', { name: 'Book what is filled in' }).click();
  await page.waitForURL(`**/animals/${code}`);
  expect(await kinds()).toEqual(['intake', 'cut', 'cut', 'open', 'cut', 'close']);
  expect((await entriesOf(demo, code)).at(-1)?.intent).toMatchObject({ glands: 'left' });
  expect(await unsound(demo, code)).toEqual([]);
});

test('a cut that is not in the order is found under another name, added for this once, and taken', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/bench/${code}`);
  await steady(page);
  await page.keyboard.press('/');
  await page.getByLabel('A cut, an organ, a bone, by any of its names').fill('skirt');
  await page.getByRole('button', { name: /midriff.*add it to this order of work/i }).click();
  await expect(page.locator(now)).toContainText('Added to this order of work');
  await settled(page);
  await page.keyboard.press('Space');
  await allSent(page);
  expect((await entriesOf(demo, code)).at(-1)?.intent).toMatchObject({
    kind: 'cut',
    creates: { cut: 'diaphragm' }
  });
});
