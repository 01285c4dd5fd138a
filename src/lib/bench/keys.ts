/** What a key means at the bench. */
export type BenchKey =
  | { kind: 'press' | 'more' | 'back' | 'find' | 'keys' | 'erase' | 'nothing' }
  | { kind: 'digit'; digit: string }
  | { kind: 'letter'; letter: string };

/** The little of a keyboard event that decides. */
export type KeyStroke = Pick<KeyboardEvent, 'key' | 'repeat' | 'altKey' | 'ctrlKey' | 'metaKey'>;

export interface KeyContext {
  /** No control has the focus: Enter is the bench's. */
  free: boolean;
  /** Somebody is typing into a field, or choosing in one. */
  typing: boolean;
  /** A weight has been begun. */
  typed: boolean;
  /** Letters that mean something; none where they are switched off. */
  letters: readonly string[];
}

/**
 * Reads a key. A foot pedal sends PageDown, a second one PageUp, neither of which scrolls here; a held key counts once.
 * @returns undefined for what is not the bench's business
 */
export function benchKey(
  { key, repeat, altKey, ctrlKey, metaKey }: KeyStroke,
  { free, typing, typed, letters }: KeyContext
): BenchKey | undefined {
  if (altKey || ctrlKey || metaKey || typing) return undefined;
  if (key === 'PageDown') return { kind: repeat ? 'nothing' : 'press' };
  if (key === 'PageUp') return { kind: repeat ? 'nothing' : 'more' };
  if (repeat) return undefined;
  // Wherever the focus is: a button that was pressed last is not pressed again by it.
  if (key === ' ') return { kind: 'press' };
  if (key === 'Escape') return { kind: 'back' };
  if (key === '/') return { kind: 'find' };
  if (key === '?') return { kind: 'keys' };
  if (/^[0-9.,-]$/.test(key)) return { kind: 'digit', digit: key };
  if (key === 'Backspace') return typed ? { kind: 'erase' } : undefined;
  if (key === 'Enter') return typed && free ? { kind: 'press' } : undefined;
  const letter = key.toLowerCase();
  return letters.includes(letter) ? { kind: 'letter', letter } : undefined;
}

/** Keys whose own work in the browser would be in the way. */
export const takesOver = (key: BenchKey, stroke: Pick<KeyStroke, 'key'>): boolean =>
  stroke.key.startsWith('Page') || stroke.key === ' ' || key.kind === 'find' || key.kind === 'letter';
