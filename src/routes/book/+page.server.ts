import { z } from 'zod';
import {
  KINDS,
  everBorn,
  isBoundary,
  lossRef,
  outRef,
  subjectsOf,
  type BookedEntry,
  type Item
} from '$core/book';
import { poolWord } from '$lib/words/entries';
import { capital } from '$lib/words/format';
import { stateOf } from '$lib/server/repo/state';
import { besideWords, wordsOf } from '$lib/server/http/views';

const PAGE = 60;
const querySchema = z.object({
  animal: z.string().trim().max(60).catch('').default(''),
  /** A batch, a store lot or a machine, by its id. */
  pool: z.string().trim().max(80).optional().catch(undefined),
  kind: z
    .union([z.literal(''), z.enum(KINDS)])
    .catch('')
    .default(''),
  before: z.coerce.number().int().min(1).optional().catch(undefined),
  audit: z.string().max(5).optional().catch(undefined)
});

/** Items that an entry speaks of. */
const namedBy = ({ intent, postings }: BookedEntry): string[] => [
  ...('item' in intent && intent.item ? [intent.item] : []),
  ...postings.map((p) => lossRef(p.item)?.owner ?? outRef(p.item)?.owner ?? p.item)
];

export const load = async ({ url, locals }) => {
  const opened = locals.house;
  const { animals, book, larder, procedures } = opened;
  const query = querySchema.parse(Object.fromEntries(url.searchParams));
  const card = query.animal ? await animals.find(query.animal) : undefined;
  const unknown = query.animal !== '' && !card;
  const entries = unknown
    ? []
    : await book.page({
        subject: card?.id ?? query.pool,
        kind: query.kind || undefined,
        before: query.before,
        limit: PAGE + 1
      });
  const shown = entries.slice(0, PAGE);
  const ids = [
    ...new Set(shown.flatMap((e) => [...subjectsOf(e.intent), ...e.postings.flatMap((p) => p.origin ?? [])]))
  ];
  const codes: Record<string, string> = {};
  const items: Record<string, Pick<Item, 'kind' | 'cut' | 'side' | 'tub' | 'what' | 'count'>> = {};
  for (const id of ids) {
    const state = await stateOf(larder.db, id);
    const pool = state.pools[id];
    codes[id] = state.animals[id]?.code ?? '';
    if (pool) codes[id] = state.items[id]?.what ?? poolWord(pool);
    const named = new Set(shown.flatMap((e) => (subjectsOf(e.intent).includes(id) ? namedBy(e) : [])));
    // What was taken back still has its name; only then is the whole history asked for it.
    const gone = [...named].some((item) => !state.items[item] && !isBoundary(item));
    for (const item of Object.values(gone ? everBorn(await book.history(id), state) : state.items))
      if (named.has(item.id) && item.owner === id)
        items[item.id] = {
          kind: item.kind,
          ...(item.cut ? { cut: item.cut } : {}),
          ...(item.side ? { side: item.side } : {}),
          ...(item.tub ? { tub: item.tub } : {}),
          ...(item.what
            ? { what: item.what }
            : item.id === pool?.id
              ? { what: capital(poolWord(pool)) }
              : {}),
          ...(item.count ? { count: item.count } : {})
        };
  }
  return {
    query,
    unknown,
    entries: shown,
    more: entries.length > PAGE ? shown.at(-1)?.seq : undefined,
    codes,
    items,
    voided: await book.takenBackOf(shown),
    words: wordsOf(shown, await procedures.all(), await besideWords(opened)),
    kinds: KINDS,
    audit: query.audit !== undefined
  };
};
