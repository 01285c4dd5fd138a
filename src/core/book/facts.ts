import { z } from 'zod';
import {
  AGE_CLASSES,
  GATE_KEYS,
  PLACEMENTS,
  PROJECTILES,
  PROOF_STATES,
  SEXES,
  SPECIES_KEYS,
  TRIM_SAID
} from '$core/reference';
import { shortText } from './short-text';

/** Latest moment the book takes: 2200-01-01T00:00Z. */
const LATEST = Date.UTC(2200, 0, 1);
/**
 * When an entry was made, milliseconds since the epoch: whatever the clock of a larder or a device says that has lost its
 * battery. What people type is held to {@link momentSchema}.
 */
export const clockSchema = z.number().int().min(0, 'not before 1970').max(LATEST, 'not after the year 2200');

/** Earliest moment that people speak of: 2000-01-01T00:00Z. */
export const EARLIEST = Date.UTC(2000, 0, 1);
/** Milliseconds since the epoch, from 2000 on. The far end is checked against the clock of whoever books. */
export const momentSchema = z
  .number()
  .int()
  .min(EARLIEST, 'not before the year 2000')
  .max(LATEST, 'not after the year 2200');

/**
 * What is known of an animal. A projection of `intake` and `amend`, field by field, the newest unvoided winning.
 * `null` takes a fact back.
 */
export const factsSchema = z.object({
  species: z.enum(SPECIES_KEYS),
  sex: z.enum(SEXES),
  ageClass: z.enum(AGE_CLASSES),
  tag: shortText(40).nullish(),
  source: z.enum(['hunt', 'guest', 'dealer', 'customer', 'salvage']).nullish(),
  owner: shortText(60).nullish(),
  killedAt: momentSchema.nullish(),
  place: shortText(80).nullish(),
  placement: z.enum(PLACEMENTS).nullish(),
  /** Said to be a clean animal: what hit it cost no meat, or nothing did. Without it and a placement nobody has said. */
  clean: z.boolean().nullish(),
  /** The side that was hit, where the placement has one. */
  shotSide: z.enum(['left', 'right']).nullish(),
  projectile: z.enum(PROJECTILES).nullish(),
  /** 1 thin … 5 fat. */
  condition: z.number().int().min(1).max(5).nullish(),
  rut: z.boolean().nullish(),
  /** Of a bird: plucked, its skin on, or skinned. */
  skin: z.enum(['on', 'off']).nullish(),
  trimStandard: z.number().int().min(1).max(3).nullish(),
  /** Whether its meat was trimmed before it was weighed, as somebody said at the closing. */
  meatTrimmed: z.enum(TRIM_SAID).nullish(),
  /** Said when parts came in one by one and none is missing: only then a carcass figure is modelled from them. */
  allQuartersHere: z.boolean().nullish(),
  /** It comes from an old list: how it was cut and trimmed nobody wrote down, so that it is held against nothing. */
  fromList: z.boolean().nullish(),
  note: shortText(500).nullish(),
  /* The harvest, as it is written down before the animal is moved. */
  takenBy: shortText(60).nullish(),
  /** Where by hand, degrees north and east. */
  latitude: z.number().min(-90, 'from −90 to 90').max(90, 'from −90 to 90').nullish(),
  longitude: z.number().min(-180, 'from −180 to 180').max(180, 'from −180 to 180').nullish(),
  /** Metres to the animal. */
  distance: z.number().int('whole metres').min(0).max(2000, 'at most 2 000 m').nullish(),
  /** The gate's questions, each with a yes or a no; what nobody asked is not there. */
  gate: z.partialRecord(z.enum(GATE_KEYS), z.boolean()).nullish(),
  proofOfSex: z.enum(PROOF_STATES).nullish(),
  /** Points of either antler, and millimetres of spread or horn. */
  pointsLeft: z.number().int('a whole number').min(0).max(40, 'at most 40').nullish(),
  pointsRight: z.number().int('a whole number').min(0).max(40, 'at most 40').nullish(),
  spread: z.number().int('whole millimetres').min(0).max(3000, 'at most 3 m').nullish(),
  horn: z.number().int('whole millimetres').min(0).max(2000, 'at most 2 m').nullish(),
  /** Heart girth in millimetres, where there was a tape and no scale. */
  girth: z.number().int('whole millimetres').min(100, 'at least 10 cm').max(3500, 'at most 3.5 m').nullish(),
  /** What a trained person saw. */
  exam: z
    .object({
      by: shortText(60).min(1, 'say who'),
      number: shortText(40).nullish(),
      at: momentSchema,
      findings: shortText(300).nullish()
    })
    .nullish()
});
export type Facts = z.infer<typeof factsSchema>;

export const factsPatchSchema = factsSchema
  .partial()
  .refine((patch) => Object.keys(patch).length > 0, 'nothing to change');
export type FactsPatch = z.infer<typeof factsPatchSchema>;
