import { STIFFNESS, STIFFNESS_AIR, STIFFNESS_HOURS, STIFFNESS_KEYS, STIFFNESS_NAMES } from '$core/reference';
import { HOUR } from '$core/units';
import type { Formatter } from './formatter';
import { spanWords } from './time';

/**
 * Hours since death, and what is usual by then: a word beside the question how stiff it is.
 * @param killedAt  ms; undefined where nobody knows
 */
export function stiffnessWords(
  killedAt: number | undefined,
  now: number,
  kind: 'large' | 'small',
  format: Formatter
): string {
  if (killedAt === undefined) return 'The hour of death is not known: go by the feel, and by nose and eye.';
  const hours = Math.max(0, now - killedAt) / HOUR;
  const pace = kind === 'large' ? 1 : STIFFNESS.small;
  const usual = STIFFNESS_KEYS.filter((key) => {
    const [from, to] = STIFFNESS_HOURS[key];
    return hours >= from * pace && hours < to * pace;
  }).map((key) => STIFFNESS_NAMES[key]);
  return `Dead ${spanWords(hours)}: at ${format.degreeSpan(STIFFNESS_AIR)} usually ${usual.join(' or ')} by now, sooner in the warm.`;
}
