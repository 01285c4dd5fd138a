import type { Wanted } from '$core/bench';
import { fold, type BookedEntry, type Draft } from '$core/book';
import { atTestPace } from '$lib/device/pace';
import type { World } from './world';

/** What the bench asks its scale for, or says to it. */
interface Word {
  action: string;
  ask?: { want: Wanted; after: string };
  on?: boolean;
}

/** Lines a second of the practice scale: a little quicker than a bench scale, nobody carries meat to it. */
const LINES = 14;

/**
 * A bench that belongs to no larder: what is pressed is answered at once and kept nowhere, and a simulated scale lays the
 * pieces on. It ends with its page.
 * @param animal   its id
 * @param history  what is in its book as it begins
 */
export default function practiceWorld(animal: string, history: readonly BookedEntry[]): World {
  let booked: BookedEntry[] = [...history];
  let plates = 0;
  const hear = new Set<Parameters<World['outbox']['listen']>[0]>();
  // What lays pieces on comes once the bench stands.
  const standIn = import('$lib/stand-in').then(({ SimulatedScale, TEST_LINES, onPlate }) => ({
    scale: new SimulatedScale(atTestPace() ? TEST_LINES : LINES),
    onPlate
  }));

  function answer(draft: Draft): void {
    const entry: BookedEntry = { ...draft, postings: draft.postings ?? [], seq: booked.length + 1 };
    booked = [...booked, entry];
    for (const listener of hear) listener(draft, { status: 'booked', entry });
  }

  return {
    practice: true,
    outbox: {
      conflicts: [],
      // Answered in the next task, as by a larder that is very near.
      put: async (drafts) => void setTimeout(() => drafts.forEach(answer)),
      kept: async () => [],
      book: async () => [],
      keepBook: async () => undefined,
      again: async () => [],
      dismiss: async () => undefined,
      listen: (listener) => {
        hear.add(listener);
        return () => hear.delete(listener);
      }
    },
    connect: (_, handlers) => {
      let closed = false;
      const leaving = standIn.then(({ scale }) => {
        if (closed) return;
        scale.lines((line) => handlers.scale(line, `practice-${plates}`));
        scale.shaken((on) => handlers.table(on));
      });
      return {
        close: () => {
          closed = true;
          void leaving.then(async () => (await standIn).scale.close());
        }
      };
    },
    toScale: async (body) => {
      const { action, ask, on } = body as Word;
      const { scale, onPlate } = await standIn;
      if (action === 'tare') scale.tare();
      else if (action === 'noise') scale.noise(on === true);
      else if (ask) {
        const key = JSON.stringify(ask);
        const grams = scale.asked === key ? undefined : onPlate(fold(booked), booked, animal, ask.want);
        if (grams === undefined) return undefined;
        const off = `practice-${plates}`;
        plates += 1;
        scale.lay(grams, key);
        return { off };
      }
      return undefined;
    },
    keep: () => undefined
  };
}
