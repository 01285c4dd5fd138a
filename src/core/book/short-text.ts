import { z } from 'zod';

/** Text a person types: trimmed, no control characters. */
export const shortText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, `at most ${max} characters`)
    // eslint-disable-next-line no-control-regex
    .regex(/^[^\u0000-\u0008\u000b-\u001f\u007f]*$/, 'letters and figures only');
