import { DOUBTS, type Intent } from '$core/book';
import { BOARD_CUTS, CUTS, WHOLE_CUTS } from '$core/reference';
import { under } from '$core/units';
import { KIND_WORDS } from './kinds';
import { REFUSALS } from './refusals';
import { PROPERTY_WORDS } from './words';

/** A piece of a JSON Schema. */
export interface Piece {
  $ref?: string;
  const?: unknown;
  enum?: unknown[];
  type?: string;
  title?: string;
  description?: string;
  examples?: unknown[];
  properties?: Record<string, Piece>;
  items?: Piece;
  additionalProperties?: Piece | boolean;
  anyOf?: Piece[];
  oneOf?: Piece[];
  allOf?: Piece[];
}

/** What a kind of entry is called among the schemas: `cut` is `IntentCut`. */
export const intentName = (kind: string): string => `Intent${kind.charAt(0).toUpperCase()}${kind.slice(1)}`;

/** Keys that a property takes, where its schema checks them without listing them. */
const LISTED: Readonly<Record<string, readonly string[]>> = {
  'PieceBirth.cut': Object.keys({ ...CUTS, ...WHOLE_CUTS, ...BOARD_CUTS })
};

/** Words for a property: its own in this schema, else what its name means everywhere. */
const wordsFor = (schema: string, path: string, name: string): string | undefined =>
  under(PROPERTY_WORDS, `${schema}.${path}`) ??
  under(PROPERTY_WORDS, `${schema}.${name}`) ??
  under(PROPERTY_WORDS, name);

function describe(piece: Piece, schema: string, path: string): Piece {
  const inner = (one: Piece, at = path) => describe(one, schema, at);
  const properties =
    piece.properties &&
    Object.fromEntries(
      Object.entries(piece.properties).map(([name, value]) => {
        const at = path ? `${path}.${name}` : name;
        const listed = LISTED[`${schema}.${at}`];
        const words = value.description ?? wordsFor(schema, at, name);
        return [
          name,
          {
            ...inner(value, at),
            ...(words ? { description: words } : {}),
            ...(listed ? { enum: [...listed] } : {})
          }
        ];
      })
    );
  return {
    ...piece,
    ...(properties ? { properties } : {}),
    ...(piece.items ? { items: inner(piece.items) } : {}),
    ...(typeof piece.additionalProperties === 'object'
      ? { additionalProperties: inner(piece.additionalProperties) }
      : {}),
    ...(piece.anyOf ? { anyOf: piece.anyOf.map((one) => inner(one)) } : {}),
    ...(piece.oneOf ? { oneOf: piece.oneOf.map((one) => inner(one)) } : {}),
    ...(piece.allOf ? { allOf: piece.allOf.map((one) => inner(one)) } : {})
  };
}

const typeOf = (value: unknown): Piece =>
  Array.isArray(value) ? { type: 'array' } : { type: typeof value === 'number' ? 'integer' : typeof value };

/** Every refusal by its code, with its status and an example. */
const refusalPiece = (): Piece =>
  ({
    description:
      'Why the book does not take an entry. HTTP 409 where one entry was sent alone; in a batch the answer is 200 and the entry’s result is `refused`.',
    oneOf: [
      ...Object.entries(REFUSALS).map(([code, { says, example }]) => ({
        title: code,
        description: says,
        type: 'object',
        required: Object.keys(example),
        properties: Object.fromEntries(
          Object.entries(example).map(([name, value]) => [
            name,
            {
              ...(name === 'code'
                ? { const: code }
                : name === 'why' && code === 'doubt'
                  ? { type: 'string', enum: [...DOUBTS] }
                  : typeOf(value)),
              description: name === 'code' ? 'Which refusal it is.' : wordsFor('Refusal', name, name)
            }
          ])
        ),
        'x-status': 409,
        examples: [example]
      })),
      {
        title: 'invalid',
        description: 'Of a batch: it is no entry; `errors` beside it say where. Sent alone it is a 422.',
        type: 'object',
        required: ['code'],
        properties: { code: { const: 'invalid', description: 'Which refusal it is.' } },
        'x-status': 422,
        examples: [{ code: 'invalid' }]
      }
    ]
  }) as Piece;

/** Schemas by name, each of their properties with its words, and each kind of entry with what it books. */
export function described(schemas: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const told = Object.fromEntries(
    Object.entries(schemas).map(([name, schema]) => [name, describe(schema as Piece, name, '')])
  );
  for (const [kind, words] of Object.entries(KIND_WORDS) as [Intent['kind'], string][]) {
    const name = intentName(kind);
    told[name] = { ...under(told, name), description: words };
  }
  // A doubt carries more than its example, and each in its own way.
  return { ...told, Refusal: refusalPiece() };
}
