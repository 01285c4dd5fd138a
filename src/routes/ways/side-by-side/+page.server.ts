import { cautionMarks, wayFigures } from '$core/bench';
import {
  CAUTIONS,
  SPECIES,
  SPECIES_KEYS,
  proceduresFor,
  usualHanging,
  type Procedure,
  type SpeciesKey
} from '$core/reference';
import { parseMass } from '$core/units';
import { shopValue } from '$core/worth';
import { handOf } from '$lib/server/actor';
import { told } from '$lib/server/http/told';

/** What can be laid side by side: orders of work that cut the same thing. */
const cuts = (p: Procedure): boolean => !p.apart && !p.pieces && !p.from;
const isSpecies = (key: string | null): key is SpeciesKey => SPECIES_KEYS.includes(key as SpeciesKey);

export const load = async ({ url, locals }) => {
  const { procedures, settings, minutes } = locals.house;
  const chosen = await settings.read();
  const asked = (name: string) => url.searchParams.get(name);
  const species = isSpecies(asked('species')) ? (asked('species') as SpeciesKey) : 'whitetail';
  const { group } = SPECIES[species];
  const orders = (await procedures.orders(group)).filter(cuts);
  const a = orders.find((p) => p.key === asked('a')) ?? orders[0];
  // Only what cuts the same thing can be held against it.
  const like = orders.filter((p) => p.part === a?.part);
  const b = like.find((p) => p.key === asked('b')) ?? like.find((p) => p.key !== a?.key);
  const typed = asked('weight') ?? '';
  const read = parseMass(typed, chosen.units);
  const hanging = typed && read.ok && read.grams > 0 ? read.grams : usualHanging(species);
  const fault = typed && !(read.ok && read.grams > 0) ? 'a weight above nothing, such as 27.4' : undefined;
  const { minutes: learned } = await minutes.practice(handOf(locals, chosen), species);
  const usualFirst = (part: string | undefined) =>
    proceduresFor({ orders, group, hanging, ...(part ? { part } : {}) });
  const side = (p: Procedure | undefined) => {
    if (!p) return undefined;
    const facts = { species, sex: 'female', ageClass: 'adult' } as const;
    const { lines, ...figures } = wayFigures(p, facts, hanging, { orders, minutes: learned });
    return {
      key: p.key,
      name: p.name,
      why: told(p.why, chosen),
      steps: p.steps.length,
      ...figures,
      value: shopValue(lines, chosen.prices),
      risks: cautionMarks(figures.cautions, () => true, CAUTIONS, group)
        .filter((c) => c.always ?? c.key === 'saw')
        .map((c) => c.mark)
    };
  };
  const names = (list: readonly Procedure[]) => list.map(({ key, name, part }) => ({ key, name, part }));
  return {
    species,
    kinds: SPECIES_KEYS.filter((key) => SPECIES[key].group === 'deer' || SPECIES[key].group === 'boar').map(
      (key) => ({ key, name: SPECIES[key].name })
    ),
    // The usual one of each first.
    all: names([undefined, 'hindLeg', 'shoulder'].flatMap((part) => usualFirst(part))),
    like: names(like),
    hanging: Math.round(hanging),
    typed,
    fault,
    part: a?.part,
    a: side(a),
    b: side(b)
  };
};
