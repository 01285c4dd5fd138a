/** Questions that whoever booked an entry has answered with yes; see `doubtOf`. */
export const DOUBTS = ['anatomy', 'weight', 'twice', 'loss', 'writeOff'] as const;
export type Doubted = (typeof DOUBTS)[number];
