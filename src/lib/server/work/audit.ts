import { Larder, type LarderOptions } from '../db/client';
import { PhotoStore } from '../files/photos';
import { auditLarder, type AuditSaid } from '../repo/audit';

/**
 * Audits a larder over a connection of its own, which only reads.
 * @param photos  folder of the photographs
 */
export async function* audit({
  larder: where,
  photos
}: {
  larder: LarderOptions;
  photos: string;
}): AsyncGenerator<AuditSaid> {
  const larder = new Larder(where);
  try {
    yield* auditLarder(larder, new PhotoStore(photos, true));
  } finally {
    larder.close();
  }
}
