/** Source of random bytes, handed in from outside: core has none of its own. */
export type RandomBytes = (length: number) => Uint8Array;

/**
 * A version 7 UUID (RFC 9562, section 5.7): 48 bits of Unix milliseconds, then random bits.
 * Sorts by time of making.
 * @param nowMs  milliseconds since the epoch, 0 … 2^48 − 1
 * @param random  ten random bytes are asked for
 */
export function uuidv7(nowMs: number, random: RandomBytes): string {
  const bytes = new Uint8Array(16);
  let ms = Math.max(0, Math.floor(nowMs));
  for (let i = 5; i >= 0; i -= 1) {
    bytes[i] = ms % 256;
    ms = Math.floor(ms / 256);
  }
  bytes.set(random(10), 6);
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x70;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

/** Lower-case UUID of version 7. */
export const UUID7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
