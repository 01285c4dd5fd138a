/**
 * A bare figure as somebody typed it: a comma or a point, any kind of minus.
 * @returns undefined where it is none
 * @example parseFigure('−1,5') // -1.5
 */
export function parseFigure(text: string): number | undefined {
  const plain = text.trim().replace(/^[−–]/, '-').replace(',', '.');
  return /^[+-]?(\d+(\.\d*)?|\.\d+)$/.test(plain) ? Number(plain) : undefined;
}

/**
 * Per cent as somebody typed them, as a share.
 * @returns undefined where they are none
 * @example parsePercent('12,5 %') // 0.125
 */
export function parsePercent(text: string): number | undefined {
  const value = parseFigure(text.trim().replace(/\s*%$/, ''));
  return value === undefined ? undefined : value / 100;
}
