import { describe, expect, it } from 'vitest';
import { newPassword, opens, passwordFault, pinFault, seal } from './secrets';

describe('a password', () => {
  it.each([
    ['eleven sign', 'at least 12'],
    ['a    b    c    d', 'at least 12'],
    ['x'.repeat(129), 'at most 128'],
    ['passwordpassword', 'too easy'],
    ['qwertyuiopasdfgh', 'too easy'],
    ['123456789012345', 'too easy'],
    ['Torvald Wrenner', 'too easy']
  ])('“%s” is none', async (password, says) => {
    expect(await passwordFault(password, ['Torvald Wrenner', 'Torvald', 'Wrenner'])).toContain(says);
  });

  it('of four words is one, whatever signs are in it', async () => {
    for (const good of ['marsh lantern copper nine', 'fjord ærlig grøt 漢字 stein', newPassword()])
      expect(await passwordFault(good, ['Tove'])).toBeUndefined();
  });

  it('is kept as what only itself opens', async () => {
    const sealed = await seal('Grüße aus dem Wald');
    expect(sealed).toMatch(/^\$argon2id\$/);
    expect(sealed).not.toBe(await seal('Grüße aus dem Wald'));
    expect(await opens(sealed, 'Grüße aus dem Wald'.normalize('NFD'))).toBe(true);
    expect(await opens(sealed, 'Grüße aus dem wald')).toBe(false);
    expect(await opens('no digest', 'anything')).toBe(false);
  });
});

describe('a PIN', () => {
  it.each([
    ['12a4', 'figures'],
    ['297', '4 to 8'],
    ['297412345', '4 to 8'],
    ['1111', 'easy'],
    ['3456', 'easy'],
    ['9876', 'easy']
  ])('%s is none', (pin, says) => expect(pinFault(pin)).toContain(says));

  it('of figures that do not follow is one', () => {
    expect(pinFault('2974')).toBeUndefined();
    expect(pinFault('10203040')).toBeUndefined();
  });
});
