import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ASKED_AT,
  EVEN,
  FITS,
  MEASURES,
  SPREAD,
  WAYS,
  WAY_FACTS,
  areaAt,
  areaOfGirth,
  BONE_DENSITY,
  boneRadius,
  areaOfOval,
  densityWith,
  volumeOfBone,
  byCount,
  byThickness,
  byWeight,
  cutUp,
  evenness,
  faceFor,
  faceOf,
  girthOfArea,
  gramsOfVolume,
  isSliced,
  measuredPiece,
  placeOf,
  profilePiece,
  seamOrSlice,
  solidOf,
  spreadOf,
  strips,
  tiedRoasts,
  tiesOf,
  usable,
  volumeTo,
  waysOf,
  type Section
} from '.';

const [LENGTH, RADIUS] = [300, 40];
const places = (...shares: number[]) => shares.map((s) => s * LENGTH);
const through = (area: (x: number) => number, at: number[]): Section[] =>
  at.map((x) => ({ at: x, area: Math.max(0, area(x)) }));

/** Bodies whose volume up to any place is known. */
const BODIES: [string, (x: number) => number, (x: number) => number][] = [
  [
    'cone',
    (x) => Math.PI * (RADIUS * (1 - x / LENGTH)) ** 2,
    (x) => (Math.PI * RADIUS ** 2 * LENGTH * (1 - (1 - x / LENGTH) ** 3)) / 3
  ],
  [
    'ellipsoid',
    (x) => Math.PI * RADIUS ** 2 * (1 - (2 * (x / LENGTH) - 1) ** 2),
    (x) => {
      const u = x / LENGTH;
      return Math.PI * RADIUS ** 2 * LENGTH * (2 * u * u - (4 * u ** 3) / 3);
    }
  ],
  [
    'paraboloid',
    (x) => Math.PI * RADIUS ** 2 * (1 - x / LENGTH),
    (x) => Math.PI * RADIUS ** 2 * (x - (x * x) / (2 * LENGTH))
  ]
];

describe('a solid', () => {
  it.each(BODIES)('of a %s is exact, wherever it was measured', (_, area, volume) => {
    for (const at of [places(0, 0.5, 1), places(0, 0.1, 0.5, 0.9, 1), places(0, 0.3, 0.35, 0.8, 1)]) {
      const solid = solidOf(through(area, at));
      const all = volume(LENGTH);
      for (const x of places(0.03, 0.21, 0.5, 0.77, 1)) {
        expect(volumeTo(solid, x) / all).toBeCloseTo(volume(x) / all, 10);
        expect(areaAt(solid, x)).toBeCloseTo(area(x), 6);
        expect(placeOf(solid, volume(x))).toBeCloseTo(x, 5);
      }
    }
  });

  const sections = fc
    .tuple(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 0, max: 20_000 })), {
        minLength: 1,
        maxLength: 6
      }),
      fc.integer({ min: 0, max: 20_000 })
    )
    .map(([steps, first]) => {
      let at = 0;
      return [{ at, area: first }, ...steps.map(([step, area]) => ({ at: (at += step), area }))];
    });
  it('has nowhere less than nothing, grows along its length, and gives each place back', () => {
    fc.assert(
      fc.property(sections, fc.double({ min: 0, max: 1, noNaN: true }), (own, share) => {
        const solid = solidOf(own);
        let last = -1e-6;
        for (let i = 0; i <= 60; i += 1) {
          const x = (i / 60) * solid.length;
          const volume = volumeTo(solid, x);
          expect(volume).toBeGreaterThanOrEqual(last - 1e-6 * (1 + Math.abs(last)));
          last = volume;
        }
        const all = volumeTo(solid, solid.length);
        fc.pre(all > 1);
        expect(volumeTo(solid, placeOf(solid, share * all)) / all).toBeCloseTo(share, 9);
      })
    );
  });

  it('is not made of what is none', () => {
    expect(() => solidOf([{ at: 0, area: 4 }])).toThrow(RangeError);
    expect(() =>
      solidOf([
        { at: 0, area: 4 },
        { at: 0, area: 5 }
      ])
    ).toThrow(RangeError);
    expect(() =>
      solidOf([
        { at: 0, area: 4 },
        { at: 9, area: -1 }
      ])
    ).toThrow(RangeError);
    expect(() =>
      solidOf([
        { at: 2, area: 4 },
        { at: 9, area: 1 }
      ])
    ).toThrow(RangeError);
  });

  it('knows a girth and an oval', () => {
    expect(areaOfGirth(2 * Math.PI * 30)).toBeCloseTo(Math.PI * 900, 9);
    expect(girthOfArea(areaOfGirth(212))).toBeCloseTo(212, 9);
    // A tape round an oval twice as wide as thick, against its arc summed up.
    const [a, b, n] = [40, 20, 20_000];
    let arc = 0;
    for (let i = 0; i < n; i += 1) {
      const t = (2 * Math.PI * (i + 0.5)) / n;
      arc += (Math.hypot(a * Math.sin(t), b * Math.cos(t)) * 2 * Math.PI) / n;
    }
    expect(areaOfGirth(arc, 2) / areaOfOval(80, 40)).toBeCloseTo(1, 5);
    expect(girthOfArea(areaOfOval(80, 40), 2)).toBeCloseTo(arc, 2);
    expect(areaOfOval(80, 40)).toBeCloseTo(Math.PI * 40 * 20, 9);
  });
});

describe('a piece that was measured', () => {
  it.each(BODIES)('of a %s by three girths weighs what it weighs, tips and all', (_, area, volume) => {
    const measures = ASKED_AT.map((at) => ({ at, girth: girthOfArea(area(at * LENGTH)) }));
    const grams = gramsOfVolume(volume(LENGTH));
    const { piece, misfit } = measuredPiece(grams, LENGTH, measures);
    expect(misfit).toBeUndefined();
    expect(gramsOfVolume(volumeTo(piece.solid, LENGTH))).toBeCloseTo(grams, 6);
    for (const x of places(0.05, 0.4, 0.95)) expect(areaAt(piece.solid, x)).toBeCloseTo(area(x), 4);
  });

  it('of two girths is a frustum', () => {
    // Radii 30 and 20 at 10 and 90 per cent: 31.25 and 18.75 at the tips.
    const { piece } = measuredPiece(gramsOfVolume(606_000), LENGTH, [
      { at: 0.1, girth: 60 * Math.PI },
      { at: 0.9, girth: 40 * Math.PI }
    ]);
    const [a, b] = [31.25, 18.75];
    const exact = (Math.PI * LENGTH * (a * a + a * b + b * b)) / 3;
    const [solid] = [piece.solid];
    expect(volumeTo(solid, LENGTH)).toBeCloseTo(606_000, 3);
    expect(areaAt(solid, 0) / areaAt(solid, LENGTH)).toBeCloseTo((a / b) ** 2, 6);
    expect(areaAt(solid, 0) * (exact / 606_000)).toBeCloseTo(Math.PI * a * a, 3);
  });

  it('whose measures do not fit says which, and by how much', () => {
    const cylinder = (girths: number[]) => girths.map((girth, i) => ({ at: ASKED_AT[i] ?? 0, girth }));
    const grams = gramsOfVolume(areaOfGirth(200) * LENGTH);
    expect(measuredPiece(grams, LENGTH, cylinder([200, 200, 200])).misfit).toBeUndefined();
    // The middle was read as 300 instead of 200.
    const { misfit } = measuredPiece(grams, LENGTH, cylinder([200, 300, 200]));
    expect(misfit?.measure?.index).toBe(1);
    expect(misfit?.measure?.now).toBe(300);
    expect(misfit?.measure?.fits).toBeCloseTo(200, 6);
    expect(misfit?.ratio).toBeLessThan(FITS.low);
    // A length of half: every girth would have to change more than the length.
    const short = measuredPiece(grams, LENGTH / 2, cylinder([200, 200, 200])).misfit;
    expect(short?.length).toBeCloseTo(LENGTH, 6);
    expect(short?.byMeasures).toBeCloseTo(grams / 2, 6);
  });

  it('says how far a slice may be off by how much was measured', () => {
    expect([0, 2, 3, 4, 5].map(spreadOf)).toEqual([
      SPREAD.profile,
      SPREAD.two,
      SPREAD.three,
      SPREAD.three,
      SPREAD.five
    ]);
    expect(MEASURES).toEqual({ min: 2, max: 5 });
    expect(() => measuredPiece(0, 100, [])).toThrow(RangeError);
    expect(() => measuredPiece(500, 100, [{ at: 0.5, girth: 100 }])).toThrow(RangeError);
    expect(() =>
      measuredPiece(500, 100, [
        { at: 0.2, girth: 100 },
        { at: 0.5, girth: 0 }
      ])
    ).toThrow(RangeError);
  });

  it('that nobody measured is as large as such a muscle is', () => {
    const strap = profilePiece('strap', 1_400);
    expect(gramsOfVolume(volumeTo(strap.solid, strap.solid.length))).toBeCloseTo(1_400, 6);
    // A deer’s strap of 1.4 kg is about as long as a forearm and hand, and a hand’s breadth less a finger wide.
    expect(strap.solid.length).toBeGreaterThan(420);
    expect(strap.solid.length).toBeLessThan(680);
    const face = faceOf(strap, areaAt(strap.solid, strap.solid.length * 0.4));
    expect(face.width).toBeGreaterThan(55);
    expect(face.width).toBeLessThan(95);
    expect(profilePiece('nosuch', 700).spread).toBe(SPREAD.profile);
    // Eight times the weight is twice as long.
    expect(profilePiece('strap', 8 * 1_400).solid.length / strap.solid.length).toBeCloseTo(2, 9);
  });
});

describe('a piece on its bone', () => {
  it('is denser than meat: as heavy, it is smaller; its slices add up to what the scale says', () => {
    expect(densityWith(0)).toBeCloseTo(1.06, 12);
    expect(densityWith(1)).toBeCloseTo(BONE_DENSITY, 12);
    // 580 g of meat are 547 cm³, 420 g of bone 311.
    expect(volumeOfBone(0.42)).toBeCloseTo(420 / 1.35 / (580 / 1.06 + 420 / 1.35), 9);
    // Its area in the face is that share of the face.
    const face = { width: 90, thickness: 80 };
    const area = Math.PI * boneRadius({ bone: 0.42 }, face) ** 2;
    expect(area / areaOfOval(90, 80)).toBeCloseTo(volumeOfBone(0.42), 9);
    expect(1_000 / densityWith(0.42)).toBeCloseTo(580 / 1.06 + 420 / 1.35, 9);
    const [bare, boned] = [profilePiece('hindShank', 1_000, 0.42), profilePiece('hindShank', 1_000)];
    expect(bare.solid.length).toBeLessThan(boned.solid.length);
    expect((bare.solid.length / boned.solid.length) ** 3).toBeCloseTo(1.06 / densityWith(0.42), 9);
    for (const { slices, ends } of [
      byCount(bare.solid, 5),
      byThickness(bare.solid, 30),
      byWeight(bare.solid, 180)
    ])
      expect([...slices, ...ends].reduce((sum, s) => sum + s.grams, 0)).toBeCloseTo(1_000, 6);
    for (const s of byWeight(bare.solid, 180).slices) expect(s.grams).toBeCloseTo(180, 6);
  });

  it('measures of it fit its weight with the bone in, and not as meat alone', () => {
    const measures = [0.1, 0.5, 0.9].map((at) => ({ at, girth: 200 }));
    const grams = gramsOfVolume(areaOfGirth(200) * 200, densityWith(0.6));
    const at = (bone: number) => measuredPiece(grams, 200, measures, 1, bone);
    expect(at(0.6).misfit).toBeUndefined();
    expect(areaAt(at(0.6).piece.solid, 100)).toBeCloseTo(areaOfGirth(200), 6);
    expect(areaAt(at(0).piece.solid, 100) / areaOfGirth(200)).toBeCloseTo(densityWith(0.6) / 1.06, 9);
  });
});

describe('slices', () => {
  const strap = profilePiece('strap', 1_400);
  const sum = (list: readonly { grams: number }[]) => list.reduce((all, one) => all + one.grams, 0);

  it('of a strap into twelve weigh the same to a gram, and thicken towards the thin end', () => {
    const { slices, ends } = byCount(strap.solid, 12);
    expect(slices).toHaveLength(12);
    for (const s of slices) expect(s.grams).toBeCloseTo(1_400 / 12, 6);
    expect(ends).toEqual([]);
    expect(slices.at(-1)?.thickness).toBeGreaterThan((slices[5]?.thickness ?? 0) * 1.3);
  });

  it('of one thickness taper in weight; what is over at the end is told', () => {
    const { slices, ends } = byThickness(strap.solid, 30, { face: faceFor(strap, 45) });
    for (const s of slices) expect(s.thickness).toBeCloseTo(30, 9);
    expect(slices.every((s) => s.face >= faceFor(strap, 45) * 0.999)).toBe(true);
    expect(evenness(slices.map((s) => s.grams))).toBeGreaterThan(0.05);
    expect(sum(slices) + sum(ends)).toBeCloseTo(1_400, 6);
  });

  it('of any piece add up to it, none is past the stop line, and none has too small a face', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('strap', 'topRound', 'eyeRound', 'tenderloin', 'breast', 'nosuch'),
        fc.integer({ min: 60, max: 6_000 }),
        fc.constantFrom('thickness', 'weight', 'count' as const),
        fc.integer({ min: 5, max: 60 }),
        // Thousandths: a fraction that fails is made simpler for half an hour.
        fc.integer({ min: 0, max: 1_200 }),
        fc.integer({ min: 100, max: 1_200 }),
        (cut, grams, by, value, faceShare, stopShare) => {
          const piece = profilePiece(cut, grams);
          const { solid } = piece;
          const face = (faceShare / 1_000) * areaAt(solid, solid.length / 2);
          const stop = (stopShare / 1_000) * solid.length;
          const asked = by === 'weight' ? value * 5 : value;
          const { slices, ends } = cutUp(piece, { way: 'steaks', by, value: asked, face, stop });
          // To a twentieth of a milligram: places are found by halving.
          expect(sum(slices) + sum(ends)).toBeCloseTo(grams, 4);
          for (const s of slices) {
            expect(s.to).toBeLessThanOrEqual(stop + 0.02);
            expect(Math.min(areaAt(solid, s.from), areaAt(solid, s.to))).toBeGreaterThanOrEqual(
              face * 0.995 - 1e-6
            );
            if (by === 'weight') expect(Math.abs(s.grams - asked)).toBeLessThan(1);
            if (by === 'thickness') expect(s.thickness).toBeCloseTo(asked, 6);
          }
          if (by === 'count' && slices.length > 0) {
            expect(slices).toHaveLength(asked);
            expect(Math.abs((slices[0]?.grams ?? 0) - (slices.at(-1)?.grams ?? 0))).toBeLessThan(1);
          }
        }
      )
    );
  });

  it('of what has no face large enough are none: all of it is an end', () => {
    const { slices, ends } = byThickness(strap.solid, 25, { face: 1e6 });
    expect(slices).toEqual([]);
    expect(ends).toMatchObject([{ where: 'thin', why: 'face' }]);
    expect(sum(ends)).toBeCloseTo(1_400, 6);
    expect(usable(strap.solid, { stop: 0 })).toBeUndefined();
    expect(byWeight(strap.solid, 2_000).slices).toEqual([]);
    for (const bad of [0, -1, Number.NaN])
      for (const by of [byThickness, byWeight, byCount])
        expect(() => by(strap.solid, bad)).toThrow(RangeError);
    expect(() => byCount(strap.solid, 2.5)).toThrow(RangeError);
  });

  it('past the stop line are told as such', () => {
    const stop = strap.solid.length * 0.6;
    const { ends } = byCount(strap.solid, 6, { stop });
    expect(ends).toMatchObject([{ where: 'thin', why: 'stop' }]);
    expect(ends[0]?.from).toBeCloseTo(stop, 3);
  });

  it('a butterfly takes two thicknesses at once', () => {
    const plain = cutUp(strap, { way: 'medallions', by: 'thickness', value: 20 });
    const opened = cutUp(strap, { way: 'butterfly', by: 'thickness', value: 20 });
    expect(opened.slices[0]?.thickness).toBeCloseTo(2 * (plain.slices[0]?.thickness ?? 0), 9);
  });

  it('are even by their spread', () => {
    expect(evenness([])).toBe(0);
    expect(evenness([200])).toBe(0);
    expect(evenness([180, 180, 180])).toBe(0);
    expect(evenness([90, 110])).toBeCloseTo(0.1414, 4);
    expect(EVEN).toBe(0.1);
  });

  it('a face longer than the blade draws in one stroke is parted along its seam first', () => {
    expect(seamOrSlice(190, 150)).toBe('seam');
    expect(seamOrSlice(120, 200)).toBe('slice');
    expect(seamOrSlice(180, 200)).toBe('slice');
  });
});

describe('strips', () => {
  it('run as long as the piece with its grain, and as its face is wide across it', () => {
    const piece = profilePiece('bottomRound', 1_000);
    const all = { from: 0, to: piece.solid.length };
    const along = strips(piece, 'with', 5, 25, all);
    const across = strips(piece, 'across', 5, 25, all);
    expect(along.length).toBeCloseTo(piece.solid.length, 9);
    expect(across.length).toBeLessThan(along.length);
    expect(across.slabs).toBe(Math.floor(piece.solid.length / 5));
    expect(along.raw).toBeCloseTo(1_000, 6);
    expect(along.dry).toEqual([along.raw * 0.4, along.raw * 0.5]);
    // All strips together are about the piece: none is counted twice.
    for (const s of [along, across])
      expect(s.strips * s.length * 5 * 25).toBeLessThan(1.35 * volumeTo(piece.solid, piece.solid.length));
    expect(() => strips(piece, 'with', 0, 25, all)).toThrow(RangeError);
  });
});

describe('ways', () => {
  it('are offered by what a cut is', () => {
    expect(waysOf('strap')).toContain('medallions');
    expect(waysOf('strap')).toContain('chops');
    expect(waysOf('neckRoast')).not.toContain('steaks');
    expect(waysOf('hindShank')).toEqual(['roundSteaks', 'roasts']);
    expect(waysOf('strap')[0]).toBe('medallions');
    expect(waysOf('topRound')).not.toContain('medallions');
    expect(waysOf('topSirloin')).not.toContain('medallions');
    for (const cut of ['legTrim', 'ribMeat', 'wing', 'backFat']) expect(isSliced(cut), cut).toBe(false);
    for (const cut of ['strap', 'topRound', 'neckRoast', 'breast']) expect(isSliced(cut), cut).toBe(true);
    for (const way of WAYS) expect(WAY_FACTS[way].how).toMatch(/\.$/);
  });

  it('tie small pieces in twos, and part large ones only as far as each part is a roast', () => {
    const { roasts, left } = tiedRoasts([2_600, 700, 300, 500], 1_000, 1_400);
    expect(roasts).toEqual([
      { pieces: [0], grams: 1_300 },
      { pieces: [0], grams: 1_300 },
      { pieces: [1, 2], grams: 1_000 }
    ]);
    expect(left).toEqual([3]);
    // 1.5 kg is no two roasts of a kilogram: it stays one.
    expect(tiedRoasts([1_500], 1_000, 1_400).roasts).toEqual([{ pieces: [0], grams: 1_500 }]);
    expect(() => tiedRoasts([1], 2, 1)).toThrow(RangeError);
    expect(tiesOf(280)).toBe(8);
  });

  it('of roasts lose and double nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 50, max: 5_000 }), { maxLength: 12 }),
        fc.integer({ min: 300, max: 2_000 }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (pieces, low, wide) => {
          const { roasts, left } = tiedRoasts(pieces, low, low * wide);
          const all =
            roasts.reduce((s, r) => s + r.grams, 0) + left.reduce((s, i) => s + (pieces[i] ?? 0), 0);
          expect(all).toBeCloseTo(
            pieces.reduce((a, b) => a + b, 0),
            6
          );
          for (const r of roasts) expect(r.grams).toBeGreaterThanOrEqual(low - 1e-9);
          const used = roasts.filter((r) => r.pieces.length === 2).flatMap((r) => r.pieces);
          expect(new Set(used).size).toBe(used.length);
        }
      )
    );
  });
});
