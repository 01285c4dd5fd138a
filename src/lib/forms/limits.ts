import { z } from 'zod';

/** How long a text, how large a figure may be: what a control says as one types. */
export interface Limit {
  maxlength?: number;
  min?: number | string;
  max?: number | string;
}
export type Limits = Record<string, Limit>;

interface Described {
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  properties?: Record<string, Described>;
  anyOf?: Described[];
  items?: Described;
}

/**
 * Limits of the fields of an object, by the schema that checks it: what a page can say before anything is sent. A field of an object
 * within it, or of those in a list, is named with a dot between.
 * @example limitsOf(factsSchema).tag // { maxlength: 40 }
 */
export function limitsOf(schema: z.ZodType): Limits {
  const found: Limits = {};
  const look = (at: string, { properties, anyOf, items, ...own }: Described): void => {
    const limit: Limit = {
      ...(own.maxLength === undefined ? {} : { maxlength: own.maxLength }),
      ...(own.minimum === undefined ? {} : { min: own.minimum }),
      ...(own.maximum === undefined ? {} : { max: own.maximum })
    };
    if (at !== '' && Object.keys(limit).length > 0) found[at] = limit;
    for (const inner of anyOf ?? []) look(at, inner);
    if (items) look(at, items);
    for (const [key, inner] of Object.entries(properties ?? {})) look(at ? `${at}.${key}` : key, inner);
  };
  look('', z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Described);
  return found;
}
