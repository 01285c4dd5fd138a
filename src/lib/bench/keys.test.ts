import { describe, expect, it } from 'vitest';
import { benchKey, takesOver, type KeyContext } from './keys';

const stroke = (key: string, more: object = {}) => ({
  key,
  repeat: false,
  altKey: false,
  ctrlKey: false,
  metaKey: false,
  ...more
});
const at = (more: Partial<KeyContext> = {}): KeyContext => ({
  free: true,
  typing: false,
  typed: false,
  letters: ['u', 'g', 'x'],
  ...more
});
const kind = (key: string, context: Partial<KeyContext> = {}, more = {}) =>
  benchKey(stroke(key, more), at(context))?.kind;

describe('keys at the bench', () => {
  it('take with Space and with the pedal, wherever the focus is', () => {
    expect(kind(' ')).toBe('press');
    expect(kind(' ', { free: false })).toBe('press');
    expect(kind('PageDown', { free: false })).toBe('press');
  });

  it('count a held key once, and a held pedal scrolls nothing', () => {
    expect(kind(' ', {}, { repeat: true })).toBeUndefined();
    expect(kind('PageDown', {}, { repeat: true })).toBe('nothing');
    expect(takesOver({ kind: 'nothing' }, { key: 'PageDown' })).toBe(true);
    expect(takesOver({ kind: 'digit', digit: '4' }, { key: '4' })).toBe(false);
  });

  it('begin a weight with a digit, and end it with Enter', () => {
    expect(benchKey(stroke(','), at())).toEqual({ kind: 'digit', digit: ',' });
    // A minus is not swallowed: what is typed with it is no weight, and is said to be none.
    expect(benchKey(stroke('-'), at())).toEqual({ kind: 'digit', digit: '-' });
    expect(kind('Enter')).toBeUndefined();
    expect(kind('Enter', { typed: true })).toBe('press');
    expect(kind('Backspace')).toBeUndefined();
    expect(kind('Backspace', { typed: true })).toBe('erase');
  });

  it('never fire while somebody types, with a modifier, or when letters are off', () => {
    for (const key of ['u', '7', ' ', '/', 'PageDown'])
      expect(kind(key, { typing: true }), key).toBeUndefined();
    for (const held of ['altKey', 'ctrlKey', 'metaKey'])
      expect(kind('u', {}, { [held]: true }), held).toBeUndefined();
    expect(benchKey(stroke('G'), at())).toEqual({ kind: 'letter', letter: 'g' });
    expect(kind('g', { letters: [] })).toBeUndefined();
    expect(kind('q')).toBeUndefined();
  });
});
