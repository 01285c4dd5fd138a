import { z } from 'zod';
import { get, type About } from '$lib/server/http/openapi';
import { moment } from '$lib/server/http/parts';

export const backupsSchema = z.strictObject({
  backups: z.array(
    z.strictObject({
      file: z.string().describe('name in the folder of backups'),
      made: moment,
      bytes: z.number().int(),
      entries: z.number().int(),
      unread: z
        .array(z.strictObject({ part: z.string(), after: z.number().int().optional(), why: z.string() }))
        .describe('what could not be read when it was made; empty where it is whole')
    })
  )
});

export const about: About = {
  paths: { '/backups': get('Backups that were made by night, the newest first', 'Backups') },
  schemas: { Backups: backupsSchema }
};
