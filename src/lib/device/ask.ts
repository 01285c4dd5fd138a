import { AWAY } from '$lib/words/away';
import { PATIENCE_MS, type Sent } from './send';

/** Asks for JSON; gives the answer, or the problem's own words. */
export async function askJson<T>(url: string): Promise<Sent<T>> {
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(PATIENCE_MS) });
    const said = (await response.json()) as T & { title?: string; detail?: string };
    return response.ok
      ? { ok: true, body: said }
      : { ok: false, text: [said.title, said.detail].filter(Boolean).join('. ') || AWAY };
  } catch {
    return { ok: false, text: AWAY, away: true };
  }
}
