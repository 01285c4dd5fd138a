/** Density of what is filled, kg/m³. Usual practice. */
const DENSITY = 1030;
/** What is lost at ends and by bursting, and what knots take. Usual practice. */
const SPARE = 1.08;

/**
 * Metres of casing that so much fills: its volume over the casing's cross-section, with 8 % to spare. Rounded up to half a
 * metre.
 * @param grams  of what is filled
 * @param mm  inner diameter when filled
 * @example casingMetres(10000, 34) // 12
 */
export function casingMetres(grams: number, mm: number): number {
  if (!(mm > 0)) throw new RangeError('a casing has a width');
  const metres = (4 * (grams / 1000) * SPARE) / (Math.PI * (mm / 1000) ** 2 * DENSITY);
  return Math.ceil(metres * 2 - 1e-9) / 2;
}
