import { randomBytes } from 'node:crypto';
import { uuidv7 } from '../src/core/units/id';
import { allSent, expect, figures, open, steady, test } from './kit';

const freshId = () => uuidv7(Date.now(), (n) => new Uint8Array(randomBytes(n)));

test('wishes become a plan: pinned, kept, and the bench goes by it; what is short says why', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/plan?of=26-017`);
  // How far the proof comes in its time is the machine’s.
  const proven = page.getByText(/^(Proven best|Close to the best)/);
  await expect(proven).toBeVisible();
  // A wish of one’s own, wrong at first: it is said at its place, and nothing that was typed is lost.
  await page.getByRole('button', { name: 'Write a wish' }).click();
  await page.getByLabel('Whose').fill('Senja');
  await page.getByLabel('At the table').fill('0');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('somebody eats: at least one')).toBeVisible();
  await expect(page.getByLabel('Whose')).toHaveValue('Senja');
  await page.getByLabel('At the table').fill('5');
  await page.getByLabel('slow cooker').uncheck();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('button', { name: /^Senja/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(proven).toBeVisible();
  // The left strap is pinned to the mincer by two presses: the rest is planned again around it.
  const strap = page.getByRole('listitem').filter({ hasText: /Strap, left/ });
  await strap.getByRole('button', { name: 'Change Strap, left' }).click();
  await strap.getByRole('button', { name: 'grind', exact: true }).click();
  await expect(strap.getByRole('button', { name: /Take the pin out/ })).toBeVisible();
  await expect(strap.getByText(/^grind,/)).toBeVisible();
  await expect(proven).toBeVisible();
  await page.getByRole('button', { name: 'Cut by this plan' }).click();
  await expect(page.getByText('The bench goes by this plan now.')).toBeVisible();
  // The bench sends what comes off to where the plan says.
  await open(page, `${demo.url}/bench/26-017`);
  const plans = (await (await fetch(`${demo.url}/api/v1/cut-plans`)).json()) as {
    plans: { plan: { of: { muscle: string; parts: { use: string }[] }[] } }[];
  };
  expect(plans.plans[0]?.plan.of.find((o) => o.muscle.endsWith('|strap|left'))?.parts).toMatchObject([
    { use: 'grind' }
  ]);
  await page.getByRole('button', { name: /^\d+ more$/ }).click();
  await page.getByRole('button', { name: 'Strap, left', exact: true }).click();
  await expect(page.getByTestId('planned')).toHaveText(/^Plan: grind/);
  await expect(page.getByTestId('take')).toContainText('Take to Grind');
  await steady(page);
  await page.keyboard.press('Space');
  await allSent(page);
  // It lies there in the book, under the name that it had in the plan.
  const { muscles } = (await (await fetch(`${demo.url}/api/v1/cut-plans/muscles?animals=26-017`)).json()) as {
    muscles: { id: string; tub?: string; item?: string }[];
  };
  expect(muscles.find((m) => m.id.endsWith('|strap|left'))).toMatchObject({ tub: 'grind' });
  // And is held against the promise: the strap went where it was to go.
  await open(page, `${demo.url}/plan?of=26-017`);
  await expect(page.getByText(/^1 of \d+ muscles are off/)).toBeVisible();
  await expect(page.getByTestId('came-off').getByRole('listitem').filter({ hasText: 'grind' })).toContainText(
    ' of '
  );
});

test('two plans stand beside each other, a muscle is moved by keys alone, and what came off is held against the promise', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/plan?of=26-014`);
  const proven = page.getByText(/^(Proven best|Close to the best)/);
  await expect(proven).toBeVisible();
  await page.getByRole('button', { name: 'hold this plan beside another' }).click();
  await expect(page.getByText(/^Held: /)).toBeVisible();
  // By keys alone: the neck goes on to its next use, and keeps the keys while it is planned again.
  const change = page.getByRole('button', { name: /^(Change|Take the pin out of) Strap, left$/ });
  await change.focus();
  await page.keyboard.press('ArrowRight');
  await expect(change).toHaveText('unpin');
  await expect(change).toBeFocused();
  await expect(proven).toBeVisible();
  const beside = page.getByTestId('beside');
  await expect(beside).toContainText('Prime meat');
  await expect(page.getByRole('region', { name: 'Two plans' }).getByRole('listitem').first()).toContainText(
    '→'
  );
  await page.getByRole('button', { name: 'Cut by this plan' }).click();
  await expect(page.getByText('The bench goes by this plan now.')).toBeVisible();
  // The doe is half done: what lies in its tubs is held against what was promised of it.
  await expect(page.getByTestId('came-off').getByRole('listitem').first()).toContainText(' of ');
  await expect(page.getByTestId('knife')).toContainText('an hour');
  const href = await page.getByRole('link', { name: 'Its promise, to print' }).getAttribute('href');
  const paper = await page.request.get(`${demo.url}${href}`);
  expect(paper.headers()['content-type']).toBe('application/pdf');
});

test('half done, a shoulder is lost to the shot: the plan follows at the bench, and promises less', async ({
  page,
  demo
}) => {
  const code = '26-017';
  await open(page, `${demo.url}/plan?of=${code}`);
  const proven = page.getByText(/^(Proven best|Close to the best)/);
  await expect(proven).toBeVisible();
  const meals = async () => {
    const text = await page.getByText(/^\d+ of \d+ meals for/).innerText();
    return Number(/^\d+/.exec(text)?.[0]);
  };
  const before = await meals();
  await page.getByRole('button', { name: 'Cut by this plan' }).click();
  await expect(page.getByText('The bench goes by this plan now.')).toBeVisible();
  // Another bench takes the straps and the fillets as they were planned, then the left shoulder, which is all blood.
  const { animal, book } = await figures(demo, code);
  const carcass = (book.items as { id: string; kind: string }[]).find((i) => i.kind === 'carcass')?.id;
  const muscles = async () =>
    (
      (await (await fetch(`${demo.url}/api/v1/cut-plans/muscles?animals=${code}`)).json()) as {
        muscles: { id: string; cut: string; side?: string; grams: number }[];
      }
    ).muscles;
  const planned = await muscles();
  const write = async (intents: Record<string, unknown>[]) => {
    const sent = await fetch(`${demo.url}/api/v1/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(
        intents.map((intent) => ({
          id: freshId(),
          at: Date.now(),
          hand: 'Tove',
          device: 'other bench',
          intent: { animal: animal.id, ...intent }
        }))
      )
    });
    expect(sent.status, await sent.text()).toBe(200);
  };
  const piece = (cut: string, side: string) => ({
    kind: 'cut',
    from: carcass,
    creates: { kind: 'piece', id: freshId(), cut, side, place: { tub: 'prime' }, trimmed: true },
    reading: {
      grams: Math.round(planned.find((m) => m.cut === cut && m.side === side)?.grams ?? 0),
      how: 'typed'
    }
  });
  await open(page, `${demo.url}/bench/${code}`);
  await write(['strap', 'tenderloin'].flatMap((cut) => ['left', 'right'].map((side) => piece(cut, side))));
  const shoulder = freshId();
  const reading = { grams: 2_500, how: 'typed' };
  await write([
    {
      kind: 'cut',
      from: carcass,
      creates: { kind: 'part', id: shoulder, cut: 'shoulder', side: 'left' },
      reading
    },
    { kind: 'discard', from: shoulder, reason: 'bloodshot', reading }
  ]);
  await expect(page.getByText(/^Shoulder, left is lost: the plan follows\./)).toBeVisible();
  expect((await muscles()).some((m) => m.cut === 'flatIron' && m.side === 'left')).toBe(false);
  const { plans } = (await (await fetch(`${demo.url}/api/v1/cut-plans`)).json()) as {
    plans: { plan: { of: { muscle: string }[] } }[];
  };
  expect(plans[0]?.plan.of.some((o) => o.muscle.endsWith('|flatIron|left'))).toBe(false);
  await open(page, `${demo.url}/plan?of=${code}`);
  await expect(proven).toBeVisible();
  expect(await meals()).toBeLessThan(before);
});
