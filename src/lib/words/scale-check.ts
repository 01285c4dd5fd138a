import type { ScaleCheck } from '$core/account';

const percent = (share: number): string => `${(100 * Math.abs(share)).toFixed(1)} %`;

/** What the last animals say of the scales, in a sentence or two. */
export function scaleCheckWords(check: ScaleCheck | undefined): string {
  if (!check) return 'Scale check: too few closed animals of which everything was weighed.';
  const { n, lighter, off } = check;
  return off
    ? `Scale check: in the last ${n} animals meat, bone and losses together weighed ${percent(lighter)} ${lighter > 0 ? 'less' : 'more'} than the whole. One of the scales may be off: put the same known weight on both.`
    : `Scale check: in the last ${n} animals meat, bone and losses add up to the whole within ${percent(lighter)}, as usual.`;
}
