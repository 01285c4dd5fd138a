import type { GroupKey } from '$core/reference';

/** Groups of species as one says them in a list. */
export const GROUP_NAMES: Readonly<Record<GroupKey, string>> = {
  deer: 'deer',
  boar: 'boar',
  rabbit: 'rabbit and hare',
  gamebird: 'pheasant and partridge',
  pigeonlike: 'pigeon',
  waterfowl: 'duck and goose'
};

/** The groups an order of work is for, as briefly as it can be said. */
export function groupWords(groups: readonly GroupKey[]): string {
  if (groups.length === Object.keys(GROUP_NAMES).length) return 'every animal';
  const birds: GroupKey[] = ['gamebird', 'pigeonlike', 'waterfowl'];
  return birds.every((b) => groups.includes(b))
    ? [...groups.filter((g) => !birds.includes(g)).map((g) => GROUP_NAMES[g]), 'birds'].join(', ')
    : groups.map((g) => GROUP_NAMES[g]).join(', ');
}

/** The group that an address asks for; deer when it asks for none there is. */
export const groupIn = (asked: string | null): GroupKey =>
  asked !== null && Object.hasOwn(GROUP_NAMES, asked) ? (asked as GroupKey) : 'deer';
