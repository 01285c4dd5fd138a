import type { Question } from '$core/chill';

/** How each question is asked, and what its second way is called. */
export const QUESTION_WORDS: Readonly<Record<Question, { ask: string; did: string }>> = {
  hung: { ask: 'Hang it, legs apart?', did: 'hung now' },
  pelvisSplit: { ask: 'Split the pelvis?', did: 'split now' },
  hamOpened: { ask: 'Open the ham to the bone?', did: 'opened now' },
  hideOff: { ask: 'Hide off now?', did: 'hide off now' },
  quartered: { ask: 'Drag it whole, or quarter?', did: 'quartered now' }
};
