import pdfmake from 'pdfmake';
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?inline';
import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?inline';

export type Node = Record<string, unknown> | string;
type Pdf = {
  virtualfs: { writeFileSync(name: string, content: Uint8Array): void };
  setFonts(fonts: Record<string, Record<string, string>>): void;
  setUrlAccessPolicy(policy: (url: string) => boolean): void;
  setLocalAccessPolicy(policy: (path: string) => boolean): void;
  createPdf(definition: Record<string, unknown>): { getBuffer(): Promise<Uint8Array> };
};
const pdf = pdfmake as unknown as Pdf;
const bytesOf = (dataUrl: string) => Buffer.from(dataUrl.slice(dataUrl.indexOf(',') + 1), 'base64');

let ready = false;
function prepare(): void {
  if (ready) return;
  pdf.virtualfs.writeFileSync('regular.woff', bytesOf(regular));
  pdf.virtualfs.writeFileSync('bold.woff', bytesOf(bold));
  pdf.setFonts({
    Larder: { normal: 'regular.woff', bold: 'bold.woff', italics: 'regular.woff', bolditalics: 'bold.woff' }
  });
  // Nothing is fetched and no file of the machine is read.
  pdf.setUrlAccessPolicy(() => false);
  pdf.setLocalAccessPolicy(() => false);
  ready = true;
}

export const INK = '#23211d';
export const SOFT = '#5f574b';
export const LINE = '#b9ad94';

/** A document of the larder's own look, as bytes. */
export function printed(definition: Record<string, unknown>): Promise<Uint8Array> {
  prepare();
  return pdf.createPdf(definition).getBuffer();
}

/** A PDF to look at or to print; made anew each time. */
export const pdfAnswer = (bytes: Uint8Array, name: string): Response =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name}"`,
      'cache-control': 'no-store'
    }
  });
