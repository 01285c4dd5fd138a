import { randomBytes } from 'node:crypto';
import { uuidv7 } from '$core/units';

/** A fresh id made on the server, for forms and for clients that send none. */
export const newId = (at: number = Date.now()): string => uuidv7(at, (n) => randomBytes(n));
