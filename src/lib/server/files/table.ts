import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import yauzl from 'yauzl';
import { decodeText } from '$core/probe';

/** Bounds of an old list of animals: rows and columns of a sheet, signs of a cell, bytes of the file and of what unpacks from it. */
export const TABLE_BOUNDS = {
  rows: 1_000,
  columns: 60,
  cell: 600,
  bytes: 4 * 1024 * 1024,
  unpacked: 64 * 1024 * 1024
} as const;

/** A sheet of a spreadsheet as text: days as `2021-10-03`, figures with a point. */
export interface Sheet {
  name: string;
  rows: string[][];
}

export type TableFault = 'empty' | 'unreadable' | 'old-excel' | 'too-many-rows' | 'too-wide' | 'too-large';
export type TableRead = { ok: true; sheets: Sheet[] } | { ok: false; fault: TableFault };

const ZIP = [0x50, 0x4b, 0x03, 0x04];
const OLE = [0xd0, 0xcf, 0x11, 0xe0];
const begins = (bytes: Uint8Array, with_: readonly number[]) => with_.every((byte, i) => bytes[i] === byte);

/** Reads a CSV file or an .xlsx workbook into sheets of text; nothing is made of what stands there. */
export async function readTable(bytes: Uint8Array, name = 'list'): Promise<TableRead> {
  if (bytes.length === 0) return { ok: false, fault: 'empty' };
  if (begins(bytes, OLE)) return { ok: false, fault: 'old-excel' };
  const sheets = begins(bytes, ZIP) ? await readWorkbook(bytes) : readText(bytes, name);
  if ('fault' in sheets) return { ok: false, fault: sheets.fault };
  const full = sheets.all
    .map((sheet) => ({ ...sheet, rows: trimmed(sheet.rows) }))
    .filter(({ rows }) => rows.length > 0);
  if (full.length === 0) return { ok: false, fault: 'empty' };
  if (full.some(({ rows }) => rows.length > TABLE_BOUNDS.rows)) return { ok: false, fault: 'too-many-rows' };
  if (full.some(({ rows }) => rows.some((row) => row.length > TABLE_BOUNDS.columns)))
    return { ok: false, fault: 'too-wide' };
  return { ok: true, sheets: full };
}

function readText(bytes: Uint8Array, name: string): { all: Sheet[] } | { fault: TableFault } {
  const text = decodeText(bytes);
  // What no text has: a picture, a document.
  if (text.includes('\u0000')) return { fault: 'unreadable' };
  const { data } = Papa.parse<string[]>(text, { preview: TABLE_BOUNDS.rows + 2 });
  return { all: [{ name, rows: data.map((row) => row.map((cell) => cell.slice(0, TABLE_BOUNDS.cell))) }] };
}

async function readWorkbook(bytes: Uint8Array): Promise<{ all: Sheet[] } | { fault: TableFault }> {
  const unpacked = await sizeWithin(bytes);
  if (unpacked === undefined) return { fault: 'unreadable' };
  if (unpacked > TABLE_BOUNDS.unpacked) return { fault: 'too-large' };
  const book = new ExcelJS.Workbook();
  try {
    await book.xlsx.load(bytes.slice().buffer);
  } catch {
    return { fault: 'unreadable' };
  }
  const all = book.worksheets.map((sheet) => {
    const rows: string[][] = [];
    const last = Math.min(sheet.rowCount, TABLE_BOUNDS.rows + 2);
    for (let number = 1; number <= last; number += 1) {
      const cells: string[] = [];
      const row = sheet.getRow(number);
      for (let column = 1; column <= Math.min(row.cellCount, TABLE_BOUNDS.columns + 2); column += 1)
        cells.push(cellText(row.getCell(column).value).slice(0, TABLE_BOUNDS.cell));
      rows.push(cells);
    }
    return { name: sheet.name, rows };
  });
  return { all };
}

/** What a cell shows: of a formula its result. */
function cellText(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : value.toISOString().slice(0, 10);
  if (typeof value !== 'object') return typeof value === 'number' ? figureText(value) : String(value);
  if ('result' in value) return cellText(value.result as ExcelJS.CellValue);
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('text' in value) return typeof value.text === 'string' ? value.text : '';
  return '';
}

/** A figure as somebody would write it: a sum's last digits are the machine's. */
const figureText = (value: number): string => String(Number(value.toPrecision(12)));

/** Bytes that a workbook says it unpacks to; undefined where it is no zip. */
const sizeWithin = (bytes: Uint8Array): Promise<number | undefined> =>
  new Promise((resolve) => {
    yauzl.fromBuffer(Buffer.from(bytes), { lazyEntries: true }, (error, zip) => {
      if (error) return resolve(undefined);
      let sum = 0;
      zip.on('entry', ({ uncompressedSize }: yauzl.Entry) => {
        sum += uncompressedSize;
        if (sum > TABLE_BOUNDS.unpacked) resolve(sum);
        else zip.readEntry();
      });
      zip.once('end', () => resolve(sum));
      zip.once('error', () => resolve(undefined));
      zip.readEntry();
    });
  });

/** Without what is empty at the end of rows and of the sheet. */
function trimmed(rows: readonly string[][]): string[][] {
  const kept = rows.map((row) => {
    const last = row.findLastIndex((cell) => cell.trim() !== '');
    return row.slice(0, last + 1);
  });
  return kept.slice(0, kept.findLastIndex((row) => row.length > 0) + 1);
}
