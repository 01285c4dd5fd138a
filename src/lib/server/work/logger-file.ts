import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import { decodeText, type ProbeReading } from '$core/probe';
import { readFile, type FileRead, type FileSaid } from '../air-import';

/** Readings as columns: a million of them are handed from one thread to another without a copy. */
export interface Columns {
  /** Milliseconds since the epoch. */
  at: Float64Array;
  /** °C and ratio; NaN where nothing was read. */
  air: Float64Array;
  core: Float64Array;
  rh: Float64Array;
}

type Read = Extract<FileRead, { ok: true }>;
/** A logger's file as it was read. */
export type LoggerRead =
  | (Omit<Read, 'read'> & {
      read: Omit<Read['read'], 'readings' | 'gaps'> & {
        readings: Columns;
        /** The first of them, and how many there are. */
        gaps: Read['read']['gaps'];
        gapCount: number;
      };
      /** The file itself, where it is to be kept: its hash, and packed. */
      kept?: { sha256: string; size: number; body: string };
    })
  | Extract<FileRead, { ok: false }>;

/** Silences that are told one by one. */
const GAPS = 50;

/** Reads a logger's file out of its bytes, or out of text. */
export function readLogger({
  file,
  said,
  now,
  keep
}: {
  file: Uint8Array | string;
  said: FileSaid;
  now: number;
  keep: boolean;
}): LoggerRead {
  const found = readFile(typeof file === 'string' ? file : decodeText(file), said, now);
  if (!found.ok) return found;
  const { readings, gaps, ...read } = found.read;
  const bytes = typeof file === 'string' ? new TextEncoder().encode(file) : file;
  return {
    ...found,
    read: { ...read, readings: columnsOf(readings), gaps: gaps.slice(0, GAPS), gapCount: gaps.length },
    ...(keep
      ? {
          kept: {
            sha256: createHash('sha256').update(bytes).digest('hex'),
            size: bytes.byteLength,
            body: gzipSync(bytes).toString('base64')
          }
        }
      : {})
  };
}

export function columnsOf(readings: readonly ProbeReading[]): Columns {
  const column = (of: (one: ProbeReading) => number | undefined) =>
    Float64Array.from(readings, (one) => of(one) ?? NaN);
  return {
    at: column((r) => r.at),
    air: column((r) => r.air),
    core: column((r) => r.core),
    rh: column((r) => r.rh)
  };
}

/** Readings of some rows of columns. */
export function rowsOf({ at, air, core, rh }: Columns, from = 0, to = at.length): ProbeReading[] {
  const given = (value: number | undefined): number | undefined =>
    value === undefined || Number.isNaN(value) ? undefined : value;
  return Array.from({ length: Math.max(0, Math.min(to, at.length) - from) }, (_, k) => ({
    at: at[from + k] ?? 0,
    air: given(air[from + k]),
    core: given(core[from + k]),
    rh: given(rh[from + k])
  }));
}
