/**
 * Lean meat as it freezes. Density kg/m³, specific heat J/(kg K) unfrozen and frozen, conductivity frozen W/(m K), where it
 * begins to freeze °C, latent heat of its water J/kg. Usual practice for lean beef at 75 % water.
 */
const MEAT = {
  density: 1060,
  unfrozen: 3500,
  frozen: 2000,
  conducts: 1.4,
  begins: -1,
  latent: 250_000
} as const;

/** What a pack lies in: W/(m² K) at its surface, the film counted in. Usual practice. */
export const FILMS = { still: 8, fan: 22, plate: 60 } as const;
/** The same in a fridge, with what radiates, condenses and lies on the shelf. Own estimate. */
const FRIDGE_FILM = 15;
/**
 * How much sooner a roll is done than a flat pack as thick: cold or warmth comes from all round, 2.0 of one that never ends,
 * 2.1 to 2.4 of one two or three times as long as thick. Own estimate, by an enthalpy model in two dimensions.
 */
const ROUND = 2.1;
/**
 * Thawing: much of the ice is gone before the middle is at the freezing point, so that it draws heat as if it stood so many
 * K below the zero of °C; and W/(m K) of what is half thawed. Own estimate, fitted to an enthalpy model within 14 %.
 */
const THAWING = { below: 2.8, conducts: 0.7 } as const;
export type FreezerAir = keyof typeof FILMS;

export interface Freezing {
  /** Thickness of the pack, mm: cold comes from both sides. */
  thickness: number;
  /** A roll or a lump, not a flat pack. */
  round?: boolean;
  /** °C when it goes in. */
  from: number;
  /** °C of the freezer. */
  air: number;
  film: FreezerAir;
  /** °C in its middle when it counts as frozen. */
  to?: number;
}

/** Middle that counts as frozen, °C. Usual practice. */
const FROZEN = -10;

/**
 * Hours until a flat pack is frozen through: Plank's equation with Pham's mean freezing temperature (Pham 1986, eq. 5–9:
 * Tfm = 1.8 + 0.263 Tc + 0.105 Ta), for a slab cooled from both sides.
 *
 * Good to about 10 % for packs of 10 … 200 mm in air of −12 … −40 °C.
 * @throws RangeError where the air is no colder than what it is to freeze to
 */
export function freezingHours({ thickness, round, from, air, film, to = FROZEN }: Freezing): number {
  if (!(thickness > 0)) throw new RangeError('a pack has a thickness');
  if (!(air < to)) throw new RangeError('the air must be colder than the pack is to become');
  const { density, unfrozen, frozen, conducts, begins, latent } = MEAT;
  const half = thickness / 2000;
  const h = FILMS[film];
  const mean = 1.8 + 0.263 * to + 0.105 * air;
  // Water that is still liquid at the end: latent heat by (1 − Tf ÷ Tc).
  const ice = latent * (1 - begins / to);
  const cooling = (density * unfrozen * Math.max(0, from - mean)) / ((Math.max(from, mean) + mean) / 2 - air);
  const freezing = (density * (ice + frozen * (mean - to))) / (mean - air);
  const biot = (h * half) / conducts;
  const slab = ((half / h) * (cooling + freezing) * (1 + biot / 2)) / 3600;
  return round ? slab / ROUND : slab;
}

/** Heat that a kilogram holds above being frozen at its freezing point, J: below it, water Tf ÷ T of all is still liquid. */
function enthalpy(celsius: number): number {
  const { unfrozen, frozen, latent, begins } = MEAT;
  return celsius >= begins
    ? latent + unfrozen * (celsius - begins)
    : latent * (begins / celsius) + frozen * (celsius - begins);
}

/** The temperature at which a kilogram holds so much, °C: {@link enthalpy} turned round, exact. */
function celsiusOf(heat: number): number {
  const { unfrozen, frozen, latent, begins } = MEAT;
  if (heat >= latent) return begins + (heat - latent) / unfrozen;
  // frozen·T² − (frozen·Tf + heat)·T + latent·Tf = 0, its lower root.
  const b = frozen * begins + heat;
  return (b - Math.sqrt(b * b - 4 * frozen * latent * begins)) / (2 * frozen);
}

/** Heat that a kilogram gives up from a temperature to frozen and cold, J. */
const heatOf = (from: number, air: number): number =>
  enthalpy(from) - enthalpy(Math.min(air, MEAT.begins - 1));

/**
 * Hours until the last ice in the middle of a pack is gone in a fridge, from −18 °C or colder: Plank's equation with a mean
 * temperature of its own. A model, for packs of 15 … 150 mm and a fridge of 1 … 8 °C; whole joints take longer than they feel.
 */
export function thawingHours({
  thickness,
  round,
  fridge = 4
}: {
  thickness: number;
  round?: boolean;
  fridge?: number;
}): number {
  const { density, unfrozen, frozen, latent, begins } = MEAT;
  const half = thickness / 2000;
  const { below, conducts } = THAWING;
  const heat = density * (latent + frozen * 17 + unfrozen * (fridge - begins) * 0.5);
  const slab = ((heat / (fridge + below)) * (half / FRIDGE_FILM + (half * half) / (2 * conducts))) / 3600;
  return round ? slab / ROUND : slab;
}

/**
 * Share of its water that is ice when a piece is firm enough to slice, all of it near the surface. Own estimate: a strap as
 * thick as three fingers is firm after about an hour.
 */
const FIRM = 0.08;
/** Own estimate of how far the reckoning may be off, as a ratio. */
export const FIRM_SPREAD = 0.3;

/**
 * Minutes in the freezer until a piece is firm at its outside and slices cleanly, its middle still soft: Plank’s equation for
 * a crust only. A model; the thumb decides.
 * @throws RangeError where the air does not freeze it
 */
export function firmingMinutes({ thickness, round, from, air, film }: Omit<Freezing, 'to'>): number {
  if (!(thickness > 0)) throw new RangeError('a piece has a thickness');
  const { density, unfrozen, conducts, begins, latent } = MEAT;
  if (!(air < begins - 2)) throw new RangeError('the air must be cold enough to freeze it');
  const half = thickness / 2000;
  const h = FILMS[film];
  // While the crust forms, what lies under it has come down about half of the way.
  const heat = density * ((unfrozen * Math.max(0, from - begins)) / 2 + latent * FIRM);
  const slab = ((half * heat) / (begins - air)) * (1 / h + (FIRM * half) / (2 * conducts));
  return slab / 60 / (round ? ROUND : 1);
}

/** A freezer as its plate says. */
export interface Freezer {
  /** Room inside, litres. */
  litres: number;
  /** Kilograms that it freezes in a day; undefined where nobody has said. */
  perDay?: number | undefined;
  /** °C it is set to. */
  set: number;
}

/** Kilograms that a freezer freezes in a day, of its litres, where its plate does not say. Working default. */
const PER_LITRE = 0.04;
/** Kilograms that lie in a litre when packs are stacked. Usual practice. */
export const STACKED = 0.62;
/** All of a freezer on the mean when the edges of its warmest packs begin to soften, °C. Own estimate. */
const SOFT = -6;
/** Degrees that what is frozen already may warm, K. Own choice. */
const MAY_WARM = 3;

/** Kilograms that go in tonight, by what the freezer takes away in a day. */
export const perDayOf = ({ litres, perDay }: Freezer): number => perDay ?? litres * PER_LITRE;
/** Kilograms that a freezer holds, stacked. */
export const holdsOf = ({ litres }: Freezer): number => litres * STACKED;

/**
 * How much warmer what is frozen becomes by what is put in beside it: the heat of the new that the freezer does not take away
 * in its first hours is shared by all.
 * @param load  kg that go in
 * @param frozen  kg that lie in it
 * @param from  °C of what goes in
 * @returns K, and whether that is more than 3
 */
export function warming(
  freezer: Freezer,
  load: number,
  frozen: number,
  from: number
): { kelvin: number; much: boolean } {
  const perHour = (perDayOf(freezer) * heatOf(5, freezer.set)) / 24;
  // The first six hours are the worst: the new is warmest, and touches what lies there.
  const hours = 6;
  const given = Math.min(load * heatOf(from, freezer.set), (load * heatOf(from, freezer.set) * hours) / 16);
  const left = Math.max(0, given - perHour * hours);
  // Part of it melts ice: without that, a few kilos would be said to warm by dozens of degrees.
  const own = enthalpy(freezer.set);
  const taken = Math.min(load * heatOf(from, freezer.set), perHour * hours);
  // No warmer than both are when they have come to one temperature.
  const even = (frozen * own + load * enthalpy(from) - taken) / (frozen + load);
  const kelvin = frozen > 0 ? celsiusOf(Math.min(own + left / frozen, even)) - freezer.set : 0;
  return { kelvin, much: kelvin > MAY_WARM };
}

/**
 * Hours until the warmest packs of a shut freezer begin to thaw when its power is gone: heat that leaks in by its walls
 * against the cold that is stored. Between a few hours for one that is nearly empty and two days for a full one.
 * @param frozen  kg in it
 * @param room  °C around it
 */
export function holdsWithoutPower(freezer: Freezer, frozen: number, room = 20): number {
  // Walls of a chest of so many litres: its surface, and 60 mm of foam. Own estimate.
  const side = Math.cbrt(freezer.litres / 1000);
  const leak = 6 * (side + 0.12) ** 2 * 0.45;
  const goal = Math.max(SOFT, freezer.set);
  const cold =
    frozen * (enthalpy(goal) - enthalpy(freezer.set)) + freezer.litres * 250 * (goal - freezer.set);
  return cold / (leak * (room - (freezer.set + goal) / 2)) / 3600;
}
