import type { Role } from '$core/book';
import { under } from '$core/units';

/** Pages and requests that nobody need be signed in for. */
const OPEN: readonly string[] = ['/sign-in', '/healthz', '/api/v1/healthz'];

/** What reads, but not for everybody: it holds all there is, or says who may come in. */
const READS: Readonly<Record<string, Role>> = {
  '/api/v1/audit': 'keeper',
  '/api/v1/backup.zip': 'keeper',
  '/api/v1/backups': 'keeper',
  '/people': 'keeper'
};

/** What writes, by route: who may, by method or by the page's action. What is not named here is a keeper's. */
export const WRITES: Readonly<Record<string, Readonly<Record<string, Role>>>> = {
  '/': { weighs: 'keeper' },
  '/weigh-in': { default: 'hand' },
  '/animals/[code]': { facts: 'hand', allHere: 'hand', keep: 'hand', weigh: 'hand', trimmed: 'hand' },
  '/animals/[code]/quick': { default: 'hand' },
  '/bench': { actor: 'hand' },
  '/settings': { save: 'keeper', theme: 'guest' },
  '/settings/address': { default: 'keeper' },
  '/sign-in': {},
  '/me': { password: 'guest', pin: 'guest', noPin: 'guest', out: 'guest', outEverywhere: 'guest' },
  '/people': { add: 'keeper', role: 'keeper', password: 'keeper', remove: 'keeper', ask: 'keeper' },
  '/api/v1/animals': { POST: 'hand' },
  '/api/v1/animals/[id]/plan': { PUT: 'hand' },
  '/api/v1/cut-plans': { POST: 'hand' },
  '/api/v1/cut-plans/[id]': { DELETE: 'hand' },
  '/api/v1/entries': { POST: 'hand' },
  // It reckons and keeps nothing.
  '/api/v1/expect': { POST: 'guest' },
  '/api/v1/forecast': { POST: 'hand' },
  // They reckon and keep nothing.
  '/api/v1/grind/blend': { POST: 'guest' },
  '/api/v1/grind/mix': { POST: 'guest' },
  '/api/v1/import/book.jsonl': { POST: 'keeper' },
  '/api/v1/kit': { PUT: 'hand' },
  '/api/v1/labels/language': { PUT: 'hand' },
  '/api/v1/labels/print': { POST: 'hand', PUT: 'hand' },
  '/api/v1/machines': { PUT: 'keeper' },
  '/api/v1/orders': { POST: 'hand' },
  '/api/v1/orders/[id]': { DELETE: 'hand' },
  '/api/v1/parties/[id]': { PUT: 'hand' },
  '/api/v1/past': { POST: 'keeper' },
  '/api/v1/past/[id]': { DELETE: 'keeper' },
  '/api/v1/past/read': { POST: 'keeper' },
  '/api/v1/photos': { POST: 'hand' },
  '/api/v1/places': { PUT: 'keeper' },
  '/api/v1/procedures/[key]': { PUT: 'keeper', DELETE: 'keeper' },
  '/api/v1/readings': { POST: 'hand' },
  '/api/v1/readings/import': { POST: 'hand' },
  '/api/v1/recall/[subject]': { POST: 'hand' },
  '/api/v1/recipes/[key]': { PUT: 'hand', DELETE: 'hand' },
  '/api/v1/restores': { POST: 'keeper' },
  '/api/v1/restores/[id]': { PUT: 'keeper', POST: 'keeper', DELETE: 'keeper' },
  '/api/v1/rooms': { PUT: 'keeper' },
  '/api/v1/rules/[key]': { PUT: 'keeper', DELETE: 'keeper' },
  '/api/v1/scale': { POST: 'hand' },
  '/api/v1/seal': { POST: 'keeper' },
  '/api/v1/table': { PUT: 'hand' },
  '/api/v1/tubs': { PUT: 'hand' },
  '/api/v1/slices': { POST: 'hand' },
  '/api/v1/slices/[id]': { DELETE: 'hand' },
  '/api/v1/wishes': { POST: 'hand' },
  '/api/v1/wishes/[id]': { DELETE: 'hand' },
  '/api/v1/wrapping': { PUT: 'hand' }
};

const reads = (method: string): boolean => method === 'GET' || method === 'HEAD' || method === 'OPTIONS';

/** A page's action, as its address says; `default` where it has only one. */
const actionOf = (search: string): string => /^\?\/([^&=]*)/.exec(search)?.[1] ?? 'default';

/**
 * Who may ask for something: `anybody`, or at least a role.
 * @param route   the route's id, `/animals/[code]`; null where there is none
 * @param method  in capitals
 * @param search  of the address, with its action
 */
export function needs(route: string | null, method: string, search = ''): Role | 'anybody' {
  if (route !== null && OPEN.includes(route)) return 'anybody';
  if (reads(method)) return under(READS, route ?? '') ?? 'guest';
  const by = route?.startsWith('/api/') ? method : actionOf(search);
  return under(under(WRITES, route ?? '') ?? {}, by) ?? 'keeper';
}
