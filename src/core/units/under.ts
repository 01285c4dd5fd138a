/**
 * What a record holds under a key, and nothing of what every object has besides: a room may be called `constructor`.
 * @example under({ shed: 3 }, 'constructor') // undefined
 */
export const under = <T>(
  record: Readonly<Record<string, T>> | null | undefined,
  key: string
): T | undefined =>
  record !== null && record !== undefined && Object.hasOwn(record, key) ? record[key] : undefined;

/** The fields of an object that say something; those that are undefined are not there at all. */
export const present = <T extends object>(fields: T): { [K in keyof T]?: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as never;
