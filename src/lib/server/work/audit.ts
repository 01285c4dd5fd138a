import { Larder, type LarderOptions } from '../db/client';
import { PhotoStore } from '../files/photos';
import { auditLarder, type AuditSaid } from '../repo/audit';

/**
 * Audits a larder over a connection of its own, which only reads.
 * @param photos  folder of the photographs
 * @param code  of a seal that somebody has written down, in the form in which it is compared
 */
export async function* audit({
  larder: where,
  photos,
  code
}: {
  larder: LarderOptions;
  photos: string;
  code: string | undefined;
}): AsyncGenerator<AuditSaid> {
  const larder = new Larder(where);
  try {
    yield* auditLarder(larder, new PhotoStore(photos, true), code);
  } finally {
    larder.close();
  }
}
