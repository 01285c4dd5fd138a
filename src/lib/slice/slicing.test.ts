import { describe, expect, it } from 'vitest';
import { expectedMuscles } from '$core/plan/testkit';
import { cutOf } from '$core/reference';
import { slicedSchema } from '$core/slice';
import { Slicing, type SlicingData } from './slicing.svelte';

const muscles = expectedMuscles('a', 'whitetail', 45_000).map((m) => ({ ...m, name: m.cut }));
const data = (units: 'kg' | 'lb' = 'kg'): SlicingData => ({
  larder: { units },
  muscles,
  freezer: { set: -20, film: 'still' },
  household: { people: 4, portion: 180 },
  hand: 'bench'
});
const strap = muscles.find((m) => m.cut === 'strap')?.id ?? '';

describe('a piece on the board', () => {
  it('is cut into twelve that weigh the same, by what the book says or by what is typed over it', () => {
    const s = new Slicing(() => data(), strap);
    s.takeBy('count');
    s.value = '12';
    expect(s.result?.sliced.slices).toHaveLength(12);
    s.weight = '1,4 kg';
    const { sliced } = s.result ?? { sliced: undefined };
    const each = sliced?.slices.map((x) => x.grams) ?? [];
    const ends = sliced?.ends.reduce((sum, e) => sum + e.grams, 0) ?? 0;
    expect(each).toHaveLength(12);
    for (const g of each) expect(g).toBeCloseTo((1_400 - ends) / 12, 4);
    expect(s.weighedPiece).toBe(true);
    expect(s.stroke?.do).toBe('slice');
    s.blade = '6 cm';
    expect(s.stroke?.do).toBe('seam');
    expect(s.firming).toBeGreaterThan(20);
  });

  it('says what is wrong at its field, and goes on when it is right', () => {
    const s = new Slicing(() => data(), strap);
    s.value = 'thick';
    expect(s.faults).toEqual({ value: 'a figure' });
    expect(s.result).toBeUndefined();
    s.value = '25 mm';
    expect(s.faults).toEqual({});
    s.weight = '-2';
    expect(Object.keys(s.faults)).toEqual(['grams']);
    s.weight = '';
    s.how = 'girth';
    s.length = '52 cm';
    const [thick, middle, thin] = s.measures;
    if (!thick || !middle || !thin) throw new Error('three are asked for');
    thick.girth = '190';
    expect(Object.keys(s.faults)).toEqual(['measures']);
    middle.girth = 'wide';
    expect(s.faults['measures.1']).toBe('a figure');
    middle.girth = '20,5 cm';
    thin.girth = '150';
    expect(s.faults).toEqual({});
    expect(s.result?.piece.measures).toBe(3);
    expect(s.result?.piece.solid.length).toBe(520);
    s.length = '';
    expect(s.faults.length).toBe('its length, with measures');
    s.length = '52 cm';
    s.addMeasure();
    s.addMeasure();
    expect(s.measures.map((m) => m.at)).toEqual([0.1, 0.3, 0.5, 0.7, 0.9]);
    // Places that are not filled in are no measures.
    expect(s.result?.piece.measures).toBe(3);
    s.stop = '30 cm';
    expect(s.result?.asked.stop).toBe(300);
    s.stop = 'there';
    expect(s.faults.stop).toBe('millimetres from its thick end');
  });

  it('that is taken instead brings its own ways, its own stop, and nothing of the one before', () => {
    const s = new Slicing(() => data(), strap);
    s.takeWay('medallions');
    s.how = 'girth';
    s.weight = '2';
    s.choose(muscles.find((m) => m.cut === 'eyeRound')?.id ?? '');
    expect(s.way).toBe('steaks');
    expect([s.how, s.weight]).toEqual(['shape', '']);
    s.face = '20';
    const { result } = s;
    expect(result?.asked.stop).toBeCloseTo((result?.piece.solid.length ?? 0) * 0.67, 6);
    expect(result?.sliced.ends.some((e) => e.why === 'stop')).toBe(true);
    s.choose(muscles.find((m) => m.cut === 'neckRoast')?.id ?? '');
    expect(s.way).toBe('roasts');
    // Of somebody’s own: no weight, no slices.
    s.choose('', 'topRound');
    expect(s.key).toBe('topRound');
    expect(Object.keys(s.faults)).toContain('grams');
    s.takeWay('roasts');
    s.value = '1.2 kg';
    s.weight = '900 g';
    // Lighter than the roast that was asked for: none, and it is not its face that is to blame.
    expect(s.result?.sliced.ends.map((e) => e.why)).not.toContain('stop');
    expect(s.result?.sliced.slices).toEqual([]);
    expect(s.tooLight).toBe(true);
    s.takeWay('steaks');
    expect(s.tooLight).toBe(false);
    expect(s.result?.sliced.slices.length).toBeGreaterThan(0);
    expect(s.kept('x', 1)).toBeUndefined();
  });

  it('as roasts is tied with its like of the other side where it is too small alone', () => {
    const s = new Slicing(() => data(), muscles.find((m) => m.cut === 'eyeRound')?.id ?? '');
    s.takeWay('roasts');
    const own = s.grams ?? 0;
    // Four at the table, 180 g each; what is lighter is one roast as it is.
    expect(s.value).toBe(`${Math.min(720, own)} g`);
    s.value = `${Math.round(own * 1.9)} g`;
    expect(s.tied?.pieces).toHaveLength(2);
    expect(s.tied?.roasts).toHaveLength(1);
    expect(s.tied?.roasts[0]?.pieces).toHaveLength(2);
    s.value = `${Math.round(own)} g`;
    expect(s.tied?.roasts.every((r) => r.pieces.length === 1)).toBe(true);
  });

  it('as strips runs with its grain or across it', () => {
    const s = new Slicing(() => data(), muscles.find((m) => m.cut === 'bottomRound')?.id ?? '');
    s.takeWay('strips');
    const across = s.strips?.length ?? 0;
    s.grain = 'with';
    expect(s.strips?.length).toBeGreaterThan(across);
    s.strip = 'x';
    expect(s.strips).toBeUndefined();
  });

  it('is kept with what its pieces weighed, one by one or all together', () => {
    const s = new Slicing(() => data(), strap);
    expect(s.kept('x', 1)).toBeUndefined();
    s.weighed = '182 176; 190+171';
    expect(s.spread).toBeCloseTo(0.0452, 3);
    expect(slicedSchema.parse(s.kept('x', 1)).weighed).toEqual([182, 176, 190, 171]);
    s.together = '4';
    expect(s.weights).toEqual({ ok: false, fault: 'one weight for all of them' });
    s.weighed = '719';
    expect(s.kept('x', 1)).toMatchObject({ weighed: [719], pieces: 4 });
    expect(s.spread).toBeUndefined();
    s.weighed = 'ham';
    expect(s.weights.ok).toBe(false);
    // In pounds a bare figure is pounds.
    const lb = new Slicing(() => data('lb'), strap);
    lb.weighed = '0.40 0.39';
    expect(lb.weights).toEqual({ ok: true, weighed: [181, 177] });
    lb.takeBy('weight');
    expect(lb.result?.asked.value).toBeCloseTo(180, -1);
  });

  it('a shank is sawn with its bone, told heavier than its meat; one that lies boned is not sawn', () => {
    const shank = muscles.find((m) => m.cut === 'hindShank')!;
    const s = new Slicing(() => data(), shank.id);
    expect(s.way).toBe('roundSteaks');
    const { bone } = cutOf('hindShank')!;
    expect(s.bone).toBe(bone);
    expect(s.grams).toBe(Math.round(shank.grams / (1 - bone)));
    expect(s.result?.piece.bone).toBe(bone);
    expect(s.stroke).toBeUndefined();
    s.takeWay('roasts');
    expect(s.stroke?.do).toBe('slice');
    expect(s.bone).toBe(0);
    expect(s.grams).toBe(Math.round(shank.grams));
    const lying = { ...data(), muscles: muscles.map((m) => (m === shank ? { ...m, item: 'i' } : m)) };
    const boned = new Slicing(() => lying, shank.id);
    expect(boned.ways).not.toContain('roundSteaks');
    expect(boned.way).toBe('roasts');
  });

  it('takes weights off the scale one by one, tells what the next should weigh, and gives the last one back', () => {
    for (const [units, text] of [
      ['kg', '182 176'],
      ['lb', '0.401 0.388']
    ] as const) {
      const s = new Slicing(() => data(units), strap);
      s.takeBy('count');
      s.value = '4';
      const each = s.result?.sliced.slices.map((x) => Math.round(x.grams)) ?? [];
      expect(s.told).toBe(each[0]);
      s.weigh(182);
      expect(s.told).toBe(each[1]);
      s.weigh(176);
      expect(s.weighed).toBe(text);
      expect(s.weights).toEqual({ ok: true, weighed: [182, 176] });
      s.weigh(170);
      s.weigh(171);
      expect(s.told).toBeUndefined();
      s.unweigh();
      s.unweigh();
      expect(s.weighed).toBe(text);
      s.unweigh();
      s.unweigh();
      s.unweigh();
      expect(s.count).toBe(0);
      expect(s.weighed).toBe('');
    }
  });
});
