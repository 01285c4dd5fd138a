/**
 * Text of a file by its first bytes: UTF-8, UTF-16 of either order with or without its mark, else Windows-1252, which
 * older loggers write.
 */
export function decodeText(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  // Plain figures in UTF-16 have a zero in every other byte.
  const looked = bytes.subarray(0, 400);
  const zeros = [0, 1].map((odd) => looked.filter((byte, i) => i % 2 === odd && byte === 0).length);
  if ((zeros[1] ?? 0) > looked.length / 3) return new TextDecoder('utf-16le').decode(bytes);
  if ((zeros[0] ?? 0) > looked.length / 3) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
