import { describe, expect, it } from 'vitest';
import {
  CAUTIONS,
  CUTS,
  GLANDS,
  GROUP_KEYS,
  JOINTS,
  KIT,
  PARTS,
  PROCEDURES,
  SHOT_LOSS,
  SPECIES,
  SPECIES_KEYS,
  STAGES,
  TUBS,
  TUB_KEYS,
  animalName,
  bestUses,
  boneShareOf,
  copyOf,
  cutOf,
  cutsOf,
  finishOf,
  orderFile,
  readOrderFile,
  frameBoneIn,
  kitFor,
  procedureFor,
  readOwn,
  proceduresFor,
  softTissue,
  suitabilityOf,
  type GroupKey
} from '.';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

const GROUPS = Object.keys(PARTS) as GroupKey[];

describe('shares', () => {
  it.each(SPECIES_KEYS)(
    'of %s add up to the whole carcass, and its boneless fits in its soft tissue',
    (key) => {
      const parts = PARTS[SPECIES[key].group];
      expect(parts.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 12);
      const trimShare = 1 - SPECIES[key].bonelessToHanging.mean / softTissue(parts);
      expect(trimShare).toBeGreaterThanOrEqual(0);
      expect(trimShare).toBeLessThan(0.16);
    }
  );

  it('give the soft tissue each group is known by', () => {
    const expected = {
      deer: 0.731,
      boar: 0.71,
      rabbit: 0.681,
      gamebird: 0.663,
      pigeonlike: 0.641,
      waterfowl: 0.6
    };
    for (const [group, soft] of Object.entries(expected))
      expect(Math.abs(softTissue(PARTS[group as keyof typeof PARTS]) - soft)).toBeLessThan(0.0015);
  });

  it('give the trim shares each species is known by', () => {
    const trim = (key: keyof typeof SPECIES) =>
      1 - SPECIES[key].bonelessToHanging.mean / softTissue(PARTS[SPECIES[key].group]);
    expect(trim('whitetail')).toBeCloseTo(0.14, 2);
    expect(trim('elk')).toBeCloseTo(0.12, 2);
    expect(trim('moose')).toBeCloseTo(0.1, 2);
    expect(trim('boar')).toBeCloseTo(0.07, 2);
  });

  it.each(['hindLeg', 'shoulder', 'strap', 'tenderloin', 'neck', 'ribs', 'flank', 'brisket'])(
    'of the muscles of the %s add up to its boneless',
    (part) => expect(cutsOf(part, 'deer').reduce((sum, cut) => sum + cut.share, 0)).toBeCloseTo(1, 12)
  );

  it.each(GROUPS)('of the %s are cut into muscles that add up, part by part', (group) => {
    for (const part of PARTS[group])
      if (part.meat)
        expect(cutsOf(part.key, group).reduce((sum, cut) => sum + cut.share, 0)).toBeCloseTo(1, 9);
  });

  it('leave with the bone a cut is kept on, and no more', () => {
    // A crown: 24 % bone, none of it the breasts' own; a leg of a pheasant: its own bone, none of the frame's.
    expect(frameBoneIn(cutOf('crown')!, 'gamebird')).toBeCloseTo(0.24, 12);
    expect(frameBoneIn(cutOf('birdLeg')!, 'gamebird')).toBeCloseTo(0, 12);
    expect(boneShareOf(cutOf('birdLeg')!, 'waterfowl')).toBe(0.25);
    expect(boneShareOf(cutOf('wing')!, 'waterfowl')).toBe(0.5);
    // A whole pheasant is 0.663 soft; what is not its legs' and wings' own bone is the frame, 0.23 of it.
    expect(boneShareOf(cutOf('wholeBird')!, 'gamebird')).toBeCloseTo(0.337, 3);
    expect(frameBoneIn(cutOf('wholeBird')!, 'gamebird')).toBeCloseTo(0.23, 3);
    // A leg of 1000 g: 830 soft; shank 0.06 × 830 ÷ 0.55 = 90.5 g with 40.7 g bone; scraps 49.8 g away.
    expect(cutOf('haunchShort')!.bone).toBeCloseTo((170 - 40.75) / (1000 - 90.55 - 49.8), 3);
  });
});

describe('reference data', () => {
  it('names only parts that exist', () => {
    const partsOf = (group: GroupKey) => new Set(PARTS[group].map((p) => p.key));
    const deer = partsOf('deer');
    for (const cut of Object.values(CUTS))
      for (const group of cut.groups) expect(partsOf(group).has(cut.of), `${cut.key} of ${group}`).toBe(true);
    for (const shot of Object.values(SHOT_LOSS))
      if (shot.hits !== 'scattered')
        for (const hit of shot.hits) expect(deer.has(hit) || partsOf('boar').has(hit), hit).toBe(true);
    for (const procedure of Object.values(PROCEDURES))
      for (const step of procedure.steps)
        for (const take of step.takes)
          for (const group of procedure.groups)
            expect(
              take.kind === 'part' ? partsOf(group).has(take.cut) : cutOf(take.cut)?.groups.includes(group),
              `${procedure.key} ${take.cut} ${group}`
            ).toBe(true);
  });

  it('speaks in orders of work only of cautions, tools, joints and glands that are known', () => {
    for (const procedure of Object.values(PROCEDURES)) {
      const keys = procedure.steps.map((s) => s.key);
      expect(new Set(keys).size, procedure.key).toBe(keys.length);
      for (const step of procedure.steps) {
        const at = `${procedure.key} ${step.key}`;
        expect(step.doing.length, at).toBeGreaterThan(10);
        expect(step.doing.split(/[.?!](?:\s|$)/).filter(Boolean).length, at).toBeLessThanOrEqual(3);
        for (const key of step.cautions) expect(CAUTIONS[key], `${at} ${key}`).toBeDefined();
        for (const key of step.kit ?? []) expect(KIT[key], `${at} ${key}`).toBeDefined();
        for (const key of step.bones ?? []) expect(JOINTS[key], `${at} ${key}`).toBeDefined();
        for (const key of step.glands ?? []) expect(GLANDS[key], `${at} ${key}`).toBeDefined();
        // One thing a step: a weight, a word, or glands.
        const { asks: asked, weighs, beside, glands, sample, off, takes } = step;
        const asks = [takes.length > 0, asked, weighs, beside, glands, sample, off];
        expect(asks.filter(Boolean).length, at).toBe(step.closes ? 0 : 1);
      }
    }
  });

  it('has an order of work for every group at every stage it may come in', () => {
    for (const group of GROUP_KEYS)
      for (const stage of STAGES)
        expect(procedureFor({ orders, group, stage }), `${group} ${stage}`).toBeDefined();
    expect(procedureFor({ orders, group: 'deer', stage: 'live' })?.key).toBe('F1');
    expect(procedureFor({ orders, group: 'deer', stage: 'dressed' })?.key).toBe('H1');
    expect(procedureFor({ orders, group: 'deer', stage: 'aged' })?.key).toBe('Q1');
    expect(procedureFor({ orders, group: 'rabbit', stage: 'live' })?.key).toBe('H2');
    expect(procedureFor({ orders, group: 'waterfowl', stage: 'live' })?.key).toBe('H3');
    expect(procedureFor({ orders, group: 'boar', stage: 'hanging' })?.key).toBe('Q4');
  });

  it('keeps the pieces of a small deer together, and lets anybody choose otherwise', () => {
    const leg = { part: 'hindLeg', group: 'deer' as const };
    expect(procedureFor({ orders, ...leg, hanging: 14_000 })?.key).toBe('S1-small');
    expect(procedureFor({ orders, ...leg, hanging: 46_000 })?.key).toBe('S1');
    expect(procedureFor({ orders, ...leg, hanging: 14_000 }, 'S1-hook')?.key).toBe('S1-hook');
    expect(finishOf('strap', 'deer', orders)?.key).toBe('B-strap');
    expect(finishOf('ribMeat', 'boar', orders)?.key).toBe('B-ribMeat');
    expect(finishOf('breast', 'gamebird', orders)?.key).toBe('B-breast');
    expect(finishOf('legTrim', 'deer', orders)).toBeUndefined();
  });

  it('knows what each cut suits, and lets a tough animal slip from the pan to the pot', () => {
    const partly = Object.values(CUTS).filter((c) => c.groups.includes('deer') && suitabilityOf(c.key));
    expect(partly.length).toBeGreaterThan(25);
    for (const cut of partly)
      for (const value of Object.values(suitabilityOf(cut.key)!)) {
        expect(value).toBeGreaterThanOrEqual(0);
        expect(value).toBeLessThanOrEqual(1);
      }
    expect(bestUses('strap')).toEqual(['steak', 'strips', 'roast']);
    expect(bestUses('hindShank')).toEqual(['braise', 'stew']);
    // What is worth a pan is dried last.
    expect(bestUses('topRound')).toEqual(['strips', 'roast', 'steak']);
    expect(bestUses('topRound', 1, 9).at(-1)).toBe('jerky');
    expect(bestUses('bottomRound')[0]).toBe('jerky');
    // An old stag in rut: 0.85 × 0.9 of an adult's tenderness.
    expect(bestUses('tipSide', 0.765)).not.toContain('steak');
    expect(bestUses('rack')).toEqual(['steak', 'roast']);
    expect(suitabilityOf('rack')).not.toHaveProperty('stew');
    expect(bestUses('nothing')).toEqual([]);
  });

  it('says what does instead of a tool that is missing', () => {
    const kit = kitFor(PROCEDURES.Q3!, ['saw']);
    expect(kit.find((k) => k.key === 'saw')).toEqual({ key: 'saw', missing: true });
    expect(kit.filter((k) => k.missing)).toHaveLength(1);
    expect(KIT.saw.instead).toMatch(/knife/);
  });

  describe('an order of work of one’s own', () => {
    const mine = () => {
      const { own: _own, ...plain } = copyOf(PROCEDURES.S1!, 'own-leg1', 'Leg, ours');
      return plain;
    };
    it('reads back as it was made, and changes nothing of the one it came from', () => {
      const plain = mine();
      plain.steps[0]!.title = 'Another';
      const read = readOwn(plain);
      expect(read.ok && read.procedure).toMatchObject({ ...plain, own: true });
      expect(PROCEDURES.S1!.steps[0]!.title).not.toBe('Another');
      const fitting = proceduresFor({
        orders: read.ok ? [...orders, read.procedure] : [],
        part: 'hindLeg',
        group: 'deer'
      });
      expect(fitting.map((s) => s.key)).toContain('own-leg1');
    });
    it('can be made from any that is followed at an animal', () => {
      for (const procedure of Object.values(PROCEDURES)) {
        if (procedure.apart || procedure.pieces) continue;
        const { own: _own, ...plain } = copyOf(procedure, 'own-copy', 'Copy');
        expect(readOwn(plain), procedure.key).toMatchObject({ ok: true });
      }
    });
    it.each([
      ['a key that is not its own', { key: 'S1' }, 'key'],
      ['no name', { name: ' ' }, 'name'],
      ['no end', { steps: mine().steps.slice(0, -1) }, 'steps'],
      [
        'an end in the middle',
        { steps: [...mine().steps.slice(-1), ...mine().steps.slice(0, -1)] },
        'steps.0'
      ],
      ['no stop for glands', { steps: mine().steps.filter((s) => !s.glands) }, 'steps'],
      ['a step twice', { steps: [mine().steps[0]!, ...mine().steps] }, 'steps.1.key'],
      [
        'a cut nobody knows',
        {
          steps: [
            { ...mine().steps[0]!, takes: [{ kind: 'piece', cut: 'tongueRoast' }] },
            ...mine().steps.slice(1)
          ]
        },
        'steps.0.takes'
      ]
    ])('is refused with %s, at its place', (_what, change, path) => {
      const read = readOwn({ ...mine(), ...change });
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.faults.map((f) => f.path)).toContain(path);
    });
  });

  describe('an order of work in a file', () => {
    const file = (change: (value: Record<string, unknown>) => unknown = (v) => v): string =>
      JSON.stringify(change(JSON.parse(orderFile(PROCEDURES.S2!)) as Record<string, unknown>));
    const faults = (text: string) => {
      const read = readOrderFile(text, 'own-sent1');
      return read.ok ? [] : read.faults.map((f) => `${f.path}: ${f.message}`);
    };
    it('is read as it was written, under a key of its own', () => {
      for (const procedure of Object.values(PROCEDURES)) {
        if (procedure.apart || procedure.pieces) continue;
        const read = readOrderFile(orderFile(procedure), 'own-sent1');
        expect(read, procedure.key).toMatchObject({ ok: true });
        if (read.ok) expect(read.procedure).toEqual({ ...procedure, key: 'own-sent1', own: true });
      }
    });
    it.each([
      ['no JSON', 'not at all', ': this is no JSON file'],
      ['something else', '[1]', 'format: this is no order of work of this program'],
      ['a newer version', file((v) => ({ ...v, version: 2 })), 'version: it comes from a newer program'],
      ['nothing in it', file((v) => ({ ...v, procedure: null })), 'procedure: it is empty'],
      ['far too much', ' '.repeat(200_001), ': too long for an order of work']
    ])('with %s is refused in words', (_what, text, said) => expect(faults(text)).toEqual([said]));
    it('with keys nobody knows, or ten thousand steps, is refused at its place', () => {
      const steps = (PROCEDURES.S2!.steps as unknown[]).slice(0, 1);
      const odd = file((v) => ({ ...v, procedure: { ...(v.procedure as object), magic: 1 } }));
      expect(faults(odd).join()).toMatch(/magic|Unrecognized/i);
      const many = file((v) => ({
        ...v,
        procedure: { ...(v.procedure as object), steps: Array.from({ length: 10_000 }, () => 0) }
      }));
      expect(faults(many).length).toBeGreaterThan(0);
      const twice = file((v) => ({
        ...v,
        procedure: { ...(v.procedure as object), steps: [...steps, ...steps] }
      }));
      expect(faults(twice).join()).toContain('this step stands here twice');
      const gland = file((v) => {
        const procedure = structuredClone(v.procedure) as { steps: { glands?: string[] }[] };
        procedure.steps.find((s) => s.glands)!.glands = ['constructor'];
        return { ...v, procedure };
      });
      expect(faults(gland).join()).toContain('no such gland');
    });
  });

  it('lets the seam procedures take every muscle of their part once', () => {
    for (const key of ['S1', 'S2']) {
      const procedure = PROCEDURES[key]!;
      const taken = procedure.steps.flatMap((s) => s.takes.map((t) => t.cut)).sort();
      expect(taken).toEqual(
        cutsOf(procedure.part!, 'deer')
          .map((c) => c.key)
          .sort()
      );
    }
  });

  it('has one letter a tub', () => {
    expect(new Set(TUB_KEYS.map((k) => TUBS[k].letter)).size).toBe(TUB_KEYS.length);
  });

  it('calls animals what hunters call them', () => {
    const name = (
      species: keyof typeof SPECIES,
      sex: 'male' | 'female' | 'unknown',
      ageClass: 'young' | 'adult' = 'adult'
    ) => animalName({ species, sex, ageClass });
    expect(name('fallow', 'female')).toBe('Fallow doe');
    expect(name('reddeer', 'male')).toBe('Red stag');
    expect(name('roe', 'male', 'young')).toBe('Roe kid');
    expect(name('moose', 'unknown')).toBe('Moose');
    expect(name('goose', 'female')).toBe('Goose');
    expect(name('boar', 'female')).toBe('Boar sow');
  });
});
