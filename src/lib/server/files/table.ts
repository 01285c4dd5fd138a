import Papa from 'papaparse';
import { decodeText } from '$core/probe';
import { readWorkbook, type Sheet } from './workbook';

/** Bounds of an old list of animals: rows and columns of a sheet, signs of a cell, bytes of the file and of what unpacks from it. */
export const TABLE_BOUNDS = {
  rows: 1_000,
  columns: 60,
  cell: 600,
  bytes: 4 * 1024 * 1024,
  unpacked: 64 * 1024 * 1024
} as const;

export type TableFault = 'empty' | 'unreadable' | 'old-excel' | 'too-many-rows' | 'too-wide' | 'too-large';
export type TableRead = { ok: true; sheets: Sheet[] } | { ok: false; fault: TableFault };

const ZIP = [0x50, 0x4b, 0x03, 0x04];
const OLE = [0xd0, 0xcf, 0x11, 0xe0];
const begins = (bytes: Uint8Array, with_: readonly number[]) => with_.every((byte, i) => bytes[i] === byte);

/** Reads a CSV file or an .xlsx workbook into sheets of text; nothing is made of what stands there. */
export async function readTable(bytes: Uint8Array, name = 'list'): Promise<TableRead> {
  if (bytes.length === 0) return { ok: false, fault: 'empty' };
  if (begins(bytes, OLE)) return { ok: false, fault: 'old-excel' };
  const read = begins(bytes, ZIP) ? await readWorkbook(bytes, TABLE_BOUNDS) : readText(bytes, name);
  if (!read.ok) return read;
  const full = read.sheets
    .map((sheet) => ({ ...sheet, rows: trimmed(sheet.rows) }))
    .filter(({ rows }) => rows.length > 0);
  if (full.length === 0) return { ok: false, fault: 'empty' };
  if (full.some(({ rows }) => rows.length > TABLE_BOUNDS.rows)) return { ok: false, fault: 'too-many-rows' };
  if (full.some(({ rows }) => rows.some((row) => row.length > TABLE_BOUNDS.columns)))
    return { ok: false, fault: 'too-wide' };
  return { ok: true, sheets: full };
}

function readText(bytes: Uint8Array, name: string): TableRead {
  const text = decodeText(bytes);
  // What no text has: a picture, a document.
  if (text.includes('\u0000')) return { ok: false, fault: 'unreadable' };
  const { data } = Papa.parse<string[]>(text, { preview: TABLE_BOUNDS.rows + 2 });
  const rows = data.map((row) => row.map((cell) => cell.slice(0, TABLE_BOUNDS.cell)));
  return { ok: true, sheets: [{ name, rows }] };
}

/** Without what is empty at the end of rows and of the sheet. */
function trimmed(rows: readonly string[][]): string[][] {
  const kept = rows.map((row) => {
    const last = row.findLastIndex((cell) => cell.trim() !== '');
    return row.slice(0, last + 1);
  });
  return kept.slice(0, kept.findLastIndex((row) => row.length > 0) + 1);
}
