import { describe, expect, it } from 'vitest';
import { KINDS } from '$core/book';
import { openapi, type About } from '../openapi';
import { REFUSALS } from './refusals';
import { PROPERTY_WORDS } from './words';
import { intentName, type Piece } from '.';

interface Way {
  parameters?: { name: string; required?: boolean; description?: string; in: string; $ref?: string }[];
  responses: Record<string, { description?: string; content?: Record<string, unknown> }>;
  summary?: string;
}

const beside = import.meta.glob<{ about: About }>('../../../../routes/api/v1/**/about.ts', { eager: true });
const document = openapi(Object.values(beside).map(({ about }) => about));
const schemas = document.components.schemas as Record<string, Piece>;
const ways = Object.entries(document.paths as Record<string, Record<string, Way>>).flatMap(([path, of]) =>
  Object.entries(of).flatMap(([way, told]) => (way === 'parameters' ? [] : [{ at: `${way} ${path}`, told }]))
);

/** Every property with the schema and the path it stands at. */
function properties(piece: Piece, at: string): { at: string; piece: Piece }[] {
  return [
    ...Object.entries(piece.properties ?? {}).flatMap(([name, value]) => [
      { at: `${at}.${name}`, piece: value },
      ...properties(value, `${at}.${name}`)
    ]),
    ...(piece.items ? properties(piece.items, at) : []),
    ...(typeof piece.additionalProperties === 'object' ? properties(piece.additionalProperties, at) : []),
    ...[...(piece.anyOf ?? []), ...(piece.oneOf ?? [])].flatMap((one) => properties(one, at))
  ];
}
const all = Object.entries(schemas).flatMap(([name, piece]) => properties(piece, name));

describe('the API’s document', () => {
  it('says of every property what it is', () => {
    expect(all.length).toBeGreaterThan(500);
    expect(all.filter(({ piece }) => !piece.description).map(({ at }) => at)).toEqual([]);
  });

  it('has no word for a property that there is not', () => {
    const names = new Set(all.map(({ at }) => at.split('.').at(-1)));
    const unused = Object.keys(PROPERTY_WORDS).filter((key) =>
      key.includes('.')
        ? !all.some(
            ({ at }) =>
              at === key ||
              (at.startsWith(`${key.split('.')[0]}.`) && at.endsWith(`.${key.split('.').slice(1).join('.')}`))
          )
        : !names.has(key)
    );
    expect(unused).toEqual([]);
  });

  it('points only at schemas that are there, and never repeats one that has a name', () => {
    const text = JSON.stringify(document);
    const pointed = new Set([...text.matchAll(/"#\/components\/schemas\/([^"]+)"/g)].map((m) => m[1]));
    const answers = [...text.matchAll(/"#\/components\/responses\/([^"]+)"/g)].map((m) => m[1] as string);
    expect(answers.filter((name) => !(name in document.components.responses))).toEqual([]);
    expect([...pointed].filter((name) => !((name as string) in schemas))).toEqual([]);
    // An entry speaks of its facts and readings by name: the document is half as long again without.
    expect(text.length).toBeLessThan(300_000);
  });

  it('tells of each kind of entry what it books, and of each refusal its status and an example', () => {
    for (const kind of KINDS)
      expect([kind, (schemas[intentName(kind)]?.description ?? '').length > 20]).toEqual([kind, true]);
    const told = schemas.Refusal?.oneOf ?? [];
    expect(told.map((one) => one.title).sort()).toEqual([...Object.keys(REFUSALS), 'invalid'].sort());
    for (const one of told) expect(one).toMatchObject({ examples: [{ code: one.title }] });
  });

  it('says of every parameter whether it is needed, and has an answer for whatever comes', () => {
    for (const { at, told } of ways) {
      for (const { name, required, description } of told.parameters ?? [])
        expect([at, name, typeof required, (description ?? '').length > 0 || name === 'id']).toEqual([
          at,
          name,
          'boolean',
          true
        ]);
      expect([at, Object.keys(told.responses).some((status) => /^2|^101/.test(status))]).toEqual([at, true]);
      expect(Object.keys(told.responses)).toContain('default');
      expect([at, (told.summary ?? '').length > 0]).toEqual([at, true]);
    }
  });

  it('lists what a key may be', () => {
    expect(schemas.PieceBirth?.properties?.cut?.enum).toEqual(
      expect.arrayContaining(['strap', 'topRound', 'neckRoast'])
    );
    expect(schemas.Facts?.properties?.species?.enum).toContain('fallow');
  });
});
