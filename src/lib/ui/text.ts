/** Pixels that a letter of the interface's font takes on average, by where it stands. Measured on its usual words. */
const PER_LETTER = {
  /** Bold words and figures on a chart or a strip. */
  strong: 8.8,
  /** Small words beside a drawing. */
  small: 7.4
} as const;

/**
 * About how wide a text is, in pixels, before it is drawn: to see whether it has room.
 * @example textWidth('Strap', 'small') // 37
 */
export const textWidth = (text: string, as: keyof typeof PER_LETTER): number => text.length * PER_LETTER[as];
