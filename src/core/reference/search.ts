import { under } from '$core/units';
import { JOINTS } from './anatomy';
import { PARTS } from './parts';
import { BOARD_CUTS, CUTS, VOCABULARIES, WHOLE_CUTS, type Cut } from './cuts';
import { ORGANS_OF } from './inside';
import type { GroupKey } from './species';

/** Further names that people use, by cut; lower case. One name may stand at several cuts. */
const ALIASES: Readonly<Record<string, readonly string[]>> = {
  topRound: ['inside round', 'inside', 'round', 'pavé'],
  topRoundCap: ['inside cap'],
  bottomRound: ['outside round', 'flat', 'gooseneck flat', 'silver side', 'silver', 'round', 'pavé'],
  rumpEnd: ['rump', 'outside leg, rump'],
  eyeRound: ['eye', 'eye round', 'girello', 'salmon', 'false fillet', 'round'],
  tipSide: ['sirloin tip', 'ball', 'knuckle side'],
  tipCore: ['round tip', 'ball'],
  topSirloin: ['sirloin butt', 'sirloin', 'upper sirloin', 'chump', 'rump steak', 'rump', 'pavé'],
  sirloinTip: ['top rump', 'ball roast', 'nut', 'knuckle', 'round tip'],
  triTip: ['hip corner', 'bottom sirloin'],
  heel: ['calf'],
  hindShank: ['shin', 'osso buco', 'hock', 'knuckle end'],
  flatIron: ['top blade', 'oyster blade', 'feather', 'blade', 'blade roast', 'blade steak'],
  shoulderShort: ['blade', 'blade roast'],
  bladeJoint: ['blade roast'],
  shoulderTender: ['petite tender', 'teres major', 'shoulder fillet'],
  mockTender: ['chuck tender', 'false fillet', 'scotch tender', 'mock tenderloin'],
  armRoast: ['clod', 'clod heart', 'thick rib', 'shoulder clod'],
  underBlade: ['subscap', 'inside'],
  foreShank: ['shin', 'foreshin'],
  strap: [
    'loin',
    'boneless loin',
    'back fillet',
    'saddle, boneless',
    'sirloin',
    'back strap',
    'medallions',
    'chops'
  ],
  tenderloin: ['inner loin', 'inner loins', 'undercut', 'inside, under the spine'],
  neckRoast: ['scrag', 'collar'],
  flankSteak: ['skirt'],
  flankFlap: ['flank', 'bavette', 'paunch sheet'],
  ribMeat: ['intercostals', 'finger meat'],
  brisket: ['breast'],
  diaphragm: ['hanger', 'midriff'],
  belly: ['side', 'streak', 'bacon'],
  leafFat: ['lard', 'flare fat'],
  ribSide: ['spare ribs', 'side'],
  jowl: ['cheek'],
  trotters: ['trotter', 'pig’s foot'],
  haunch: ['ham', 'leg'],
  roundWhole: ['round', 'round steak'],
  legBoned: ['ham, boned'],
  backFat: ['fat', 'speck', 'lard'],
  rack: ['cutlets', 'ribs', 'chops'],
  breast: ['supreme'],
  tender: ['fillet', 'mignon'],
  drumstick: ['leg'],
  thigh: ['leg'],
  crown: ['breast on the bone'],
  side: ['side']
};

export interface Found {
  cut: Cut;
  /** The name or alias that matched. */
  name: string;
}

/** Lower case, without accents and marks. */
const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** A word in the singular, as far as these names need it: `loins`, `bodies`, `calves`, `boxes`. */
function singular(word: string): string {
  if (word.length < 4 || /(ss|us|is)$/.test(word)) return word;
  if (word.endsWith('ies')) return `${word.slice(0, -3)}y`;
  if (word.endsWith('lves')) return `${word.slice(0, -3)}f`;
  if (/(ch|sh|x|ss)es$/.test(word)) return word.slice(0, -2);
  return word.endsWith('s') ? word.slice(0, -1) : word;
}

/** A text as it is looked for: lower case, without marks, each word in the singular. */
const stemmed = (text: string): string => plain(text).split(' ').map(singular).join(' ');

/**
 * How near a name is: 0 it is that, 1 it ends with it (`hind shank`), 2 it begins with it, 3 a word of it begins so, 4 it
 * stands somewhere in it; undefined for no match, and of what it is only without (`haunch, shank off`).
 */
function rank(name: string, query: string): number | undefined {
  if (name === query) return 0;
  if (name.includes(`${query} off`) && !query.endsWith(' off')) return undefined;
  if (name.endsWith(` ${query}`)) return 1;
  if (name.startsWith(query)) return 2;
  if (name.includes(` ${query}`)) return 3;
  return name.includes(query) ? 4 : undefined;
}

/** The nearest of some names to a query, typed as it was or in the singular. */
function nearest(names: readonly string[], query: string): { name: string; at: number } | undefined {
  const [whole, one] = [plain(query), stemmed(query)];
  let best: { name: string; at: number } | undefined;
  for (const name of names) {
    const ranks = [rank(plain(name), whole), rank(stemmed(name), one)].flatMap((at) => at ?? []);
    const at = Math.min(...ranks);
    if (at < (best?.at ?? Infinity)) best = { name, at };
  }
  return best;
}

/**
 * Cuts by any of their names in any vocabulary, their anatomical name or an alias; best matches first, each cut once.
 * An ambiguous name gives all its candidates.
 * @param group  only cuts that animals of this group have
 * @example findCuts('topside', 'deer')[0].cut.key // 'topRound'
 */
export function findCuts(query: string, group: GroupKey, most = 8): Found[] {
  if (plain(query) === '') return [];
  const found: (Found & { rank: number })[] = [];
  const weight = ({ of, share }: Cut) => share * (PARTS[group].find(({ key }) => key === of)?.share ?? 0);
  /** A cut by itself before what is made of several, or of a part of one; its own name before a further one. */
  const order = ({ cut, name }: Found) =>
    (cut.whole ? 4 : cut.parted ? 2 : 0) + (VOCABULARIES.some((words) => cut.names[words] === name) ? 0 : 1);
  for (const cut of [...Object.values(CUTS), ...Object.values(WHOLE_CUTS), ...Object.values(BOARD_CUTS)]) {
    if (!cut.groups.includes(group)) continue;
    const names = [
      ...VOCABULARIES.map((words) => cut.names[words]),
      ...(under(ALIASES, cut.key) ?? []),
      cut.muscle,
      cut.key
    ];
    const near = nearest(names, query);
    if (near) found.push({ cut, name: near.name, rank: near.at });
  }
  return found
    .sort((a, b) => a.rank - b.rank || order(a) - order(b) || weight(b.cut) - weight(a.cut))
    .slice(0, most)
    .map(({ cut, name }) => ({ cut, name }));
}

/** Further names of joints and bones; lower case. */
const JOINT_ALIASES: Readonly<Record<string, readonly string[]>> = {
  stifle: ['knuckle', 'knee of the hind leg', 'kneecap'],
  hock: ['hock', 'ankle'],
  atlas: ['neck joint', 'head joint'],
  hipBall: ['hip joint', 'femur head', 'ball joint'],
  pelvisFront: ['hip bone', 'pelvis'],
  pelvisBack: ['hip bone', 'pelvis'],
  shoulder: ['blade bone', 'shoulder blade'],
  lumbosacral: ['small of the back']
};

/**
 * Joints and bones by name, the best match first; their keys are those of `JOINTS`.
 * @example findJoints('hock') // ['hock']
 */
export function findJoints(query: string, most = 4): string[] {
  if (plain(query) === '') return [];
  return Object.entries(JOINTS)
    .flatMap(([key, { name }]) => {
      const near = nearest([name, key, ...(under(JOINT_ALIASES, key) ?? [])], query);
      return near ? [{ key, at: near.at }] : [];
    })
    .sort((a, b) => a.at - b.at)
    .slice(0, most)
    .map(({ key }) => key);
}

/** What is no cut and is looked for all the same: an organ, the skin, bare bone, fat. */
export interface Thing {
  key: string;
  name: string;
  /** What it is like, or where it goes. */
  says: string;
  /** How near the query is to its name: 0 is that. */
  at: number;
}

/** Things beside cuts and organs, by their names. Usual practice. */
const THINGS: readonly {
  key: string;
  names: readonly string[];
  says: string;
  groups?: readonly GroupKey[];
}[] = [
  {
    key: 'tongue',
    names: ['Tongue'],
    says: 'Out from under the jaw, with the bone at its root left behind. Weigh it with the offal.',
    groups: ['deer', 'boar']
  },
  {
    key: 'skin',
    names: ['Skin', 'hide', 'coat', 'pelt', 'fur', 'cape'],
    says: 'Comes off before anything is cut. Press the tub of the skin to weigh it.'
  },
  {
    key: 'shield',
    names: ['Shield', 'armour'],
    says: 'The hard pad over a boar’s shoulder. It goes with the skin, never into the mincer.',
    groups: ['boar']
  },
  {
    key: 'bone',
    names: ['Bone', 'marrow bone', 'soup bone', 'stock bone', 'knuckle bone', 'spine', 'carcass'],
    says: 'Bare bone is weighed when its part is closed: to the pot, for marrow, to the dogs or to waste.'
  },
  {
    key: 'silver',
    names: ['Silver', 'silverskin', 'sinew', 'membrane', 'gristle', 'tendon'],
    says: 'White skin and sinew round a muscle. Trim it and weigh it as silver: it goes to the pot or to waste.'
  },
  {
    key: 'fat',
    names: ['Fat', 'tallow', 'suet', 'kidney fat'],
    says: 'Deer’s fat is trimmed off and weighed as fat: it turns hard and tastes strong.',
    groups: ['deer']
  },
  {
    key: 'bloodshot',
    names: ['Bloodshot', 'bloodshot meat', 'shot meat', 'bullet hole'],
    says: 'Meat with blood forced into it. Cut it off and weigh it as bloodshot.'
  }
];

/** Looked at inside with the organs, and meat all the same. */
const MEAT_OF: readonly string[] = ['breastMeat', 'chestWall'];

/** Further names of organs. */
const ORGAN_ALIASES: Readonly<Record<string, readonly string[]>> = {
  lungs: ['lights', 'lung'],
  spleen: ['milt'],
  paunch: ['stomach', 'tripe', 'gut'],
  gizzard: ['stomach']
};

/**
 * Organs and other things that are no cuts, by their names, the nearest first.
 * @example findThings('hearts', 'deer')[0].key // 'heart'
 */
export function findThings(query: string, group: GroupKey, most = 4): Thing[] {
  if (plain(query).length < 2) return [];
  const organs = ORGANS_OF[group]
    .filter(({ key }) => !MEAT_OF.includes(key))
    .map(({ key, name, look, handle }) => ({
      key,
      names: [name, ...(under(ORGAN_ALIASES, key) ?? [])],
      says: `${look}.${handle ? ` ${handle}.` : ''}`
    }));
  const others = THINGS.filter(({ groups }) => !groups || groups.includes(group));
  return [...organs, ...others]
    .flatMap(({ key, names, says }) => {
      const near = nearest(names, query);
      return near ? [{ key, name: names[0] ?? key, says, at: near.at }] : [];
    })
    .sort((a, b) => a.at - b.at)
    .slice(0, most);
}
