/** Letters and figures of a code: none that is taken for another (Crockford's, 1979). */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
/** Signs of a code before its check; forty bits of an id. Exact. */
const LENGTH = 8;
/** A prime below the number of signs. Exact. */
const CHECK = 31;

const checkOf = (values: readonly number[]): number =>
  values.reduce((sum, value, i) => (sum + (i + 1) * value) % CHECK, 0);

/**
 * The short code of a thing: the last forty bits of its id in eight signs, and one that tells a slip of the finger.
 * @example shortCode('01910c3a-0c9e-7e2f-89ff-a44fc41fcf2d') // '9Z21ZKSD9'
 */
export function shortCode(id: string): string {
  const bits = BigInt(`0x${id.replaceAll('-', '').slice(-10)}`);
  const values = Array.from({ length: LENGTH }, (_, i) =>
    Number((bits >> BigInt(5 * (LENGTH - 1 - i))) & 31n)
  );
  return [...values, checkOf(values)].map((v) => SIGNS[v]).join('');
}

/** A code as people read it: `9Z21 ZKSD 9`. */
export const spaced = (code: string): string => code.replace(/^(.{4})(.{4})(.)$/, '$1 $2 $3');

export type CodeRead =
  | { ok: true; /** The last ten figures of the id, hexadecimal. */ tail: string; code: string }
  | { ok: false; fault: 'shape' | 'check' };

/**
 * Reads a code as somebody typed or scanned it: spaces and dashes, small letters, O for 0, I and L for 1, alone or at the
 * end of an address.
 */
export function readCode(text: string): CodeRead {
  const last = text.trim().split(/[/?#]/).filter(Boolean).at(-1) ?? '';
  const plain = last.toUpperCase().replace(/[\s-]/g, '').replaceAll('O', '0').replace(/[IL]/g, '1');
  const values = [...plain].map((sign) => SIGNS.indexOf(sign));
  if (values.length !== LENGTH + 1 || values.includes(-1)) return { ok: false, fault: 'shape' };
  if (checkOf(values.slice(0, LENGTH)) !== values[LENGTH]) return { ok: false, fault: 'check' };
  const bits = values.slice(0, LENGTH).reduce((sum, v) => (sum << 5n) | BigInt(v), 0n);
  return { ok: true, tail: bits.toString(16).padStart(10, '0'), code: plain };
}
