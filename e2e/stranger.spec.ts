import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import { expect, test } from './kit';

/** What a stranger knows: the document, and nothing beside it. */
interface Way {
  parameters?: { name: string; in: 'query' | 'path' | 'header'; required: boolean; schema: unknown }[];
  requestBody?: { required: boolean; content: Record<string, { schema: unknown }> };
  responses: Record<string, Answer | { $ref: string }>;
}
interface Answer {
  content?: Record<string, { schema: unknown }>;
}
interface Document {
  servers: { url: string }[];
  paths: Record<string, Record<string, Way> & { parameters?: Way['parameters'] }>;
  components: { schemas: Record<string, unknown>; responses: Record<string, Answer> };
}
interface Given {
  path?: Record<string, string>;
  query?: Record<string, string | number>;
  body?: unknown;
}

/** A client that is built from the document alone: what it is not told it does not send, and does not take. */
class Client {
  readonly #known = new Map<string, z.ZodType>();
  private constructor(
    private readonly base: string,
    private readonly document: Document
  ) {}

  static async of(base: string): Promise<Client> {
    const answer = await fetch(`${base}/api/v1/openapi.json`);
    return new Client(base, (await answer.json()) as Document);
  }

  /** What a schema of the document lists for a property. */
  listed(schema: string, property: string): string[] {
    const { properties } = this.document.components.schemas[schema] as {
      properties: Record<string, { enum?: string[] }>;
    };
    return properties[property]?.enum ?? [];
  }

  /** Questions that need nothing said and are answered in JSON. */
  asked(): string[] {
    return Object.entries(this.document.paths).flatMap(([path, { get }]) => {
      const told = get?.responses['200'];
      const json = told && 'content' in told && told.content?.['application/json'];
      return json && !path.includes('{') && !get?.parameters?.some((p) => p.required) ? [path] : [];
    });
  }

  #schema(of: unknown): z.ZodType {
    const key = JSON.stringify(of);
    const known = this.#known.get(key);
    if (known) return known;
    const { schemas } = this.document.components;
    const inside = (value: unknown): unknown =>
      JSON.parse(JSON.stringify(value).replaceAll('#/components/schemas/', '#/$defs/'));
    const made = z.fromJSONSchema(inside({ ...(of as object), $defs: schemas }) as never);
    this.#known.set(key, made);
    return made;
  }

  #held(of: unknown, value: unknown, what: string): void {
    const read = this.#schema(of).safeParse(value);
    if (!read.success) throw new Error(`${what}: ${z.prettifyError(read.error)}`);
  }

  async call<T>(method: string, path: string, given: Given = {}): Promise<{ status: number; body: T }> {
    const what = `${method} ${path}`;
    const ways = this.document.paths[path];
    const way = ways?.[method];
    if (!ways || !way) throw new Error(`${what} is not in the document`);
    const parameters = [...(ways.parameters ?? []), ...(way.parameters ?? [])];
    for (const { name, in: where, required, schema } of parameters) {
      const value = where === 'path' ? given.path?.[name] : given.query?.[name];
      if (required && value === undefined) throw new Error(`${what} needs ${name}`);
      if (value !== undefined && where === 'query') this.#held(schema, value, `${what}, ${name}`);
    }
    for (const name of [...Object.keys(given.path ?? {}), ...Object.keys(given.query ?? {})])
      if (!parameters.some((p) => p.name === name)) throw new Error(`${what} knows no ${name}`);
    const json = way.requestBody?.content['application/json'];
    if (way.requestBody?.required && given.body === undefined) throw new Error(`${what} needs a body`);
    if (given.body !== undefined) this.#held(json?.schema, given.body, `${what}, body`);
    const url = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(given.path?.[name] ?? ''));
    const search = new URLSearchParams(Object.entries(given.query ?? {}).map(([k, v]) => [k, String(v)]));
    const [server] = this.document.servers;
    const answer = await fetch(`${this.base}${server?.url}${url}?${search}`, {
      method: method.toUpperCase(),
      ...(given.body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(given.body) })
    });
    const told = way.responses[answer.status] ?? way.responses.default;
    const described =
      told && '$ref' in told ? this.document.components.responses[told.$ref.split('/').at(-1) ?? ''] : told;
    const type = (answer.headers.get('content-type') ?? '').split(';')[0] ?? '';
    const content = described?.content?.[type];
    if (!content) throw new Error(`${what}: nothing says what a ${answer.status} of ${type} is`);
    const body = (await answer.json()) as T;
    this.#held(content.schema, body, `${what}, ${answer.status}`);
    return { status: answer.status, body };
  }
}

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}/g;
/** A version 7 UUID, as the document asks for. */
function uuid(at: number): string {
  const bytes = randomBytes(16);
  bytes.writeUIntBE(at, 0, 6);
  bytes[6] = ((bytes[6] ?? 0) & 15) | 0x70;
  bytes[8] = ((bytes[8] ?? 0) & 63) | 0x80;
  return bytes.toString('hex').replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-');
}

interface Entry {
  id: string;
  at: number;
  hand: string;
  device: string;
  intent: { kind: string; pool?: string; facts?: Record<string, unknown> };
}
interface Found {
  id: string;
  code: string;
  name: string;
  work: string;
  facts: { species: string; sex: string };
}
type Results = { results: { status: string; id: string; refusal?: { code: string } }[] };

test('a stranger builds a client from the document alone, replays a whole doe, and never has to guess', async ({
  demo
}) => {
  const client = await Client.of(demo.url);
  const { animals } = (await client.call<{ animals: Found[] }>('get', '/animals', { query: { limit: 500 } }))
    .body;
  // One that was broken down here: not of an old list.
  let doe: Found | undefined;
  let entries: Entry[] = [];
  for (const one of animals.filter((a) => a.work === 'done' && /doe|hind|cow/i.test(a.name))) {
    const { body } = await client.call<{ entries: Entry[] }>('get', '/animals/{id}/book', {
      path: { id: one.code }
    });
    // Nor what was mixed with others: that is more than one animal's book.
    const alone = body.entries.every((e) => e.intent.pool === undefined);
    if (alone && body.entries.length > entries.length) [doe, entries] = [one, body.entries];
  }
  if (!doe) throw new Error('the demo has no doe that is done');
  expect(entries.length).toBeGreaterThan(30);
  const at = { path: { id: doe.code } };

  // The same again, of an animal of its own: every id anew, her tag left where it is.
  const anew = new Map<string, string>();
  const turned = JSON.parse(
    JSON.stringify(entries).replace(UUID, (id) => {
      const known = anew.get(id) ?? uuid(Date.now());
      anew.set(id, known);
      return known;
    })
  ) as Entry[];
  const drafts = turned.map(({ id, at: when, hand, device, intent }) => ({
    id,
    at: when,
    hand,
    device,
    intent: intent.facts ? { ...intent, facts: { ...intent.facts, tag: null } } : intent
  }));
  const { results } = (await client.call<Results>('post', '/entries', { body: drafts })).body;
  expect(results.filter((r) => r.status !== 'booked')).toEqual([]);
  // Sent again, nothing is booked twice.
  const again = (await client.call<Results>('post', '/entries', { body: drafts })).body;
  expect(new Set(again.results.map((r) => r.status))).toEqual(new Set(['already-booked']));

  const twin = { path: { id: anew.get(doe.id) ?? '' } };
  const gave = async (of: typeof at) => {
    const { body } = await client.call<Record<string, unknown>>('get', '/animals/{id}/yield', of);
    const { boneless, takeHome, byClass, pets, offal, losses, unaccounted, work } = body;
    return { boneless, takeHome, byClass, pets, offal, losses, unaccounted, work };
  };
  expect(await gave(twin)).toEqual(await gave(at));
  for (const path of ['', '/beam', '/worth', '/hanging', '/plan'])
    expect((await client.call('get', `/animals/{id}${path}`, twin)).status).toBe(200);

  // What cannot be is refused in words that the document has.
  const more = {
    id: uuid(Date.now()),
    at: Date.now(),
    hand: 'stranger',
    device: 'client',
    intent: {
      kind: 'discard',
      animal: anew.get(doe.id),
      from: uuid(Date.now()),
      reason: client.listed('IntentDiscard', 'reason')[0],
      reading: { grams: 10, how: 'typed' }
    }
  };
  const refused = await client.call<{ refusal: { code: string } }>('post', '/entries', { body: more });
  expect([refused.status, refused.body.refusal.code]).toEqual([409, 'unknown-item']);
  const nobody = await client.call('get', '/animals/{id}', { path: { id: '26-999' } });
  expect(nobody.status).toBe(404);

  // All else that is only asked for answers as it is described.
  const plain = client.asked();
  expect(plain.length).toBeGreaterThan(10);
  for (const path of plain) expect([path, (await client.call('get', path)).status]).toEqual([path, 200]);
  const audit = await client.call<{ findings: unknown[] }>('get', '/audit');
  expect(audit.body.findings).toEqual([]);
});
