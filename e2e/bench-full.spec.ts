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

async function weighIn(larder: Larder, grams: number, stage: string, species = 'fallow') {
  const response = await fetch(`${larder.url}/api/v1/animals`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      facts: { species, sex: 'female', ageClass: 'adult' },
      reading: { grams, how: 'typed', stage },
      sure: ['weight']
    })
  });
  return (await response.json()) as { id: string; code: string };
}
test('from the ground to the table by what the screen says: dressed, hung, skinned, weighed, ready to cut', async ({
  page,
  demo
}) => {
  const { code } = await weighIn(demo, 51_000, 'live');
  await open(page, `${demo.url}/bench/${code}`);
  const order = page.getByRole('navigation', { name: 'Order of work' });
  await expect(order).toContainText('Dress on the ground');
  await expect(page.getByTestId('answer')).toContainText('None of these');
  await expect(page.locator(now)).toContainText('Your local code'.toLowerCase());
  // Word by word to the organs, which are weighed beside; then the dressed weight.
  await steady(page);
  await expect(page.locator(now)).toContainText('Heart, liver');
  await page.keyboard.press('Space');
  await expect(page.locator(now)).toContainText('The pelvis');
  await page.getByRole('button', { name: 'Split', exact: true }).click();
  await expect(page.locator(now)).toContainText('Drain, wipe');
  await steady(page);
  await expect(page.locator(now)).toContainText('Dressed weight');
  await page.keyboard.press('Space');
  await expect(order).toContainText('Hang and skin');
  await steady(page);
  await expect(page.locator(now)).toContainText('Hanging weight');
  await page.keyboard.press('Space');
  // The hide is not weighed here; what is passed over stays in the list.
  await expect(page.locator(now)).toContainText('Hide, head, legs');
  await page.getByRole('button', { name: 'Not weighed' }).click();
  await expect(page.locator(now)).toContainText('Into the cold');
  await steady(page);
  await expect(order).toContainText('Shoulders first');
  await expect(page.locator(now)).toContainText('Fillet, left');
  await allSent(page);
  const entries = await entriesOf(demo, code);
  const stages = entries.flatMap(({ intent }) =>
    intent.kind === 'skin' ? [(intent.reading as { stage: string }).stage] : []
  );
  expect(stages).toEqual(['dressed', 'hanging']);
  const ticks = entries.filter(({ intent }) => intent.kind === 'tick').map(({ intent }) => intent);
  expect(ticks).toContainEqual(expect.objectContaining({ step: 'pelvis', answer: 'split' }));
  expect(ticks).toContainEqual(expect.objectContaining({ step: 'hide', how: 'skipped' }));
  expect((await figures(demo, code)).beam).toMatchObject({ baseOf: 'hanging' });
  expect(await unsound(demo, code)).toEqual([]);
});

test('a yes at the gate holds the animal back at once', async ({ page, demo }) => {
  const { code } = await weighIn(demo, 48_000, 'live');
  await open(page, `${demo.url}/bench/${code}`);
  await page.getByRole('button', { name: 'One of these', exact: true }).click();
  await expect(page.getByTestId('notice')).toContainText('keep it apart');
  await expect(page.locator('.tag-at')).toContainText('stopped before it is opened');
  await allSent(page);
  expect((await entriesOf(demo, code)).map((e) => e.intent.kind)).toEqual(['intake', 'tick', 'hold']);
});

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

test('pieces that are off: both at once, parted in two, another use, weighed again, taken back', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'Fallow buck');
  await open(page, `${demo.url}/bench/${code}`);
  await steady(page);
  const one = await page.getByTestId('reading').textContent();
  await page.getByRole('button', { name: 'Both together' }).click();
  await expect(page.locator(now)).toContainText('Fillet, both');
  await settled(page);
  expect(parseFloat((await page.getByTestId('reading').textContent()) ?? '')).toBeGreaterThan(
    1.5 * parseFloat(one ?? '')
  );
  await page.keyboard.press('Space');
  await expect(page.locator(now)).toContainText('Shoulder, left');
  // In two: one half to jerky, the rest stays prime.
  const lies = page.getByRole('dialog');
  await page.getByRole('button', { name: 'Pieces' }).click();
  await lies.getByRole('button', { name: /^Fillet/ }).click();
  await expect(lies).toContainText('Heavy silver');
  await lies.getByRole('button', { name: 'Part in two' }).click();
  await expect(page.locator(now)).toContainText('Part in two');
  await settled(page);
  await page.getByTestId('tub-jerky').click();
  await expect(page.getByTestId('tub-jerky')).toContainText('fillet');
  // The rest changes its use without the scale.
  await page.getByRole('button', { name: 'Pieces' }).click();
  await lies
    .getByRole('button', { name: /^Fillet/ })
    .last()
    .click();
  await lies.getByRole('button', { name: 'Slow', exact: true }).click();
  await expect(page.getByTestId('tub-slow')).toContainText('fillet');
  await allSent(page);
  const kinds = (await entriesOf(demo, code)).map((e) => e.intent.kind);
  expect(kinds.slice(-3)).toEqual(['cut', 'split', 'place']);
  await page.keyboard.press('u');
  await expect(page.getByTestId('tub-slow')).not.toContainText('fillet');
  await allSent(page);
  expect(await unsound(demo, code)).toEqual([]);
});

test('two at one animal: a tick, a school and a hold of one are seen by the other', async ({
  page,
  demo,
  browser
}) => {
  const code = await codeOf(demo, 'Fallow buck');
  await open(page, `${demo.url}/bench/${code}`);
  const other = await (await browser.newContext()).newPage();
  await open(other, page.url());
  await expect(other.locator(now)).toContainText('Set up the room');
  await page.keyboard.press('Space');
  await expect(other.locator(now)).toContainText('Ready to bone?');
  await page.getByRole('button', { name: 'Stiff', exact: true }).click();
  await expect(page.getByTestId('notice')).toContainText('shortens');
  await expect(other.locator(now)).toContainText('Fillet, left');
  await page.getByRole('button', { name: 'Shoulders first' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Straps first/ })
    .click();
  await expect(other.getByRole('navigation', { name: 'Order of work' })).toContainText('Straps first');
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
  await page.getByLabel('A cut by any of its names').fill('skirt');
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

test('more than is left: said in full with the way out, and the weight it came in at is set right', async ({
  page,
  demo
}) => {
  const { code } = await weighIn(demo, 8_000, 'hanging');
  await open(page, `${demo.url}/bench/${code}`);
  const still = page.getByTestId('still-on');
  await expect(still).toHaveText('8.00 kg');
  await page.keyboard.press('9');
  await page.keyboard.press('Enter');
  const notice = page.getByTestId('notice');
  await expect(notice).toContainText('9.000 kg is more than that');
  // Nothing of the message is cut off.
  const words = notice.locator('p');
  expect(await words.evaluate((p) => p.scrollHeight - p.clientHeight)).toBeLessThanOrEqual(0);
  expect((await words.boundingBox())?.width).toBeGreaterThan(400);
  await notice.getByRole('button', { name: 'Its weight was wrong' }).click();
  await expect(page.locator(now)).toContainText('Set its weight right');
  await expect(page.getByTestId('take')).toContainText('Set it right');
  // What was typed is still there: it is changed, not typed anew.
  await page.keyboard.press('Backspace');
  for (const digit of '28') await page.keyboard.press(digit);
  await page.keyboard.press('Enter');
  await allSent(page);
  const entry = (await entriesOf(demo, code)).at(-1)?.intent;
  expect(entry).toMatchObject({ kind: 'correct', reading: { grams: 28_000, how: 'typed' } });
  await expect(still).toHaveText('28.00 kg');
  expect((await figures(demo, code)).beam).toMatchObject({ base: 28_000, stillOn: 28_000 });
  expect(await unsound(demo, code)).toEqual([]);
});

test('tub by tub at the end: the empty ones once, the full ones each with a press, and the frame', async ({
  page,
  demo
}) => {
  const { code } = await weighIn(demo, 24_000, 'hanging');
  await open(page, `${demo.url}/bench/${code}`);
  await page.getByRole('button', { name: 'weigh by tub' }).click();
  const weigh = async (weight: string, tub: string) => {
    for (const digit of weight) await page.keyboard.press(digit);
    await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
    await page.getByTestId(`tub-${tub}`).click();
  };
  await page.getByRole('button', { name: 'empty tubs' }).click();
  await weigh('0.4', 'grind');
  await expect(page.getByTestId('notice')).toContainText('Grind: the empty tub is known');
  await page.getByRole('button', { name: 'all known' }).click();
  await weigh('4.1', 'prime');
  await weigh('5', 'slow');
  await weigh('1.2', 'jerky');
  await weigh('4.6', 'grind');
  await expect(page.getByTestId('tub-grind')).toContainText('4.20');
  await allSent(page);
  // Another page knows the empty tub too.
  await page.reload();
  await page.getByRole('button', { name: 'weigh by tub' }).click();
  await expect(page.getByTestId('tub-grind')).toContainText('empty 0.40 kg');
  await page.getByRole('button', { name: 'weigh by tub' }).click();
  await page.getByRole('button', { name: 'Close part' }).click();
  for (const digit of '3.6') await page.keyboard.press(digit);
  await page.keyboard.press('Enter');
  // Its nodes were not spoken of: they stay in, knowingly.
  await expect(page.getByTestId('notice')).toContainText('glands are not ticked');
  await page.getByTestId('keep').click();
  // 5.9 kg are written off only by a press that says so.
  await expect(page.getByTestId('notice')).toContainText('5.900 kg would be written off');
  await page.getByTestId('keep').click();
  await allSent(page);
  const { beam, yield: gave, animal } = await figures(demo, code);
  expect(animal.work).toBe('done');
  expect(gave.boneless).toBe(4_100 + 5_000 + 1_200 + 4_200);
  expect(gave.byClass).toEqual({ P: 4_100, S: 5_000, J: 1_200, G: 4_200 });
  expect(beam.stillOn).toBe(0);
  expect(beam.unaccounted).toBe(24_000 - 14_500 - 3_600);
  const presses = (await entriesOf(demo, code)).filter((e) => ['tub', 'close'].includes(e.intent.kind));
  expect(presses.length).toBeLessThanOrEqual(8);
});
