import { MINUTE } from '$core/units';

/** A longer silence at the bench was a pause, not work. Own estimate. */
export const PAUSE_MS = 25 * MINUTE;
