import { under } from '$core/units';
import { JOINTS } from './anatomy';
import { BOARD_CUTS, CUTS, VOCABULARIES, WHOLE_CUTS, type Cut } from './cuts';
import type { GroupKey } from './species';

/** Further names that people use, by cut; lower case. One name may stand at several cuts. */
const ALIASES: Readonly<Record<string, readonly string[]>> = {
  topRound: ['inside round', 'inside', 'round', 'pavé'],
  topRoundCap: ['inside cap'],
  bottomRound: ['outside round', 'flat', 'gooseneck flat', 'silver side', 'silver', 'round', 'pavé'],
  rumpEnd: ['rump', 'outside leg, rump'],
  eyeRound: ['eye', 'eye round', 'girello', 'salmon', 'false fillet', 'round'],
  tipSide: ['sirloin tip', 'ball', 'knuckle side'],
  tipCore: ['round tip', 'knuckle', 'ball'],
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
  strap: ['loin', 'boneless loin', 'saddle, boneless', 'sirloin', 'back strap', 'medallions', 'chops'],
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

/** 0 the name itself, 1 its beginning, 2 a word in it, 3 somewhere in it; undefined for no match. */
function rank(name: string, query: string): number | undefined {
  if (name === query) return 0;
  if (name.startsWith(query)) return 1;
  if (name.includes(` ${query}`)) return 2;
  return name.includes(query) ? 3 : undefined;
}

/**
 * Cuts by any of their names in any vocabulary, their anatomical name or an alias; best matches first, each cut once.
 * An ambiguous name gives all its candidates.
 * @param group  only cuts that animals of this group have
 * @example findCuts('topside', 'deer')[0].cut.key // 'topRound'
 */
export function findCuts(query: string, group: GroupKey, most = 8): Found[] {
  const wanted = plain(query);
  if (wanted === '') return [];
  const found: (Found & { rank: number })[] = [];
  for (const cut of [...Object.values(CUTS), ...Object.values(WHOLE_CUTS), ...Object.values(BOARD_CUTS)]) {
    if (!cut.groups.includes(group)) continue;
    const names = [
      ...VOCABULARIES.map((words) => cut.names[words]),
      ...(under(ALIASES, cut.key) ?? []),
      cut.muscle,
      cut.key
    ];
    let best: (Found & { rank: number }) | undefined;
    for (const name of names) {
      const at = rank(plain(name), wanted);
      if (at !== undefined && at < (best?.rank ?? Infinity)) best = { cut, name, rank: at };
    }
    if (best) found.push(best);
  }
  return found
    .sort((a, b) => a.rank - b.rank || b.cut.share - a.cut.share)
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
  const wanted = plain(query);
  if (wanted === '') return [];
  return Object.entries(JOINTS)
    .flatMap(([key, { name }]) => {
      const ranks = [name, key, ...(under(JOINT_ALIASES, key) ?? [])].flatMap(
        (n) => rank(plain(n), wanted) ?? []
      );
      return ranks.length > 0 ? [{ key, at: Math.min(...ranks) }] : [];
    })
    .sort((a, b) => a.at - b.at)
    .slice(0, most)
    .map(({ key }) => key);
}
