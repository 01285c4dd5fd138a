import { inUnits } from '$core/units';
import type { Formatter } from './formatter';

/** A sentence of the reference, in the units chosen. */
export const said = (text: string, { degreesIn, unit }: Pick<Formatter, 'degreesIn' | 'unit'>): string =>
  inUnits(text, { degrees: degreesIn, units: unit });
