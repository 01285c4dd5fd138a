import { describe, expect, it } from 'vitest';
import { PLATE_KEYS, loadDrawing, looksOf, shareHung, shareLying, usualLook, viewsOf } from './index';
import { SPECIES, SPECIES_KEYS } from '$core/reference';

const deer = { species: 'fallow', group: 'deer' } as const;

describe('what lies open', () => {
  it('is looked at from either side, from the back, from the inside, and by weight', () => {
    expect(looksOf(deer).map((l) => l.name)).toEqual([
      'left side',
      'right side',
      'back',
      'inside',
      'by weight'
    ]);
    expect(looksOf({ ...deer, part: 'shoulder', side: 'right' })).toMatchObject([
      { name: 'outside', side: 'right' },
      { name: 'inside', side: 'right' },
      { name: 'by weight' }
    ]);
    expect(looksOf({ ...deer, board: 'topRound' }).map((l) => l.name)).toEqual(['board', 'by weight']);
    // A neck has no drawing: bars say what is in it.
    expect(looksOf({ ...deer, part: 'neck' })).toEqual([{ name: 'by weight' }]);
  });

  it('is shown so that what comes next is seen', () => {
    const looks = looksOf(deer);
    expect(usualLook(looks, 'shoulder', 'right').name).toBe('right side');
    expect(usualLook(looks, 'shoulder', undefined).name).toBe('left side');
    expect(usualLook(looks, 'tenderloin', 'left').name).toBe('inside');
    const leg = looksOf({ ...deer, part: 'hindLeg', side: 'right' });
    expect(usualLook(leg, 'topRound', 'right').name).toBe('inside');
    expect(usualLook([{ name: 'by weight' }], 'strap', 'left').name).toBe('by weight');
  });

  it('has an outline for every species; those that differ have their own', () => {
    const first = (species: (typeof SPECIES_KEYS)[number], sex?: 'male' | 'female') =>
      viewsOf({ species, group: SPECIES[species].group, sex }, undefined)[0]?.drawing;
    for (const species of SPECIES_KEYS) expect(PLATE_KEYS, species).toContain(first(species));
    const own = (
      ['roe', 'reddeer', 'elk', 'moose', 'boar', 'pheasant', 'duck', 'goose', 'rabbit', 'hare'] as const
    ).map((species) => first(species));
    expect(new Set(own).size).toBe(own.length);
    expect(first('boar', 'male')).not.toBe(first('boar', 'female'));
  });
});

describe('lying and hung', () => {
  it('are the same drawing turned, never mirrored: the left side stays left', async () => {
    const [lying, hung] = await Promise.all([loadDrawing('deer-back'), loadDrawing('deer-back', true)]);
    const label = (drawing: typeof lying, key: string, side: string) =>
      drawing.regions.find((r) => r.key === key && r.side === side)!.label;
    // Hung, seen from the back, its left is on the viewer's right; laid down to the left, its left is below.
    expect(label(hung, 'shoulder', 'left')[0]).toBeGreaterThan(label(hung, 'shoulder', 'right')[0]);
    expect(label(lying, 'shoulder', 'left')[1]).toBeGreaterThan(label(lying, 'shoulder', 'right')[1]);
    // The head is down, and then to the left.
    expect(label(hung, 'shoulder', 'left')[1]).toBeGreaterThan(label(hung, 'hindLeg', 'left')[1]);
    expect(label(lying, 'shoulder', 'left')[0]).toBeLessThan(label(lying, 'hindLeg', 'left')[0]);
    // A place that was marked on one is the same place on the other.
    const box = (d: typeof lying) => d.viewBox.split(' ').map(Number) as [number, number, number, number];
    const share = (d: typeof lying) => {
      const [x, y] = label(d, 'hindLeg', 'right');
      const [x0, y0, width, height] = box(d);
      return [(x - x0) / width, (y - y0) / height] as const;
    };
    const back = shareHung(share(lying));
    expect(back[0]).toBeCloseTo(share(hung)[0], 4);
    expect(back[1]).toBeCloseTo(share(hung)[1], 4);
    expect(shareLying(back)[0]).toBeCloseTo(share(lying)[0], 9);
  });
});
