import bwipjs from 'bwip-js/node';
import opentype from 'opentype.js';
import sharp from 'sharp';
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?inline';
import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?inline';
import type { Label } from '../labels';
import { INK, SOFT, printed, type Node } from './pdf';

/** Size of a label, mm. */
export interface LabelSize {
  width: number;
  height: number;
}

/** Sheets of labels that are sold: across and down, size and margins in mm on A4. Usual practice. */
export const GRIDS = {
  '24': { across: 3, down: 8, width: 70, height: 37, left: 0, top: 0.5, gap: 0 },
  '14': { across: 2, down: 7, width: 99.1, height: 38.1, left: 4.65, top: 15.15, gap: 2.5 },
  '8': { across: 2, down: 4, width: 99.1, height: 67.7, left: 4.65, top: 13.1, gap: 2.5 }
} as const;
export type GridKey = keyof typeof GRIDS;
/** A label of a roll, alone, mm. */
export const SINGLE: LabelSize = { width: 80, height: 50 };
/** Dots of the label printer, a mm: 203 dpi, exact. */
const DOTS = 8;
/** A point in mm, exact. */
const POINT = 25.4 / 72;

const fontOf = (dataUrl: string) => {
  const bytes = Buffer.from(dataUrl.slice(dataUrl.indexOf(',') + 1), 'base64');
  return opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
};
let fonts: { regular: opentype.Font; bold: opentype.Font } | undefined;
const fontsOf = () => (fonts ??= { regular: fontOf(regular), bold: fontOf(bold) });

/** The smallest that a banner is set, mm. Own choice. */
const LEAST = 1.7;

const widthOf = (font: opentype.Font, text: string, size: number) => font.getAdvanceWidth(text, size);
/** The text, cut with an ellipsis where it is wider than there is room. */
function fitted(font: opentype.Font, text: string, size: number, room: number): string {
  if (widthOf(font, text, size) <= room) return text;
  let cut = text;
  while (cut.length > 1 && widthOf(font, `${cut}…`, size) > room) cut = cut.slice(0, -1).trimEnd();
  return `${cut}…`;
}
/** The text in lines that fit; what is beyond the last is cut. */
function wrapped(font: opentype.Font, text: string, size: number, room: number, most: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const next = line ? `${line} ${word}` : word;
    if (line && widthOf(font, next, size) > room) {
      lines.push(line);
      line = word;
    } else line = next;
  }
  if (line) lines.push(line);
  if (lines.length <= most) return lines.map((l) => fitted(font, l, size, room));
  return [...lines.slice(0, most - 1), fitted(font, lines.slice(most - 1).join(' '), size, room)];
}

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** The dark squares of a code, as paths in a box; bwip-js draws it, its own size is scaled away. */
function codeIn(
  type: 'qrcode' | 'code128',
  text: string,
  x: number,
  y: number,
  w: number,
  h: number
): string {
  const svg = bwipjs.toSVG({
    bcid: type,
    text,
    ...(type === 'qrcode' ? { eclevel: 'M' } : { height: 8, includetext: false }),
    barcolor: '000000'
  });
  const [, width = '1', height = '1'] = /viewBox="0 0 (\d+(?:\.\d+)?) (\d+(?:\.\d+)?)"/.exec(svg) ?? [];
  const inner = svg.slice(svg.indexOf('>') + 1, svg.lastIndexOf('</svg>'));
  return `<g transform="translate(${x} ${y}) scale(${w / Number(width)} ${h / Number(height)})">${inner}</g>`;
}

/**
 * A label as SVG, in mm, all words as outlines: it prints alike wherever, whatever fonts a machine has.
 */
export function labelSvg(label: Label, { width, height }: LabelSize): string {
  const font = fontsOf();
  const pad = height < 45 ? 2 : 2.4;
  const qr = Math.min(height * (height < 45 ? 0.46 : 0.5), 24);
  const room = width - 2 * pad;
  const beside = room - qr - 2.4;
  const parts: string[] = [];
  const printed: string[] = [];
  const put = (text: string, x: number, y: number, size: number, face: opentype.Font, fill = INK) => {
    if (text) parts.push(`<path fill="${fill}" d="${face.getPath(text, x, y, size).toPathData(2)}"/>`);
  };
  let y = pad;
  const low = height < 45;
  if (label.held) {
    const [tall, most] = low ? [4, 2.7] : [5, 3.1];
    // It is never cut: what is too long stands smaller.
    const size = Math.max(
      LEAST,
      Math.min(most, (most * 0.97 * (room - 2)) / widthOf(font.bold, label.held, most))
    );
    parts.push(`<rect x="${pad}" y="${y}" width="${room}" height="${tall}" fill="${INK}"/>`);
    const words = fitted(font.bold, label.held, size, room - 2);
    printed.push(words);
    put(words, pad + 1, y + tall - 1.2, size, font.bold, '#ffffff');
    y += tall + (low ? 0.4 : 1);
  }
  // A low label has its name and weight on one line, and smaller words: what has to be said is on it.
  const short = height < 60;
  const [big, small] = low ? [4, 2.35] : short ? [5, 2.8] : [5.4, 3];
  const step = small * 1.24;
  parts.push(codeIn('qrcode', label.url, width - pad - qr, y, qr, qr));
  const square = y + qr;
  if (short) {
    const weight = widthOf(font.bold, label.weight, big);
    const what = fitted(font.bold, label.what, big, beside - weight - 2);
    put(what, pad, (y += big), big, font.bold);
    put(label.weight, pad + widthOf(font.bold, what, big) + 2, y, big, font.bold);
    printed.push(what, label.weight);
  } else {
    for (const line of wrapped(font.bold, label.what, big, beside, 2)) {
      put(line, pad, (y += big), big, font.bold);
      printed.push(line);
      y += big * 0.15;
    }
    put(fitted(font.bold, label.weight, big, beside), pad, (y += big), big, font.bold);
    printed.push(label.weight);
  }
  y += small * 0.35;
  // What somebody who eats must know stands before what somebody who looks back may want.
  const rows: [string, opentype.Font, number][] = [
    [label.eatBy, font.bold, 2],
    [label.cook, font.regular, 3],
    [label.allergens, font.bold, 3],
    [label.who, font.regular, 2],
    [label.days, font.regular, 2],
    [[label.owner, label.for].filter(Boolean).join(' · '), font.regular, 1]
  ];
  const foot = height - pad - (low ? 4.2 : 7.2);
  for (const [text, face, most] of rows) {
    if (!text) continue;
    // Beside the square, and under it the whole width.
    const under = y + step - small > square + 0.6;
    const lines = Math.min(most, Math.floor((foot - y) / step + 1e-9));
    // What there is no room for at all is left out; a sentence that begins ends, or shows that it does not.
    if (lines < 1) continue;
    for (const line of wrapped(face, text, small, under ? room : beside, lines)) {
      put(line, pad, (y += step), small, face);
      printed.push(line);
    }
  }
  const bar = low ? 3.6 : 5.6;
  parts.push(
    codeIn('code128', label.code.replaceAll(' ', ''), pad, height - pad - bar, Math.min(room * 0.62, 50), bar)
  );
  const codeX = pad + Math.min(room * 0.62, 50) + 2;
  put(label.code, codeX, height - pad - 0.6, 3.3, font.bold);
  if (!low)
    put(
      fitted(font.regular, label.larder, 2.2, width - pad - codeX),
      codeX,
      height - pad - 4.9,
      2.2,
      font.regular,
      SOFT
    );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}"><desc>${escaped(printed.join(' | '))}</desc><rect width="${width}" height="${height}" fill="#ffffff"/>${parts.join('')}</svg>`;
}

/** A label as the printer has it: black and white dots, 203 an inch. */
export const labelPng = (label: Label, size: LabelSize = SINGLE): Promise<Buffer> =>
  sharp(Buffer.from(labelSvg(label, size)), { density: 25.4 * DOTS })
    .resize(Math.round(size.width * DOTS), Math.round(size.height * DOTS), { fit: 'fill' })
    .grayscale()
    .png({ palette: true, colours: 16 })
    .toBuffer();

/** Labels on sheets of a grid, from a place on the first; or each alone on a page of its own size. */
export function labelsPdf(labels: readonly Label[], grid: GridKey | 'single', from = 0): Promise<Uint8Array> {
  const title = { title: 'Labels', author: labels[0]?.larder ?? '' };
  const drawn = (label: Label, size: LabelSize, x: number, y: number): Node => ({
    svg: labelSvg(label, size),
    width: size.width / POINT,
    height: size.height / POINT,
    absolutePosition: { x: x / POINT, y: y / POINT }
  });
  if (grid === 'single')
    return printed({
      pageSize: { width: SINGLE.width / POINT, height: SINGLE.height / POINT },
      pageMargins: 0,
      info: title,
      content: labels.map((label, i) => ({
        ...(drawn(label, SINGLE, 0, 0) as object),
        ...(i > 0 ? { pageBreak: 'before' } : {})
      }))
    });
  const { across, down, width, height, left, top, gap } = GRIDS[grid];
  const each = across * down;
  return printed({
    pageSize: 'A4',
    pageMargins: 0,
    info: title,
    content: labels.map((label, n) => {
      const at = n + from;
      const [column, row] = [at % across, Math.floor((at % each) / across)];
      return {
        ...(drawn(label, { width, height }, left + column * (width + gap), top + row * height) as object),
        ...(n > 0 && at % each === 0 ? { pageBreak: 'before' } : {})
      };
    })
  });
}
