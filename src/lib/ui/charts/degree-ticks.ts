import { scaleLinear } from 'd3-scale';
import { inDegrees, toCelsius, type DegreeUnit } from '$core/units';

/**
 * Marks along a scale of °C that are round in the unit shown, in °C.
 * @example degreeTicks([0, 40], 3, 'F') // 50 °F and 100 °F, as °C
 */
export const degreeTicks = (span: readonly number[], count: number, unit: DegreeUnit): number[] =>
  scaleLinear(
    span.map((celsius) => inDegrees(celsius, unit)),
    [0, 1]
  )
    .ticks(count)
    .map((degrees) => toCelsius(degrees, unit));
