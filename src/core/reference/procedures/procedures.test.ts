import { describe, expect, it } from 'vitest';
import { GLANDS, PROCEDURES, noteOf, stepTitle, withNotes, type Procedure } from '$core/reference';

const all = Object.values(PROCEDURES);
const follows = all.filter((p) => !p.apart && !p.pieces);
const glandsOf = (p: Procedure) => p.steps.flatMap((s) => s.glands ?? []);
const at = (p: Procedure, key: string) => p.steps.findIndex((s) => s.key === key);
const stepAt = (key: string, step: string) => at(PROCEDURES[key]!, step);

describe('the card of a step', () => {
  it('says at everything that comes off what to feel for, what goes wrong and why now; each a line', () => {
    for (const { key, steps } of follows)
      for (const step of steps) {
        const name = `${key} ${step.key}`;
        if (step.takes.length > 0) expect(step.feel, `${name} feel`).toBeTruthy();
        if (!step.glands) expect(step.wrong, `${name} wrong`).toBeTruthy();
        expect(step.why, `${name} why`).toBeTruthy();
        for (const line of [step.feel, step.wrong, step.why])
          if (line) expect(line.length, `${name}: ${line}`).toBeLessThanOrEqual(60);
      }
  });

  it('lets a step’s own words stand, and gives an own order what is known of its cuts', () => {
    const own: Procedure = {
      ...PROCEDURES.S2!,
      steps: [
        {
          key: 'first',
          title: 'Flat iron',
          doing: 'Off it comes.',
          cautions: [],
          takes: [{ kind: 'piece', cut: 'flatIron' }],
          why: 'We like it so'
        }
      ]
    };
    const [step] = withNotes(own).steps;
    expect(step).toMatchObject({ why: 'We like it so', wrong: noteOf('flatIron')?.wrong });
  });

  it('knows one thing of a shank on the table and another of one that the leg hangs by', () => {
    expect(noteOf('hindShank', 'deer')?.why).not.toBe(noteOf('hindShank', 'deer', 'hook')?.why);
    expect(PROCEDURES['S1-hook']!.steps.find((s) => s.key === 'hindShank')?.why).toMatch(/hangs/);
  });
});

describe('a stop says what its own thing is like', () => {
  const NODES = ['popliteal', 'hip', 'prefemoral', 'prescapular', 'axillary', 'inguinal'];
  const stops = all.flatMap((p) => p.steps.filter((s) => s.glands).map((s) => ({ order: p.key, step: s })));
  it.each(stops.map(({ order, step }) => [order, step.key, step] as const))('%s, %s', (_, key, step) => {
    const [first] = step.glands ?? [];
    const beans = /beans/.test(`${step.feel}`);
    expect(beans, `${key}: ${step.feel}`).toBe(NODES.includes(first ?? ''));
    // Only nodes and glands lie in fat, and only they make a batch bitter.
    if (!NODES.includes(first ?? '')) expect(`${step.doing} ${step.wrong}`).not.toMatch(/in its fat|bitter/);
  });

  it('a liver has a gall where the kind has one: not a deer’s, not a pigeon’s', () => {
    for (const group of ['deer', 'pigeonlike'] as const)
      expect(noteOf('organs', group)?.wrong).not.toMatch(/gall|bladder/);
    for (const group of ['boar', 'rabbit', 'gamebird', 'waterfowl'] as const)
      expect(noteOf('organs', group)?.wrong).toMatch(/gall/);
  });
});

describe('glands', () => {
  const LEG = ['femoral', 'hip', 'inguinal', 'popliteal', 'prefemoral'];
  it.each(follows.filter((p) => p.part === 'hindLeg').map((p) => p.key))(
    'of a leg are all asked for by %s, once each, before it closes',
    (key) => {
      expect([...glandsOf(PROCEDURES[key]!)].sort()).toEqual(LEG);
      expect(PROCEDURES[key]!.steps.at(-1)?.closes).toBe(true);
    }
  );
  it.each(follows.filter((p) => p.part === 'shoulder').map((p) => p.key))(
    'of a shoulder are all asked for by %s',
    (key) =>
      expect([...glandsOf(PROCEDURES[key]!)].sort()).toEqual(['axillary', 'axillaryVessels', 'prescapular'])
  );
  it('are asked for where they lie bare', () => {
    // The node of the leg once the roll is off; the hip’s after the hip piece; the vessels after the inside leg.
    for (const { key } of follows.filter((p) => p.part === 'hindLeg' && at(p, 'eyeRound') >= 0)) {
      expect(stepAt(key, 'gland-popliteal'), key).toBeGreaterThan(stepAt(key, 'eyeRound'));
      expect(stepAt(key, 'gland-hip'), key).toBeGreaterThan(stepAt(key, 'topSirloin'));
    }
    expect(stepAt('S1', 'gland-femoral')).toBe(stepAt('S1', 'topRound') + 1);
    expect(stepAt('S1-bone', 'gland-femoral')).toBe(stepAt('S1-bone', 'femur') + 1);
    expect(stepAt('S2', 'gland-axillary')).toBeGreaterThan(stepAt('S2', 'underBlade'));
    // Whole: first.
    expect(stepAt('S2-whole', 'gland-axillary')).toBeLessThan(stepAt('S2-whole', 'foreShank'));
    for (const key of ['Q1', 'Q1-neck', 'Q2', 'Q3', 'Q3-half', 'Q5']) {
      expect(stepAt(key, 'gland-prefemoral'), key).toBeGreaterThan(stepAt(key, 'flankWhole-right'));
      expect(stepAt(key, 'gland-prescapular'), key).toBeGreaterThan(stepAt(key, 'neckRoast-right'));
    }
    for (const side of ['left', 'right'])
      expect(stepAt('Q1-table', `gland-prefemoral-${side}`)).toBe(
        stepAt('Q1-table', `flankWhole-${side}`) + 1
      );
    for (const key of ['S5', 'S5-side', 'S5-joints', 'H2-unopened'])
      expect(stepAt(key, 'gland-scent'), key).toBe(stepAt(key, 'rabbitHind') + 1);
    for (const key of ['S6', 'S6-crown', 'S6-whole']) expect(stepAt(key, 'gland-crop')).toBe(0);
    expect(glandsOf(PROCEDURES['F1-boar']!)).toEqual(expect.arrayContaining(['sheath', 'gall', 'inguinal']));
    expect(glandsOf(PROCEDURES.F1!)).not.toContain('gall');
  });
  it('have names in the book, on either side, and the stop of before keeps its own', () => {
    expect(stepTitle('gland-popliteal')).toBe(GLANDS.popliteal!.name);
    expect(stepTitle('gland-prefemoral-left')).toBe(`${GLANDS.prefemoral!.name}, left`);
    expect(stepTitle('glands')).toBe('Glands');
    expect(stepTitle('chest')).toBe('Windpipe and gullet');
    expect(stepTitle('gland-nothing')).toBeUndefined();
  });
});

describe('what practice has corrected', () => {
  it('takes the calf before the shank, or with it', () => {
    for (const p of follows.filter((o) => at(o, 'heel') >= 0 && at(o, 'hindShank') >= 0))
      expect(at(p, 'heel'), p.key).toBeLessThan(at(p, 'hindShank'));
  });
  it('frees the wall of the chest before the gullet', () => {
    for (const key of ['F1', 'F1-boar']) expect(stepAt(key, 'diaphragm')).toBeLessThan(stepAt(key, 'gullet'));
  });
  it('ties no shoulder to the trunk by a joint', () => {
    for (const { key, steps } of follows)
      for (const step of steps)
        if (step.bones?.includes('shoulder')) expect(`${key} ${step.key}`).toBe('S2-three armJoint');
  });
  it('begins on the clean side and comes to the shot side last', () => {
    for (const { key, steps } of follows)
      for (const { doing, look = '', key: step } of steps)
        expect(`${doing} ${look}`, `${key} ${step}`).not.toMatch(/[Bb]egin on the shot side|shot side first/);
  });
  it('says nowhere that something is safe', () => {
    expect(JSON.stringify(all)).not.toMatch(/\bsafe(ly|r|st)?\b/i);
  });
  it('calls the boneless side of small game by one word', () => {
    expect(JSON.stringify(all)).not.toMatch(/slab/i);
    expect(stepTitle('side')).toBe('Boneless sides');
  });
  it('tells what drops: by the hocks the frame, by the neck the legs, on the table nothing', () => {
    const drops = (key: string, step: string) => PROCEDURES[key]!.steps.find((s) => s.key === step)?.drops;
    expect(drops('Q1', 'hindLeg-right')).toMatch(/frame/);
    expect(drops('Q5', 'hindLeg-right')).toMatch(/frame/);
    expect(drops('Q1-neck', 'hindLeg-left')).toMatch(/leg drops/);
    expect(drops('Q1-neck', 'frame')).toMatch(/last/);
    for (const step of PROCEDURES['Q1-table']!.steps) {
      expect(step.drops).toBeUndefined();
      expect(step.cautions).not.toContain('swing');
    }
  });
});
