import { under } from '$core/units';
import { z } from 'zod';
import { SPECIES, STAGES } from '$core/reference';
import { whole } from '../fields';
import { booked, lose, move, sourceOf, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, fieldId, lossId, tubId, type BookState, type Item } from '../state';
import { markOf, type KindRules } from './kind';

/** The whole animal at a later stage: what it has lost since is dressing loss, never evaporation. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('skin'),
    item: z.string(),
    reading: readingSchema,
    /** The hide, head and legs where they were weighed; the rest is dressing loss. */
    hide: readingSchema.optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'carcass', 'lot');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const value = net(intent.reading);
  const { stage } = intent.reading;
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (stage !== 'dressed' && stage !== 'hanging') return refuse({ code: 'stage-missing', item: item.id });
  const passed = under(state.animals, intent.animal)?.marks.some(
    (m) =>
      m.item === item.id &&
      m.reading.stage !== undefined &&
      STAGES.indexOf(m.reading.stage) >= STAGES.indexOf(stage)
  );
  if (passed) return refuse({ code: 'stage-passed', item: item.id, stage });
  const hide = intent.hide ? net(intent.hide) : 0;
  if (value + hide > left) {
    const short = guessedShort(state, item, stage, value + hide, left);
    if (short === undefined)
      return refuse({ code: 'not-lighter', item: item.id, reading: value + hide, left });
    return booked(
      move(fieldId(intent.animal), '-', item.id, '-', short),
      hide > 0 ? move(item.id, '-', tubId('hide', intent.animal), 'H', hide) : [],
      lose('dressing', item.id, '-', left + short - value - hide)
    );
  }
  return booked(
    hide > 0 ? move(item.id, '-', tubId('hide', intent.animal), 'H', hide) : [],
    lose('dressing', item.id, '-', left - value - hide)
  );
}

/**
 * What is missing in a first weight that was only guessed, when a scale says more at a later stage: up to what the
 * species' ratio makes of that stage. Undefined where the first weight was read.
 */
function guessedShort(
  state: BookState,
  item: Item,
  stage: 'dressed' | 'hanging',
  value: number,
  left: number
): number | undefined {
  const animal = under(state.animals, item.owner);
  const marks = animal?.marks.filter((m) => m.item === item.id) ?? [];
  const guess =
    marks.length > 0 && marks.every((m) => m.reading.how === 'model' || m.reading.how === 'estimated');
  const first = marks[0]?.reading.stage;
  if (!animal || !guess) return undefined;
  const { hangingToLive, dressedToLive } = SPECIES[animal.facts.species];
  const toLive = {
    live: 1,
    dressed: dressedToLive.mean,
    drawn: dressedToLive.mean,
    hanging: hangingToLive.mean,
    aged: 1
  };
  const ratio = toLive[stage] / toLive[first ?? 'live'];
  return Math.max(Math.round(value / ratio), value) - left;
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive,
  effects: (entry) => ({ marks: [markOf(entry, entry.intent.item, entry.intent.reading)] }),
  corrects: ({ reading, item }) => ({ reading, from: lossId('dressing', item), to: item }),
  minutes: ({ reading }) => (reading.stage ? `step:${reading.stage}` : undefined)
};
