import { FREEZER, FRIDGE } from '$core/reference';
import { holdsOf, holdsWithoutPower, perDayOf, warming, type Freezer } from './freeze';

/** What a freezer is taken to be where nobody has said: litres and °C. Own choice. */
export const PLAIN = { litres: 200, set: FREEZER } as const;

/** A freezer or a shelf, as the larder has named it. */
export interface Standing {
  key: string;
  kind: 'freezer' | 'shelf';
  name: string;
  within: string;
  litres?: number | undefined;
  perDay?: number | undefined;
  set?: number | undefined;
  power?: number | undefined;
}

/** Packs of one letter in one place: how many, and grams. */
export interface Sum {
  /** `at:` and the key of a place, any other word of the book, or ''. */
  place: string;
  class: string;
  count: number;
  grams: number;
}

/** One shelf of a freezer, or what lies on none. */
export interface Shelf {
  key: string;
  /** '' of what lies on no shelf. */
  name: string;
  count: number;
  grams: number;
  by: { class: string; grams: number }[];
}

/** A freezer with what lies in it. */
export interface FreezerRoom extends Freezer {
  key: string;
  name: string;
  /** Somebody has said how large it is. */
  said: boolean;
  /** kWh in a day as its plate says. */
  power?: number;
  /** Grams that it holds stacked, that it freezes in a day, that lie in it, and that still freeze. */
  holds: number;
  perDay: number;
  grams: number;
  tonight: number;
  warms: { kelvin: number; much: boolean };
  /** Hours that it holds without power, shut. */
  withoutPower: number;
  shelves: Shelf[];
}

const placeOf = (key: string): string => `at:${key}`;
const total = (sums: readonly { grams: number }[]): number => sums.reduce((n, s) => n + s.grams, 0);
const counted = (sums: readonly Sum[]): number => sums.reduce((n, s) => n + s.count, 0);

/** A freezer as its plate says, or as a plain one. */
export const freezerOf = ({ litres, perDay, set }: Standing): Freezer => ({
  litres: litres ?? PLAIN.litres,
  perDay,
  set: set ?? PLAIN.set
});

/** °C of the coldest freezer of the house; the usual one where none is named. */
export function coldestOf(places: readonly Standing[]): number {
  const set = places.flatMap((p) => (p.kind === 'freezer' ? [p.set ?? PLAIN.set] : []));
  return set.length > 0 ? Math.min(...set) : PLAIN.set;
}

/**
 * Freezers with their shelves, and what lies on each.
 * @param fresh  packs that went in lately and still freeze
 */
export function freezerRooms(
  places: readonly Standing[],
  sums: readonly Sum[],
  fresh: readonly { place?: string | undefined; grams: number }[]
): FreezerRoom[] {
  return places
    .filter((node) => node.kind === 'freezer')
    .map((node) => {
      const own = places.filter((s) => s.within === node.key);
      const keys = new Set([node, ...own].map((s) => placeOf(s.key)));
      const grams = total(sums.filter((s) => keys.has(s.place)));
      const tonight = total(fresh.filter((p) => keys.has(p.place ?? '')));
      const freezer = freezerOf(node);
      const named = [{ key: node.key, name: own.length > 0 ? '' : node.name }, ...own];
      return {
        ...freezer,
        key: node.key,
        name: node.name,
        said: node.litres !== undefined,
        ...(node.power === undefined ? {} : { power: node.power }),
        holds: Math.round(holdsOf(freezer) * 1000),
        perDay: Math.round(perDayOf(freezer) * 1000),
        grams,
        tonight,
        warms: warming(freezer, tonight / 1000, Math.max(0, grams - tonight) / 1000, FRIDGE.celsius),
        withoutPower: Math.round(holdsWithoutPower(freezer, grams / 1000)),
        shelves: named.map(({ key, name }) => {
          const here = sums.filter((s) => s.place === placeOf(key));
          return {
            key,
            name,
            count: counted(here),
            grams: total(here),
            by: here.map((s) => ({ class: s.class, grams: s.grams }))
          };
        })
      };
    });
}

/** Days of a month. Exact, over a year. */
const MONTH = 365.25 / 12;
/** kWh that a freezer draws in a month for each kilogram in it; undefined where nobody has said, or nothing lies in it. */
export const drawnPerKg = ({ power, grams }: Pick<FreezerRoom, 'power' | 'grams'>): number | undefined =>
  power === undefined || grams <= 0 ? undefined : (power * MONTH * 1000) / grams;

/** What lies in no freezer by name, by where it is. */
export function elsewhereOf(
  rooms: readonly FreezerRoom[],
  sums: readonly Sum[]
): { place: string; count: number; grams: number }[] {
  const known = placesOf(rooms);
  return [...new Set(sums.map((s) => s.place))]
    .filter((place) => !known.has(place))
    .map((place) => {
      const own = sums.filter((s) => s.place === place);
      return { place, count: counted(own), grams: total(own) };
    });
}

/** Places of the freezers and their shelves, as the book names them. */
export const placesOf = (rooms: readonly FreezerRoom[]): Set<string> =>
  new Set(rooms.flatMap((room) => room.shelves.map((s) => placeOf(s.key))));
