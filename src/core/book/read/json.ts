/** Levels of lists and records in what comes from outside; what the book takes has no more than ten. Own choice. */
export const JSON_DEPTH = 64;

/**
 * Whether JSON text nests lists and records deeper than so many levels. It is looked at sign by sign: nothing is made of it,
 * and a million brackets take milliseconds.
 */
export function nestsDeeper(text: string, levels = JSON_DEPTH): boolean {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i += 1) {
    const sign = text.charCodeAt(i);
    if (quoted) {
      if (sign === BACKSLASH) i += 1;
      else if (sign === QUOTE) quoted = false;
    } else if (sign === QUOTE) quoted = true;
    else if (sign === OPEN_RECORD || sign === OPEN_LIST) {
      depth += 1;
      if (depth > levels) return true;
    } else if (sign === CLOSE_RECORD || sign === CLOSE_LIST) depth -= 1;
  }
  return false;
}
const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_RECORD, CLOSE_RECORD] = [34, 92, 91, 93, 123, 125];

/** What a JSON text from outside says; undefined where it is none, or nests too deep. */
export function jsonOf(text: string): unknown {
  if (nestsDeeper(text)) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
