import sax, { type QualifiedTag, type Tag } from 'sax';
import yauzl, { type Entry, type ZipFile } from 'yauzl';

/** A sheet of a workbook as text, a cell as it shows itself: days as `2021-10-03`, figures with a point. */
export interface Sheet {
  name: string;
  rows: string[][];
}

export type WorkbookFault = 'unreadable' | 'too-many-rows' | 'too-wide' | 'too-large';

/** What is read of a workbook at most. */
export interface WorkbookBounds {
  rows: number;
  columns: number;
  /** Signs of a cell. */
  cell: number;
  /** Bytes that its parts come to, unpacked. */
  unpacked: number;
}

/** Files of the zip, sheets that are read, texts that cells share, levels of its XML: own choices, far above honest ones. */
const MOST_FILES = 5_000;
const MOST_SHEETS = 60;
const MOST_SHARED = 200_000;
const DEEPEST = 64;
/** Merged ranges, and cells of all of them together, that are filled. */
const MOST_MERGED = 500;
const MOST_FILLED = 200_000;

class Stopped extends Error {
  constructor(readonly fault: WorkbookFault) {
    super(fault);
  }
}

/**
 * Reads an .xlsx workbook (ECMA-376) part by part as it unpacks: rows, columns and bytes are bounded while they come, what
 * is declared (ranges, widths, styles of whole columns) is never unfolded, and others are let through between two pieces.
 */
export async function readWorkbook(
  bytes: Uint8Array,
  bounds: WorkbookBounds
): Promise<{ ok: true; sheets: Sheet[] } | { ok: false; fault: WorkbookFault }> {
  let zip: ZipFile | undefined;
  try {
    zip = await yauzl.fromBufferPromise(Buffer.from(bytes), { lazyEntries: true, autoClose: false });
    return { ok: true, sheets: await new Workbook(zip, await entriesOf(zip), bounds).sheets() };
  } catch (error) {
    return { ok: false, fault: error instanceof Stopped ? error.fault : 'unreadable' };
  } finally {
    zip?.close();
  }
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  for await (const entry of zip.eachEntry()) {
    if (entries.size >= MOST_FILES) throw new Stopped('too-large');
    entries.set(entry.fileName, entry);
  }
  return entries;
}

type Open = (name: string, attributes: Readonly<Record<string, string>>) => void;
interface Handlers {
  open?: Open;
  text?: (text: string) => void;
  close?: (name: string) => void;
  /** Whether enough has been read. */
  done?: () => boolean;
}

class Workbook {
  #unpacked = 0;
  #shared: string[] = [];
  #isDay: boolean[] = [];
  #from1904 = false;

  constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
    private readonly bounds: WorkbookBounds
  ) {}

  async sheets(): Promise<Sheet[]> {
    const listed = await this.#listed();
    await this.#readShared();
    await this.#readStyles();
    const sheets: Sheet[] = [];
    for (const { name, part } of listed) sheets.push({ name, rows: await this.#rows(part) });
    return sheets;
  }

  /** Sheets in their order, and where each lies. */
  async #listed(): Promise<{ name: string; part: string }[]> {
    const targets = new Map<string, string>();
    await this.#read('xl/_rels/workbook.xml.rels', {
      open: (name, { Id, Target }) => {
        if (name === 'Relationship' && Id && Target)
          targets.set(Id, Target.startsWith('/') ? Target.slice(1) : `xl/${Target}`);
      }
    });
    const listed: { name: string; part: string }[] = [];
    await this.#read('xl/workbook.xml', {
      open: (name, attributes) => {
        if (name === 'workbookPr') this.#from1904 = /^(1|true)$/.test(attributes.date1904 ?? '');
        const part = name === 'sheet' ? targets.get(attributes['r:id'] ?? attributes.id ?? '') : undefined;
        if (part && listed.length < MOST_SHEETS) listed.push({ name: attributes.name ?? '', part });
      }
    });
    if (listed.length === 0) throw new Stopped('unreadable');
    return listed;
  }

  /** Texts that cells share; how something is pronounced is not among them. */
  async #readShared(): Promise<void> {
    let text = '';
    let [taking, sounding] = [false, false];
    const all: string[] = [];
    await this.#read('xl/sharedStrings.xml', {
      open: (name) => {
        if (name === 'si') text = '';
        if (name === 'rPh') sounding = true;
        taking = name === 't' && !sounding;
      },
      text: (more) => {
        if (taking && text.length < this.bounds.cell) text += more;
      },
      close: (name) => {
        if (name === 't') taking = false;
        if (name === 'rPh') sounding = false;
        if (name !== 'si') return;
        if (all.length >= MOST_SHARED) throw new Stopped('too-large');
        all.push(text.slice(0, this.bounds.cell));
      }
    });
    this.#shared = all;
  }

  /** Which of the styles of cells show a day. */
  async #readStyles(): Promise<void> {
    const own = new Map<number, boolean>();
    const isDay: boolean[] = [];
    let within = false;
    await this.#read('xl/styles.xml', {
      open: (name, { numFmtId, formatCode }) => {
        if (name === 'numFmt' && numFmtId) own.set(Number(numFmtId), showsDay(formatCode ?? ''));
        if (name === 'cellXfs') within = true;
        if (name !== 'xf' || !within) return;
        const id = Number(numFmtId ?? 0);
        isDay.push(own.get(id) ?? BUILT_IN_DAYS.some(([from, to]) => id >= from && id <= to));
      },
      close: (name) => {
        if (name === 'cellXfs') within = false;
      },
      done: () => isDay.length >= MOST_SHARED
    });
    this.#isDay = isDay;
  }

  async #rows(part: string): Promise<string[][]> {
    const { bounds } = this;
    const grid = new Grid(bounds);
    const at = { row: 0, column: 0 };
    let cell: { type: string; style: number; value: string } | undefined;
    let taking = false;
    await this.#read(part, {
      open: (name, attributes) => {
        if (name === 'row') {
          at.row = attributes.r === undefined ? at.row + 1 : Number(attributes.r);
          at.column = 0;
        } else if (name === 'c') {
          at.column = columnOf(attributes.r) ?? at.column + 1;
          cell = { type: attributes.t ?? 'n', style: Number(attributes.s ?? 0), value: '' };
        } else if (name === 'mergeCell') grid.merged(attributes.ref ?? '');
        taking = cell !== undefined && (name === 'v' || (name === 't' && cell.type === 'inlineStr'));
      },
      text: (text) => {
        if (taking && cell && cell.value.length < bounds.cell) cell.value += text;
      },
      close: (name) => {
        if (name === 'v' || name === 't') taking = false;
        if (name !== 'c' || !cell) return;
        grid.set(at.row, at.column, this.#shown(cell).slice(0, bounds.cell));
        cell = undefined;
      }
    });
    return grid.filled();
  }

  /** What a cell shows; of a formula its result. */
  #shown({ type, style, value }: { type: string; style: number; value: string }): string {
    if (value === '') return '';
    if (type === 's') return this.#shared[Number(value)] ?? '';
    if (type === 'b') return value === '1' ? 'true' : 'false';
    if (type === 'e') return '';
    if (type === 'd') return value.slice(0, 10);
    if (type !== 'n') return value;
    const figure = Number(value);
    if (!Number.isFinite(figure)) return '';
    return this.#isDay[style] ? this.#dayOf(figure) : figureText(figure);
  }

  /** Days since 1899-12-30, or since 1904-01-01. */
  #dayOf(serial: number): string {
    const day = new Date(Math.round((serial + (this.#from1904 ? 1_462 : 0) - 25_569) * 86_400_000));
    return Number.isNaN(day.getTime()) ? '' : day.toISOString().slice(0, 10);
  }

  /** Goes through a part's XML as it unpacks; one that is not there has nothing in it. */
  async #read(part: string, { open, text, close, done }: Handlers): Promise<void> {
    const entry = this.entries.get(part);
    if (!entry) return;
    const parser = new sax.SAXParser(true, {});
    let depth = 0;
    parser.onerror = (error) => {
      throw error;
    };
    parser.onopentag = ({ name, attributes }: Tag | QualifiedTag) => {
      if ((depth += 1) > DEEPEST) throw new Stopped('too-large');
      open?.(local(name), attributes as Record<string, string>);
    };
    parser.ontext = (more) => text?.(more);
    parser.oncdata = (more) => text?.(more);
    parser.onclosetag = (name) => {
      depth -= 1;
      close?.(local(name));
    };
    const decoder = new TextDecoder('utf-8', { fatal: true });
    for await (const piece of await this.zip.openReadStreamPromise(entry)) {
      this.#unpacked += (piece as Buffer).length;
      if (this.#unpacked > this.bounds.unpacked) throw new Stopped('too-large');
      parser.write(decoder.decode(piece as Buffer, { stream: true }));
      if (done?.()) return;
      await new Promise((next) => setImmediate(next));
    }
    parser.write(decoder.decode()).close();
  }
}

/** Rows and columns of a sheet that hold something, within bounds. */
class Grid {
  readonly #rows: string[][] = [];
  readonly #merged: string[] = [];
  constructor(private readonly bounds: WorkbookBounds) {}

  /** Puts what stands in a cell, counted from 1; one that is empty is none, wherever it lies. */
  set(row: number, column: number, value: string): void {
    if (value === '') return;
    if (!(row >= 1 && row <= this.bounds.rows)) throw new Stopped('too-many-rows');
    if (!(column >= 1 && column <= this.bounds.columns)) throw new Stopped('too-wide');
    while (this.#rows.length < row) this.#rows.push([]);
    const cells = this.#rows[row - 1] ?? [];
    while (cells.length < column) cells.push('');
    cells[column - 1] = value;
  }

  merged(ref: string): void {
    if (this.#merged.length < MOST_MERGED) this.#merged.push(ref);
  }

  /** The rows; what is merged shows its first cell in all of its own that the sheet has. */
  filled(): string[][] {
    let left = MOST_FILLED;
    const width = this.#rows.reduce((most, row) => Math.max(most, row.length), 0);
    for (const ref of this.#merged) {
      const range = rangeOf(ref);
      const value = range && this.#rows[range.row - 1]?.[range.column - 1];
      if (!range || !value) continue;
      const [toRow, toColumn] = [Math.min(range.toRow, this.#rows.length), Math.min(range.toColumn, width)];
      left -= (toRow - range.row + 1) * (toColumn - range.column + 1);
      if (left < 0) break;
      for (let row = range.row; row <= toRow; row += 1)
        for (let column = range.column; column <= toColumn; column += 1)
          if (!this.#rows[row - 1]?.[column - 1]) this.set(row, column, value);
    }
    return this.#rows;
  }
}

const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/** The column of a cell's name, counted from 1: 2 of `B7`. */
function columnOf(name: string | undefined): number | undefined {
  const letters = /^([A-Z]{1,3})\d/.exec(name ?? '')?.[1];
  return letters ? [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) : undefined;
}

function rangeOf(ref: string): { row: number; column: number; toRow: number; toColumn: number } | undefined {
  const [from = '', to = from] = ref.split(':');
  const [column, toColumn] = [columnOf(from), columnOf(to)];
  const [row, toRow] = [from, to].map((name) => Number(/\d{1,7}$/.exec(name)?.[0] ?? 0));
  return column && toColumn && row && toRow ? { row, column, toRow, toColumn } : undefined;
}

/** Numbers of the formats of days and times that every workbook knows; ECMA-376 part 1, 18.8.30. */
const BUILT_IN_DAYS: readonly (readonly [from: number, to: number])[] = [
  [14, 22],
  [27, 36],
  [45, 47],
  [50, 58]
];

/** Whether a format of a workbook's own shows a day: without what stands in quotes, brackets and behind a stroke. */
const showsDay = (format: string): boolean =>
  /[dmyhs]/i.test(format.replace(/"[^"]*"|\[[^\]]*\]|[\\_*]./g, '').replace(/general/gi, ''));

/** A figure as somebody would write it: a sum's last digits are the machine's. */
const figureText = (value: number): string => String(Number(value.toPrecision(12)));
