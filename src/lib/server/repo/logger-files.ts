import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gunzip, gzipSync } from 'node:zlib';
import { desc, eq } from 'drizzle-orm';
import type { Larder } from '../db/client';
import { loggerFiles } from '../db/schema';

const shaOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** A file unfolds to no more than this, bytes: what would be more is no logger's. */
const MOST_BYTES = 64 * 1024 * 1024;
const unfold = promisify(gunzip);
/** Unfolds beside the thread that asks. */
const unfolded = (body: string): Promise<Buffer> =>
  unfold(Buffer.from(body, 'base64'), { maxOutputLength: MOST_BYTES });

/** Whether a kept body is the file of that hash; a body that cannot be unfolded is not. */
export async function isItself(sha256: string, body: string): Promise<boolean> {
  try {
    return shaOf(await unfolded(body)) === sha256;
  } catch {
    return false;
  }
}

/** A logger's file that was taken in. */
export interface LoggerFile {
  sha256: string;
  place: string;
  name: string;
  at: number;
  /** Bytes as it came. */
  size: number;
  readings: number;
}

/** Files of loggers as they came, so that what was made of them can be looked at again. */
export class LoggerFileRepository {
  constructor(private readonly larder: Larder) {}

  /** Keeps a file with the readings it gave; the same one of the same place is kept once. */
  async keep(
    bytes: Uint8Array,
    of: { place: string; name: string; at: number; readings: number }
  ): Promise<void> {
    await this.keepPacked({
      ...of,
      sha256: shaOf(bytes),
      size: bytes.byteLength,
      body: gzipSync(bytes).toString('base64')
    });
  }

  /** The same of one that is packed already. */
  async keepPacked(row: typeof loggerFiles.$inferInsert): Promise<void> {
    await this.larder.write((tx) => tx.insert(loggerFiles).values(row).onConflictDoNothing().execute());
  }

  /** Newest first. */
  async list(limit = 50): Promise<LoggerFile[]> {
    const { sha256, place, name, at, size, readings } = loggerFiles;
    return this.larder.db
      .select({ sha256, place, name, at, size, readings })
      .from(loggerFiles)
      .orderBy(desc(at), desc(sha256))
      .limit(limit);
  }

  /** A file as it came; undefined where there is none of that hash. */
  async open(sha256: string): Promise<{ name: string; bytes: Buffer } | undefined> {
    const row = await this.larder.db
      .select({ name: loggerFiles.name, body: loggerFiles.body })
      .from(loggerFiles)
      .where(eq(loggerFiles.sha256, sha256))
      .limit(1)
      .get();
    return row && { name: row.name, bytes: await unfolded(row.body) };
  }
}
