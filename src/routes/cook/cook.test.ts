import { afterEach, expect, it } from 'vitest';
import { arrival, cutDraft, draftOf, temporaryHouse } from '$lib/server/testkit';
import { newId } from '$lib/server/ids';
import { load } from './+page.server';
import { SAYS } from './what';

let end = () => {};
afterEach(() => end());

it('what is made by a recipe is cooked as the recipe says, and no sausage as a braise', async () => {
  const house = await temporaryHouse();
  end = house.end;
  const { animal, carcass, draft } = arrival(14_000);
  const cut = cutDraft(animal, carcass, 700);
  await house.book.book([draft, cut]);
  const item = cut.intent.kind === 'cut' ? cut.intent.creates.id : '';
  const made = async (recipe: object | undefined, grams: number) => {
    const pool = newId();
    await house.book.book([
      draftOf({
        kind: 'batch',
        pool,
        what: 'sausage',
        ...(recipe ? { recipe } : {}),
        inputs: [{ item, of: animal, reading: { grams, how: 'scale' } }]
      })
    ]);
    const page = (await load({
      locals: { house, by: { site: 'home' }, actor: undefined },
      depends: () => {}
    } as never)) as {
      batches: { id: string; what: string; recipe?: { name: string; steps: string[] } }[];
    };
    return page.batches.find(({ id }) => id === pool);
  };
  const sticks = { key: 'smoked-sticks', version: 1, name: 'Smoked sticks', product: 'smoked' };
  expect((await made(sticks, 200))?.recipe).toMatchObject({
    name: 'Smoked sticks',
    steps: expect.arrayContaining([expect.stringContaining('until the middle has 71 °C')])
  });
  // Without one, or of one that is not there any more, the page says what is usual for sausage.
  for (const recipe of [undefined, { ...sticks, key: 'gone' }]) {
    const batch = await made(recipe, 100);
    expect(batch?.what).toBe('sausage');
    expect(batch?.recipe).toBeUndefined();
  }
  expect(SAYS.sausage).toContain('71 °C');
  expect(SAYS.sausage).not.toContain('63');
});
