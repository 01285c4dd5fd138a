import { describe, expect, it } from 'vitest';
import { HOUR } from '$core/units';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from './formatter';
import { stiffnessWords } from './stiffness';

const NOW = Date.UTC(2026, 10, 25, 20);
const after = (hours: number, kind: 'large' | 'small' = 'large') =>
  stiffnessWords(NOW - hours * HOUR, NOW, kind, formatter(DEFAULT_SETTINGS));

describe('how stiff it should be', () => {
  it('goes by the hours since death, small game twice as fast', () => {
    expect(after(2)).toContain('usually limp, not stiff yet by now');
    expect(after(5)).toContain('usually stiffening by now');
    expect(after(20)).toContain('usually stiff by now');
    expect(after(26)).toContain('usually stiff or loosening by now');
    expect(after(40)).toContain('usually loosening or loose again by now');
    expect(after(200)).toContain('usually loose again by now');
    expect(after(10, 'small')).toBe(after(20).replace(/Dead [^:]+/, after(10, 'small').split(':')[0]!));
    expect(stiffnessWords(undefined, NOW, 'large', formatter(DEFAULT_SETTINGS))).toContain('not known');
  });
});
