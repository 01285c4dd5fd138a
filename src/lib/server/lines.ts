/** A line that came was longer than any may be. */
export class LineTooLong extends Error {}
/** What came is no text in UTF-8. */
export class NotText extends Error {}

/**
 * Lines of a text in UTF-8 that comes in pieces; no more is kept than the line that is under way.
 * @param longest  characters of a line
 * @throws LineTooLong, NotText
 */
export async function* linesIn(pieces: AsyncIterable<Uint8Array>, longest: number): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let begun: string[] = [];
  let length = 0;
  const ended = (last: string): string => {
    const line = begun.length === 0 ? last : begun.join('') + last;
    begun = [];
    length = 0;
    return line;
  };
  for await (const piece of pieces) {
    const text = decoded(() => decoder.decode(piece, { stream: true }));
    let from = 0;
    for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', from)) {
      if (length + end - from > longest) throw new LineTooLong();
      yield ended(text.slice(from, end));
      from = end + 1;
    }
    begun.push(text.slice(from));
    length += text.length - from;
    if (length > longest) throw new LineTooLong();
  }
  const rest = ended(decoded(() => decoder.decode()));
  if (rest !== '') yield rest;
}

function decoded(decode: () => string): string {
  try {
    return decode();
  } catch {
    throw new NotText();
  }
}
