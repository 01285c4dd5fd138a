import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import type * as Files from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { asLarderFault } from '../db/client';
import { PhotoStore } from './photos';

/** A disk that fills up: half a file is written, then there is no room. */
const disk = vi.hoisted(() => ({ full: false }));
vi.mock('node:fs/promises', async (original) => {
  const real = await original<typeof Files>();
  return {
    ...real,
    writeFile: async (path: string, data: Uint8Array) => {
      await real.writeFile(path, disk.full ? data.subarray(0, 10) : data);
      if (disk.full) throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
    }
  };
});

const folder = mkdtempSync(join(tmpdir(), 'photos-'));
const store = new PhotoStore(join(folder, 'photos'));
afterAll(() => rmSync(folder, { recursive: true }));

const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#7a2e3a' } });
/** A PNG of one bit a pixel, all of them black, written by its own rules: RFC 2083. */
function blackPng(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const [length, check] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    check.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, check]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header[8] = 1;
  const rows = Buffer.alloc((1 + Math.ceil(width / 8)) * height);
  return Buffer.concat([
    Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0))
  ]);
}
const placed = async () =>
  plain(3_000, 1_500)
    .withExif({
      IFD0: { Make: 'Lake', Orientation: '6' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '61/1 30/1 0/1' }
    })
    .jpeg()
    .toBuffer();
const readBack = async (file: string, size: 'kept' | 'small' = 'kept') => {
  const found = await store.open(file, size);
  return Buffer.from(await new Response(found!.stream).arrayBuffer());
};

describe('photographs', () => {
  it('are made smaller, kept under the name of what is in them, with a small one beside', async () => {
    const kept = await store.keep(await plain(5_000, 2_500).jpeg().toBuffer());
    if (!kept.ok) throw new Error(kept.fault);
    expect(kept).toMatchObject({ width: 2_000, height: 1_000 });
    expect((await sharp(await readBack(kept.file)).metadata()).width).toBe(2_000);
    expect((await sharp(await readBack(kept.file, 'small')).metadata()).width).toBe(420);
    const again = await store.keep(await plain(5_000, 2_500).jpeg().toBuffer());
    expect(again).toEqual(kept);
    expect(readdirSync(join(folder, 'photos')).filter((n) => n.startsWith('.'))).toEqual([]);
  });

  it('lose where they were taken, unless it is kept on purpose', async () => {
    const source = await placed();
    expect((await sharp(source).metadata()).exif?.includes(Buffer.from('Lake'))).toBe(true);
    const exifOf = async (keepPlace: boolean) => {
      const kept = await store.keep(source, { keepPlace });
      if (!kept.ok) throw new Error(kept.fault);
      return (await sharp(await readBack(kept.file)).metadata()).exif;
    };
    expect(await exifOf(false)).toBeUndefined();
    expect((await exifOf(true))?.includes(Buffer.from('Lake'))).toBe(true);
  });

  it('are not what only calls itself one, nor half of one, nor a bomb', async () => {
    const fault = async (bytes: Uint8Array) => {
      const kept = await store.keep(bytes);
      return kept.ok ? 'kept' : kept.fault;
    };
    const text = (words: string) => new TextEncoder().encode(words);
    expect(await fault(new Uint8Array())).toBe('empty');
    expect(await fault(text('\xff\xd8\xff this is no picture'))).toBe('not-a-photograph');
    expect(await fault(text('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'))).toBe(
      'not-a-photograph'
    );
    const whole = await plain(900, 900).png({ compressionLevel: 0 }).toBuffer();
    expect(await fault(whole.subarray(0, whole.length / 2))).toBe('not-a-photograph');
    // 12 000 × 12 000 in a few kilobytes.
    const bomb = blackPng(12_000, 12_000);
    expect(bomb.length).toBeLessThan(600_000);
    expect(await sharp(bomb).metadata()).toMatchObject({ format: 'png', width: 12_000, height: 12_000 });
    expect(await fault(bomb)).toBe('too-many-pixels');
  });

  it('are looked at by what unfolds: many pixels of a JPEG, fewer of a PNG, no endless side', async () => {
    const big = await plain(6_000, 5_200).jpeg().toBuffer();
    expect((await store.keep(big)).ok).toBe(true);
    expect(await store.keep(blackPng(6_000, 5_200))).toEqual({ ok: false, fault: 'too-many-pixels' });
    const strip = await plain(16_100, 10).jpeg().toBuffer();
    expect(await store.keep(strip)).toEqual({ ok: false, fault: 'too-many-pixels' });
  });

  it('are unfolded two at a time, whoever sends how many', async () => {
    const bytes = await plain(2_600, 1_700).jpeg().toBuffer();
    const keeping = Promise.all(Array.from({ length: 6 }, () => store.keep(bytes)));
    let most = 0;
    const looking = setInterval(() => (most = Math.max(most, store.unfolding)), 1);
    await keeping;
    clearInterval(looking);
    expect([store.unfolding, most]).toEqual([0, 2]);
  });

  it('are kept nowhere where nothing may be written, or where there is no room; nothing is left lying', async () => {
    const bytes = await plain(90, 60).jpeg().toBuffer();
    const looking = new PhotoStore(join(folder, 'looked-at'), true);
    await expect(looking.keep(bytes)).rejects.toMatchObject({ fault: 'read-only' });
    expect(existsSync(join(folder, 'looked-at'))).toBe(false);
    const filling = new PhotoStore(join(folder, 'full'));
    disk.full = true;
    await expect(filling.keep(bytes)).rejects.toSatisfy((e) => asLarderFault(e)?.fault === 'full');
    disk.full = false;
    expect(readdirSync(join(folder, 'full'))).toEqual([]);
    expect((await filling.keep(bytes)).ok).toBe(true);
  });

  it('are found by their own name only', async () => {
    expect(await store.open('../larder.db', 'kept')).toBeUndefined();
    expect(await store.open(`${'0'.repeat(64)}.jpg`, 'kept')).toBeUndefined();
  });
});
