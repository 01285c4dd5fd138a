export * from './entry';
export * from './facts';
export { shortText } from './short-text';
export * from './doubted';
export {
  destinationSchema,
  idSchema,
  partBirth,
  pieceBirth,
  placeSchema,
  type Destination,
  type Place
} from './fields';
export * from './subject';
export { net, readingSchema, type Reading } from './reading';
export {
  flowsOf,
  postingSchema,
  samePostings,
  sumOf,
  sumsByOrigin,
  type Flow,
  type Posting
} from './posting';
export {
  KINDS,
  PHOTO_FILE,
  STIFFNESS_STEP,
  rulesOf,
  subjectsOf,
  takenBack,
  type Intent,
  type IntentOf,
  type Kind
} from './kinds';
export * from './schema';
export * from './state';
export * from './refusal';
export * from './doubt';
export * from './play';
export * from './apply';
export * from './may';
export * from './merge';
export * from './marks';
export * from './read';
export { schemaOf } from './schema-of';
