import { aside } from '../work/aside';
import type { PrintedDocument } from '../work/document';

export type { Node } from '../work/document';

export const INK = '#23211d';
export const SOFT = '#5f574b';
export const LINE = '#b9ad94';

/** A document is laid out within seconds; one that is not, never will be. */
const MOST_MS = 120_000;

/** A document of the larder's own look, as bytes. */
export const printed = (document: PrintedDocument): Promise<Uint8Array> =>
  aside('print', document, { ms: MOST_MS });

/** A PDF to look at or to print; made anew each time. */
export const pdfAnswer = (bytes: Uint8Array, name: string): Response =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name}"`,
      'cache-control': 'no-store'
    }
  });
