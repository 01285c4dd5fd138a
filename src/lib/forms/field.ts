import { factsSchema, readingDoubt, type Facts, type Intent } from '$core/book';
import { guessLive } from '$core/hang';
import type { Limits } from './limits';
import { MINUTE, MAX_GRAMS } from '$core/units';
import {
  GATE_KEYS,
  SHOT_LOSS,
  comesInLots,
  type AgeClass,
  type GateKey,
  type Placement,
  type Projectile,
  type ProofState,
  type Sex,
  type SpeciesKey
} from '$core/reference';

/** The tag as it is filled in with a thumb: text as typed, empty where nobody has said. */
export interface TagForm {
  tag: string;
  species: SpeciesKey;
  sex: Sex;
  ageClass: AgeClass;
  count: string;
  /** Minutes since it died; below zero where the hour is not known. */
  since: number;
  place: string;
  gate: Partial<Record<GateKey, boolean>>;
  /** "None of these" was pressed. */
  gateAsked: boolean;
  takenBy: string;
  owner: string;
  placement: Placement | '';
  shotSide: 'left' | 'right' | '';
  projectile: Projectile | '';
  distance: string;
  girth: string;
  proof: ProofState | '';
  pointsLeft: string;
  pointsRight: string;
  latitude: string;
  longitude: string;
}

/** An empty tag; what one hunter's animals share stays from the one before. */
export const blankTag = (species: SpeciesKey, before?: TagForm): TagForm => ({
  tag: '',
  species: before?.species ?? species,
  sex: before?.sex ?? 'unknown',
  ageClass: before?.ageClass ?? 'adult',
  count: '1',
  since: 0,
  place: before?.place ?? '',
  gate: {},
  gateAsked: false,
  takenBy: before?.takenBy ?? '',
  owner: before?.owner ?? '',
  placement: '',
  shotSide: '',
  projectile: '',
  distance: '',
  girth: '',
  proof: '',
  pointsLeft: '',
  pointsRight: '',
  latitude: before?.latitude ?? '',
  longitude: before?.longitude ?? ''
});

/** Fields that stand behind the fold. */
const FIGURES = ['distance', 'girth', 'latitude', 'longitude', 'pointsLeft', 'pointsRight'] as const;
export const FOLDED = [...FIGURES, 'takenBy', 'owner'] as const;
export type TagFaults = Partial<Record<keyof TagForm, string>>;

const whole = (text: string): number | undefined =>
  /^\d{1,4}$/.test(text.trim()) ? Number(text) : undefined;
const degrees = (text: string): number | undefined => {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(value) ? undefined : value;
};

/** The gate's answers as the book keeps them: an hour that is not known is one of them. */
export const gateOf = (form: Pick<TagForm, 'gate' | 'since'>): Record<GateKey, boolean> =>
  Object.fromEntries(
    GATE_KEYS.map((k) => [k, form.gate[k] === true || (k === 'hourUnknown' && form.since < 0)])
  ) as Record<GateKey, boolean>;

const TEXTS = ['tag', 'place', 'takenBy', 'owner'] as const;

/**
 * What is wrong with a tag, by field; nothing of it is lost.
 * @param limits  how long its texts may be, by the schema of an animal's facts
 */
export function tagFaults(form: TagForm, limits: Limits): TagFaults {
  const wrong: TagFaults = {};
  const figure = (key: (typeof FIGURES)[number], low: number, high: number, what: string) => {
    const text = form[key];
    const value = key === 'latitude' || key === 'longitude' ? degrees(text) : whole(text);
    if (text.trim() !== '' && (value === undefined || value < low || value > high)) wrong[key] = what;
  };
  for (const key of TEXTS) {
    const most = limits[key]?.maxlength ?? Infinity;
    if (form[key].trim().length > most) wrong[key] = `at most ${most} characters`;
  }
  const count = whole(form.count) ?? 0;
  if (comesInLots(form.species) && (count < 1 || count > 999)) wrong.count = 'how many: 1 to 999';
  figure('latitude', -90, 90, 'degrees from −90 to 90');
  figure('longitude', -180, 180, 'degrees from −180 to 180');
  figure('distance', 0, 2000, 'metres, at most 2 000');
  figure('girth', 10, 350, 'centimetres, 10 to 350');
  const guess = guessOf(form);
  if (guess.grams > MAX_GRAMS && !wrong.count)
    wrong.count = 'so many weigh more than two tonnes: tag them in two lots';
  const far =
    guess.from === 'girth' && !wrong.girth
      ? readingDoubt(form, { grams: guess.grams, how: 'estimated', stage: 'live' })
      : undefined;
  if (far)
    wrong.girth = `makes it far ${far.grams < far.low ? 'lighter' : 'heavier'} than such an animal ever is: is it centimetres?`;
  figure('pointsLeft', 0, 40, 'a whole number, at most 40');
  figure('pointsRight', 0, 40, 'a whole number, at most 40');
  if (!form.gateAsked && !Object.values(form.gate).includes(true))
    wrong.gate = 'answer the questions: none of these, or which';
  return wrong;
}

/** Live weight that a tag is booked at until a scale says: by girth, else by what such animals weigh. */
export function guessOf(
  form: Pick<TagForm, 'species' | 'sex' | 'ageClass' | 'girth' | 'count'>
): ReturnType<typeof guessLive> {
  const { species, sex, ageClass } = form;
  // Nobody lays a tape round a lot of ducks.
  const cm = comesInLots(species) ? undefined : whole(form.girth);
  const girth = cm === undefined || cm < 10 || cm > 350 ? undefined : cm * 10;
  return guessLive(
    { species, sex, ageClass, girth },
    comesInLots(species) ? Math.max(1, whole(form.count) ?? 1) : 1
  );
}

/** Facts of a tag without faults, as the book keeps them. */
export function factsOfTag(form: TagForm, now: number): Facts {
  const hit = form.placement !== '';
  const girth = whole(form.girth);
  const said: Record<string, unknown> = {
    species: form.species,
    sex: form.sex,
    ageClass: form.ageClass,
    source: 'hunt',
    gate: gateOf(form),
    killedAt: form.since < 0 ? undefined : now - form.since * MINUTE,
    tag: form.tag.trim(),
    place: form.place.trim(),
    takenBy: form.takenBy.trim(),
    owner: form.owner.trim(),
    placement: form.placement,
    projectile: hit ? form.projectile : '',
    shotSide: hit && SHOT_LOSS[form.placement as Placement].oneSide ? form.shotSide : '',
    proofOfSex: form.proof,
    latitude: degrees(form.latitude),
    longitude: degrees(form.longitude),
    distance: whole(form.distance),
    girth: girth === undefined ? undefined : girth * 10,
    pointsLeft: whole(form.pointsLeft),
    pointsRight: whole(form.pointsRight)
  };
  return factsSchema.parse(
    Object.fromEntries(Object.entries(said).filter(([, v]) => v !== '' && v !== undefined))
  );
}

/** What a tag books: the animal at its guessed weight, and that it lies in the field. */
export function tagIntents(
  form: TagForm,
  now: number,
  ids: { animal: string; body: string }
): [Intent, Intent] {
  const guess = guessOf(form);
  const { animal, body: id } = ids;
  return [
    {
      kind: 'intake',
      animal,
      facts: factsOfTag(form, now),
      into: comesInLots(form.species)
        ? { kind: 'lot', id, count: Number(form.count) }
        : { kind: 'carcass', id },
      reading: { grams: guess.grams, how: guess.from === 'girth' ? 'estimated' : 'model', stage: 'live' }
    },
    { kind: 'chill', animal, what: 'moved', to: 'field' }
  ];
}
