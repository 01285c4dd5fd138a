import { env } from 'node:process';

/** Hears what is being done before the larder answers, and how much of all of it is done, 0 to 1. */
export type Tell = (step: string, done: number) => void;

/** Tells whoever has started this process, where that one listens (`LARDER_TELLS`). */
export const tellParent: Tell = (step, done) => {
  if (env.LARDER_TELLS === '1') process.send?.({ step, done });
};
