/** Density of lean meat, g/cm³. Usual practice. */
export const DENSITY = 1.06;
