import { draftSchema, rulesOf, type BookedEntry, type Draft, type Refusal } from '$core/book';

/** What became of an entry that was sent. */
export type Outcome =
  | { status: 'booked'; id: string; entry: BookedEntry }
  | { status: 'already-booked'; id: string; entry: BookedEntry }
  | { status: 'refused'; id: string; refusal: Refusal };

/** A draft as the file format reads it; or why it is none: what could not be read out of a file is not taken in. */
export type Read = { ok: true; id: string; draft: Draft } | { ok: false; id: string; refusal: Refusal };

/** Reads a draft. */
export function readable(sent: Draft): Read {
  const read = draftSchema.safeParse(sent);
  if (read.success) return { ok: true, id: sent.id, draft: read.data };
  const [issue] = read.error.issues;
  const said = { path: issue?.path.join('.') ?? '', message: issue?.message ?? 'no entry' };
  return { ok: false, id: sent.id, refusal: { code: 'malformed', ...said } };
}

/** What a draft would bring into being: its entry, items, and with the first intake the animal. */
export const bornBy = ({ intent, id }: Draft): string[] => [id, ...(rulesOf(intent).bears?.(intent) ?? [])];

/** The refused entry that a draft rests on: it uses an item, animal or entry that one would have made. */
export function restsOn({ intent }: Draft, spoiled: ReadonlyMap<string, string>): string | undefined {
  for (const id of rulesOf(intent).refers(intent)) {
    const refused = id === undefined ? undefined : spoiled.get(id);
    if (refused) return refused;
  }
  return undefined;
}
