import { under } from '$core/units';
import type { GroupKey } from './species';

/** Something that is not as it should be, and what it asks for. */
export interface Sign {
  key: string;
  text: string;
  /** `hold`: keep everything and ask. `out`: this organ or this piece goes, the rest is looked at the more. */
  asks: 'hold' | 'out';
}

/** What is looked at inside an animal. */
export interface Organ {
  key: string;
  name: string;
  /** How it looks when nothing is wrong. */
  look: string;
  /** How it is handled. */
  handle?: string;
  signs: readonly Sign[];
}

const hold = (key: string, text: string): Sign => ({ key, text, asks: 'hold' });
const out = (key: string, text: string): Sign => ({ key, text, asks: 'out' });

/** What may be seen wrong at more than one organ. */
const LUMPS = hold('lumps', 'Lumps, pus, cheese-like or chalky spots');
const SMELL = hold('smell', 'A smell that is not of fresh gut');
const STUCK = hold('stuck', 'Stuck to its wall by strands or sheets');
const SHOT = out('shot', 'Hit by the shot');

/** Organs of large game. Usual practice; whoever is licensed to examine decides. */
const LARGE: readonly Organ[] = [
  {
    key: 'lungs',
    name: 'Lungs',
    look: 'Pink, light, like a sponge; they rise again when pressed',
    signs: [LUMPS, STUCK, out('worms', 'Firm dark patches, thread worms'), SHOT]
  },
  {
    key: 'heart',
    name: 'Heart',
    look: 'Firm, its bag clear and moist',
    signs: [hold('bag', 'Its bag thick, or full of cloudy water'), LUMPS, SHOT]
  },
  {
    key: 'chestWall',
    name: 'Chest and belly wall',
    look: 'Smooth, shining, moist',
    signs: [STUCK, hold('rough', 'Rough, grown over, or green'), SMELL]
  },
  {
    key: 'liver',
    name: 'Liver',
    look: 'Even brown-red, sharp edges, no spots',
    signs: [
      LUMPS,
      hold('spots', 'White or yellow spots all through it'),
      out('flukes', 'Thick white ducts, leaf-shaped flukes in them'),
      SHOT
    ]
  },
  {
    key: 'spleen',
    name: 'Spleen',
    look: 'Flat, dark, firm, its edge sharp',
    handle: 'Where wasting disease is known it is not kept.',
    signs: [hold('large', 'Swollen two or three times, black, like tar: do not cut anything more'), LUMPS]
  },
  {
    key: 'kidneys',
    name: 'Kidneys',
    look: 'Smooth brown beans in their fat, both alike',
    signs: [LUMPS, out('pale', 'Pale, streaked, or holes in them')]
  },
  {
    key: 'paunch',
    name: 'Paunch and gut',
    look: 'Closed, grey and shining, no food outside of it',
    handle: 'Out in one, the vent with it.',
    signs: [
      out('open', 'Opened: what it touched is cut away and weighed as contaminated'),
      SMELL,
      hold('gutNodes', 'Nodes in the web of the gut thick as a thumb, or hard')
    ]
  },
  {
    key: 'bladder',
    name: 'Bladder',
    look: 'Thin, pale, whole',
    handle: 'Pinched shut and lifted out last.',
    signs: [out('open', 'Run out: what it touched is cut away'), hold('blood', 'Blood in it')]
  },
  {
    key: 'birthParts',
    name: 'Womb or testicles',
    look: 'Even, soft, dry outside',
    handle: 'Not opened: gloves, eyes covered.',
    signs: [hold('swollen', 'Swollen, hard or wet; a dead young one')]
  }
];

/** A boar’s gall bladder; deer have none. */
const GALL: Organ = {
  key: 'gall',
  name: 'Gall bladder',
  look: 'A green bag on the liver, whole',
  handle: 'Cut away with a rim of liver, never opened.',
  signs: [out('open', 'Run out: what is green is cut away')]
};
const BOAR: readonly Organ[] = LARGE.flatMap((organ) => {
  if (organ.key === 'paunch') return [{ ...organ, name: 'Stomach and gut' }];
  return organ.key === 'liver' ? [organ, GALL] : [organ];
});

/** Organs of hares, rabbits and squirrels. Usual practice. */
const SMALL: readonly Organ[] = [
  {
    key: 'lungs',
    name: 'Lungs and heart',
    look: 'Pink lungs, a firm heart',
    signs: [LUMPS, SHOT]
  },
  {
    key: 'liver',
    name: 'Liver',
    look: 'Even dark red, no spots',
    handle: 'Gloves; nothing splashes.',
    signs: [
      hold('spots', 'White spots on it: not eaten, gloves stay on, ask'),
      out('streaks', 'White streaks along the ducts'),
      SHOT
    ]
  },
  GALL,
  {
    key: 'spleen',
    name: 'Spleen',
    look: 'Small, dark, flat',
    signs: [hold('large', 'Swollen, or with white spots: not eaten, ask')]
  },
  {
    key: 'gut',
    name: 'Stomach and gut',
    look: 'Closed; a large soft blind gut',
    signs: [
      out('open', 'Opened: what it touched goes'),
      out('cysts', 'Clear bladders hanging on it: out, never raw to dogs'),
      SMELL
    ]
  },
  { key: 'kidneys', name: 'Kidneys', look: 'Two smooth brown beans', signs: [LUMPS] },
  {
    key: 'bladder',
    name: 'Bladder',
    look: 'Small and clear; pressed empty before it was hung',
    signs: [out('open', 'Run out: what it touched goes')]
  },
  {
    key: 'scent',
    name: 'Glands beside the vent',
    look: 'Two small ones, yellowish',
    handle: 'Cut out whole.',
    signs: [out('open', 'Cut into: the place goes')]
  },
  {
    key: 'nodes',
    name: 'Nodes at throat and legs',
    look: 'Hardly seen',
    signs: [
      hold('swollen', 'Swollen, or pus in them: not eaten, ask'),
      hold('eyes', 'Swollen eyes or vent; several dead near there')
    ]
  }
];

/** Organs of birds. Usual practice. */
const BIRD: readonly Organ[] = [
  {
    key: 'crop',
    name: 'Throat and crop',
    look: 'Clean, smelling of grain or green',
    handle: 'Lifted out whole.',
    signs: [hold('canker', 'Yellow, cheese-like plugs in the throat'), out('sour', 'Sour or cut open')]
  },
  { key: 'heart', name: 'Heart', look: 'Small, firm, clean', signs: [LUMPS, SHOT] },
  {
    key: 'airSacs',
    name: 'Lungs and air sacs',
    look: 'Pink lungs against the ribs, sacs as clear as film',
    signs: [hold('mould', 'Grey or green mould, cloudy or thick sacs')]
  },
  {
    key: 'liver',
    name: 'Liver',
    look: 'Two lobes, even brown-red',
    signs: [hold('spots', 'Spots or rings on it'), SHOT]
  },
  GALL,
  { key: 'gizzard', name: 'Gizzard', look: 'Hard and whole', signs: [SHOT] },
  {
    key: 'gut',
    name: 'Gut',
    look: 'Closed, no green outside of it',
    signs: [
      out('open', 'Shot through: what is green goes'),
      out('worms', 'Worms: out'),
      hold('manyWorms', 'Many worms, the bird thin'),
      SMELL
    ]
  },
  {
    key: 'breastMeat',
    name: 'Breast',
    look: 'Even colour, full',
    signs: [
      hold('thin', 'Keel like a knife; green, wet or watery meat'),
      hold('rice', 'White grains like rice, many of them'),
      out('fewRice', 'A few white grains like rice')
    ]
  }
];

/** What is looked at inside an animal of a kind, from the head to the tail. */
export const ORGANS_OF: Readonly<Record<GroupKey, readonly Organ[]>> = {
  deer: LARGE,
  boar: BOAR,
  rabbit: SMALL,
  gamebird: BIRD,
  pigeonlike: BIRD,
  waterfowl: BIRD
};

/** What was said of one organ: as it should be, the sign that was seen, or that nobody saw it. */
export type Said = 'fine' | 'notSeen' | (string & {});

/** What an examination comes to. */
export interface Findings {
  /** In words, organ by organ, what is wrong first. */
  text: string;
  /** Everything has to be kept and somebody asked. */
  hold: boolean;
  /** Organs nobody has spoken of. */
  open: string[];
}

/**
 * What was said organ by organ, as one text and whether it holds the animal back. An organ or a sign that there is not counts
 * as not spoken of.
 * @example findings('deer', { liver: 'spots' }).hold // true
 */
export function findings(group: GroupKey, said: Readonly<Record<string, Said>>): Findings {
  const wrong: string[] = [];
  const unseen: string[] = [];
  const open: string[] = [];
  let held = false;
  let fine = 0;
  for (const organ of ORGANS_OF[group]) {
    const word = under(said, organ.key);
    const sign = organ.signs.find(({ key }) => key === word);
    if (sign) {
      wrong.push(`${organ.name.toLowerCase()}: ${sign.text.toLowerCase()}`);
      held ||= sign.asks === 'hold';
    } else if (word === 'fine') fine += 1;
    else if (word === 'notSeen') unseen.push(organ.name.toLowerCase());
    else open.push(organ.key);
  }
  const parts = [
    ...wrong,
    ...(fine > 0 ? [wrong.length > 0 ? 'the others as they should be' : 'as they should be'] : []),
    ...(unseen.length > 0 ? [`not seen: ${unseen.join(', ')}`] : [])
  ];
  return { text: parts.join('; '), hold: held, open };
}
