import { readOrderFile } from '$core/reference';
import { sendJson } from './send';

/** What became of an order of work that somebody has sent: the key it has here, or what is wrong with it. */
type TakenIn = { ok: true; key: string } | { ok: false; faults: string[] };

/** Reads an order of work from a file and keeps it as one of the larder's own. Loaded when a file is chosen. */
export default async function takeIn(file: File): Promise<TakenIn> {
  const read = readOrderFile(await file.text(), `own-${Date.now().toString(36)}`);
  if (!read.ok)
    return {
      ok: false,
      faults: read.faults.slice(0, 6).map((f) => (f.path ? `${f.path}: ${f.message}` : f.message))
    };
  const { own: _own, ...procedure } = read.procedure;
  const sent = await sendJson(`/api/v1/procedures/${procedure.key}`, 'PUT', procedure);
  return sent.ok ? { ok: true, key: procedure.key } : { ok: false, faults: [sent.text] };
}
