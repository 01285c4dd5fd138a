import { csvOf } from '$lib/server/files/csv';
import { api, textStream } from '$lib/server/http/api';
import { packAnswer } from '$lib/server/http/packs';
import { plainFormatter } from '$lib/words/format';

const COLUMNS = [
  'code',
  'id',
  'name',
  'grams',
  'class',
  'place',
  'packed',
  'eat_by',
  'thawed',
  'wrap',
  'for',
  'held',
  'species',
  'owners'
];
const day = (at: number | null) => (at === null ? '' : new Date(at).toISOString().slice(0, 10));

/** Packs that lie here as a table, a stretch at a time. */
export const GET = api(async (_event, { packs, settings }) => {
  const format = plainFormatter(await settings.read());
  async function* lines() {
    yield csvOf([COLUMNS]);
    for (let offset = 0; ; offset += 500) {
      const rows = await packs.oldest({ limit: 500, offset });
      if (rows.length === 0) return;
      yield csvOf(
        rows
          .map((p) => packAnswer(p, format))
          .map((p) => [
            p.code,
            p.id,
            p.name,
            p.grams,
            p.class,
            p.place ?? '',
            day(p.packedAt),
            day(p.eatBy),
            day(p.thawedAt),
            p.wrap ?? '',
            p.for ?? '',
            p.held ?? '',
            p.species.join(' '),
            p.owners.join('; ')
          ])
      );
    }
  }
  return textStream(lines(), 'text/csv; charset=utf-8', 'packs.csv');
});
