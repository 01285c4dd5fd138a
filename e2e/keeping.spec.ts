import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'libsql';
import sharp from 'sharp';
import { newId } from '../src/lib/server/ids';
import { arrive, audit, expect, launch, open, test } from './kit';

test('a larder is saved by one press, wrecked, and restored by the first page of an empty one', async ({
  page,
  larder
}) => {
  // Three animals, a photograph and a name of its own.
  const kept = await launch();
  const { id: animal } = await arrive(kept);
  for (const grams of [24_000, 31_000]) await arrive(kept, grams);
  const bytes = await sharp({ create: { width: 800, height: 500, channels: 3, background: '#6d4c2f' } })
    .jpeg()
    .toBuffer();
  const taken = await fetch(`${kept.url}/api/v1/photos`, {
    method: 'POST',
    headers: { 'content-type': 'image/jpeg' },
    body: new Uint8Array(bytes)
  });
  const { photo } = await taken.json();
  const note = {
    id: newId(),
    at: Date.now(),
    hand: 'Tove',
    device: 'test',
    intent: { kind: 'note', animal, photo, text: 'the left ham' }
  };
  await fetch(`${kept.url}/api/v1/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(note)
  });
  await open(page, `${kept.url}/settings`);
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Long Lake Larder');
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  const coming = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save a backup' }).click();
  const file = join(larder.folder, 'saved.zip');
  await (await coming).saveAs(file);
  const book = await (await fetch(`${kept.url}/api/v1/export/book.jsonl`)).text();

  // What was cut off is said, and nothing is written.
  const cut = join(larder.folder, 'cut.zip');
  writeFileSync(cut, readFileSync(file).subarray(0, 3_000));
  await open(page, larder.url);
  await page.getByLabel('Backup file').setInputFiles(cut);
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByRole('alert')).toContainText('may have been cut off');
  await expect(page.getByRole('alert')).toContainText('Nothing was written');

  await page.getByLabel('Backup file').setInputFiles(file);
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByRole('heading', { name: /^Hanging/ })).toBeVisible();
  await expect(page.getByRole('banner')).toContainText('Long Lake Larder');
  expect(await (await fetch(`${larder.url}/api/v1/export/book.jsonl`)).text()).toBe(book);
  expect((await audit(larder)).findings).toEqual([]);
  expect((await fetch(`${larder.url}/api/v1/photos/${photo}?size=small`)).status).toBe(200);
  // Nobody is asked to restore into a larder that has a book.
  await expect(page.getByLabel('Backup file')).toHaveCount(0);
  expect((await fetch(`${larder.url}/api/v1/restores`, { method: 'POST' })).status).toBe(409);

  // The next animal is weighed in.
  await open(page, `${larder.url}/weigh-in`);
  await page.getByLabel('Weight', { exact: true }).fill('14.2');
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await expect(page).toHaveURL(/\/animals\/\d\d-\d{3}/);
  expect((await audit(larder)).findings).toEqual([]);
});

test('the audit names what was done past the program, with what to do', async ({ page, demo }) => {
  const file = new Database(join(demo.folder, 'larder.db'));
  file.exec('DROP TRIGGER entries_no_update');
  file.exec("UPDATE entries SET hand = 'Somebody' WHERE seq = 40");
  file.exec('UPDATE animals SET boneless = boneless + 500 WHERE number = 3');
  file.exec('UPDATE seasons SET number = 0');
  file.exec("INSERT INTO items (id, owner, kind, record) VALUES ('x', 'nobody', 'piece', '{}')");
  file.close();
  await open(page, `${demo.url}/book?audit=1`);
  const found = page.getByTestId('audit');
  await expect(found).toHaveAttribute('data-ended', 'true');
  for (const said of ['guard is missing', 'entry 40 is not what was booked', 'boneless', 'codes', 'stray'])
    await expect(found).toContainText(said);
  await expect(found).toContainText('Restore the newest backup');
});

test('names that every object has, unknown actions and half a form: nothing a client sends makes a 500', async ({
  demo
}) => {
  const [name, animal, carcass] = ['constructor', newId(), newId()];
  const base = { at: Date.now(), hand: name, device: name };
  const facts = { species: 'roe', sex: 'male', ageClass: 'adult', tag: name, owner: name, place: name };
  const reading = { grams: 14_000, how: 'typed', stage: 'hanging' };
  const into = { kind: 'carcass', id: carcass };
  const sent = await fetch(`${demo.url}/api/v1/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify([
      { id: newId(), ...base, intent: { kind: 'intake', animal, facts, into, reading } },
      { id: newId(), ...base, intent: { kind: 'chill', animal, what: 'moved', to: name } }
    ])
  });
  const { results } = await sent.json();
  expect(results.map((r: { status: string }) => r.status)).toEqual(['booked', 'booked']);
  const { code } = results[0].entry;
  const paths = ['', '/hanging', '/calendar.ics', '/bench', `/bench/${code}`, `/animals/${code}`, '/field'];
  paths.push(`/animals/${code}/cooling`, `/animals/${code}/carry`, `/ways/${name}`, `/book?kind=${name}`);
  paths.push(`/api/v1/animals/${code}/hanging`, `/api/v1/procedures/${name}`, `/api/v1/trace/back/${name}`);
  for (const path of paths) expect((await fetch(`${demo.url}${path}`)).status, path).toBeLessThan(500);
  const post = (path: string, type: string, body: string) =>
    fetch(`${demo.url}${path}`, {
      method: 'POST',
      headers: { 'content-type': type, origin: demo.url },
      body
    });
  const form = 'application/x-www-form-urlencoded';
  for (const path of [`/settings?/${name}`, `/bench?/${name}`, `/animals/${code}?/${name}`])
    expect((await post(path, form, 'x=1')).status, path).toBe(404);
  const half = '--x\r\nContent-Disposition: form-data; name="a"\r\n\r\nhalf';
  for (const path of ['/?/weighs', '/settings?/save', '/weigh-in'])
    expect((await post(path, 'multipart/form-data; boundary=x', half)).status, path).toBe(400);
});

test('no larder that somebody works in is started at the pace of tests', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'larder-pace-'));
  const started = (script: string, env: Record<string, string>) =>
    spawnSync(process.execPath, [script], {
      encoding: 'utf8',
      env: { ...process.env, LARDER_DATA: folder, LARDER_TEST_PACE: '1', PORT: '0', ...env }
    });
  // Built, outside of tests; and by what people start it with, whatever else is said.
  for (const [script, NODE_ENV] of [
    ['build/index.js', 'production'],
    ['build/index.js', ''],
    ['scripts/start.mjs', 'test']
  ] as const) {
    const { status, stderr } = started(script, { NODE_ENV });
    expect([script, NODE_ENV, status]).toEqual([script, NODE_ENV, 1]);
    expect(stderr).toContain('LARDER_TEST_PACE is for tests');
  }
  expect(readdirSync(folder)).toEqual([]);
  rmSync(folder, { recursive: true });
});

test('a larder that cannot be opened says why in one sentence', async () => {
  const larder = await launch();
  await larder.stop();
  writeFileSync(join(larder.folder, 'larder.db'), '');
  await expect(larder.start()).rejects.toThrow();
  expect(larder.errors()).toContain('is there and empty');
  expect(larder.errors()).not.toContain('    at ');
  await larder.end();
});

test('an old list comes in by its columns, whole or not at all, and goes back whole', async ({
  page,
  larder
}) => {
  const list = (third: string) => `Date;Animal;Sex;Tag;Carcass;Meat
3.10.2021;Roe;m;R 7;14,2;8,9
13/11/2021;Rådyr;f;;12,6;
2.12.2022;Fallow;f;F 2;${third};17,0
`;
  const choose = (text: string) =>
    page
      .getByLabel(/^The list/)
      .setInputFiles({ name: 'old.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await open(page, `${larder.url}/animals`);
  await page.getByRole('link', { name: 'Take in an old list' }).click();
  await choose('');
  await expect(page.getByRole('alert')).toContainText('Nothing stands in it');
  await choose(list('heavy'));
  // What the list does not say is asked.
  await expect(page.getByText('the list does not say')).toBeVisible();
  await page.getByLabel('Weights in').selectOption('kg');
  await page.getByLabel('“rådyr” is').selectOption('roe');
  await expect(page.getByText('“heavy”: not a weight')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Book all' })).toBeDisabled();
  // What was said is not asked again of the list that was set right.
  await choose(list('127,4'));
  await expect(page.getByText('127.40 kg is far off')).toBeVisible();
  await choose(list('27,4'));
  await expect(page.getByText('3 animals, 2021 to 2022')).toBeVisible();
  await page.getByRole('button', { name: 'Book all 3' }).click();
  await expect(page.getByText('3 animals stand in the book')).toBeVisible();
  // The same file once more is not the same animals once more.
  await choose(list('27,4'));
  await page.getByLabel('Weights in').selectOption('kg');
  await page.getByRole('button', { name: 'Book all 3' }).click();
  await expect(page.getByRole('alert')).toContainText('stands in the book already');

  await open(page, `${larder.url}/animals/22-001`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    '17.00 kg of boneless meat, by an old list'
  );
  await expect(page.getByText('held against nothing')).toBeVisible();
  expect((await audit(larder)).findings).toEqual([]);

  await open(page, `${larder.url}/animals/past`);
  await page.getByRole('button', { name: 'Take back whole' }).click();
  await page.getByRole('button', { name: 'Yes, take all 3 back' }).click();
  await expect(page.getByText('3 animals taken back')).toBeVisible();
  expect((await (await fetch(`${larder.url}/api/v1/animals`)).json()).animals).toEqual([]);
  expect((await audit(larder)).findings).toEqual([]);
});
