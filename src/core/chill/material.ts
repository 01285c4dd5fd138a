import { FROZEN, MEAT } from '$core/reference';

/** Thermal diffusivity of lean meat above freezing, m²/s: k ÷ (ρ·c). */
export const DIFFUSIVITY = MEAT.k / (MEAT.rho * MEAT.c);

/** Conductivity at a temperature in °C, W/mK; between −1 and −4 °C it passes from thawed to frozen in a straight line. */
export function conductivity(t: number): number {
  if (t >= FROZEN.from) return MEAT.k;
  if (t <= FROZEN.most) return FROZEN.k;
  return MEAT.k + ((FROZEN.k - MEAT.k) * (FROZEN.from - t)) / (FROZEN.from - FROZEN.most);
}

/* Enthalpy per kilogram, counted from −1 °C: a chain of straight pieces, so that it can be turned round exactly. */
const PIECES = [
  { from: FROZEN.from, slope: MEAT.c },
  {
    from: FROZEN.most,
    slope: FROZEN.c + (FROZEN.latent * FROZEN.mostShare) / (FROZEN.from - FROZEN.most)
  },
  {
    from: FROZEN.all,
    slope: FROZEN.c + (FROZEN.latent * (1 - FROZEN.mostShare)) / (FROZEN.most - FROZEN.all)
  }
] as const;
const H_MOST = -PIECES[1].slope * (FROZEN.from - FROZEN.most);
const H_ALL = H_MOST - PIECES[2].slope * (FROZEN.most - FROZEN.all);

/** Heat taken up per degree at a temperature in °C, latent heat included, J/kgK. */
export function heatCapacity(t: number): number {
  if (t >= FROZEN.from) return MEAT.c;
  if (t >= FROZEN.most) return PIECES[1].slope;
  return t >= FROZEN.all ? PIECES[2].slope : FROZEN.c;
}

/** Heat content at a temperature in °C, J/kg from −1 °C. */
export function enthalpy(t: number): number {
  if (t >= FROZEN.from) return MEAT.c * (t - FROZEN.from);
  if (t >= FROZEN.most) return PIECES[1].slope * (t - FROZEN.from);
  if (t >= FROZEN.all) return H_MOST + PIECES[2].slope * (t - FROZEN.most);
  return H_ALL + FROZEN.c * (t - FROZEN.all);
}

/** Temperature in °C of a heat content in J/kg: {@link enthalpy} turned round. */
export function temperatureOf(h: number): number {
  if (h >= 0) return FROZEN.from + h / MEAT.c;
  if (h >= H_MOST) return FROZEN.from + h / PIECES[1].slope;
  if (h >= H_ALL) return FROZEN.most + (h - H_MOST) / PIECES[2].slope;
  return FROZEN.all + (h - H_ALL) / FROZEN.c;
}
