import type { z } from 'zod';
import { subjectOf, type OfEither } from '../subject';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';
import * as intake from './intake';
import * as amend from './amend';
import * as reweigh from './reweigh';
import * as skin from './skin';
import * as cut from './cut';
import * as split from './split';
import * as divide from './divide';
import * as trim from './trim';
import * as tub from './tub';
import * as place from './place';
import * as opened from './open';
import * as closed from './close';
import * as discard from './discard';
import * as hold from './hold';
import * as lift from './lift';
import * as condemn from './condemn';
import * as sample from './sample';
import * as give from './give';
import * as send from './send';
import * as returned from './return';
import * as tick from './tick';
import * as school from './school';
import * as gouge from './gouge';
import * as claim from './claim';
import * as note from './note';
import * as chill from './chill';
import * as buy from './buy';
import * as batch from './batch';
import * as dry from './dry';
import * as cook from './cook';
import * as pack from './pack';
import * as unpack from './unpack';
import * as thaw from './thaw';
import * as eat from './eat';
import * as core from './core';
import * as seal from './seal';
import * as correct from './correct';
import * as voided from './void';

/** Schemas of all kinds, in the order of the book's documents. */
export const KIND_SCHEMAS = /* @__PURE__ */ schemaOf(
  () =>
    [
      intake.schema,
      amend.schema,
      reweigh.schema,
      skin.schema,
      cut.schema,
      split.schema,
      divide.schema,
      trim.schema,
      tub.schema,
      place.schema,
      opened.schema,
      closed.schema,
      discard.schema,
      hold.schema,
      lift.schema,
      condemn.schema,
      sample.schema,
      give.schema,
      send.schema,
      returned.schema,
      tick.schema,
      school.schema,
      gouge.schema,
      claim.schema,
      note.schema,
      chill.schema,
      buy.schema,
      batch.schema,
      dry.schema,
      cook.schema,
      pack.schema,
      unpack.schema,
      thaw.schema,
      eat.schema,
      core.schema,
      seal.schema,
      correct.schema,
      voided.schema
    ] as const
);
export type Intent = z.infer<(typeof KIND_SCHEMAS)[number]> & OfEither;
export type Kind = Intent['kind'];
export type IntentOf<K extends Kind> = Extract<Intent, { kind: K }>;

/** Rules of all kinds. */
export const KIND_RULES: { readonly [K in Kind]: KindRules<IntentOf<K>> } = {
  intake: intake.rules,
  amend: amend.rules,
  reweigh: reweigh.rules,
  skin: skin.rules,
  cut: cut.rules,
  split: split.rules,
  divide: divide.rules,
  trim: trim.rules,
  tub: tub.rules,
  place: place.rules,
  open: opened.rules,
  close: closed.rules,
  discard: discard.rules,
  hold: hold.rules,
  lift: lift.rules,
  condemn: condemn.rules,
  sample: sample.rules,
  give: give.rules,
  send: send.rules,
  return: returned.rules,
  tick: tick.rules,
  school: school.rules,
  gouge: gouge.rules,
  claim: claim.rules,
  note: note.rules,
  chill: chill.rules,
  buy: buy.rules,
  batch: batch.rules,
  dry: dry.rules,
  cook: cook.rules,
  pack: pack.rules,
  unpack: unpack.rules,
  thaw: thaw.rules,
  eat: eat.rules,
  core: core.rules,
  seal: seal.rules,
  correct: correct.rules,
  void: voided.rules
};
/** Every kind, in the order of the book's documents. */
export const KINDS = Object.keys(KIND_RULES) as [Kind, ...Kind[]];

/** The rules of an intent's kind. */
export const rulesOf = <I extends Intent>({ kind }: I): KindRules<I> =>
  KIND_RULES[kind] as unknown as KindRules<I>;

/** Subjects that an intent speaks of: the first is the one it is about, the others those it takes from. */
export const subjectsOf = (intent: Intent): string[] => [
  ...new Set([subjectOf(intent), ...(rulesOf(intent).subjects?.(intent) ?? [])])
];

export { takenBack } from './void';
export { STIFFNESS_STEP } from './tick';
export { PHOTO_FILE } from './note';
export type { Effects, EntryOf, KindRules, Past } from './kind';
