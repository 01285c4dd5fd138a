import { under } from '$core/units';
import { CUTS, VOCABULARIES, WHOLE_CUTS, type Cut } from './cuts';
import type { GroupKey } from './species';

/** Further names that people use, by cut; lower case. One name may stand at several cuts. */
const ALIASES: Readonly<Record<string, readonly string[]>> = {
  topRound: ['inside round', 'inside'],
  topRoundCap: ['inside cap'],
  bottomRound: ['outside round', 'flat', 'gooseneck flat'],
  rumpEnd: ['rump', 'outside leg, rump'],
  eyeRound: ['eye', 'girello'],
  tipSide: ['sirloin tip', 'ball', 'knuckle side'],
  tipCore: ['round tip', 'knuckle', 'ball'],
  topSirloin: ['sirloin butt', 'sirloin', 'chump', 'rump steak'],
  triTip: ['hip corner', 'bottom sirloin'],
  heel: ['calf'],
  hindShank: ['shin', 'osso buco'],
  flatIron: ['top blade', 'oyster blade', 'feather'],
  mockTender: ['chuck tender', 'false fillet', 'scotch tender'],
  armRoast: ['clod', 'clod heart', 'thick rib', 'shoulder clod'],
  underBlade: ['subscap', 'inside'],
  foreShank: ['shin', 'foreshin'],
  strap: ['loin', 'boneless loin', 'saddle, boneless', 'sirloin'],
  tenderloin: ['inner loin', 'fish tender', 'undercut', 'inside, under the spine'],
  neckRoast: ['scrag', 'collar'],
  flankSteak: ['skirt'],
  flankFlap: ['flank', 'bavette', 'paunch sheet'],
  ribMeat: ['intercostals', 'finger meat'],
  brisket: ['breast'],
  diaphragm: ['hanger', 'midriff'],
  belly: ['side', 'streak'],
  backFat: ['fat', 'speck'],
  rack: ['cutlets', 'ribs'],
  breast: ['supreme'],
  tender: ['fillet', 'mignon'],
  drumstick: ['leg'],
  thigh: ['leg'],
  crown: ['breast on the bone'],
  slab: ['side']
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
  for (const cut of [...Object.values(CUTS), ...Object.values(WHOLE_CUTS)]) {
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
