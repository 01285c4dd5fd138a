import type { Locator } from '@playwright/test';
import { newId } from '../src/lib/server/ids';
import { allSent, arrive, expect, codeOf, figures, open, settled, test, toBench, unsound } from './kit';

test('two hands on one elk: one breaks, one seams what lies off; the leg goes over by a question, nothing is booked twice', async ({
  page,
  browser,
  demo
}) => {
  const code = await toBench(page, demo.url, 'Elk', '150');
  await page.evaluate(() => localStorage.setItem('yonder-device', 'by the hook'));
  await open(page, `${demo.url}/bench/${code}`);
  const runa = await (await browser.newContext()).newPage();
  await runa.addInitScript(() => localStorage.setItem('yonder-device', 'by the window'));
  await open(runa, `${demo.url}/bench/${code}`);

  // Whoever breaks takes the first leg off.
  const heading = (p: typeof page) => p.locator('.spread h2');
  const list = page.getByRole('navigation', { name: 'Order of work' });
  await list.getByRole('button', { name: /^\d+ more/ }).click();
  await list.getByRole('button', { name: 'Hind leg, left', exact: true }).click();
  await settled(page);
  await page.getByTestId('take').click();
  await allSent(page);
  // It waits for somebody who seams, and is taken up there from the list of hands.
  await runa.getByRole('button', { name: /^Hands/ }).click();
  const hands = runa.getByRole('dialog', { name: 'Hands' });
  const waits = hands.getByRole('listitem').filter({ hasText: 'Hind leg' });
  await expect(waits).toContainText('out');
  await waits.getByRole('button', { name: 'Take it up' }).click();
  await expect(heading(runa)).toContainText('Hind leg');
  await allSent(runa);

  // The other bench goes on with the carcass, and sees who has the leg.
  await expect(heading(page)).toHaveText('On the carcass');
  await page.getByRole('button', { name: /^Hands/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Hands' });
  await expect(dialog.getByRole('listitem').nth(0)).toContainText('breaks the carcass');
  await expect(dialog.getByRole('listitem').nth(1)).toContainText(/seams: hind leg.*by the window/);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Hands/ })).toContainText('by 2');

  // Both work at once: a piece off the carcass here, a muscle off the leg there. One scale: both type what it said.
  const before = (await figures(demo, code)).book.entries.length;
  for (const p of [page, runa]) {
    for (let n = 0; n < 8 && (await p.getByTestId('take').getAttribute('data-act')) !== 'take'; n += 1)
      await p.keyboard.press('n');
    for (const digit of '1.9') await p.keyboard.press(digit);
  }
  await Promise.all([page, runa].map((p) => p.keyboard.press('Enter')));
  await allSent(page);
  await allSent(runa);
  const after = (await figures(demo, code)).book.entries;
  expect(after).toHaveLength(before + 2);
  expect(new Set(after.slice(-2).map((e: { device: string }) => e.device)).size).toBe(2);

  // The leg is taken over knowingly only; the other hand is back at the carcass.
  await page.getByRole('button', { name: /^Hands/ }).click();
  await dialog.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.locator('.notice')).toContainText('at by the window');
  await page.locator('.notice').getByRole('button', { name: 'Take it over' }).click();
  await expect(heading(page)).toContainText('Hind leg');
  await allSent(page);
  await expect(heading(runa)).toHaveText('On the carcass');

  // Laid down it is nobody's, and may be taken up by either.
  await page.getByRole('button', { name: /^Hands/ }).click();
  await dialog.getByRole('button', { name: 'Lay it down' }).click();
  await expect(heading(page)).toHaveText('On the carcass');
  await runa.getByRole('button', { name: /^Hands/ }).click();
  await hands.getByRole('listitem').filter({ hasText: '(begun)' }).getByRole('button').click();
  await expect(heading(runa)).toContainText('Hind leg');
  await allSent(runa);
  expect(await unsound(demo, code)).toEqual([]);
  await runa.context().close();
});

test('two benches press the same part at once: one has it, the other is told, and no gram is booked twice', async ({
  page,
  browser,
  demo
}) => {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/bench/${code}`);
  const other = await (await browser.newContext()).newPage();
  await open(other, `${demo.url}/bench/${code}`);
  for (const p of [page, other]) {
    const list = p.getByRole('navigation', { name: 'Order of work' });
    await list.getByRole('button', { name: /^\d+ more/ }).click();
    await list.getByRole('button', { name: /^Open: shoulder, left/ }).click();
  }
  await Promise.all([page.getByTestId('take').click(), other.getByTestId('take').click()]);
  const seams = async () =>
    (await Promise.all([page, other].map((p) => p.locator('.spread h2').textContent()))).filter((t) =>
      t?.startsWith('Shoulder')
    ).length;
  await expect.poll(seams).toBe(1);
  await allSent(page);
  await allSent(other);
  const opened = (await figures(demo, code)).book.entries.filter(
    (e: { intent: { kind: string } }) => e.intent.kind === 'open'
  );
  expect(opened).toHaveLength(1);
  await other.context().close();
});

test('a press counts though what it is on says something else before the finger is up', async ({
  page,
  demo
}) => {
  const { id: animal, code } = await arrive(demo);
  const { items } = (await figures(demo, code)).book as { items: { kind: string; id: string }[] };
  const from = items.find((i) => i.kind === 'carcass')?.id;
  await open(page, `${demo.url}/bench/${code}`);
  /** Another bench takes a piece while the finger is down. */
  const meanwhile = async (side: 'left' | 'right', figure: Locator) => {
    const said = await figure.textContent();
    const { x, y, width, height } = (await figure.boundingBox())!;
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    const creates = { kind: 'piece', id: newId(), cut: 'strap', side, place: { tub: 'prime' } };
    const intent = { kind: 'cut', animal, from, creates, reading: { grams: 900, how: 'typed' } };
    const sent = await fetch(`${demo.url}/api/v1/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: newId(), at: Date.now(), hand: 'Runa', device: 'other', intent })
    });
    expect(sent.status, await sent.text()).toBe(200);
    await expect(figure).not.toHaveText(said ?? '');
    await page.mouse.up();
  };
  await meanwhile(
    'left',
    page
      .getByRole('button', { name: /^Hands/ })
      .locator('span')
      .first()
  );
  await expect(page.getByRole('dialog', { name: 'Hands' })).toBeVisible();
  await page.keyboard.press('Escape');
  // A tub whose weight grows under the finger: nothing lies still on the plate, and that is said.
  await meanwhile('right', page.getByTestId('tub-prime').locator('.num'));
  await expect(page.getByTestId('notice')).toContainText(/The plate (is|went) empty|Not steady yet/);
});
