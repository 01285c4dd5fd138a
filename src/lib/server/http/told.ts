import type { Settings } from '$core/settings';
import { inUnits } from '$core/units';

/**
 * Every sentence of some data in the units that are chosen; the data itself where these are °C and kg. For a page alone:
 * the API, archives and what is edited keep the words as they are.
 */
export function told<T>(data: T, by: Pick<Settings, 'degrees' | 'units'>): T {
  if (by.degrees === 'C' && by.units === 'kg') return data;
  const turn = (value: unknown): unknown =>
    typeof value === 'string'
      ? inUnits(value, by)
      : Array.isArray(value)
        ? value.map(turn)
        : value !== null && typeof value === 'object'
          ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, turn(inner)]))
          : value;
  return turn(data) as T;
}
