import { error } from '@sveltejs/kit';
import { itemName } from '$core/account';
import { UUID7 } from '$core/units';
import { readCode, shortCode, spaced } from '$core/wrap';
import { handOf } from '$lib/server/actor';
import { originsOf } from '$lib/server/origins';
import { BATCH_WORDS } from '$lib/words/entries';
import { capital } from '$lib/words/format';

const FAULTS = {
  shape: 'That is no code of a label: nine letters and figures, such as 9Z21 ZKSD 9.',
  check:
    'One sign of that code is wrong, or two have changed places: its check does not fit. Look at the label again.'
} as const;

export const load = async ({ locals, params, depends }) => {
  depends('larder:stock');
  const { packs, trace, settings, parties, demo } = locals.house;
  const chosen = await settings.read();
  const whole = UUID7.test(params.code) ? params.code : undefined;
  const read = whole ? undefined : readCode(params.code);
  if (read && !read.ok) error(404, FAULTS[read.fault]);
  const found = whole
    ? [await trace.item(whole)].flatMap((item) => item ?? [])
    : await packs.byTail(read?.ok ? read.tail : '');
  const [item] = found;
  if (!item)
    error(
      404,
      `Nothing in this larder has the code ${read?.ok ? spaced(read.code) : params.code}. Is it another larder’s label?`
    );
  const [lying] = await packs.byIds([item.id]);
  const whose = await originsOf(locals.house, item.id);
  const own = await trace.pool(item.owner);
  const outside = lying ? [] : await trace.outside(item.id);
  return {
    /** Two things whose ids end alike: nearly never. */
    others: found.slice(1).map((i) => ({ id: i.id, name: itemName(i, chosen.vocabulary) })),
    item: {
      id: item.id,
      kind: item.kind,
      name:
        item.what ??
        (item.kind === 'batch' && own
          ? capital(BATCH_WORDS[own.pool.what as keyof typeof BATCH_WORDS] ?? own.pool.what)
          : itemName(item, chosen.vocabulary)),
      code: spaced(shortCode(item.id)),
      of: own ? { pool: item.owner } : { animal: item.owner },
      packedAt: item.packedAt,
      thawedAt: item.thawedAt
    },
    lying,
    /** Whoever has it, where it was given or sent away. */
    outside,
    whose,
    batch: own && {
      what: own.pool.what,
      recipe: own.pool.recipe?.name,
      nitrite: own.pool.nitrite,
      stops: own.pool.stops,
      consent: own.pool.consent,
      at: own.lastAt
    },
    places: chosen.places.map(({ key, name }) => ({ key, name })),
    parties: (await parties.all()).map((p) => p.name),
    hand: handOf(locals, chosen),
    standIn: await locals.house.standIns(),
    demo
  };
};
