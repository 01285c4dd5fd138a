import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RequestEvent } from '@sveltejs/kit';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { z } from 'zod';
import { DEPTH } from '$core/testdepth';
import { closeHouse, house } from '$lib/server/larder';
import { arrival, draftOf, layDemo } from '$lib/server/testkit';
import {
  animalBookSchema,
  animalSchema,
  animalsSchema,
  beamSchema,
  hangingSchema,
  planSchema,
  worthSchema,
  yieldSchema
} from './animals/about';
import { auditSchema } from './audit/about';
import { resultsSchema } from './entries/about';
import { expectationSchema } from './expect/about';
import { forecastSchema, forecastTakenSchema } from './forecast/about';
import { healthSchema } from './healthz/about';
import { photoSchema } from './photos/about';
import { poolBookSchema, poolsSchema } from './pools/about';
import { recallSchema } from './recall/about';
import { about as traced, backSchema, forwardSchema } from './trace/about';
import { slicedSchema } from '$core/slice';
import { proceduresSchema } from './procedures/about';
import { slicesSchema } from './slices/about';
import { importedReadingsSchema, loggerFilesSchema, readingsSchema, takenSchema } from './readings/about';
import { roomsSchema } from './rooms/about';
import { cardsSchema } from './rules/about';
import { dryerSchema } from './dryer/about';
import { languageSchema } from './labels/about';
import { musclesSchema, plansSchema } from './cut-plans/about';
import { ordersSchema } from './orders/about';
import { probeSchema } from './probe/about';
import { tableSchema } from './table/about';
import { savedPlanSchema } from '$core/plan';
import { keptSchema, wishesSchema } from './wishes/about';
import { wrappingSchema } from './wrapping/about';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'larder-answers-'));
  layDemo(folder);
  vi.stubEnv('LARDER_DATA', folder);
  vi.stubEnv('LARDER_DEMO', '1');
});
afterAll(async () => {
  await closeHouse();
  vi.unstubAllEnvs();
  rmSync(folder, { recursive: true, force: true });
});

type Handler = (event: never) => Promise<Response>;

const locals = async () => ({
  actor: undefined,
  site: 'house',
  origin: 'http://127.0.0.1',
  house: await house()
});

/** Asks a handler as the server would; gives the status and the body. */
async function answer(
  handler: unknown,
  params: Record<string, string> = {},
  body?: unknown,
  search: Record<string, string> = {}
) {
  const url = new URL(`http://127.0.0.1/?${new URLSearchParams(search)}`);
  const request = new Request(
    url,
    body === undefined
      ? {}
      : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
  );
  const event = { params, url, request, locals: await locals() };
  return (handler as Handler)(event as unknown as RequestEvent as never);
}
/** The same, its body read as JSON. */
async function ask(...asked: Parameters<typeof answer>) {
  const response = await answer(...asked);
  return { status: response.status, body: (await response.json()) as unknown };
}

/** The answer, held against its schema: nothing missing, nothing undescribed. */
function held<T extends z.ZodType>(
  schema: T,
  { status, body }: { status: number; body: unknown }
): z.infer<T> {
  expect(status).toBeLessThan(300);
  const parsed = schema.safeParse(body);
  expect(parsed.error?.issues ?? []).toEqual([]);
  return parsed.data as z.infer<T>;
}

describe('every answer of the API is what its description says', () => {
  it('of animals, one by one, in every view', async () => {
    const { animals } = held(animalsSchema, await ask((await import('./animals/+server')).GET));
    expect(animals.length).toBeGreaterThan(7);
    const views = {
      one: await import('./animals/[id]/+server'),
      book: await import('./animals/[id]/book/+server'),
      beam: await import('./animals/[id]/beam/+server'),
      yield: await import('./animals/[id]/yield/+server'),
      worth: await import('./animals/[id]/worth/+server')
    };
    // One of each species and each state of work; deeper, all of them.
    const kinds = new Map(animals.map((one) => [`${one.facts.species} ${one.work}`, one]));
    for (const { code } of DEPTH > 1 ? animals : kinds.values()) {
      const params = { id: code };
      held(animalSchema, await ask(views.one.GET, params));
      const { items, entries } = held(animalBookSchema, await ask(views.book.GET, params));
      expect(items.length).toBeGreaterThan(9);
      expect(entries.length).toBeGreaterThan(0);
      const beam = held(beamSchema, await ask(views.beam.GET, params));
      const gave = held(yieldSchema, await ask(views.yield.GET, params));
      expect(gave.unaccounted).toBe(beam.unaccounted);
      const worth = held(worthSchema, await ask(views.worth.GET, params));
      expect(worth.boneless).toBe(gave.boneless);
      expect(worth.lines.reduce((sum, line) => sum + line.value, 0)).toBe(worth.shopValue);
    }
  });

  it('of what to expect, with and without a weight', async () => {
    const { POST } = await import('./expect/+server');
    const facts = {
      species: 'fallow',
      sex: 'female',
      ageClass: 'adult',
      placement: 'haunch',
      shotSide: 'left'
    };
    const bare = held(expectationSchema, await ask(POST, {}, facts));
    expect(bare.stages).toBeUndefined();
    const weighed = held(
      expectationSchema,
      await ask(POST, {}, { ...facts, weight: { grams: 60_000, stage: 'dressed' } })
    );
    expect(weighed.stages?.dressed).toEqual({ grams: 60_000, relativeSd: 0, modelled: false });
    expect(weighed.boneless.grams!.mean).toBe(
      Math.round(bare.boneless.mean * (weighed.stages?.hanging.grams ?? 0))
    );
  });

  it('of batches: what is in them, whose it is, where it went, and what a recall takes', async () => {
    const { newId } = await import('$lib/server/ids');
    const [deer, lot, batch, pack] = [arrival(), newId(), newId(), newId()];
    const { POST } = await import('./entries/+server');
    const reading = (grams: number) => ({ grams, how: 'scale' });
    const { results } = held(
      resultsSchema,
      await ask(POST, {}, [
        deer.draft,
        draftOf({ kind: 'tub', animal: deer.animal, tub: 'grind', reading: reading(2_000) }),
        draftOf({ kind: 'buy', pool: lot, what: 'fat', name: 'back fat', reading: reading(800) }),
        draftOf({
          kind: 'batch',
          pool: batch,
          what: 'mince',
          inputs: [
            { item: `tub:grind:${deer.animal}`, of: deer.animal },
            { item: lot, of: lot, reading: reading(300) }
          ]
        }),
        draftOf({ kind: 'pack', pool: batch, from: batch, packs: [{ id: pack, what: 'mince' }] })
      ])
    );
    expect(results.map((r) => r.status)).toEqual(Array(5).fill('booked'));
    const { pools } = held(poolsSchema, await ask((await import('./pools/+server')).GET));
    expect(pools).toContainEqual(
      expect.objectContaining({ id: batch, kind: 'batch', what: 'mince', left: 2_300 })
    );
    const book = held(poolBookSchema, await ask((await import('./pools/[id]/+server')).GET, { id: batch }));
    expect(book.items.find((item) => item.id === pack)?.holds).toHaveLength(2);
    const { GET: back } = await import('./trace/back/[item]/+server');
    const { whose } = held(backSchema, await ask(back, { item: pack }));
    expect(whose.map((w) => [w.kind, w.grams])).toEqual([
      ['animal', 2_000],
      ['store', 300]
    ]);
    const { GET: forward } = await import('./trace/forward/[origin]/+server');
    const { rows } = held(forwardSchema, await ask(forward, { origin: lot }));
    expect(rows.map((r) => [r.how, r.item?.id, r.grams])).toEqual(
      expect.arrayContaining([
        ['in', pack, 300],
        ['in', lot, 500]
      ])
    );
    const { GET: recall } = await import('./recall/[subject]/+server');
    const { batches } = held(recallSchema, await ask(recall, { subject: deer.animal }));
    expect(batches.map((b) => b.id)).toEqual([batch]);
    for (const [GET, params] of [
      [back, { item: newId() }],
      [forward, { origin: newId() }],
      [recall, { subject: 'nobody' }]
    ] as const)
      expect((await ask(GET, params)).status).toBe(404);
    expect((await ask(back, { item: pack }, undefined, { before: 'soon' })).status).toBe(422);
    const { GET: spec } = await import('./openapi.json/+server');
    const { body } = await ask(spec);
    expect((body as { paths: object }).paths).toMatchObject(traced.paths);
  });

  it('of parties: renamed, joined, and refused where that cannot be', async () => {
    const { partiesSchema } = await import('./parties/about');
    const { GET } = await import('./parties/+server');
    const { PUT } = await import('./parties/[id]/+server');
    const { parties } = held(partiesSchema, await ask(GET));
    const [one, two] = parties;
    expect(parties.length).toBeGreaterThan(2);
    const renamed = held(partiesSchema, await ask(PUT, { id: one!.id }, { name: 'Heron House' }));
    // The name that the book has stays theirs.
    expect(renamed.parties.find((p) => p.id === one!.id)).toEqual({
      id: one!.id,
      name: 'Heron House',
      names: expect.arrayContaining(['Heron House', one!.name]) as string[]
    });
    expect(await ask(PUT, { id: two!.id }, { name: one!.name })).toMatchObject({
      status: 409,
      body: { detail: one!.id }
    });
    const joined = held(partiesSchema, await ask(PUT, { id: two!.id }, { join: one!.id }));
    expect(joined.parties.find((p) => p.id === two!.id)).toBeUndefined();
    const called = await (await house()).parties.called();
    expect([two!.name, one!.name, 'Heron House', 'nobody'].map(called)).toEqual([
      'Heron House',
      'Heron House',
      'Heron House',
      'nobody'
    ]);
    for (const [id, body, status] of [
      [two!.id, { name: 'Gone' }, 404],
      [one!.id, { join: one!.id }, 422],
      [one!.id, { name: 'a:b' }, 422],
      [one!.id, {}, 422]
    ] as const)
      expect((await ask(PUT, { id }, body)).status).toBe(status);
  });

  it('of entries, booked and refused, and of the audit', async () => {
    const { POST } = await import('./entries/+server');
    const { animal, carcass, draft } = arrival(14_000);
    const over = draftOf({
      kind: 'discard',
      animal,
      from: carcass,
      reason: 'rind',
      reading: { grams: 20_000, how: 'typed' }
    });
    const { results } = held(resultsSchema, await ask(POST, {}, [draft, draft, over, { id: 'nonsense' }]));
    expect(results.map((r) => r.status)).toEqual(['booked', 'already-booked', 'refused', 'refused']);
    const audit = held(auditSchema, await ask((await import('./audit/+server')).GET));
    expect(audit.findings).toEqual([]);
    held(healthSchema, await ask((await import('./healthz/+server')).GET));
  });

  it('of orders of work, tools and photographs', async () => {
    const { procedures } = held(proceduresSchema, await ask((await import('./procedures/+server')).GET));
    expect(procedures.map((p) => p.key)).toEqual(
      expect.arrayContaining(['B0', 'Gate', 'F1', 'F2', 'H1', 'B-strap'])
    );
    const kit = await ask((await import('./kit/+server')).PUT, {}, { missing: ['saw', 'saw'] });
    expect(kit).toEqual({ status: 200, body: { missing: ['saw'] } });
    expect((await ask((await import('./kit/+server')).PUT, {}, { missing: ['samovar'] })).status).toBe(422);
    const { PUT } = await import('./procedures/[key]/+server');
    expect((await ask(PUT, { key: 'Q1' }, { name: 'Mine' })).status).toBe(422);
    const { POST } = await import('./photos/+server');
    const photo = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#888' } })
      .jpeg()
      .toBuffer();
    const url = new URL('http://127.0.0.1/');
    const request = new Request(url, { method: 'POST', body: new Uint8Array(photo) });
    const response = await (POST as Handler)({ params: {}, url, request, locals: await locals() } as never);
    held(photoSchema, { status: response.status, body: await response.json() });
  });

  it('of what hangs: windows, plans, readings, files, forecasts, rooms and rule cards', async () => {
    const { animals } = held(animalsSchema, await ask((await import('./animals/+server')).GET));
    const hangs = animals.filter((a) => a.work === 'hanging');
    expect(hangs.length).toBeGreaterThan(5);
    const { GET: hanging } = await import('./animals/[id]/hanging/+server');
    for (const { code } of hangs) held(hangingSchema, await ask(hanging, { id: code }));
    // Every word a window can say is one the document names.
    const { WINDOW_STATES, CLOSINGS } = await import('$core/chill');
    const said = (key: 'state' | 'closedBy', value: string) =>
      hangingSchema.options[1].shape[key].safeParse(value).success;
    for (const state of WINDOW_STATES) expect(said('state', state), state).toBe(true);
    for (const closedBy of CLOSINGS) expect(said('closedBy', closedBy), closedBy).toBe(true);
    const { code } = hangs[0]!;
    const plan = await import('./animals/[id]/plan/+server');
    const planned = [{ at: Date.now() + 3_600_000, what: 'hideOff' }];
    held(planSchema, await ask(plan.PUT, { id: code }, { planned }));
    expect(held(planSchema, await ask(plan.GET, { id: code })).planned).toEqual(planned);
    expect((await ask(plan.PUT, { id: code }, { planned: [{ at: 1, what: 'sing' }] })).status).toBe(422);
    const readings = await import('./readings/+server');
    const span = {
      place: 'room:cold',
      from: String(Date.now() - 86_400_000),
      to: String(Date.now()),
      points: '50'
    };
    const { points } = held(readingsSchema, await ask(readings.GET, {}, undefined, span));
    expect(points.length).toBeGreaterThan(20);
    expect(points.length).toBeLessThanOrEqual(51);
    held(takenSchema, await ask(readings.POST, {}, { place: 'room:shed', air: 3.5, rh: 84 }));
    for (const [body, path] of [
      [{ place: 'room:shed', air: 85 }, '/air'],
      [{ place: 'room:shed', air: 3, at: Date.now() + 3_600_000 }, '/at'],
      [{ place: `animal:${code}`, core: 90 }, '/core']
    ] as const) {
      const refused = await ask(readings.POST, {}, body);
      expect(refused).toMatchObject({ status: 422, body: { errors: [{ path }] } });
    }
    expect((await ask(readings.POST, {}, { place: 'room:nowhere', air: 3 })).status).toBe(404);
    const { POST: take } = await import('./readings/import/+server');
    const text = 'time;temp °F;hum %\n01.11.2026 10:00;39,2;80\n01.11.2026 11:00;41,0;82\n';
    const looked = held(importedReadingsSchema, await ask(take, {}, { text, place: 'room:shed' }));
    expect(looked).toMatchObject({ unit: 'F', good: 2, decimalComma: true });
    expect(looked).not.toHaveProperty('taken');
    const body = { text, place: 'room:shed', look: false };
    expect(held(importedReadingsSchema, await ask(take, {}, body)).taken).toEqual({ added: 2, known: 0 });
    expect(held(importedReadingsSchema, await ask(take, {}, body)).taken).toEqual({ added: 0, known: 2 });
    // Sent as bytes it is kept as it came, in its own code page, once a place.
    const latin = Buffer.from(
      'Zeit;Temperatur °C\n2026-10-02 10:00;3,5\n2026-10-02 11:00;4,5\n2026-10-02 12:00;5,5\ngestern;4,0',
      'latin1'
    );
    const sent = { bytes: latin.toString('base64'), name: 'Kühlraum.csv', place: 'room:shed', look: false };
    for (let k = 0; k < 2; k += 1) {
      const told = held(importedReadingsSchema, await ask(take, {}, sent));
      expect(told.leftRows).toEqual([{ line: 5, why: 'unreadable', text: 'gestern;4,0' }]);
      expect(told.columns.map((c) => c.picture)).toEqual([[], [3.5, 4.5, 5.5, 4]]);
    }
    const { GET: list } = await import('./readings/files/+server');
    const { files } = held(loggerFilesSchema, await ask(list, {}));
    expect(files.filter((f) => f.name === 'Kühlraum.csv')).toHaveLength(1);
    const { GET: file } = await import('./readings/files/[sha256]/+server');
    const asItCame = await file({
      params: { sha256: files.find((f) => f.name === 'Kühlraum.csv')?.sha256 },
      url: new URL('http://larder/'),
      request: new Request('http://larder/'),
      locals: await locals()
    } as never);
    expect(Buffer.from(await asItCame.arrayBuffer()).equals(latin)).toBe(true);
    expect((await ask(take, {}, { text: 'nothing', place: 'room:shed' })).status).toBe(422);
    const forecast = await import('./forecast/+server');
    const typed = await ask(forecast.POST, {}, { text: 'tomorrow 9 / 16\nperhaps rain' });
    expect(held(forecastTakenSchema, typed)).toEqual({
      hours: 24,
      unread: [{ line: 2, text: 'perhaps rain' }]
    });
    expect((await ask(forecast.POST, {}, { text: 'perhaps' })).status).toBe(422);
    held(forecastTakenSchema, await ask(forecast.POST, {}, { service: true }));
    expect(held(forecastSchema, await ask(forecast.GET)).hours.length).toBeGreaterThan(100);
    const places = await import('./places/+server');
    const { placesSchema } = await import('./places/about');
    const chest = { key: 'chest', kind: 'freezer', name: 'Chest freezer', within: 'room:shed' };
    const kept = await ask(
      places.PUT,
      {},
      { places: [chest, { ...chest, key: 'left', kind: 'shelf', name: 'left', within: 'chest' }] }
    );
    expect(held(placesSchema, kept).places[1]?.path.slice(1)).toEqual(['Chest freezer', 'left']);
    const nowhere = await ask(places.PUT, {}, { places: [{ ...chest, within: 'room:attic' }] });
    expect(nowhere).toMatchObject({ status: 422, body: { errors: [{ path: '/places/0' }] } });
    expect(held(placesSchema, await ask(places.GET)).places).toHaveLength(2);
    const rooms = await import('./rooms/+server');
    const { rooms: now } = held(roomsSchema, await ask(rooms.GET));
    held(roomsSchema, await ask(rooms.PUT, {}, { rooms: now }));
    expect((await ask(rooms.PUT, {}, { rooms: [now[0], now[0]] })).status).toBe(422);
    const rules = await import('./rules/[key]/+server');
    const card = { kind: 'report', title: 'Report to the ground', hours: 24, species: ['roe'] };
    await ask(rules.PUT, { key: 'report' }, card);
    const { cards } = held(cardsSchema, await ask((await import('./rules/+server')).GET));
    expect(cards.map((c) => c.key)).toEqual(['boar-trichinella', 'report']);
    expect((await ask(rules.PUT, { key: 'report' }, { ...card, hours: 0.5 })).status).toBe(422);
    expect(held(cardsSchema, await ask(rules.DELETE, { key: 'report' })).cards).toHaveLength(1);
  });

  it('of a new animal', async () => {
    const { POST } = await import('./animals/+server');
    const made = held(
      animalSchema,
      await ask(
        POST,
        {},
        {
          facts: { species: 'roe', sex: 'male', ageClass: 'adult' },
          reading: { grams: 14_000, how: 'scale', stage: 'hanging' }
        }
      )
    );
    expect(made).toMatchObject({ base: 14_000, work: 'hanging' });
  });
});

/** Asks a handler with another method than its body would have: what it says, as text. */
async function said(handler: unknown, params: Record<string, string> = {}, search = '') {
  const url = new URL(`http://127.0.0.1/?${search}`);
  const event = { params, url, request: new Request(url), locals: await locals() };
  const response = await (handler as Handler)(event as unknown as RequestEvent as never);
  return { status: response.status, type: response.headers.get('content-type'), text: await response.text() };
}

describe('the stations answer as their description says', () => {
  it('who eats: what is left out stays, a week without anybody is none', async () => {
    const { GET, PUT } = await import('./table/+server');
    const before = held(tableSchema, await ask(GET));
    expect(before.week).toHaveLength(7);
    const after = held(tableSchema, await ask(PUT, {}, { people: 3 }));
    expect(after).toEqual({ ...before, people: 3 });
    for (const wrong of [{ week: [0, 0, 0, 0, 0, 0, 0] }, { week: [1] }, { people: 0 }, { colour: 'red' }])
      expect((await ask(PUT, {}, wrong)).status).toBe(422);
    expect(held(tableSchema, await ask(GET))).toEqual(after);
  });

  it('orders: written down one by one, the same id again is the same order, taken off by it', async () => {
    const { GET, POST } = await import('./orders/+server');
    const { DELETE } = await import('./orders/[id]/+server');
    const { orders } = held(ordersSchema, await ask(GET));
    const order = { id: 'o-test', for: 'Senja', class: 'P', each: 400, packs: 2, at: Date.now() };
    expect(held(ordersSchema, await ask(POST, {}, order)).orders).toHaveLength(orders.length + 1);
    const twice = held(ordersSchema, await ask(POST, {}, { ...order, packs: 3 })).orders;
    expect(twice).toHaveLength(orders.length + 1);
    expect(twice.at(-1)).toMatchObject({ id: 'o-test', packs: 3, packed: 0 });
    for (const wrong of [{ for: '' }, { class: 'Z' }, { each: 5 }, { packs: 0 }, { packs: 1.5 }, { at: -1 }])
      expect((await ask(POST, {}, { ...order, ...wrong })).status).toBe(422);
    for (let n = orders.length; n < 99; n += 1)
      held(ordersSchema, await ask(POST, {}, { ...order, id: `more-${n}` }));
    const full = await ask(POST, {}, { ...order, id: 'one-too-many' });
    expect(full.status).toBe(422);
    expect(JSON.stringify(full.body)).toContain('The list is full');
    const left = held(ordersSchema, await ask(DELETE, { id: 'o-test' })).orders;
    expect(left.map((o) => o.id)).not.toContain('o-test');
    expect(left).toHaveLength(99);
  });

  it('the rolls and the place of packs are changed without touching each other', async () => {
    const { PUT } = await import('./wrapping/+server');
    const one = held(wrappingSchema, await ask(PUT, {}, { place: 'chest' }));
    const rolls = [{ id: 'r', width: 240, left: 4_000, begun: true }];
    const two = held(wrappingSchema, await ask(PUT, {}, { rolls }));
    expect(two).toEqual({ ...one, rolls });
    expect((await ask(PUT, {}, { rolls: [{ ...rolls[0], width: 0 }] })).status).toBe(422);
    expect((await ask(PUT, {}, { allowance: -1 })).status).toBe(422);
  });

  it('labels speak a language that there is', async () => {
    const { PUT } = await import('./labels/language/+server');
    expect(held(languageSchema, await ask(PUT, {}, { language: 'fr' }))).toEqual({ language: 'fr' });
    expect((await ask(PUT, {}, { language: 'xx' })).status).toBe(422);
    held(languageSchema, await ask(PUT, {}, { language: 'en' }));
  });

  it('wishes, muscles and plans: a plan is read again against the book, and what is none is refused', async () => {
    const { GET, POST } = await import('./wishes/+server');
    const { DELETE } = await import('./wishes/[id]/+server');
    const { wishes, readyMade } = held(wishesSchema, await ask(GET));
    expect(wishes.length).toBeGreaterThan(1);
    expect(readyMade).toHaveLength(5);
    const [own] = wishes;
    if (!own) throw new Error('the demo has wishes');
    const mine = { ...own, id: 'mine', kitchen: ['pot'] as const };
    const kept = held(keptSchema, await ask(POST, {}, mine));
    expect(kept.contradictions).toContainEqual({ at: '/rows/1/use', why: 'kitchen' });
    for (const wrong of [
      { people: 0 },
      { kitchen: ['campfire'] },
      { rows: [{}] },
      { id: 'a/b' },
      { colour: 1 }
    ])
      expect((await ask(POST, {}, { ...own, ...wrong })).status).toBe(422);
    held(wishesSchema, await ask(DELETE, { id: 'mine' }));

    const { animals } = held(animalsSchema, await ask((await import('./animals/+server')).GET));
    const fallow = animals.find((a) => a.work === 'hanging' && a.facts.species === 'fallow');
    const one = await import('./cut-plans/muscles/+server');
    const table = held(musclesSchema, await ask(one.GET, {}, undefined, { animals: fallow?.code ?? '' }));
    expect(table.muscles.length).toBeGreaterThan(30);
    for (const none of ['', Array.from({ length: 11 }, (_, i) => `x${i}`).join(',')])
      expect((await ask(one.GET, {}, undefined, { animals: none })).status).toBe(422);
    expect((await ask(one.GET, {}, undefined, { animals: 'nobody' })).status).toBe(404);

    const { anneal, planOf, problemOf } = await import('$core/plan');
    const { seeded } = await import('$core/statistics');
    const problem = problemOf(table.muscles as never, [own]);
    const plan = {
      id: 'plan-1',
      name: 'a plan',
      animals: [table.animals[0]?.id ?? ''],
      wishes: [own],
      pins: {},
      plan: planOf(problem, [own], anneal(problem, seeded(1), 2_000)),
      proven: false,
      shortGap: 0,
      lesserGap: 3,
      at: Date.now()
    };
    const plans = await import('./cut-plans/+server');
    const byId = await import('./cut-plans/[id]/+server');
    held(savedPlanSchema, await ask(plans.POST, {}, plan));
    expect(held(plansSchema, await ask(plans.GET)).plans.map((p) => p.id)).toContain('plan-1');
    expect(held(savedPlanSchema, await ask(byId.GET, { id: 'plan-1' })).animals).toEqual(plan.animals);
    // Of another animal, or with a gram more: no plan of what lies here.
    const [first, ...others] = plan.plan.of;
    const more = { ...first, parts: [{ ...first?.parts[0], raw: (first?.parts[0]?.raw ?? 0) + 1 }] };
    for (const of of [others, [more, ...others], [...plan.plan.of, { ...first, muscle: 'x|strap|left' }]])
      expect((await ask(plans.POST, {}, { ...plan, plan: { ...plan.plan, of } })).status).toBe(409);
    expect((await ask(plans.POST, {}, { ...plan, wishes: [] })).status).toBe(422);
    held(plansSchema, await ask(byId.DELETE, { id: 'plan-1' }));
    expect((await ask(byId.GET, { id: 'plan-1' })).status).toBe(404);
  });

  it('what was sliced is kept with its spread; more than there was is not, and a template is asked for whole', async () => {
    const { GET, POST } = await import('./slices/+server');
    const { DELETE } = await import('./slices/[id]/+server');
    const { GET: template } = await import('./slices/template.pdf/+server');
    const { animals } = held(animalsSchema, await ask((await import('./animals/+server')).GET));
    const animal = animals[0];
    if (!animal) throw new Error('the demo has animals');
    const asked = { cut: 'strap', grams: 700, measures: [], way: 'steaks', by: 'count', value: 4 };
    const own = {
      id: 'sliced-1',
      animal: animal.code,
      muscle: `${animal.id}|strap|left`,
      asked,
      weighed: [170, 180, 160, 175],
      hand: 'bench',
      at: 1
    };
    expect(held(slicedSchema, await ask(POST, {}, own)).animal).toBe(animal.id);
    const { slices } = held(slicesSchema, await ask(GET, {}, undefined, { animal: animal.code }));
    expect(slices[0]?.spread).toBeCloseTo(0.0498, 3);
    expect((await ask(POST, {}, { ...own, weighed: [400, 400] })).status).toBe(422);
    expect((await ask(POST, {}, { ...own, animal: 'nobody' })).status).toBe(404);
    for (const wrong of [
      { weighed: [] },
      { asked: { ...asked, measures: [{ at: 0.5, girth: 90 }] } },
      { way: 1 }
    ])
      expect((await ask(POST, {}, { ...own, ...wrong })).status).toBe(422);
    const paper = (text: string) => answer(template, {}, undefined, { asked: text });
    expect((await paper(JSON.stringify(asked))).headers.get('content-type')).toBe('application/pdf');
    for (const none of ['', '{', '{}', JSON.stringify({ ...asked, value: 0 })])
      expect((await paper(none)).status).toBe(422);
    expect(held(slicesSchema, await ask(DELETE, { id: 'sliced-1' })).slices).toEqual([]);
  });

  it('the stand-ins of the kitchen, of a batch that dries and of no other', async () => {
    const probe = await import('./probe/+server');
    const dryer = await import('./dryer/[batch]/+server');
    const read = held(probeSchema, await ask(probe.GET, {}, undefined, { what: 'mince' }));
    expect(read.celsius).toBeGreaterThan(-5);
    expect(read.celsius).toBeLessThan(12);
    expect((await ask(probe.GET, {}, undefined, { what: 'soup' })).status).toBe(422);
    const { pools } = held(poolsSchema, await ask((await import('./pools/+server')).GET));
    const jerky = pools.find((p) => p.what === 'jerky')?.id ?? '';
    const log = held(dryerSchema, await ask(dryer.GET, { batch: jerky }));
    expect(log.weighings.length).toBeGreaterThan(5);
    for (const none of ['nothing', pools.find((p) => p.what === 'mince')?.id ?? ''])
      expect((await ask(dryer.GET, { batch: none })).status).toBe(404);
  });

  it('all that moved in the demo is events by the standard’s schema, and of a batch those on its way', async () => {
    const { default: Ajv } = await import('ajv');
    const { default: schema } = await import('$core/trace/epcis-2.0.schema.json');
    const valid = new Ajv({ strict: false }).compile(schema);
    const all = await said((await import('./trace/epcis.jsonld/+server')).GET);
    expect(all).toMatchObject({
      status: 200,
      type: expect.stringContaining('application/ld+json') as string
    });
    const whole = JSON.parse(all.text) as { epcisBody: { eventList: { type: string; eventID: string }[] } };
    valid(whole);
    expect(valid.errors ?? []).toEqual([]);
    const events = whole.epcisBody.eventList;
    expect(events.length).toBeGreaterThan(1_000);
    expect(new Set(events.map((e) => e.eventID)).size).toBe(events.length);
    const { pools } = held(poolsSchema, await ask((await import('./pools/+server')).GET));
    const one = await import('./trace/epcis/[subject]/+server');
    const batch = pools.find((p) => p.kind === 'batch' && p.what === 'mince')?.id ?? '';
    const own = JSON.parse((await said(one.GET, { subject: batch })).text) as typeof whole;
    expect(valid(own)).toBe(true);
    const ids = new Set(events.map((e) => e.eventID));
    expect(own.epcisBody.eventList.length).toBeGreaterThan(3);
    expect(own.epcisBody.eventList.length).toBeLessThan(events.length);
    for (const { eventID } of own.epcisBody.eventList) expect(ids.has(eventID)).toBe(true);
    expect((await said(one.GET, { subject: 'nothing' })).status).toBe(404);
  });
});

describe('the bench’s stream', () => {
  it('begins with the number of the newest entry, and ends with whoever asked', async () => {
    const { GET } = await import('./bench/[id]/stream/+server');
    const { animals } = (await ask((await import('./animals/+server')).GET)).body as {
      animals: { code: string; lastSeq: number }[];
    };
    const away = new AbortController();
    const request = new Request('http://127.0.0.1/', { signal: away.signal });
    const { code, lastSeq } = animals[0]!;
    const response = await (GET as Handler)({
      params: { id: code },
      request,
      locals: await locals()
    } as never);
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    while (!text.includes('event: book')) {
      const { value, done } = await reader.read();
      if (done) throw new Error('the stream ended');
      text += value;
    }
    expect(text).toContain(`event: book\ndata: ${lastSeq}\n`);
    away.abort();
    for (let done = false; !done;) ({ done } = await reader.read());
  });
});
