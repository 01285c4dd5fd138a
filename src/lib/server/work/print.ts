import pdfmake from 'pdfmake';
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?inline';
import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?inline';
import type { ByNumber, PrintedDocument, Ruled } from './document';

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

/** Lays a document out. */
export async function print({ footer, ...document }: PrintedDocument): Promise<Uint8Array> {
  prepare();
  const foot =
    footer &&
    ((page: number, pages: number) =>
      numbered(pages > 1 && footer.several !== undefined ? footer.several : footer.every, page, pages));
  return pdf
    .createPdf({ ...(ruled(document) as Record<string, unknown>), ...(foot ? { footer: foot } : {}) })
    .getBuffer();
}

/** Every text of a node with the numbers of its page. */
function numbered(node: unknown, page: number, pages: number): unknown {
  if (typeof node === 'string')
    return node.replaceAll('{page}', String(page)).replaceAll('{pages}', String(pages));
  if (Array.isArray(node)) return node.map((one) => numbered(one, page, pages));
  if (typeof node !== 'object' || node === null) return node;
  return Object.fromEntries(Object.entries(node).map(([key, one]) => [key, numbered(one, page, pages)]));
}

/** A document whose tables' lines are functions, as the library asks for them. */
function ruled(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(ruled);
  if (typeof node !== 'object' || node === null) return node;
  return Object.fromEntries(
    Object.entries(node).map(([key, one]) => [
      key,
      key === 'layout' && typeof one === 'object' ? linesOf(one as Ruled) : ruled(one)
    ])
  );
}

const linesOf = (layout: Ruled): Record<string, (i: number) => unknown> =>
  Object.fromEntries(
    Object.entries(layout).map(([key, by]: [string, ByNumber<unknown>]) => [
      key,
      (i: number) => (Array.isArray(by) ? (by[Math.min(i, by.length - 1)] as unknown) : by)
    ])
  );
