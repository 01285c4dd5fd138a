import { z } from 'zod';
import { idSchema, ofEither } from '../fields';
import { subjectOf } from '../subject';
import type { Derived } from '../move';
import { reversed } from '../posting';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import type { BookState } from '../state';
import type { KindRules, Past } from './kind';

/** Most entries that stand on one and are taken back with it. */
const MAX_CHAIN = 2_000;

/** Takes an entry back, and with it all that stands on it. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('void'),
    entry: idSchema,
    /** What stands on it and is taken back with it; all of it, in any order. */
    chain: z.array(idSchema).min(1).max(MAX_CHAIN).optional()
  })
);
type I = z.infer<typeof schema>;

/** Entries that a void takes back: the one it names, and what stands on it. */
export const takenBack = ({ entry, chain }: Pick<I, 'entry' | 'chain'>): string[] => [
  ...(chain ?? []),
  entry
];

function derive(_: BookState, intent: I, past: Past): Derived {
  const { entry: id } = intent;
  const target = past.entry(id);
  if (!target?.subjects.includes(subjectOf(intent))) return refuse({ code: 'unknown-entry', entry: id });
  if (target.kind === 'void') return refuse({ code: 'not-voidable', entry: id });
  if (target.voided) return refuse({ code: 'already-voided', entry: id });
  const sent = new Set(intent.chain);
  const chain = past.asBooked ? past.newestFirst(sent) : past.standingOn(id);
  if (chain.length !== sent.size || chain.some((other) => !sent.has(other)))
    return refuse({ code: 'stands-on', entry: id, chain });
  // A chain that comes in with a book is not looked for, but it must be one.
  for (const other of chain) {
    const found = past.entry(other);
    if (other === id || found?.kind === 'void') return refuse({ code: 'not-voidable', entry: other });
    if (found?.voided) return refuse({ code: 'already-voided', entry: other });
  }
  return {
    ok: true,
    postings: [...chain, id].flatMap((other) => reversed(past.entry(other)?.postings ?? []))
  };
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), ...takenBack(intent)],
  derive,
  speaks: true,
  within: true
};
