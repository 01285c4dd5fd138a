import { draftSchema, factsSchema, intentSchema } from '$core/book';
import { ownProcedureSchema } from '$core/reference';
import { ruleCardSchema } from '$core/rules';
import { roomSchema } from '$core/settings';
import { limitsOf } from '$lib/forms/limits';

/** The schema of one kind of entry. */
const kind = (name: string) => {
  const schema = intentSchema.options.find(({ shape }) => shape.kind.value === name);
  if (!schema) throw new Error(`no such kind: ${name}`);
  return schema;
};

/** Limits of what is filled in and sent without a form of its own, by the schemas that check it. */
export const LIMITS = {
  draft: limitsOf(draftSchema.pick({ hand: true })),
  facts: limitsOf(factsSchema),
  note: limitsOf(kind('note')),
  lift: limitsOf(kind('lift')),
  return: limitsOf(kind('return')),
  card: limitsOf(ruleCardSchema),
  room: limitsOf(roomSchema),
  procedure: limitsOf(ownProcedureSchema)
};
