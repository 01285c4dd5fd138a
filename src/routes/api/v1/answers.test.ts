import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RequestEvent } from '@sveltejs/kit';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { z } from 'zod';
import * as schemas from '$lib/server/http/answers';
import { closeHouse } from '$lib/server/larder';
import { arrival, draftOf } from '$lib/server/testkit';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'larder-answers-'));
  vi.stubEnv('LARDER_DATA', folder);
  vi.stubEnv('LARDER_DEMO', '1');
});
afterAll(async () => {
  await closeHouse();
  vi.unstubAllEnvs();
  rmSync(folder, { recursive: true, force: true });
});

type Handler = (event: never) => Promise<Response>;

/** Asks a handler as the server would; gives the status and the body. */
async function ask(handler: unknown, params: Record<string, string> = {}, body?: unknown) {
  const url = new URL('http://127.0.0.1/');
  const request = new Request(
    url,
    body === undefined
      ? {}
      : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
  );
  const response = await (handler as Handler)({ params, url, request } as unknown as RequestEvent as never);
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
    const { animals } = held(schemas.animalsSchema, await ask((await import('./animals/+server')).GET));
    expect(animals.length).toBeGreaterThan(7);
    const views = {
      one: await import('./animals/[id]/+server'),
      book: await import('./animals/[id]/book/+server'),
      beam: await import('./animals/[id]/beam/+server'),
      yield: await import('./animals/[id]/yield/+server'),
      worth: await import('./animals/[id]/worth/+server')
    };
    for (const { code } of animals) {
      const params = { id: code };
      held(schemas.animalSchema, await ask(views.one.GET, params));
      const { items, entries } = held(schemas.animalBookSchema, await ask(views.book.GET, params));
      expect(items.length).toBeGreaterThan(9);
      expect(entries.length).toBeGreaterThan(0);
      const beam = held(schemas.beamSchema, await ask(views.beam.GET, params));
      const gave = held(schemas.yieldSchema, await ask(views.yield.GET, params));
      expect(gave.unaccounted).toBe(beam.unaccounted);
      const worth = held(schemas.worthSchema, await ask(views.worth.GET, params));
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
    const bare = held(schemas.expectationSchema, await ask(POST, {}, facts));
    expect(bare.stages).toBeUndefined();
    const weighed = held(
      schemas.expectationSchema,
      await ask(POST, {}, { ...facts, weight: { grams: 60_000, stage: 'dressed' } })
    );
    expect(weighed.stages?.dressed).toEqual({ grams: 60_000, relativeSd: 0, modelled: false });
    expect(weighed.boneless.grams!.mean).toBe(
      Math.round(bare.boneless.mean * (weighed.stages?.hanging.grams ?? 0))
    );
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
    const { results } = held(
      schemas.resultsSchema,
      await ask(POST, {}, [draft, draft, over, { id: 'nonsense' }])
    );
    expect(results.map((r) => r.status)).toEqual(['booked', 'already-booked', 'refused', 'refused']);
    const audit = held(schemas.auditSchema, await ask((await import('./audit/+server')).GET));
    expect(audit.findings).toEqual([]);
    held(schemas.healthSchema, await ask((await import('./healthz/+server')).GET));
  });

  it('of orders of work, tools and photographs', async () => {
    const { procedures } = held(
      schemas.proceduresSchema,
      await ask((await import('./procedures/+server')).GET)
    );
    expect(procedures.map((p) => p.key)).toEqual(
      expect.arrayContaining(['B0', 'Gate', 'F1', 'F2', 'H1', 'S3'])
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
    const response = await (POST as Handler)({ params: {}, url, request } as never);
    held(schemas.photoSchema, { status: response.status, body: await response.json() });
  });

  it('of a new animal', async () => {
    const { POST } = await import('./animals/+server');
    const made = held(
      schemas.animalSchema,
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

describe('the bench’s stream', () => {
  it('begins with the number of the newest entry, and ends with whoever asked', async () => {
    const { GET } = await import('./bench/[id]/stream/+server');
    const { animals } = (await ask((await import('./animals/+server')).GET)).body as {
      animals: { code: string; lastSeq: number }[];
    };
    const away = new AbortController();
    const request = new Request('http://127.0.0.1/', { signal: away.signal });
    const { code, lastSeq } = animals[0]!;
    const response = await (GET as Handler)({ params: { id: code }, request } as never);
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    while (!text.includes('event: book')) text += (await reader.read()).value ?? '';
    expect(text).toContain(`event: book\ndata: ${lastSeq}\n`);
    away.abort();
    for (let done = false; !done;) ({ done } = await reader.read());
  });
});
