import { SPECIES, STAGES, TUBS, type ClassKey } from '$core/reference';
import { grams, shareOut } from '$core/units';
import { condemn, give, hold, lift, returned, sample, send } from './custody';
import { net } from './entry';
import {
  booked,
  counted,
  countFault,
  isNew,
  itemOf,
  lose,
  move,
  sourceOf,
  takeOut,
  type Derived
} from './move';
import { refuse } from './refusal';
import type { Destination, Draft, IntentOf, Kind, Posting, Reading } from './schema';
import {
  balanceOf,
  bodyOf,
  classOf,
  classOfPlace,
  fieldId,
  isBody,
  lossId,
  outId,
  piecesIn,
  stillOnItems,
  tubId,
  tubWeight,
  type BookState,
  type Item
} from './state';

function intake(state: BookState, intent: IntentOf<'intake'>): Derived {
  const known = state.animals[intent.animal];
  if (!known && !intent.facts) return refuse({ code: 'facts-missing', animal: intent.animal });
  if (known && intent.facts) return refuse({ code: 'facts-known', animal: intent.animal });
  const { into } = intent;
  const value = net(intent.reading);
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  const field = fieldId(intent.animal);
  if (into.kind === 'tub') {
    if (!known) return refuse({ code: 'unknown-animal', animal: intent.animal });
    return booked(move(field, '-', tubId(into.tub, intent.animal), TUBS[into.tub].letter, value));
  }
  const taken = isNew(state, into.id);
  if (taken) return refuse(taken);
  const whole = bodyOf(state, intent.animal);
  if (whole) return refuse({ code: 'item-exists', item: whole.id });
  if (into.kind !== 'part') {
    const part = Object.values(state.items).find((i) => i.animal === intent.animal && i.kind === 'part');
    if (part) return refuse({ code: 'item-exists', item: part.id });
    if (!intent.reading.stage) return refuse({ code: 'stage-missing', item: into.id });
  }
  const postings = move(field, '-', into.id, '-', value);
  return booked(into.kind === 'lot' ? counted(postings, into.count) : postings);
}

function reweigh(state: BookState, intent: IntentOf<'reweigh'>): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'carcass', 'lot', 'part', 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const value = net(intent.reading);
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  const key = classOf(state, item.id);
  if (value > left) {
    if (!intent.acknowledged) return refuse({ code: 'heavier', item: item.id, reading: value, left });
    return booked(move(lossId('unaccounted', item.id), 'X', item.id, key, value - left));
  }
  return booked(lose('evaporation', item.id, key, left - value));
}

function skin(state: BookState, intent: IntentOf<'skin'>): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'carcass', 'lot');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const value = net(intent.reading);
  const { stage } = intent.reading;
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (stage !== 'dressed' && stage !== 'hanging') return refuse({ code: 'stage-missing', item: item.id });
  const passed = state.animals[intent.animal]?.marks.some(
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
  const animal = state.animals[item.animal];
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

function cut(state: BookState, intent: IntentOf<'cut'>): Derived {
  const found = sourceOf(state, intent.from, intent.animal, 'carcass', 'lot', 'part', 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { creates } = intent;
  const taken = isNew(state, creates.id);
  if (taken) return refuse(taken);
  const value = net(intent.reading);
  const { item } = found;
  if (creates.kind === 'part' && item.kind === 'piece')
    return refuse({ code: 'wrong-kind', item: item.id, kind: 'piece', wanted: 'carcass, part' });
  return takeOut(state, item, value, intent.acknowledged, (key) =>
    move(
      item.id,
      key,
      creates.id,
      creates.kind === 'part' ? '-' : (classOfPlace(creates.place) ?? key),
      value
    )
  );
}

function split(state: BookState, intent: IntentOf<'split'>): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const whole = balanceOf(state, item.id);
  const key = classOf(state, item.id);
  const ids = new Set<string>();
  let sum = 0;
  for (const [i, child] of intent.children.entries()) {
    const taken = isNew(state, child.id);
    if (taken || ids.has(child.id)) return refuse(taken ?? { code: 'item-exists', item: child.id });
    ids.add(child.id);
    if (!child.reading && i < intent.children.length - 1)
      return refuse({ code: 'nothing', field: `children.${i}.reading` });
    sum += child.reading ? net(child.reading) : 0;
  }
  const rest = whole - sum;
  const open = intent.children.at(-1)?.reading === undefined;
  if (rest < 0 || (open && rest === 0)) return refuse({ code: 'parts-differ', item: item.id, sum, whole });
  const postings: Posting[] = [];
  for (const [i, child] of intent.children.entries()) {
    const value = child.reading ? net(child.reading) : rest;
    if (value <= 0) return refuse({ code: 'nothing', field: `children.${i}.reading` });
    postings.push(...move(item.id, key, child.id, classOfPlace(child.place) ?? key, value));
  }
  return booked(postings);
}

function towards(to: Destination, item: Item, animal: string, key: ClassKey, value: number): Posting[] {
  return 'tub' in to
    ? move(item.id, key, tubId(to.tub, animal), TUBS[to.tub].letter, value)
    : lose(to.reason, item.id, key, value);
}

function trim(state: BookState, intent: IntentOf<'trim'>): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const after = net(intent.reading);
  const off = left - after;
  if (off <= 0) return refuse({ code: 'not-lighter', item: item.id, reading: after, left });
  const key = classOf(state, item.id);
  const known = intent.went.reduce((sum, w) => sum + (w.grams ?? 0), 0);
  const openEnd = intent.went.at(-1)?.grams === undefined;
  if (intent.went.slice(0, -1).some((w) => w.grams === undefined))
    return refuse({ code: 'nothing', field: 'went' });
  if (openEnd ? known >= off : known !== off)
    return refuse({ code: 'parts-differ', item: item.id, sum: known, whole: off });
  return booked(intent.went.flatMap((w) => towards(w.to, item, intent.animal, key, w.grams ?? off - known)));
}

/** Where new mass in a tub came from when nobody said: the one open part, else the carcass. */
function defaultSource(state: BookState, animal: string): Item | undefined {
  const on = stillOnItems(state, animal);
  const opened = on.filter((item) => item.kind === 'part' && item.door === 'open');
  if (opened.length === 1) return opened[0];
  return on.find(isBody) ?? (on.length === 1 ? on[0] : undefined);
}

function tub(state: BookState, intent: IntentOf<'tub'>): Derived {
  const { animal } = intent;
  if (!state.animals[animal]) return refuse({ code: 'unknown-animal', animal });
  const id = tubId(intent.tub, animal);
  const { letter } = TUBS[intent.tub];
  const shown = net(intent.reading);
  const change = shown - tubWeight(state, intent.tub, animal);
  if (change === 0) return refuse({ code: 'unchanged', item: id });
  if (change > 0) {
    if (intent.from === undefined && (intent.tub === 'offal' || intent.tub === 'hide'))
      return besideHanging(state, intent, change);
    const source = intent.from === undefined ? defaultSource(state, animal) : state.items[intent.from];
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
function besideHanging(state: BookState, intent: IntentOf<'tub'>, change: number): Derived {
  const { animal } = intent;
  const id = tubId(intent.tub, animal);
  const { letter } = TUBS[intent.tub];
  const carcass = bodyOf(state, animal);
  const dressing = carcass ? lossId('dressing', carcass.id) : '';
  const lost = intent.tub === 'hide' ? balanceOf(state, dressing) : 0;
  if (lost >= change) return booked(move(dressing, 'X', id, letter, change));
  return booked(move(fieldId(animal), '-', id, letter, change));
}

function place(state: BookState, intent: IntentOf<'place'>): Derived {
  // A part lies on the table: of it only the side can be set right.
  const found = itemOf(
    state,
    intent.item,
    intent.animal,
    ...(intent.place ? (['piece'] as const) : (['piece', 'part'] as const))
  );
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const stays = !intent.place || JSON.stringify(item.place) === JSON.stringify(intent.place);
  if (stays && (intent.side === undefined || intent.side === item.side))
    return refuse({ code: 'unchanged', item: item.id });
  if (!intent.place) return booked();
  const value = balanceOf(state, item.id);
  if (value <= 0) return refuse({ code: 'nothing', field: 'item' });
  const key = classOf(state, item.id);
  const next = classOfPlace(intent.place) ?? key;
  return key === next ? booked() : booked(move(item.id, key, item.id, next, value));
}

function open(state: BookState, intent: IntentOf<'open'>): Derived {
  const found = itemOf(state, intent.item, intent.animal, 'part', 'carcass', 'lot');
  if ('refusal' in found) return refuse(found.refusal);
  if (found.item.door === 'open') return refuse({ code: 'already-open', item: intent.item });
  return booked();
}

function close(state: BookState, intent: IntentOf<'close'>): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'part', 'carcass', 'lot');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const bone = intent.bone ? net(intent.bone) : 0;
  const unaccounted = left - bone;
  return booked(
    bone > 0
      ? intent.boneTo === 'stock'
        ? move(item.id, '-', tubId('stock', intent.animal), 'K', bone)
        : lose('bone', item.id, '-', bone)
      : [],
    unaccounted === 0 ? [] : lose('unaccounted', item.id, '-', unaccounted)
  );
}

function discard(state: BookState, intent: IntentOf<'discard'>): Derived {
  const found = sourceOf(state, intent.from, intent.animal, 'carcass', 'lot', 'part', 'piece', 'tub');
  if ('refusal' in found) return refuse(found.refusal);
  const tooMany = countFault(found.item, intent.count);
  if (tooMany) return refuse(tooMany);
  const value = net(intent.reading);
  return takeOut(state, found.item, value, intent.acknowledged, (key) => {
    const lost = lose(intent.reason, found.item.id, key, value);
    return intent.count ? counted(lost, intent.count) : lost;
  });
}

/** What the book makes of an intent, for every kind that needs no history. */
/** What is said of an item moves no mass; the item must be there, and the animal's own. */
function saidOf(state: BookState, { item, animal }: { item: string; animal: string }): Derived {
  const found = itemOf(state, item, animal);
  return 'refusal' in found ? refuse(found.refusal) : booked();
}

export const derivations: {
  [K in Exclude<Kind, 'correct' | 'void'>]: (state: BookState, intent: IntentOf<K>) => Derived;
} = {
  intake,
  amend: (state, intent) =>
    state.animals[intent.animal] ? booked() : refuse({ code: 'unknown-animal', animal: intent.animal }),
  reweigh,
  skin,
  cut,
  split,
  trim,
  tub,
  place,
  open,
  close,
  discard,
  hold,
  lift,
  condemn,
  sample,
  give,
  send,
  return: returned,
  chill: () => booked(),
  tick: saidOf,
  school: saidOf,
  note: (state, intent) =>
    intent.item === undefined ? booked() : saidOf(state, { ...intent, item: intent.item })
};

/** The reading of an entry that a `correct` may take the place of, and the way its grams went: from → to. */
export function correctable(
  entry: Pick<Draft, 'intent'>
): { reading: Reading; from: string; to: string } | undefined {
  const { intent } = entry;
  switch (intent.kind) {
    case 'intake': {
      const { into } = intent;
      return {
        reading: intent.reading,
        from: fieldId(intent.animal),
        to: into.kind === 'tub' ? tubId(into.tub, intent.animal) : into.id
      };
    }
    case 'skin':
      return { reading: intent.reading, from: lossId('dressing', intent.item), to: intent.item };
    case 'reweigh':
      return { reading: intent.reading, from: lossId('evaporation', intent.item), to: intent.item };
    case 'cut':
      return { reading: intent.reading, from: intent.from, to: intent.creates.id };
    case 'discard':
      return { reading: intent.reading, from: intent.from, to: lossId(intent.reason, intent.from) };
    case 'sample':
      return { reading: intent.reading, from: intent.from, to: outId('sample', intent.lab, intent.from) };
    default:
      return undefined;
  }
}

export type { Derived };
