import { allSent, codeOf, expect, figures, open, test, unsoundNew } from './kit';

test('a card lists what must come out of the field: held against the book before the place is left', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/rules`);
  await page.getByRole('button', { name: 'A new card' }).click();
  await page.getByLabel('What it is about').selectOption('bring');
  await page.getByLabel('Title').fill('All that is eaten comes out');
  for (const name of ['Hind leg', 'Strap', 'Heart', 'Proof of sex, attached'])
    await page.getByRole('button', { name, exact: true }).click();
  await page.getByRole('button', { name: 'Moose', exact: true }).click();
  await page.getByRole('button', { name: 'Keep the card' }).click();
  await expect(page.getByText('hind leg, strap, heart, proof of sex, attached')).toBeVisible();

  // A moose lies out: its legs come along with the carcass, of its heart nobody has spoken.
  const made = (await (
    await fetch(`${demo.url}/api/v1/animals`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        facts: { species: 'moose', sex: 'male', ageClass: 'adult', proofOfSex: 'on' },
        reading: { grams: 310_000, how: 'estimated', stage: 'live' },
        sure: ['weight']
      })
    })
  ).json()) as { code: string; id: string };
  await fetch(`${demo.url}/api/v1/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify([
      {
        id: '0199aaaa-0000-7000-8000-000000000001',
        at: Date.now(),
        hand: 'Ilo',
        device: 'field',
        intent: { kind: 'chill', animal: made.id, what: 'moved', to: 'field' }
      }
    ])
  });
  await open(page, `${demo.url}/field`);
  const animal = page.getByRole('article').filter({ hasText: made.code });
  const line = (name: string) => animal.getByRole('listitem').filter({ hasText: name });
  await expect(line('Hind leg')).toContainText('still on the carcass');
  await expect(line('Heart')).toContainText('not said yet');
  await expect(line('Proof of sex')).toContainText('in the book');
  await animal.getByRole('button', { name: /^To the cold/ }).click();
  await expect(animal.getByRole('alert')).toContainText('Not all that must come out is in the book: heart.');
  await animal.getByRole('button', { name: 'Stay and look' }).click();
  await line('Heart').getByRole('button', { name: 'It is here' }).click();
  await expect(line('Heart')).toContainText('here, by word');
  await animal.getByRole('button', { name: /^To the cold/ }).click();
  await expect(animal).toBeHidden();
  await allSent(page);
  const moved = (await figures(demo, made.code)).book.entries.at(-1);
  expect(moved.intent).toMatchObject({ kind: 'chill', what: 'moved' });

  // On the animal's page the list stands with its card.
  await open(page, `${demo.url}/animals/${made.code}`);
  await expect(page.getByRole('listitem').filter({ hasText: 'Heart' })).toContainText('here, by word');
  expect(await unsoundNew(demo)).toEqual([]);
  // Another species hears nothing of it.
  await open(page, `${demo.url}/animals/${await codeOf(demo, 'Roe doe')}`);
  await expect(page.getByText('All that is eaten comes out')).toHaveCount(0);
});
