import { z } from 'zod';
import { GROUP_KEYS, SPECIES, SPECIES_KEYS } from '$core/reference';
import { STATIONS } from '$lib/server/repo/animals';

const PAGE = 50;
const querySchema = z.object({
  q: z.string().trim().max(80).catch('').default(''),
  at: z
    .enum(['', ...STATIONS, 'held'])
    .catch('')
    .default(''),
  season: z.coerce.number().int().min(2000).max(2200).optional().catch(undefined),
  group: z
    .enum(['', ...GROUP_KEYS])
    .catch('')
    .default(''),
  page: z.coerce.number().int().min(1).max(10_000).catch(1).default(1)
});

export const load = async ({ url, locals }) => {
  const { animals } = locals.house;
  const { page, ...asked } = querySchema.parse(Object.fromEntries(url.searchParams));
  const found = await animals.search({
    words: asked.q,
    station: asked.at === '' || asked.at === 'held' ? undefined : asked.at,
    held: asked.at === 'held',
    season: asked.season,
    species: asked.group === '' ? undefined : SPECIES_KEYS.filter((k) => SPECIES[k].group === asked.group),
    limit: PAGE,
    offset: (page - 1) * PAGE
  });
  return {
    asked,
    cards: found.cards,
    total: found.total,
    seasons: await animals.seasons(),
    page,
    pages: Math.max(1, Math.ceil(found.total / PAGE))
  };
};
