import { chromium } from '@playwright/test';
import type { House } from '../../src/lib/server/larder';
import {
  BandOf,
  Cylinder,
  START_PIECES,
  bodyOf,
  cool,
  drawn,
  followModes,
  level,
  outcomeOf,
  phasesOf,
  type CoolInput
} from '../../src/core/chill';
import { seeded } from '../../src/core/statistics';
import { grams, type Celsius } from '../../src/core/units';
import { newId } from '../../src/lib/server/ids';
import { roomPlace } from '../../src/lib/server/repo/readings';
import { launchOptions } from '../chromium.mjs';
import { watchHeld } from './held';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

const median = (list: number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;

/** Milliseconds of a piece of work: the median of some runs after a few that warm it up. */
function timed(work: () => void, runs = 15): number {
  for (let i = 0; i < 5; i += 1) work();
  return median(
    Array.from({ length: runs }, () => {
      const from = performance.now();
      work();
      return performance.now() - from;
    })
  );
}

/** Product of two series against alternating directions on 20 × 20 cells at ten minutes; three days of a ham, hourly points. */
export function kernels(): { product: number; adi: number } {
  const [radius, u, hours] = [0.12, 10, 72];
  const seconds = Float64Array.from({ length: hours + 1 }, (_, h) => h * 3600);
  const air = Float64Array.from({ length: hours + 1 }, (_, h) => 4 + 3 * Math.sin(h / 4));
  const product = timed(() => followModes({ radius, halfThickness: 2.2 * radius, u }, seconds, air, 39, 12));
  const adi = timed(() => {
    const cylinder = new Cylinder(radius, 2.2 * radius, 39, 20);
    for (let h = 1; h <= hours; h += 1)
      for (let q = 0; q < 6; q += 1) {
        const at = (k: number) => (air[h - 1] ?? 0) + (((air[h] ?? 0) - (air[h - 1] ?? 0)) * k) / 6;
        const faces = (t: number) => ({ side: { u, air: t }, near: { u: 0, air: t }, far: { u, air: t } });
        if (h === 1 && q === 0) for (const piece of START_PIECES) cylinder.step(600 * piece, faces(at(1)));
        else cylinder.step(600, faces(at(q + 1)), faces(at(q)));
      }
  });
  return { product, adi };
}

/** A band of 300 draws against one run of the same animal, its hide off and in the cold room on the way. */
export function bandAgainstRun(): { band: number; run: number } {
  const killed = Date.UTC(2026, 9, 20, 17);
  const input: CoolInput = {
    body: bodyOf('reddeer', grams(60_000), 10),
    killedAt: killed,
    phases: phasesOf(
      killed,
      [
        { at: killed + 2 * HOUR, what: 'hideOff' },
        { at: killed + 5 * HOUR, what: 'moved', to: 'cold' }
      ],
      { cold: { key: 'cold', film: 'fan' } }
    ),
    air: { field: level(9), cold: level(3) },
    until: killed + 4 * DAY
  };
  const uniform = seeded(1);
  const run = timed(() => void outcomeOf(cool(drawn(input, uniform)), 7 as Celsius));
  const band = timed(() => {
    const of = new BandOf(input, 7 as Celsius, seeded(1));
    for (let i = 0; i < 300; i += 1) of.draw();
    of.band();
  }, 3);
  return { band, run };
}

/** Kinds that hang, each with the lightest it comes in at, in grams: ordinary weights, so that nothing is asked. */
const KINDS = [
  ['roe', 12_000],
  ['fallow', 22_000],
  ['reddeer', 45_000]
] as const;

/** Fills a larder with hanging animals and readings of its two rooms, a minute apart where there are many. */
export async function fillRoom(house: House, animals: number, readings: number, now: number): Promise<void> {
  const drafts = Array.from({ length: animals }, (_, i) => {
    const at = now - (1 + (i % 9)) * DAY - i * 60_000;
    const [species, lightest] = KINDS[i % KINDS.length] ?? KINDS[0];
    return {
      id: newId(at),
      at,
      hand: 'bench',
      device: 'bench',
      intent: {
        kind: 'intake' as const,
        animal: newId(at),
        facts: {
          species,
          sex: 'female' as const,
          ageClass: 'adult' as const,
          killedAt: at - 4 * HOUR
        },
        into: { kind: 'carcass' as const, id: newId(at) },
        reading: {
          grams: grams(Math.round(lightest * (1 + (i % 40) / 80))),
          how: 'scale' as const,
          stage: 'hanging' as const
        }
      }
    };
  });
  const refused = await house.book.bookAll(drafts);
  if (refused) throw new Error(JSON.stringify(refused));
  const each = Math.floor(readings / 2);
  for (const room of ['shed', 'cold']) {
    const step = 60_000;
    for (let from = 0; from < each; from += 20_000)
      await house.readings.add(
        roomPlace(room),
        'P',
        Array.from({ length: Math.min(20_000, each - from) }, (_, k) => {
          const at = now - (each - from - k) * step;
          return { at, air: 3 + 2 * Math.sin(at / (4 * HOUR)), rh: 0.82 };
        })
      );
  }
  await house.forecasts.put(house.weather.forecast(now), 'service');
}

/** Waits until every window of the room is reckoned, behind its page; gives the seconds since it was asked for. */
export async function reckoned(url: string): Promise<number> {
  const from = performance.now();
  while (/"pending"/.test(await (await fetch(`${url}/hanging/__data.json`)).text()))
    await new Promise((done) => setTimeout(done, 500));
  return (performance.now() - from) / 1000;
}

/** Milliseconds until a page has come whole, the median of some after a few that do not count. */
export async function pageTime(url: string, runs = 15, before = 3): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs + before; i += 1) {
    const from = performance.now();
    const response = await fetch(url);
    await response.text();
    if (!response.ok) throw new Error(`${url}: ${response.status}`);
    if (i >= before) times.push(performance.now() - from);
  }
  return median(times);
}

/** The longest task of the page's own thread while an hour is dragged along, and while the pointer only goes over the page. */
export async function longestTask(
  url: string,
  code: string
): Promise<{ dragged: number; idle: number; moves: number }> {
  const browser = await chromium.launch(launchOptions());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/animals/${code}/cooling`);
  await page.waitForSelector('html[data-awake]');
  await page.waitForTimeout(6_000);
  const longest = await watchHeld(page);
  const moves = 60;
  const go = async (x: number, y: number) => {
    for (let i = 0; i < moves; i += 1) {
      await page.mouse.move(x + i * 3, y);
      await page.waitForTimeout(16);
    }
  };
  await longest();
  await go(400, 300);
  const idle = await longest();
  const box = await page.getByRole('slider').last().boundingBox();
  if (!box) throw new Error('nothing to drag');
  await page.mouse.move(box.x + 8, box.y + 12);
  await page.mouse.down();
  await longest();
  await go(box.x + 8, box.y + 12);
  const dragged = await longest();
  await page.mouse.up();
  await browser.close();
  return { dragged, idle, moves };
}
