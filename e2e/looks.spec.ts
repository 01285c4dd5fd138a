import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { codes, screens } from './screens';
import { allSent, expect, launch, open, settled, steady, taken, test } from './kit';

test.describe.configure({ mode: 'parallel' });

/** Faults alone are listed, and gathered in the page itself: there are no frames that would want a page of their own. */
const axe = (page: Page) =>
  new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .setLegacyMode()
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);

type AxeResults = Awaited<ReturnType<AxeBuilder['analyze']>>;
const told = (violations: AxeResults['violations']) =>
  violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 3)
        .join(' | ')}`
  );

/** The page in light or dark; colours take their time to change, and are looked at when they have. */
async function shown(page: Page, colorScheme: 'light' | 'dark'): Promise<void> {
  await page.emulateMedia({ colorScheme });
  await page.evaluate(async () => {
    await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)));
    await Promise.all(
      document
        .getAnimations()
        .filter((a) => a instanceof CSSTransition)
        .map((a) => a.finished.catch(() => undefined))
    );
  });
}

/** Of rows, cards and points that are of one shape so many stay for axe, which looks at each for itself. */
const ALIKE = 3;

/** Takes out what repeats: what differs in a tag, a class, a state or a colour stays. */
const thinned = (page: Page): Promise<void> =>
  page.evaluate((most) => {
    const shapeOf = (e: Element): string => {
      const said = [...e.attributes]
        .filter(({ name }) =>
          /^(class|role|style|aria-(?!label|describedby|controls|owns)|disabled|type|data-(?!testid))/.test(
            name
          )
        )
        .map(({ name, value }) => `${name}=${value.replace(/[\d.]+(px|%|r?em)/g, '')}`);
      return `${e.tagName} ${said.join(' ')} (${[...e.children].map(shapeOf).join()})`;
    };
    for (const parent of document.querySelectorAll('main *:not(tr, svg, svg *)')) {
      const met = new Map<string, number>();
      for (const child of parent.children.length > most ? [...parent.children] : []) {
        const shape = shapeOf(child);
        const times = (met.get(shape) ?? 0) + 1;
        met.set(shape, times);
        if (times > most) child.remove();
      }
    }
  }, ALIKE);

/** What axe finds on a page as it stands: in light all of it, in dark what a colour can break. */
async function violations(page: Page): Promise<string[]> {
  await shown(page, 'light');
  const light = told((await axe(page).analyze()).violations);
  await shown(page, 'dark');
  // It is in the page by now, and need not be sent there again.
  const dark = await page.evaluate(async () => {
    const { axe } = window as unknown as { axe: { run: (of: Document, how: object) => Promise<AxeResults> } };
    const runOnly = { type: 'rule', values: ['color-contrast'] };
    return (await axe.run(document, { runOnly, resultTypes: ['violations'] })).violations;
  });
  await shown(page, 'light');
  return [...light, ...told(dark).map((text) => `dark: ${text}`)];
}

/** Sentences that have lost the space between them: “in the cold.Counted from”. */
const glued = (page: Page) =>
  page
    .locator('main')
    .evaluate((main) =>
      [...(main as HTMLElement).innerText.matchAll(/\S*[a-zé’)][.;!?:,][A-Z0-9“]\S*/g)].map((m) => m[0])
    );

/** All that can be read on a page: its text, folded or not, and what is said of its controls. */
const said = (page: Page): Promise<string> =>
  page.evaluate(() => {
    for (const fold of document.querySelectorAll('details')) fold.open = true;
    const spoken = [
      ...document.querySelectorAll('main [title], main [aria-label], main [placeholder]')
    ].flatMap((e) => ['title', 'aria-label', 'placeholder'].map((name) => e.getAttribute(name) ?? ''));
    return [document.querySelector('main')?.innerText ?? '', ...spoken].join('\n');
  });

/** Units that were not chosen. A kind of file, a choice of units and a shape of text are no figures. */
const METRIC = /[^\n]{0,40}(?:°C|\bkg\b|\bkilos?\b|\d ?g\b)[^\n]{0,30}/g;
const EXPECTED: Readonly<Record<string, RegExp>> = {
  settings: /^°C$/,
  air: /are these °C or °F/
};

/** The screens in four parts, so that browsers share them and none works at it for minutes. */
const PARTS = 4;
for (let part = 0; part < PARTS; part++)
  test(`every screen, ${part + 1} of ${PARTS}: axe finds nothing in light and dark; none is wider than the window; sentences stand apart; pounds and °F, once chosen, stand everywhere and nothing is in kilograms or °C`, async ({
    page,
    demo
  }) => {
    await open(page, `${demo.url}/settings`);
    await page.getByLabel('Weights in').selectOption('lb');
    await page.getByLabel('Temperatures in').selectOption('F');
    await page.getByRole('button', { name: 'Keep these settings' }).click();
    await expect(page.getByText('Kept.')).toBeVisible();
    let figures = 0;
    for (const [name, path] of (await screens(demo)).filter((_, i) => i % PARTS === part)) {
      await open(page, `${demo.url}${path}`).catch(() => undefined);
      // What is reckoned in the page comes after it stands.
      await expect(page.locator('[data-busy]')).toHaveCount(0);
      for (const [width, height] of [
        [390, 844],
        [820, 1180],
        [1280, 800]
      ] as const) {
        await page.setViewportSize({ width, height });
        const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
        expect(over, `${name} at ${width}`).toBeLessThanOrEqual(0);
        expect(await glued(page), name).toEqual([]);
      }
      const text = await said(page);
      figures += text.match(/\d (?:lb|oz|°F)/g)?.length ?? 0;
      const metric = [...text.matchAll(METRIC)]
        .map((m) => m[0].trim())
        .filter((line) => !EXPECTED[name]?.test(line));
      expect([...new Set(metric)], name).toEqual([]);
      await thinned(page);
      expect(await violations(page), name).toEqual([]);
    }
    expect(figures).toBeGreaterThan(50);
  });

test('axe finds nothing on what opens over the bench, in light and in dark', async ({ page, demo }) => {
  const { bench } = await codes(demo);
  await open(page, `${demo.url}/bench/${bench}`);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  expect(await violations(page), 'keys').toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('x');
  await expect(page.getByRole('dialog', { name: 'Thrown away because of' })).toBeVisible();
  expect(await violations(page), 'reasons').toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('l');
  await expect(page.getByRole('dialog', { name: 'What lies here' })).toBeVisible();
  expect(await violations(page), 'pieces').toEqual([]);
  await page.getByRole('dialog').getByRole('button').nth(3).click();
  expect(await violations(page), 'a piece').toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Simulated scale' }).click();
  await expect(page.getByRole('dialog', { name: 'Scale and sound' })).toBeVisible();
  expect(await violations(page), 'scale').toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('7');
  await expect(page.getByTestId('typed')).toHaveText('7');
  expect(await violations(page), 'keypad').toEqual([]);
});

test('the bench fits 1280×800 without scrolling, and its targets are 56 px with 8 px between', async ({
  page,
  demo
}) => {
  const { bench } = await codes(demo);
  await open(page, `${demo.url}/bench/${bench}`);
  await steady(page);
  expect(await page.evaluate(() => document.documentElement.scrollHeight - innerHeight)).toBeLessThanOrEqual(
    0
  );
  const boxes = await page
    .locator('[data-testid^="tub-"], [data-testid="discard"]')
    .evaluateAll((list) =>
      list
        .map((e) => ({ top: e.getBoundingClientRect().top, bottom: e.getBoundingClientRect().bottom }))
        .sort((a, b) => a.top - b.top)
    );
  expect(boxes.length).toBeGreaterThanOrEqual(6);
  // The last tub is in sight, not scrolled away behind the buttons below it.
  const foot = (await page.getByRole('button', { name: 'other tub' }).boundingBox())?.y ?? 0;
  for (const [i, box] of boxes.entries()) {
    expect(box.bottom - box.top).toBeGreaterThanOrEqual(56);
    expect(box.bottom).toBeLessThanOrEqual(foot);
    const next = boxes[i + 1];
    if (next) expect(next.top - box.bottom).toBeGreaterThanOrEqual(8);
  }
  for (const name of ['Undo', 'Close part', 'other tub'])
    expect((await page.getByRole('button', { name }).boundingBox())?.height).toBeGreaterThanOrEqual(56);
  const take = await page.getByTestId('take').boundingBox();
  const undo = await page.getByRole('button', { name: 'Undo' }).boundingBox();
  expect((take?.y ?? 0) - ((undo?.y ?? 0) + (undo?.height ?? 0))).toBeGreaterThan(100);
});

test('nothing moves under the finger: over sixty takes the boxes of reading, Take and tubs stay where they are', async ({
  page,
  demo
}) => {
  // An elk: quartered, its shoulders and legs seamed, with every stop on the way.
  const { animals } = (await (await fetch(`${demo.url}/api/v1/animals?limit=60`)).json()) as {
    animals: { code: string; name: string }[];
  };
  const elk = animals.find((a) => a.name === 'Elk cow')?.code;
  await page.addInitScript(() => {
    const shifts: string[] = [];
    Object.assign(window, { shifts });
    interface Shift extends PerformanceEntry {
      value: number;
      sources: { node: Element | null }[];
    }
    new PerformanceObserver((list) => {
      for (const { value, sources } of list.getEntries() as Shift[])
        shifts.push(
          `${value.toFixed(5)} ${sources.map(({ node: n }) => `${n?.nodeName} ${n?.className} ${n?.textContent?.slice(0, 30)}`).join('; ')}`
        );
    }).observe({ type: 'layout-shift', buffered: true });
  });
  await open(page, `${demo.url}/bench/${elk}`);
  await steady(page);
  const boxes = () =>
    page
      .locator('[data-testid="take"], [data-testid^="tub-"], [data-testid="reading"] .unit')
      .evaluateAll((list) =>
        list
          .filter((e) => !e.classList.contains('unit'))
          .map((e) => {
            const { x, y, width, height } = e.getBoundingClientRect();
            return [x, y, width, height].map(Math.round).join(' ');
          })
      );
  const before = await boxes();
  await page.evaluate(() => ((window as unknown as { shifts: string[] }).shifts.length = 0));
  // A slow machine from there on: what waits is said beside the links, and says another number as it grows.
  let slow = false;
  await page.route('**/api/v1/entries', async (route) => {
    if (slow) await new Promise((done) => setTimeout(done, 300));
    await route.continue();
  });
  const take = page.getByTestId('take');
  let undone = false;
  for (let taken = 0; taken < 60;) {
    const question = (await take.getAttribute('data-question')) !== null;
    const weighs = !question && !/^(open|say)$/.test((await take.getAttribute('data-act')) ?? '');
    const title = (await page.locator('li[aria-current="step"] h2').textContent()) ?? '';
    if (weighs) await steady(page);
    await page.keyboard.press(question ? 'y' : 'Space');
    await expect(page.locator('li[aria-current="step"] h2')).not.toHaveText(title);
    if (weighs) taken += 1;
    slow = taken >= 20 && taken < 26;
    expect(await boxes(), `after ${taken} takes`).toEqual(before);
    // Five pieces are taken back and taken again: that moves nothing either.
    if (taken === 10 && !undone) {
      undone = true;
      for (let back = 0; back < 5; back += 1) {
        const rows = await page.getByText(/^\d+ of \d+ · kg$/).textContent();
        await page.keyboard.press('u');
        await expect(page.getByText(/^\d+ of \d+ · kg$/)).not.toHaveText(rows ?? '');
        expect(await boxes(), `after ${back + 1} taken back`).toEqual(before);
      }
    }
  }
  // Every layout shift counts, those after a press too.
  expect(await page.evaluate(() => (window as unknown as { shifts: string[] }).shifts)).toEqual([]);
});

test('phone width: a deer is weighed in and its first pieces taken with the thumb', async ({ browser }) => {
  const larder = await launch({ demo: true });
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true
  });
  const page = await context.newPage();
  await open(page, `${larder.url}/`);
  await page.getByRole('link', { name: 'Weigh in an animal' }).tap();
  await page.getByLabel('Species').selectOption('fallow');
  await page.getByRole('textbox', { name: 'Weight' }).fill('24.6');
  await page.getByRole('button', { name: 'Hang it up' }).tap();
  await page.waitForURL(/\/animals\//);
  await page.getByRole('link', { name: 'To the bench' }).tap();
  for (let i = 0; i < 3; i += 1) {
    await steady(page);
    await taken(page, () => page.getByTestId('take').tap());
  }
  await allSent(page);
  const code = page.url().split('/').at(-1);
  const book = (await (await fetch(`${larder.url}/api/v1/animals/${code}/book`)).json()) as {
    entries: unknown[];
  };
  // The arrival, the room, its readiness, and three pieces.
  expect(book.entries).toHaveLength(6);
  await context.close();
  await larder.end();
});

test('the pedal scrolls nothing, and letters in a field are letters', async ({ page, demo }) => {
  const { hanging } = await codes(demo);
  await open(page, `${demo.url}/bench/${hanging}`);
  const count = async () =>
    ((await (await fetch(`${demo.url}/api/v1/animals/${hanging}/book`)).json()) as { entries: unknown[] })
      .entries.length;
  await steady(page);
  await allSent(page);
  const start = await count();
  const scrolled = await page.evaluate(() => scrollY);
  await page.keyboard.press('PageDown');
  await steady(page);
  expect(await page.evaluate(() => scrollY)).toBe(scrolled);
  await page.getByRole('button', { name: 'Simulated scale' }).click();
  await page.getByRole('button', { name: 'Shake the table' }).click();
  await expect(page.getByTestId('notice')).toContainText('It calms itself within a minute');
  await page.getByRole('button', { name: /calm it/ }).click();
  await page.getByLabel(/Weight to lay on/).pressSequentially('u p s');
  await page.keyboard.press('Escape');
  await settled(page);
  expect(await count()).toBe(start + 1);
  // Space is the press wherever the focus is: the button that was pressed last is not pressed again.
  const turn = page.getByRole('button', { name: /^Turn/ });
  await turn.click();
  const side = await turn.textContent();
  await turn.focus();
  await page.keyboard.press('Space');
  await allSent(page);
  expect(await count()).toBe(start + 2);
  expect(await turn.textContent()).toBe(side);
});

test('every page lists its keys on ?, and Alt with a number goes along the rail', async ({
  page,
  shared
}) => {
  await open(page, `${shared.url}/`);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText(
    'field, weigh in, hanging, bench, grind, wrap, cold store, worth'
  );
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  for (const [n, path] of [
    [1, '/field'],
    [3, '/hanging'],
    [5, '/grind'],
    [6, '/wrap'],
    [7, '/store'],
    [8, '/worth'],
    [9, '/book'],
    [0, '/settings'],
    [2, '/weigh-in']
  ] as const) {
    await page.keyboard.press(`Alt+${n}`);
    await page.waitForURL(`**${path}`);
  }
  // A question mark in a field is only that.
  await page.getByRole('textbox', { name: 'Tag' }).fill('R?');
  await page.getByRole('textbox', { name: 'Tag' }).press('?');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
