import { z } from 'zod';
import { TUBS, TUB_KEYS } from '$core/reference';
import { grams, shareOut, under } from '$core/units';
import { whole } from '../fields';
import { booked, lose, move, sourceOf, takeOut, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import {
  balanceOf,
  bodyOf,
  classOf,
  fieldId,
  isBody,
  lossId,
  piecesIn,
  stillOnItems,
  tubId,
  tubWeight,
  type BookState,
  type Item
} from '../state';
import type { KindRules } from './kind';

/** A tub on the scale with all that lies in it. More came from what lies open; less has dripped, or was trimmed. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('tub'),
    tub: z.enum(TUB_KEYS),
    /** Where the new mass came from; without it the one open part, else the carcass. */
    from: z.string().optional(),
    reading: readingSchema,
    /** What a lighter tub has lost; `silver` says that what lies in it has been trimmed. */
    lost: z.enum(['drip', 'evaporation', 'silver']).optional(),
    acknowledged: z.boolean().optional()
  })
);
type I = z.infer<typeof schema>;

/** Where new mass in a tub came from when nobody said: the one open part, else the carcass. */
function defaultSource(state: BookState, animal: string): Item | undefined {
  const on = stillOnItems(state, animal);
  const opened = on.filter((item) => item.kind === 'part' && item.door === 'open');
  if (opened.length === 1) return opened[0];
  return on.find(isBody) ?? (on.length === 1 ? on[0] : undefined);
}

function derive(state: BookState, intent: I): Derived {
  const { animal } = intent;
  if (!under(state.animals, animal)) return refuse({ code: 'unknown-animal', animal });
  const id = tubId(intent.tub, animal);
  const { letter } = TUBS[intent.tub];
  const shown = net(intent.reading);
  const change = shown - tubWeight(state, intent.tub, animal);
  if (change === 0) return refuse({ code: 'unchanged', item: id });
  if (change > 0) {
    if (intent.from === undefined && (intent.tub === 'offal' || intent.tub === 'hide'))
      return besideHanging(state, intent, change);
    const source = intent.from === undefined ? defaultSource(state, animal) : under(state.items, intent.from);
    if (!source)
      return refuse(
        intent.from ? { code: 'unknown-item', item: intent.from } : { code: 'no-source', animal }
      );
    const found = sourceOf(state, source.id, animal, 'carcass', 'lot', 'part');
    if ('refusal' in found) return refuse(found.refusal);
    return takeOut(state, source, grams(change), intent.acknowledged, (key) =>
      move(source.id, key, id, letter, change)
    );
  }
  const reason = intent.lost ?? 'drip';
  const loose = balanceOf(state, id);
  const fromLoose = Math.min(loose, -change);
  const pieces = piecesIn(state, intent.tub, animal);
  const shares = shareOut(
    grams(-change - fromLoose),
    pieces.map((p) => balanceOf(state, p.id))
  );
  return booked(
    fromLoose > 0 ? lose(reason, id, letter, fromLoose) : [],
    pieces.flatMap((piece, i) =>
      (shares[i] ?? 0) > 0 ? lose(reason, piece.id, classOf(state, piece.id), shares[i] ?? 0) : []
    )
  );
}

/** Offal and hide stand beside the hanging weight: a hide weighed late comes out of the dressing loss, else from the field. */
function besideHanging(state: BookState, intent: I, change: number): Derived {
  const { animal } = intent;
  const id = tubId(intent.tub, animal);
  const { letter } = TUBS[intent.tub];
  const carcass = bodyOf(state, animal);
  const dressing = carcass ? lossId('dressing', carcass.id) : '';
  const lost = intent.tub === 'hide' ? balanceOf(state, dressing) : 0;
  if (lost >= change) return booked(move(dressing, 'X', id, letter, change));
  return booked(move(fieldId(animal), '-', id, letter, change));
}

export const rules: KindRules<I> = {
  refers: ({ animal, from }) => [animal, from],
  derive,
  // Said to be trimmed: the tub, with all that lies in it.
  effects: ({ intent: { tub, animal, lost } }, state) => ({
    changes:
      lost === 'silver'
        ? [tubId(tub, animal), ...piecesIn(state, tub, animal).map((piece) => piece.id)].map((id) => [
            id,
            (item) => ({ ...item, trimmed: true })
          ])
        : []
  }),
  fills: ({ tub }) => [tub]
};
