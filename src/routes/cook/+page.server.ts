import { subjectOf, takenBack } from '$core/book';
import { coolingLog, dryingOf, heatedBy } from '$core/dry';
import { SPECIES, hotFor, type SpeciesKey } from '$core/reference';
import { handOf } from '$lib/server/actor';
import { BATCH_WORDS } from '$lib/words/entries';
import { capital } from '$lib/words/format';
import { plainFormatter } from '$lib/words/format';

/** What is made here, in this order. */
const MADE = ['jerky', 'cooked', 'stock', 'rendered', 'sausage'];
/** Batches that are shown at once. */
const MOST = 24;
/** What was killed or made longer ago lies in no tub of the table any more, days. */
const DAYS = 45;

/** What the readings of its middle say, against what such a thing is asked; fat and stock are asked nothing of the kind. */
function heatOf(
  { batch, species }: { batch?: string | undefined; species: readonly SpeciesKey[] },
  cores: readonly { at: number; celsius: number }[]
) {
  if (batch !== 'jerky' && batch !== 'cooked' && batch !== 'sausage') return {};
  const asked = hotFor(
    species.map((one) => SPECIES[one].group),
    'through'
  );
  const heated = heatedBy(cores, asked);
  return heated ? { heated, asked } : {};
}

export const load = async ({ locals, depends }) => {
  depends('larder:stock');
  const { packs, stock, book, trace, settings, recipes, demo } = locals.house;
  const chosen = await settings.read();
  const format = plainFormatter(chosen);
  const now = Date.now();
  const [ready, goods, known] = await Promise.all([packs.ready(now, DAYS), stock.goods(), recipes.all()]);
  const making = ready.filter((r) => r.kind === 'batch' && MADE.includes(r.batch ?? '')).slice(0, MOST);
  const batches = await Promise.all(
    making.map(async (b) => {
      const [entries, whose] = await Promise.all([book.history(b.id), trace.whose(b.id)]);
      const gone = new Set(entries.flatMap((e) => (e.intent.kind === 'void' ? takenBack(e.intent) : [])));
      const own = entries.filter((e) => !gone.has(e.id) && subjectOf(e.intent) === b.id);
      const made = own.find((e) => e.intent.kind === 'batch');
      const raw = whose.reduce((sum, w) => sum + w.grams, 0);
      const weighings = own.flatMap((e) =>
        e.intent.kind === 'dry' || e.intent.kind === 'cook'
          ? [{ at: e.at, grams: e.intent.reading.grams - (e.intent.reading.tare ?? 0) }]
          : []
      );
      const cores = own.flatMap((e) =>
        e.intent.kind === 'core'
          ? [{ at: e.at, celsius: e.intent.celsius, ...(e.intent.simulated ? { simulated: true } : {}) }]
          : e.intent.kind === 'cook' && e.intent.core !== undefined
            ? [{ at: e.at, celsius: e.intent.core }]
            : []
      );
      const begun = made?.at ?? b.since;
      // What was read before it went in, as jerky that is heated first.
      const heatedFirst =
        made?.intent.kind === 'batch'
          ? (made.intent.stops ?? []).flatMap(({ what, celsius }) =>
              what === 'core' ? [{ at: made.at, celsius }] : []
            )
          : [];
      const by = made?.intent.kind === 'batch' ? made.intent.recipe : undefined;
      // What was made by a recipe is done as the recipe says; of an older version only its name is known.
      const recipe = b.batch === 'sausage' ? known.find(({ key }) => key === by?.key) : undefined;
      return {
        id: b.id,
        what: b.batch ?? '',
        name: b.what ?? capital(BATCH_WORDS[b.batch as keyof typeof BATCH_WORDS] ?? 'batch'),
        grams: b.grams,
        raw,
        begun,
        held: b.held,
        weighings,
        cores,
        ...(recipe ? { recipe: { name: recipe.name, steps: recipe.steps } } : {}),
        slab: made?.intent.kind === 'batch' ? made.intent.slab : undefined,
        ...heatOf(b, [...heatedFirst, ...cores]),
        cooling: b.batch === 'jerky' ? undefined : coolingLog(cores, now),
        stops: made?.intent.kind === 'batch' ? (made.intent.stops ?? []) : [],
        drying: b.batch === 'jerky' && raw > 0 ? dryingOf({ at: begun, grams: raw }, weighings) : undefined
      };
    })
  );
  return {
    batches,
    ready: ready
      .filter((r) => r.kind !== 'batch')
      .map((r) => ({
        id: r.id,
        of: r.of,
        class: r.class,
        grams: r.grams,
        code: r.code,
        owner: r.owners[0] ?? '',
        held: r.held,
        boar: r.species.includes('boar'),
        name: r.kind === 'tub' ? `loose, ${r.place?.slice('tub:'.length) ?? ''}` : format.cut(r.cut)
      })),
    /** Salt and seasonings on the shelf, the oldest first. */
    spices: goods
      .filter((g) => !g.held && (g.pool.what === 'salt' || g.pool.what === 'seasoning'))
      .map((g) => ({ id: g.pool.id, name: g.name, left: g.left, allergens: g.pool.allergens ?? [] })),
    alone: chosen.alone,
    hand: handOf(locals, chosen),
    standIn: await locals.house.standIns(),
    demo,
    now
  };
};
