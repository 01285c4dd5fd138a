import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CUTS,
  VOCABULARIES,
  WHOLE_CUTS,
  findCuts,
  findJoints,
  findThings,
  tendernessOf,
  type GroupKey
} from './index';

const keys = (query: string, group: GroupKey = 'deer') => findCuts(query, group).map((f) => f.cut.key);

describe('finding a cut', () => {
  it('knows every cut by each of its names, first or among the first', () => {
    for (const cut of [...Object.values(CUTS), ...Object.values(WHOLE_CUTS)])
      for (const words of VOCABULARIES)
        for (const group of cut.groups)
          expect(keys(cut.names[words], group).slice(0, 3), cut.names[words]).toContain(cut.key);
  });

  it('gives all candidates of an ambiguous name', () => {
    expect(keys('rump')).toEqual(expect.arrayContaining(['topSirloin', 'rumpEnd']));
    expect(keys('fillet')).toEqual(expect.arrayContaining(['tenderloin', 'mockTender', 'neckRoast']));
    expect(keys('sirloin')).toEqual(expect.arrayContaining(['topSirloin', 'strap', 'sirloinTip']));
    expect(keys('skirt')).toEqual(expect.arrayContaining(['diaphragm', 'flankSteak']));
    expect(keys('inside')).toEqual(expect.arrayContaining(['topRound', 'underBlade']));
  });

  it.each([
    ['back strap', ['strap']],
    ['medallions', ['strap']],
    ['chops', ['strap', 'rack']],
    ['inner loins', ['tenderloin']],
    ['silver side', ['bottomRound']],
    ['top rump', ['sirloinTip']],
    ['ball roast', ['sirloinTip']],
    ['nut', ['sirloinTip']],
    ['upper sirloin', ['topSirloin']],
    ['eye round', ['eyeRound']],
    ['salmon', ['eyeRound']],
    ['pavé', ['topRound', 'bottomRound', 'topSirloin']],
    ['blade roast', ['flatIron', 'shoulderShort']],
    ['mock tenderloin', ['mockTender']],
    ['petite tender', ['shoulderTender']],
    ['ham', ['haunch']],
    ['rump', ['rumpEnd', 'topSirloin']],
    ['silver', ['bottomRound']],
    ['false fillet', ['mockTender', 'eyeRound']],
    ['knuckle', ['sirloinTip']],
    ['round', ['topRound', 'bottomRound', 'eyeRound', 'roundWhole']],
    ['blade', ['flatIron', 'shoulderShort']]
  ])('knows what people call it: %s', (name, cuts) =>
    expect(keys(name)).toEqual(expect.arrayContaining(cuts))
  );

  it('knows what people call it of a boar, and joints by name', () => {
    for (const [name, cut] of [
      ['bacon', 'belly'],
      ['lard', 'leafFat'],
      ['lard', 'backFat'],
      ['spare ribs', 'ribSide'],
      ['cheek', 'jowl'],
      ['trotter', 'trotters'],
      ['ham', 'haunch']
    ] as const)
      expect(keys(name, 'boar'), name).toContain(cut);
    expect(findJoints('hock')[0]).toBe('hock');
    expect(findJoints('kneecap')).toEqual(['stifle']);
    expect(findJoints('hip bone')).toEqual(expect.arrayContaining(['pelvisFront', 'pelvisBack']));
    expect(findJoints('')).toEqual([]);
  });

  it('finds by the muscle, by a part of a name, whatever the case or the accent', () => {
    expect(keys('semitendinosus')[0]).toBe('eyeRound');
    expect(keys('BACKSTR')[0]).toBe('strap');
    expect(keys('façade')).toEqual([]);
    expect(keys('flàt irón')[0]).toBe('flatIron');
    expect(keys('feather blade')[0]).toBe('flatIron');
  });

  it('knows only what the animal has', () => {
    expect(keys('leg', 'gamebird')).toEqual(expect.arrayContaining(['thigh', 'drumstick', 'birdLeg']));
    expect(keys('belly', 'deer')).not.toContain('belly');
    expect(keys('belly', 'boar')[0]).toBe('belly');
    expect(keys('topside', 'rabbit')).toEqual([]);
  });

  it('puts the name itself before what only holds it', () => {
    expect(keys('flap')[0]).toBe('flankFlap');
    expect(keys('heel')[0]).toBe('heel');
  });

  it('finds nothing in nothing, and never throws', () => {
    expect(keys('')).toEqual([]);
    expect(keys('  ,.')).toEqual([]);
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (text) => {
        const found = findCuts(text, 'deer');
        expect(found.length).toBeLessThanOrEqual(8);
        expect(new Set(found.map((f) => f.cut.key)).size).toBe(found.length);
      })
    );
  });
});

describe('tenderness of this animal', () => {
  const strap = CUTS.strap!;
  const shank = CUTS.hindShank!;
  const top = CUTS.topRound!;
  it('follows age and rut, between 1 and 5', () => {
    expect(tendernessOf(top, { ageClass: 'adult', sex: 'female' })).toBe(4);
    expect(tendernessOf(top, { ageClass: 'old', sex: 'male', rut: true })).toBeCloseTo(4 * 0.85 * 0.9, 12);
    expect(tendernessOf(top, { ageClass: 'yearling', sex: 'female', rut: true })).toBeCloseTo(4.2, 12);
    expect(tendernessOf(strap, { ageClass: 'young', sex: 'male' })).toBe(5);
    expect(tendernessOf(shank, { ageClass: 'old', sex: 'female' })).toBe(1);
  });
});

/** What a butcher types, of which animal, and what has to stand first: a cut by its key, `thing:` an organ or the like. */
const QUERIES: readonly [query: string, group: GroupKey, first: string][] = [
  ['loin', 'deer', 'strap'],
  ['loins', 'deer', 'strap'],
  ['backstraps', 'deer', 'strap'],
  ['straps', 'deer', 'strap'],
  ['fillet', 'deer', 'tenderloin'],
  ['fillets', 'deer', 'tenderloin'],
  ['tenderloins', 'deer', 'tenderloin'],
  ['inner loins', 'deer', 'tenderloin'],
  ['shank', 'deer', 'foreShank'],
  ['shanks', 'deer', 'foreShank'],
  ['fore shank', 'deer', 'foreShank'],
  ['shins', 'deer', 'foreShank'],
  ['osso buco', 'deer', 'hindShank'],
  ['calf', 'deer', 'heel'],
  ['calves', 'deer', 'heel'],
  ['topside', 'deer', 'topRound'],
  ['silverside', 'deer', 'bottomRound'],
  ['salmon', 'deer', 'eyeRound'],
  ['eye of round', 'deer', 'eyeRound'],
  ['eye round', 'deer', 'eyeRound'],
  ['rump', 'deer', 'topSirloin'],
  ['tri tip', 'deer', 'triTip'],
  ['knuckles', 'deer', 'sirloinTip'],
  ['ball', 'deer', 'tipCore'],
  ['haunches', 'deer', 'haunch'],
  ['boned haunch', 'deer', 'legBoned'],
  ['flat irons', 'deer', 'flatIron'],
  ['feather blade', 'deer', 'flatIron'],
  ['chuck tender', 'deer', 'mockTender'],
  ['teres major', 'deer', 'shoulderTender'],
  ['clod', 'deer', 'armRoast'],
  ['neck', 'deer', 'neckRoast'],
  ['necks', 'deer', 'neckRoast'],
  ['skirt', 'deer', 'diaphragm'],
  ['flank', 'deer', 'flankFlap'],
  ['flanks', 'deer', 'flankFlap'],
  ['brisket', 'deer', 'brisket'],
  ['rib meat', 'deer', 'ribMeat'],
  ['spare ribs', 'deer', 'ribSide'],
  ['short rib', 'deer', 'shortRibs'],
  ['rack', 'deer', 'rack'],
  ['saddles', 'deer', 'saddleBone'],
  ['scraps', 'deer', 'legTrim'],
  ['semimembranosus', 'deer', 'topRound'],
  ['heart', 'deer', 'thing:heart'],
  ['hearts', 'deer', 'thing:heart'],
  ['liver', 'deer', 'thing:liver'],
  ['livers', 'boar', 'thing:liver'],
  ['kidney', 'deer', 'thing:kidneys'],
  ['tongue', 'deer', 'thing:tongue'],
  ['lights', 'deer', 'thing:lungs'],
  ['skin', 'deer', 'thing:skin'],
  ['hide', 'deer', 'thing:skin'],
  ['fur', 'rabbit', 'thing:skin'],
  ['bones', 'deer', 'thing:bone'],
  ['marrow bones', 'deer', 'thing:bone'],
  ['silverskin', 'deer', 'thing:silver'],
  ['sinews', 'deer', 'thing:silver'],
  ['suet', 'deer', 'thing:fat'],
  ['bloodshot', 'deer', 'thing:bloodshot'],
  ['shield', 'boar', 'thing:shield'],
  ['cheeks', 'boar', 'jowl'],
  ['bacon', 'boar', 'belly'],
  ['trotters', 'boar', 'trotters'],
  ['ham', 'boar', 'haunch'],
  ['gizzards', 'gamebird', 'thing:gizzard'],
  ['breasts', 'gamebird', 'breast'],
  ['drumsticks', 'waterfowl', 'drumstick'],
  ['legs', 'rabbit', 'rabbitHind'],
  ['saddle', 'rabbit', 'saddle']
];

describe('what a butcher types', () => {
  it.each(QUERIES)('“%s” of a %s finds %s first', (query, group, first) => {
    const [thing] = findThings(query, group);
    const [cut] = findCuts(query, group);
    expect(thing?.at === 0 ? `thing:${thing.key}` : cut?.cut.key).toBe(first);
  });

  it('what is only named as missing is not found by it: a leg with its shank off', () => {
    for (const { key } of [WHOLE_CUTS.haunchShort!, WHOLE_CUTS.shoulderShort!])
      expect(keys('shank')).not.toContain(key);
    expect(keys('shank off')).toContain('haunchShort');
    expect(keys('shanks').slice(0, 2).sort()).toEqual(['foreShank', 'hindShank']);
  });
});
