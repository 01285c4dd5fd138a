import type { DiscardReason } from './tubs';

/** What is taken off or out of a piece on the board, and where it usually goes. */
export interface Taking {
  name: string;
  /** Why it is thrown away; silver and sinew may go to the stock pot, where the larder wants them there. */
  reason: DiscardReason;
  /** Fit for the pot: silver, sinew, soft bone. */
  pot?: true;
  /** Only as closely as the piece’s tub is trimmed. */
  thin?: true;
}

/** By key. Usual practice. */
export const TAKINGS = {
  rim: { name: 'Dry edge', reason: 'rind' },
  soiled: { name: 'Soiled face', reason: 'contaminated' },
  hair: { name: 'Hair', reason: 'hair' },
  gouge: { name: 'Gouged meat', reason: 'scored' },
  spoiled: { name: 'Spoiled', reason: 'spoiled' },
  blood: { name: 'Bloodshot', reason: 'bloodshot' },
  vein: { name: 'Vein', reason: 'gland' },
  node: { name: 'Node', reason: 'gland' },
  fat: { name: 'Fat', reason: 'fat' },
  silver: { name: 'Heavy silver', reason: 'silver', pot: true },
  thin: { name: 'Thin silver', reason: 'silver', pot: true, thin: true },
  tendon: { name: 'Tendon', reason: 'silver', pot: true },
  soft: { name: 'Soft bone', reason: 'bone', pot: true },
  shot: { name: 'Shot and feather', reason: 'pellet' },
  splinter: { name: 'Splinters', reason: 'pellet' }
} as const satisfies Readonly<Record<string, Taking>>;
export type TakingKey = keyof typeof TAKINGS;
export const TAKING_KEYS = Object.keys(TAKINGS) as TakingKey[];
