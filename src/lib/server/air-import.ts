import Papa from 'papaparse';
import {
  cellNumber,
  saysBroken,
  readTable,
  recognise,
  withRoles,
  type ColumnRole,
  type TableFault,
  type TableRead,
  type TableShape
} from '$core/probe';

/** A logger's file as it was read, and what it was taken for. */
export type FileRead =
  | {
      ok: true;
      shape: TableShape;
      read: TableRead;
      delimiter: string;
      rows: number;
      sample: readonly string[];
      /** Of each column its figures, as many as a small picture shows; null where a cell holds none. */
      pictures: readonly (readonly (number | null)[])[];
    }
  | { ok: false; fault: TableFault };

/** Points of a column's small picture. */
const PICTURE = 64;

/** The figures of each column, thinned evenly; of a column of times there are none. */
function picturesOf(rows: readonly (readonly string[])[], shape: TableShape): (number | null)[][] {
  const step = Math.max(1, rows.length / PICTURE);
  const at = Array.from({ length: Math.min(PICTURE, rows.length) }, (_, k) => Math.floor(k * step));
  return shape.columns.map(({ role }, i) => {
    const figures = at.map((k) => {
      const value = cellNumber(rows[k]?.[i], shape.comma);
      // What a broken sensor says would flatten all else.
      return value === undefined || ((role === 'air' || role === 'core') && saysBroken(value)) ? null : value;
    });
    return figures.every((v) => v === null) ? [] : figures;
  });
}

/** What somebody has said of a file. */
export interface FileSaid {
  timeZone: string;
  unit?: 'C' | 'F' | undefined;
  order?: 'ymd' | 'dmy' | 'mdy' | undefined;
  roles?: ColumnRole[] | undefined;
}

/** Reads a logger's file: separator by the library, columns and units by the core; what was said overrules what was guessed. */
export function readFile(text: string, said: FileSaid, now: number): FileRead {
  const clean = text.replace(/^\uFEFF/, '');
  const { data, meta } = Papa.parse<string[]>(clean, {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [';', ',', '\t', '|']
  });
  const rows = data.map((row) => row.map((cell) => String(cell)));
  const found = recognise(rows);
  if (!found.ok) return found;
  const shape: TableShape = {
    ...(said.roles ? withRoles(found.shape, said.roles) : found.shape),
    ...(said.unit ? { unit: said.unit, unitAsked: false } : {}),
    ...(said.order ? { order: said.order, orderAsked: false } : {})
  };
  const read = readTable(rows, shape, said.timeZone, now);
  return {
    ok: true,
    shape,
    read,
    delimiter: meta.delimiter,
    rows: rows.length - shape.skip,
    sample: rows[shape.skip] ?? [],
    pictures: picturesOf(rows.slice(shape.skip), shape)
  };
}
