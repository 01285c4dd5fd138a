// Sends what nobody would: requests made from the API's own description and from the forms of the pages, most of them spoilt.
// node scripts/fuzz.mjs [requests] [seed]: 20 000 on a demo of its own; says what was answered, and how much memory it took.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuild, ensurePackages, root } from './prepare.mjs';
import { serverEnv, listening } from './serve.mjs';

/** A stream of numbers from a seed, 0 to 1 (mulberry32). */
function numbers(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const HOSTILE = [
  null,
  true,
  0,
  -1,
  1e308,
  -0.5,
  2 ** 53,
  '',
  ' ',
  '\u0000',
  '\ud800',
  '__proto__',
  'constructor',
  'hasOwnProperty',
  '../../etc/passwd',
  "' or 1=1 --",
  '<script>alert(1)</script>',
  '=1+1',
  '1e400',
  'NaN',
  '9'.repeat(400),
  'é'.repeat(1_500),
  '💥',
  '%ff%00',
  [],
  {},
  [[[[[[[[]]]]]]]],
  JSON.parse('{"__proto__":{"admin":true},"constructor":{"prototype":{}}}')
];

/** What goes through the whole larder, or draws: asked for less often than the rest. */
const LONG = /export|backup|audit|recall|sheet|template|mix|stream|graph|book|epcis/;

/** What is not answered within so long never will be, ms: a machine that does much else takes fifty times as long for a backup. */
const HANGS_MS = 900_000;

/** A whole form as one text of values and places, some of which lead back to themselves. */
const WHOLE = [
  '[[0]]',
  '[{"species":0}]',
  '[{"species":1,"tag":0},"roe"]',
  '[["Date","x"]]',
  '[["Set",0]]',
  '-1',
  '{',
  ''
];

/** Makes values by JSON Schema, with what is known of the larder in their place, and spoils some of them. */
function maker(random, schemas, known) {
  const pick = (list) => list[Math.floor(random() * list.length)];
  const whole = (low, high) => Math.floor(low + random() * (high - low + 1));
  const hostile = () => pick(HOSTILE);

  function text(schema) {
    if (schema.enum) return pick(schema.enum);
    if (schema.format === 'uuid' || /0-9a-f/i.test(schema.pattern ?? '')) return pick(known.ids);
    const words = [...known.words, ...known.ids, 'Tove', 'ham', '14.2', 'a'.repeat(whole(1, 50))];
    return String(pick(words)).slice(0, schema.maxLength ?? 60);
  }
  function make(schema, deep = 0) {
    if (!schema || deep > 7) return pick([null, 1, 'x']);
    if (schema.$ref) return make(schemas[schema.$ref.split('/').pop()], deep + 1);
    if ('const' in schema) return schema.const;
    if (schema.enum) return pick(schema.enum);
    const ways = schema.anyOf ?? schema.oneOf ?? schema.allOf;
    if (ways) return make(pick(ways), deep + 1);
    switch (Array.isArray(schema.type) ? pick(schema.type) : schema.type) {
      case 'object': {
        const made = {};
        for (const [key, inner] of Object.entries(schema.properties ?? {}))
          if (schema.required?.includes(key) || random() < 0.4) made[key] = make(inner, deep + 1);
        if (schema.additionalProperties && typeof schema.additionalProperties === 'object' && random() < 0.5)
          made[pick(['room:cold', 'a', '__proto__'])] = make(schema.additionalProperties, deep + 1);
        return made;
      }
      case 'array':
        return Array.from({ length: whole(schema.minItems ?? 0, Math.min(3, schema.maxItems ?? 3)) }, () =>
          make(schema.items, deep + 1)
        );
      case 'integer':
      case 'number': {
        const low = schema.minimum ?? schema.exclusiveMinimum ?? 0;
        const made = whole(low, Math.min(schema.maximum ?? 60_000, low + 60_000));
        return schema.maximum > 4e12 || schema.minimum === 0
          ? pick([made, Date.now(), Date.now() - 1e9])
          : made;
      }
      case 'boolean':
        return random() < 0.5;
      case 'null':
        return null;
      default:
        return text(schema);
    }
  }
  /** Spoils one place of a value. */
  function spoil(value, chance) {
    if (random() < chance) return hostile();
    if (Array.isArray(value)) return value.map((inner) => spoil(inner, chance));
    if (value && typeof value === 'object')
      return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, spoil(inner, chance)]));
    return value;
  }
  return { pick, make, spoil, hostile, text };
}

/** What of a larder is named in requests. */
async function knownOf(url) {
  const ask = async (path) => (await fetch(`${url}/api/v1${path}`)).json();
  const { animals } = await ask('/animals?limit=12');
  const ids = [];
  for (const { id } of animals.slice(0, 6)) {
    const { entries, items } = await ask(`/animals/${id}/book`);
    ids.push(id, ...entries.slice(-8).map((entry) => entry.id), ...items.slice(0, 8).map((item) => item.id));
  }
  return {
    ids,
    words: animals.flatMap(({ code, tag }) => [code, tag ?? code]),
    codes: animals.map(({ code }) => code)
  };
}

/** Forms of the pages as they stand: where they go, and the names of what is filled in. */
async function formsOf(url, codes) {
  const pages = ['/', '/weigh-in', '/settings', '/bench?who', '/people', '/settings/address'];
  for (const code of codes.slice(0, 4)) pages.push(`/animals/${code}`, `/animals/${code}/quick`);
  const forms = [];
  for (const page of pages) {
    const html = await (await fetch(`${url}${page}`)).text();
    for (const [, head, body] of html.matchAll(/<form([^>]*method="POST"[^>]*)>([\s\S]*?)<\/form>/gi)) {
      const action = /action="([^"]*)"/.exec(head)?.[1] ?? '';
      const names = [...body.matchAll(/<(?:input|select|textarea|button)[^>]*\sname="([^"]+)"/g)].map(
        (m) => m[1]
      );
      forms.push({ path: `${page.split('?')[0]}${action}`, names: [...new Set(names)] });
    }
  }
  return forms;
}

/**
 * Sends requests, eight at a time.
 * @returns how often each status was answered, and each answer that is a fault of ours
 */
export async function fuzz({ url, requests = 20_000, seed = 1, at = () => undefined }) {
  const random = numbers(seed);
  const described = await (await fetch(`${url}/api/v1/openapi.json`)).json();
  const known = await knownOf(url);
  const forms = await formsOf(url, known.codes);
  const { pick, make, spoil, hostile, text } = maker(random, described.components.schemas, known);
  const operations = Object.entries(described.paths).flatMap(([path, methods]) =>
    Object.entries(methods)
      .filter(([method]) => ['get', 'post', 'put', 'delete'].includes(method))
      .map(([method, about]) => ({
        path,
        method: method.toUpperCase(),
        about,
        shared: methods.parameters ?? []
      }))
  );

  function ofApi() {
    let operation = pick(operations);
    if (LONG.test(operation.path) && random() < 0.8) operation = pick(operations);
    const { path, method, about, shared } = operation;
    const bad = random() < 0.15;
    const word = () => String(bad ? hostile() : pick([...known.ids, ...known.codes, ...known.words, 'cold']));
    const filled = path.replace(/\{\w+\}/g, () => encodeURIComponent(well(word())));
    const query = new URLSearchParams();
    for (const parameter of [...(about.parameters ?? []), ...shared])
      if (parameter.in === 'query' && random() < 0.5)
        query.set(parameter.name, well(String(random() < 0.4 ? hostile() : make(parameter.schema ?? {}))));
    const [type, media] = Object.entries(about.requestBody?.content ?? {})[0] ?? [];
    let body;
    if (type) {
      const value = make(media.schema);
      body = JSON.stringify(spoil(value, pick([0, 0.02, 0.1, 0.5]))) ?? 'null';
      if (random() < 0.06)
        body = pick(['', '{', '[1,', `{"a":${'['.repeat(3_000)}`, '\u0000', body.slice(0, body.length / 2)]);
    }
    return {
      path: `/api/v1${filled}${query.size > 0 ? `?${query}` : ''}`,
      method,
      ...(body === undefined ? {} : { body }),
      headers: {
        ...(type
          ? {
              'content-type': pick([
                type === 'image/*' ? 'image/png' : type,
                type,
                'text/plain',
                'application/json'
              ])
            }
          : {})
      }
    };
  }
  function ofForm() {
    const { path, names } = pick(forms);
    const body = new URLSearchParams();
    for (const name of names)
      if (random() < 0.8)
        body.append(
          name,
          well(
            String(
              random() < 0.3 ? hostile() : pick([text({}), '14.2', '3', 'roe', 'female', 'on', '2024-11-03'])
            )
          )
        );
    if (random() < 0.1) body.set(well(String(hostile())), 'x');
    // Everything in one text, with rings in it; and how the form was shown, as no page would say it.
    if (random() < 0.1) body.set('__superform_json', pick(WHOLE));
    if (names.includes('seen') && random() < 0.5)
      body.set('seen', pick(['null', '[]', '7', '{', '{"people":{}}']));
    if (random() < 0.1) return withFiles(path, body);
    const half = random() < 0.05;
    return {
      path:
        random() < 0.05 ? path.replace(/\?.*|$/, `?/${encodeURIComponent(well(String(hostile())))}`) : path,
      method: 'POST',
      body: half ? '--x\r\nhalf' : body.toString(),
      headers: {
        'content-type': half ? 'multipart/form-data; boundary=x' : 'application/x-www-form-urlencoded',
        ...(random() < 0.5 ? { 'x-sveltekit-action': 'true' } : {})
      }
    };
  }
  /** The same fields in parts, one of them a file. */
  function withFiles(path, fields) {
    const body = new FormData();
    for (const [key, value] of fields) {
      if (random() < 0.3) body.append(key, new Blob([value]), 'x');
      else body.append(key, value);
    }
    return { path, method: 'POST', body, headers: {} };
  }
  function ofPage() {
    const base = pick([
      '/animals/',
      '/bench/',
      '/ways/',
      '/book?animal=',
      '/worth?season=',
      '/animals?q=',
      '/api/v1/',
      '/',
      '/calendar.ics?who='
    ]);
    const data = random() < 0.2 && !base.includes('?') ? '/__data.json' : '';
    return {
      path: `${base}${encodeURIComponent(well(String(random() < 0.5 ? hostile() : pick(known.words))))}${data}`,
      method: pick(['GET', 'GET', 'GET', 'HEAD', 'POST', 'DELETE', 'OPTIONS', 'PATCH']),
      headers: {}
    };
  }

  const statuses = new Map();
  const faults = [];
  let sent = 0;
  async function one() {
    const draw = random();
    const asked = draw < 0.8 ? ofApi() : draw < 0.92 ? ofForm() : ofPage();
    const { path, ...init } = asked;
    try {
      const response = await fetch(`${url}${path}`, {
        ...init,
        redirect: 'manual',
        headers: { origin: url, ...init.headers },
        signal: AbortSignal.timeout(HANGS_MS)
      });
      statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
      const streams = response.headers.get('content-type')?.startsWith('text/event-stream');
      const said = streams ? '' : await response.text();
      if (streams) await response.body?.cancel();
      // Read-only, full and busy larders say so; nothing else may be a fault of ours, and nothing tells of the inside.
      if ((response.status >= 500 && response.status !== 503) || /\n\s+at .+:\d+:\d+/.test(said))
        faults.push({ status: response.status, said: said.slice(0, 300), ...asked });
    } catch (error) {
      faults.push({ status: 0, said: String(error), ...asked });
    }
  }
  await Promise.all(
    Array.from({ length: 8 }, async () => {
      while (sent < requests) {
        sent += 1;
        if (sent % 1_000 === 0) at(sent);
        await one();
      }
    })
  );
  return {
    statuses: Object.fromEntries([...statuses].sort()),
    faults,
    operations: operations.length,
    forms: forms.length
  };
}

/** Text that can be sent: a lone half of a sign is none. */
const well = (said) => said.toWellFormed();

async function main() {
  ensurePackages();
  ensureBuild();
  const [requests = 20_000, seed = 1] = process.argv.slice(2).map(Number);
  const folder = mkdtempSync(join(tmpdir(), 'larder-fuzz-'));
  const port = 4790;
  const url = `http://127.0.0.1:${port}`;
  const child = spawn(process.execPath, [join(root, 'build', 'index.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'pipe'],
    env: serverEnv({ host: '127.0.0.1', port, data: folder, demo: true })
  });
  const ended = once(child, 'exit');
  let said = '';
  child.stderr.on('data', (chunk) => (said += chunk));
  try {
    await listening(url, child);
    const began = Date.now();
    const { statuses, faults, operations, forms } = await fuzz({
      url,
      requests,
      seed,
      at: (sent) => process.stderr.write(`${sent} `)
    });
    const highest = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1];
    console.log(
      `\n${requests} requests by ${operations} operations and ${forms} forms in ${Math.round((Date.now() - began) / 1000)} s`
    );
    console.log(`answers: ${JSON.stringify(statuses)}`);
    console.log(`highest memory: ${Math.round(Number(highest) / 1024)} MB`);
    const { findings } = await (await fetch(`${url}/api/v1/audit`)).json();
    console.log(`audit: ${findings.length} findings, faults: ${faults.length}`);
    for (const fault of faults.slice(0, 12)) console.log(JSON.stringify(fault).slice(0, 700));
    for (const finding of findings.slice(0, 5)) console.log(JSON.stringify(finding));
    process.exitCode = faults.length + findings.length > 0 ? 1 : 0;
  } finally {
    if (said)
      console.log(
        said
          .split('\n')
          .filter((line) => line.includes('"level":50'))
          .slice(0, 5)
          .join('\n')
          .slice(0, 3000)
      );
    child.kill();
    await ended;
    rmSync(folder, { recursive: true, force: true });
  }
}

if (process.argv[1]?.endsWith('fuzz.mjs')) await main();
