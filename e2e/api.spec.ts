import { fuzz } from '../scripts/fuzz.mjs';
import { randomBytes } from 'node:crypto';
import { Agent, request as raw } from 'node:http';
import fc from 'fast-check';
import { FIRST_SEED, atDepth } from '../src/core/testdepth';
import { uuidv7 } from '../src/core/units/id';
import { arrive, audit, expect, figures, launch, test, type Larder } from './kit';

const id = () => uuidv7(Date.now(), (n) => new Uint8Array(randomBytes(n)));
const json = { 'content-type': 'application/json' };
const post = (larder: Larder, path: string, body: unknown, headers: Record<string, string> = json) =>
  fetch(`${larder.url}/api/v1${path}`, {
    method: 'POST',
    headers,
    body: typeof body === 'string' ? body : JSON.stringify(body)
  });
/** A trimmed strap off a carcass, as a client sends it. */
const strapOff = (animal: string, from: string, side: 'left' | 'right', piece = id()) => ({
  id: id(),
  at: Date.now(),
  hand: 'Tove',
  device: 'api',
  intent: {
    kind: 'cut',
    animal,
    from,
    creates: { kind: 'piece', id: piece, cut: 'strap', side, place: { tub: 'prime' }, trimmed: true },
    reading: { grams: 660, how: 'scale' }
  }
});
const get = async (larder: Larder, path: string) => fetch(`${larder.url}/api/v1${path}`);

test('expectation by the API agrees with a hand calculation', async ({ larder }) => {
  // Fallow doe, adult, one shoulder, expanding, trim standard 2, hanging 27.4 kg.
  // shares: hind legs 0.385·1.02, sum 1.0077; r′ 0.63; t 0.04 ± 0.02; ℓ 0.09 ± 0.04; p 1
  const mean = 0.63 * 0.96 * 0.91;
  // Animals, house and species; t on 20 degrees of freedom; a condition that is guessed.
  const spread = Math.hypot((Math.hypot(0.04, 0.02, 0.02) * 1.32534) / 1.2816, 0.012);
  const relative = Math.hypot(spread / 0.63, 0.02 / 0.96, 0.04 / 0.91);
  const response = await post(larder, '/expect', {
    species: 'fallow',
    sex: 'female',
    ageClass: 'adult',
    placement: 'oneShoulder',
    shotSide: 'left',
    trimStandard: 2,
    weight: { grams: 27_400, stage: 'hanging' }
  });
  expect(response.status).toBe(200);
  const body = await response.json();
  expect(body.boneless.mean).toBeCloseTo(mean, 9);
  expect(body.boneless.grams).toEqual({
    mean: Math.round(27_400 * mean),
    low: Math.round(27_400 * mean * (1 - 1.2816 * relative)),
    high: Math.round(27_400 * mean * (1 + 1.2816 * relative))
  });
  expect(body.frame.mean).toBeCloseTo(0.15 / 1.0077, 9);
  expect(body.frame.grams.mean).toBe(Math.round((27_400 * 0.15) / 1.0077));
  const shoulder = body.parts.find((p: { part: string }) => p.part === 'shoulder');
  expect(shoulder.side.grams.mean).toBe(Math.round((27_400 * 0.205) / 1.0077 / 2));
  expect(shoulder.sides.left.mean).toBeLessThan(shoulder.sides.right.mean);
  expect(body.stages.live.grams).toBe(Math.round(27_400 / 0.59));
  expect(body.stages.dressed.grams).toBe(Math.round((27_400 * 0.77) / 0.59));
});

test('an animal by the API: weighed in, booked, read back in every view', async ({ larder }) => {
  const created = await post(larder, '/animals', {
    facts: { species: 'roe', sex: 'male', ageClass: 'adult', tag: 'R 1' },
    reading: { grams: 14_200, how: 'scale', stage: 'hanging' }
  });
  expect(created.status).toBe(201);
  const animal = await created.json();
  expect(animal).toMatchObject({ name: 'Roe buck', work: 'hanging', base: 14_200 });
  const carcass = ((await figures(larder, animal.code)).book.items as { kind: string; id: string }[]).find(
    (i) => i.kind === 'carcass'
  )?.id;
  const piece = id();
  const entry = strapOff(animal.id, carcass ?? '', 'left', piece);
  const single = await post(larder, '/entries', entry);
  expect(single.status).toBe(200);
  expect((await single.json()).results[0]).toMatchObject({
    status: 'booked',
    entry: { seq: 2, postings: [{ grams: -660 }, { grams: 660, class: 'P' }] }
  });
  const again = await (await post(larder, '/entries', [entry, entry])).json();
  expect(again.results.map((r: { status: string }) => r.status)).toEqual([
    'already-booked',
    'already-booked'
  ]);
  const other = await post(larder, '/entries', { ...entry, hand: 'Marek' });
  expect(other.status).toBe(409);
  expect(await other.json()).toMatchObject({ refusal: { code: 'id-taken' } });
  const over = await post(larder, '/entries', {
    ...entry,
    id: id(),
    intent: {
      ...entry.intent,
      creates: { ...entry.intent.creates, id: id() },
      reading: { grams: 20_000, how: 'scale' }
    }
  });
  expect(await over.json()).toMatchObject({ refusal: { code: 'overdrawn', wanted: 20_000, left: 13_540 } });

  const { beam, yield: gave, worth } = await figures(larder, animal.id);
  expect(beam).toMatchObject({ base: 14_200, stillOn: 13_540, segments: [{ key: 'P', grams: 660 }] });
  expect(gave).toMatchObject({ boneless: 660, takeHome: 660, work: 'bench' });
  expect(gave.ratios.hanging.value).toBeCloseTo(660 / 14_200, 9);
  // 0.66 kg of trimmed strap at 38.00
  expect(worth).toMatchObject({ shopValue: 2_508, currency: 'EUR' });

  expect((await get(larder, '/animals/99-999')).status).toBe(404);
  const list = await (await get(larder, '/animals?limit=1')).json();
  expect(list.animals).toHaveLength(1);
  expect((await get(larder, '/animals?limit=0')).status).toBe(422);
  const csv = await (await get(larder, '/export/postings.csv')).text();
  expect(csv.split('\n')[0]).toBe(
    'seq,entry,at,hand,device,kind,animal,line,item,class,grams,count,pool,origin'
  );
  expect(csv.trim().split('\n')).toHaveLength(5);
  expect(await (await get(larder, '/export/animals.csv')).text()).toContain('Roe buck');
  expect((await fetch(`${larder.url}/healthz`)).status).toBe(200);
});

test('export, import into an empty larder, export: identical files; a changed posting is refused by line', async ({
  larder
}) => {
  const { id: animal, code } = await arrive(larder);
  const { items } = (await figures(larder, code)).book as { items: { kind: string; id: string }[] };
  const carcass = items.find((i) => i.kind === 'carcass')?.id;
  const cuts = (['left', 'right'] as const).map((side) => strapOff(animal, carcass ?? '', side));
  const { results } = await (await post(larder, '/entries', cuts)).json();
  expect(results.map((r: { status: string }) => r.status)).toEqual(['booked', 'booked']);
  const book = await (await get(larder, '/export/book.jsonl')).text();
  const empty = await launch();
  const load = (into: Larder, body: string) =>
    post(into, '/import/book.jsonl', body, { 'content-type': 'application/x-ndjson' });
  const lines = book.split('\n');
  const at = lines.findIndex((line) => line.includes('"kind":"cut"'));
  const forged = lines
    .map((line, i) =>
      i === at ? line.replace(/"grams":-(\d+)/, (_, g: string) => `"grams":-${Number(g) + 5}`) : line
    )
    .join('\n');
  const refused = await load(empty, forged);
  expect(refused.status).toBe(422);
  expect(await refused.json()).toMatchObject({
    errors: [{ path: `/${at + 1}/postings` }],
    refusal: { code: 'stale' }
  });
  expect((await (await get(empty, '/animals')).json()).animals).toEqual([]);

  const taken = await load(empty, book);
  expect(taken.status).toBe(201);
  expect(await (await get(empty, '/export/book.jsonl')).text()).toBe(book);
  expect((await audit(empty)).findings).toEqual([]);
  expect((await load(empty, book)).status).toBe(409);
  expect((await post(empty, '/import/book.jsonl', book)).status).toBe(415);
  await empty.end();
});

test('what is refused before all of it has come holds up nothing that follows on its connection', async ({
  demo
}) => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const ask = (path: string, body?: string, type = 'application/x-ndjson') =>
    new Promise<number | undefined>((resolve, reject) => {
      const headers = body === undefined ? {} : { 'content-type': type, 'content-length': body.length };
      const method = body === undefined ? 'GET' : 'POST';
      const request = raw(`${demo.url}${path}`, { agent, method, headers }, (answer) => {
        answer.resume().on('end', () => resolve(answer.statusCode));
      });
      request.on('error', reject).end(body);
    });
  const long = 'x'.repeat(2_000_000);
  // A book into a larder that has one; of a kind that is not taken; to a place that takes nothing.
  for (const [path, type, status] of [
    ['/api/v1/import/book.jsonl', undefined, 409],
    ['/api/v1/import/book.jsonl', 'text/plain', 415],
    ['/api/v1/entries', 'text/plain', 415],
    ['/api/v1/audit', undefined, 405],
    ['/api/v1/nothing', undefined, 404]
  ] as const) {
    expect(await ask(path, long, type), path).toBe(status);
    expect(await ask('/healthz'), `after ${path}`).toBe(200);
  }
  agent.destroy();
});

test('OpenAPI 3.1 describes what is there, from the schemas that check it', async ({ larder }) => {
  const spec = await (await get(larder, '/openapi.json')).json();
  expect(spec.openapi).toBe('3.1.0');
  for (const [path, methods] of Object.entries(spec.paths as Record<string, Record<string, unknown>>)) {
    for (const method of Object.keys(methods)) {
      if (method !== 'get' || path.includes('stream')) continue;
      const response = await get(larder, path.replace('{id}', '99-999'));
      // A question that must say more than its path is refused at its place.
      const asks = [
        '/readings',
        '/logger.csv',
        '/labels/sheet.pdf',
        '/cut-plans/muscles',
        '/slices/template.pdf'
      ].includes(path);
      // A larder without stand-ins has no probe.
      expect(asks ? [422] : path === '/probe' ? [409] : [200, 404], path).toContain(response.status);
      await response.body?.cancel();
    }
  }
  const { schemas } = spec.components;
  const kinds = schemas.Entry.properties.intent.oneOf.map(
    ({ $ref }: { $ref: string }) => schemas[$ref.split('/').at(-1) ?? ''].properties.kind.const
  );
  expect(kinds).toContain('void');
  expect(kinds).toEqual(
    expect.arrayContaining(['tick', 'school', 'note', 'chill', 'divide', 'batch', 'thaw', 'core', 'seal'])
  );
  expect(kinds).toHaveLength(38);
});

test('bad input is refused at its place and books nothing', async ({ larder }) => {
  const good = {
    facts: { species: 'roe', sex: 'male', ageClass: 'adult' },
    reading: { grams: 14_200, how: 'typed', stage: 'hanging' }
  };
  const cases: [string, unknown, string][] = [
    ['negative', { ...good, reading: { ...good.reading, grams: -1 } }, '/reading/grams'],
    ['huge', { ...good, reading: { ...good.reading, grams: 1e12 } }, '/reading/grams'],
    ['a fraction', { ...good, reading: { ...good.reading, grams: 1.5 } }, '/reading/grams'],
    ['text for a number', { ...good, reading: { ...good.reading, grams: '14200' } }, '/reading/grams'],
    ['NaN', JSON.stringify(good).replace('14200', 'null'), '/reading/grams'],
    ['an unknown species', { ...good, facts: { ...good.facts, species: 'unicorn' } }, '/facts/species'],
    ['a tare above the reading', { ...good, reading: { ...good.reading, tare: 20_000 } }, '/reading/tare'],
    ['too long a tag', { ...good, facts: { ...good.facts, tag: 'x'.repeat(41) } }, '/facts/tag'],
    ['no stage', { ...good, reading: { grams: 1, how: 'typed' } }, '/reading/stage'],
    ['a stage that is none', { ...good, reading: { ...good.reading, stage: 'boneless' } }, '/reading/stage'],
    ['a condition of six', { ...good, facts: { ...good.facts, condition: 6 } }, '/facts/condition']
  ];
  for (const [name, body, path] of cases) {
    const response = await post(larder, '/animals', body);
    expect(response.status, name).toBe(422);
    expect(response.headers.get('content-type')).toBe('application/problem+json');
    expect(
      ((await response.json()) as { errors: { path: string }[] }).errors.map((e) => e.path),
      name
    ).toContain(path);
  }
  // A clock that is a day ahead loses nothing.
  expect((await post(larder, '/animals', { ...good, at: Date.now() + 86_400_000 })).status).toBe(201);
  expect((await post(larder, '/animals', '{"facts":')).status).toBe(400);
  expect((await post(larder, '/animals', 'x=1', { 'content-type': 'text/plain' })).status).toBe(415);
  expect((await post(larder, '/entries', [])).status).toBe(422);
  expect(
    (
      await post(
        larder,
        '/entries',
        Array.from({ length: 501 }, () => ({}))
      )
    ).status
  ).toBe(422);
  expect((await (await get(larder, '/animals')).json()).animals).toHaveLength(1);
});

test('no request makes a 5xx: fuzzed paths, queries, bodies and headers', async ({ demo }) => {
  const { animals } = await (await get(demo, '/animals')).json();
  const known = animals[0] as { id: string; code: string };
  const { book } = await figures(demo, known.code);
  const things = [
    ...(book.items as { id: string }[]).map((i) => i.id),
    ...(book.entries as { id: string }[]).map((e) => e.id),
    known.id,
    known.code
  ];
  const anything = fc.oneof(
    fc.jsonValue({ maxDepth: 2 }),
    fc.constantFrom(...things),
    fc.constantFrom(
      null,
      -1,
      1e300,
      0.1,
      '',
      '\u0000',
      'NaN',
      '__proto__',
      'constructor',
      '../../etc',
      '%00',
      '💥'.repeat(50)
    )
  );
  const kinds = [
    'intake',
    'amend',
    'reweigh',
    'skin',
    'cut',
    'split',
    'divide',
    'trim',
    'tub',
    'place',
    'open',
    'close',
    'discard',
    'hold',
    'lift',
    'sample',
    'give',
    'send',
    'return',
    'tick',
    'school',
    'note',
    'chill',
    'correct',
    'void',
    'batch',
    'eat',
    'nothing'
  ];
  const reading = fc.record({
    grams: fc.oneof(fc.integer({ min: -10, max: 3_000_000 }), anything),
    how: fc.oneof(fc.constantFrom('scale', 'typed', 'estimated', 'model'), anything)
  });
  const intent = fc.record(
    {
      kind: fc.constantFrom(...kinds),
      animal: fc.oneof(fc.constant(known.id), anything),
      item: fc.constantFrom(...things),
      from: fc.constantFrom(...things),
      entry: fc.constantFrom(...things),
      reading,
      bone: reading,
      hide: reading,
      tub: fc.oneof(fc.constantFrom('grind', 'prime'), anything),
      reason: fc.oneof(fc.constant('rind'), anything),
      place: fc.oneof(fc.constant({ tub: 'slow' }), anything),
      went: fc.array(fc.record({ to: fc.oneof(fc.constant({ reason: 'silver' }), anything) }), {
        maxLength: 2
      }),
      creates: fc.oneof(
        fc.record({
          kind: fc.constant('piece'),
          id: fc.constantFrom(...things),
          cut: fc.constantFrom('strap', 'hasOwnProperty', '__proto__'),
          place: fc.constant({ tub: 'prime' })
        }),
        anything
      ),
      children: fc.array(anything, { maxLength: 2 }),
      facts: fc.oneof(
        fc.record({ species: fc.constant('roe'), sex: fc.constant('male'), ageClass: fc.constant('adult') }),
        anything
      ),
      into: anything,
      acknowledged: fc.boolean()
    },
    { requiredKeys: ['kind', 'animal'] }
  );
  const draft = fc.record({
    id: fc.oneof(fc.constant('fresh'), fc.constantFrom(...things)),
    at: fc.oneof(fc.constant(Date.now()), anything),
    hand: anything,
    device: fc.constant('fuzz'),
    intent: fc.oneof(intent, anything)
  });
  const seen = new Map<number, number>();
  const check = async (response: Response, what: string) => {
    seen.set(response.status, (seen.get(response.status) ?? 0) + 1);
    expect(response.status, what).toBeLessThan(500);
    if (response.status >= 400 && what.includes('/api/v1/entries'))
      expect(response.headers.get('content-type')).toContain('json');
    await response.body?.cancel();
  };
  for (const one of fc.sample(fc.array(draft, { maxLength: 4 }), {
    numRuns: atDepth(150),
    seed: 11 + FIRST_SEED
  })) {
    const body = JSON.stringify(
      one.map((d) => ({
        ...d,
        id: d.id === 'fresh' ? id() : d.id,
        hand: typeof d.hand === 'string' ? d.hand.slice(0, 50) : d.hand
      }))
    );
    await check(await post(demo, '/entries', body), `/api/v1/entries ${body}`);
  }
  for (const body of fc.sample(anything, { numRuns: atDepth(30), seed: 12 + FIRST_SEED }))
    for (const path of ['/animals', '/expect', '/entries', '/scale'])
      await check(
        await post(demo, path, JSON.stringify(body) ?? 'x'),
        `/api/v1${path} ${JSON.stringify(body)}`
      );
  const malformed = [
    '',
    '{',
    '[1,',
    '\u0000',
    '{"a":1}}',
    '"\ud800"',
    'null',
    '[null]',
    '[[[[]]]]',
    `{"a":${'['.repeat(2_000)}`
  ];
  for (const body of malformed)
    for (const path of ['/animals', '/expect', '/entries', '/scale', '/import/book.jsonl']) {
      await check(await post(demo, path, body), `${path} ${body.slice(0, 20)}`);
      await check(
        await post(demo, path, body, { 'content-type': 'application/x-ndjson' }),
        `${path} ndjson ${body.slice(0, 20)}`
      );
    }
  for (const text of [
    '../x',
    '%2e%2e',
    '%00',
    '%ff',
    'a'.repeat(3_000),
    "' or 1=1 --",
    '26-001%0d%0ax: y',
    '💥',
    '<script>'
  ])
    for (const path of [
      `/animals/${encodeURIComponent(text)}`,
      `/bench/${encodeURIComponent(text)}`,
      `/book?animal=${encodeURIComponent(text)}&kind=${encodeURIComponent(text)}&before=${encodeURIComponent(text)}`,
      `/worth?season=${encodeURIComponent(text)}&page=${encodeURIComponent(text)}`,
      `/api/v1/animals/${encodeURIComponent(text)}/book`,
      `/api/v1/animals?limit=${encodeURIComponent(text)}`
    ])
      await check(await fetch(`${demo.url}${path}`), path);
  await check(await fetch(`${demo.url}/animals/%ff`), '/animals/%ff');
  const forms = [
    '/weigh-in',
    '/settings?/save',
    '/settings?/theme',
    `/animals/${known.code}?/facts`,
    `/animals/${known.code}?/weigh`,
    `/animals/${known.code}?/allHere`,
    `/weigh-in?/nothing`
  ];
  for (const path of forms)
    for (const fields of fc.sample(
      fc.dictionary(
        fc.constantFrom(
          'species',
          'sex',
          'weight',
          'tag',
          'stage',
          'animal',
          'entry',
          'item',
          'currency',
          'people',
          'price_steak',
          'killedOn',
          'what',
          'hide',
          '__superform_id',
          '__superform_json'
        ),
        fc.oneof(fc.string(), fc.constantFrom('roe', '-1', 'NaN', '1e400', '9'.repeat(400), '\u0000'))
      ),
      { numRuns: 12, seed: 13 }
    )) {
      const body = new URLSearchParams(fields);
      await check(
        await fetch(`${demo.url}${path}`, {
          method: 'POST',
          body,
          redirect: 'manual',
          headers: { origin: demo.url }
        }),
        `${path} ${body}`
      );
    }
  expect(seen.get(200) ?? 0).toBeGreaterThan(50);
  expect([...seen.keys()].filter((s) => s >= 400).length).toBeGreaterThan(3);
  expect((await audit(demo)).findings).toEqual([]);
});

test('requests made from the description and from the pages’ forms, most of them spoilt: none is a fault of ours', async ({
  demo
}) => {
  test.setTimeout(3_600_000);
  // Many more are `npm run fuzz`.
  const { statuses, faults, operations, forms } = await fuzz({
    url: demo.url,
    requests: atDepth(5_000),
    seed: 3 + FIRST_SEED
  });
  expect(faults).toEqual([]);
  expect(operations).toBeGreaterThan(50);
  expect(forms).toBeGreaterThan(15);
  expect(Object.keys(statuses).length).toBeGreaterThan(5);
  expect((await audit(demo)).findings).toEqual([]);
});
