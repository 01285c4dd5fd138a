import { PATIENCE_MS, nearest, send, type Sent } from './send';

/** Asks for JSON; gives the answer, or the problem's own words. */
export const askJson = <T>(url: string): Promise<Sent<T>> =>
  send<T>(url, { signal: AbortSignal.timeout(PATIENCE_MS) }, nearest);
