import { spawnSync } from 'node:child_process';
import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { allSent, expect, launch, open, test } from './kit';

const KEEPERS = 'marsh lantern copper nine';
const OWN = 'tin river kettle moss';

/** What is said of the people of a larder, as on the machine's own terminal. */
const people = (folder: string, words: string[], typed = '') =>
  spawnSync(process.execPath, ['scripts/people.mjs', ...words], {
    input: `${typed}\n`,
    encoding: 'utf8',
    env: { ...process.env, LARDER_DATA: folder }
  });

async function signIn(page: Page, name: string, password: string): Promise<void> {
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

const press = async (page: Page, figures: string) => {
  for (const figure of figures) await page.getByRole('button', { name: figure, exact: true }).click();
  await page.getByRole('button', { name: 'Come in' }).click();
};

test('beyond its own machine a larder is shut until somebody keeps it; a phone comes in by PIN and books what waited', async ({
  page,
  browser
}) => {
  const larder = await launch();
  await larder.stop('SIGTERM');
  // Other devices would reach it, and nobody could sign in.
  const beyond = { LARDER_HOSTS: 'larder.example' };
  await expect(larder.start(beyond)).rejects.toThrow('ended with code 1');
  expect(larder.errors()).toContain('npm run people -- add');
  expect(people(larder.folder, ['add', 'Tove', 'keeper'], 'short').status).toBe(1);
  expect(people(larder.folder, ['add', 'Tove', 'keeper'], KEEPERS).stdout).toContain('Tove is a keeper');
  await larder.start(beyond);

  // A keeper lets somebody in.
  await page.goto(`${larder.url}/people`);
  await expect(page).toHaveURL(/\/sign-in\?to=%2Fpeople/);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await signIn(page, 'tove', 'not the password');
  await expect(page.getByRole('alert')).toHaveText('No such name and password.');
  await signIn(page, 'tove', KEEPERS);
  await expect(page.getByRole('heading', { name: 'Who may come in' })).toBeVisible();
  await page.getByLabel('Name').fill('Ilo');
  await page.getByRole('button', { name: 'Let them in' }).click();
  const made = (await page.locator('.given code').textContent()) ?? '';

  // At a phone: a password of their own, then a PIN.
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(`${larder.url}/field`);
  await signIn(phone, 'Ilo', made);
  await expect(phone.getByText('Choose one of your own')).toBeVisible();
  await phone.getByLabel('Of now').fill(made);
  await phone.getByLabel('New 12 signs').fill(OWN);
  await phone.getByLabel('once more').fill(OWN);
  await phone.getByRole('button', { name: 'Change it' }).click();
  await phone.getByLabel('PIN').fill('2974');
  await phone.getByRole('button', { name: 'Use a PIN here' }).click();
  await expect(phone.getByText('asks you for the PIN alone')).toBeVisible();
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  await phone.getByRole('button', { name: 'Sign out here' }).click();
  await press(phone, '7777');
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  await expect(phone.getByRole('alert')).toContainText('4 tries left');
  await press(phone, '2974');
  await expect(phone.getByRole('navigation', { name: 'Stations' })).toBeVisible();

  // A hand books, and changes no settings.
  await open(phone, `${larder.url}/weigh-in`);
  await phone.getByLabel('Weight', { exact: true }).fill('14.2');
  await phone.getByRole('button', { name: 'Hang it up' }).click();
  await expect(phone).toHaveURL(/\/animals\/\d\d-\d{3}/);
  const rooms = await phone.request.put(`${larder.url}/api/v1/rooms`, { data: [] });
  expect(rooms.status()).toBe(403);
  await open(phone, `${larder.url}/settings`);
  await expect(phone.getByText('Only a keeper changes')).toBeVisible();
  await phone.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(phone.getByRole('status').filter({ hasText: 'Only a keeper' }).last()).toBeVisible();
  expect((await phone.goto(`${larder.url}/people`))?.status()).toBe(403);

  // Signed out from elsewhere, the field keeps what is pressed until somebody is there again.
  await open(phone, `${larder.url}/field`);
  await open(page, `${larder.url}/people`);
  await page.locator('li', { hasText: 'Ilo' }).getByRole('button', { name: 'New password' }).click();
  await expect(page.locator('.given')).toContainText('Ilo');
  const again = (await page.locator('.given code').textContent()) ?? '';
  await phone.getByLabel('Tag number').fill('R 7');
  await phone.getByRole('button', { name: 'Roe deer', exact: true }).click();
  await phone.getByRole('button', { name: 'None of these' }).click();
  await phone.getByRole('button', { name: 'Tag it' }).click();
  await phone.getByRole('link', { name: 'sign in to send' }).click();
  // The PIN went with the password.
  await signIn(phone, 'Ilo', again);
  await phone.getByLabel('Of now').fill(again);
  await phone.getByLabel('New 12 signs').fill(OWN);
  await phone.getByLabel('once more').fill(OWN);
  await phone.getByRole('button', { name: 'Change it' }).click();
  await phone.getByRole('link', { name: 'Go on' }).click();
  await expect(phone).toHaveURL(/\/field/);
  await allSent(phone);
  const { entries } = await (
    await phone.request.get(`${larder.url}/api/v1/animals?limit=1`)
  )
    .json()
    .then(async ({ animals }) =>
      (await phone.request.get(`${larder.url}/api/v1/animals/${animals[0].id}/book`)).json()
    );
  expect(entries[0]).toMatchObject({ hand: 'Ilo', intent: { facts: { tag: 'R 7' } } });
});

test('a name waits after five wrong tries, but at the larder’s own machine; whoever is not signed in learns nothing', async ({
  page,
  demo
}) => {
  await demo.stop('SIGTERM');
  await demo.start({ LARDER_PROXY: '127.0.0.1' });
  // The demo says its keeper's password where it was started.
  const password = /Keeper with (\S+)/.exec(demo.errors())?.[1] ?? '';
  // Another device, behind a proxy.
  await page.setExtraHTTPHeaders({ 'x-forwarded-for': '10.0.0.5' });
  await page.goto(`${demo.url}/animals`);
  for (let i = 0; i < 5; i += 1) {
    // The words of the try before still stand: it is this one's answer that is waited for.
    const answered = page.waitForResponse((r) => r.request().method() === 'POST');
    await signIn(page, 'Keeper', `wrong as it is ${i}`);
    await answered;
    await expect(page.getByRole('alert')).toHaveText('No such name and password.');
    await expect(page.getByLabel('Password')).toHaveValue(`wrong as it is ${i}`);
  }
  await signIn(page, 'Keeper', password);
  await expect(page.getByRole('alert')).toContainText('Too many tries. In 15 min');
  // What is not signed in gets nothing, and learns nothing.
  for (const path of ['/api/v1/animals', '/api/v1/export/book.jsonl', '/api/v1/backup.zip', '/api/v1/audit'])
    expect((await fetch(`${demo.url}${path}`)).status).toBe(401);
  const said = await (await fetch(`${demo.url}/sign-in`)).text();
  for (const known of ['Keeper', 'Tove', 'atBench:"'])
    expect(said.replace('atBench:""', '')).not.toContain(known);
  await page.setExtraHTTPHeaders({});
  await signIn(page, 'Keeper', password);
  await expect(page).toHaveURL(/\/me|\/animals/);
});
