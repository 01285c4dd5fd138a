import { join } from 'node:path';
import { env } from 'node:process';
import { Larder } from './db/client';
import { SimulatedScale } from './devices/simulated-scale';
import type { Scale } from './devices/scale';
import { AnimalRepository } from './repo/animals';
import { demoDrafts, demoSettings } from './demo/larder';
import { PhotoStore } from './files/photos';
import { BookRepository } from './repo/book';
import { MinutesRepository } from './repo/minutes';
import { ProcedureRepository } from './repo/procedures';
import { SettingsRepository } from './repo/settings';

/** What the server works with: one larder, its repositories and its devices. */
export interface House {
  larder: Larder;
  book: BookRepository;
  animals: AnimalRepository;
  settings: SettingsRepository;
  procedures: ProcedureRepository;
  minutes: MinutesRepository;
  photos: PhotoStore;
  scale: Scale;
  demo: boolean;
}

/** Opens a larder and everything that stands on it. */
export async function openHouse(
  options: ConstructorParameters<typeof Larder>[0],
  demo = false
): Promise<House> {
  const larder = await new Larder(options).open();
  const settings = new SettingsRepository(larder);
  const book = new BookRepository(larder, () => settings.read());
  const animals = new AnimalRepository(larder);
  if (demo && (await animals.list({ limit: 1 })).length === 0) await furnish(book, settings);
  const procedures = new ProcedureRepository(larder);
  const minutes = new MinutesRepository(larder);
  const photos = new PhotoStore(join(options.folder, 'photos'));
  return { larder, settings, photos, procedures, minutes, book, animals, scale: new SimulatedScale(), demo };
}

/** Fills an empty larder with the demo's season. */
async function furnish(book: BookRepository, settings: SettingsRepository): Promise<void> {
  const now = Date.now();
  await settings.write(demoSettings(now));
  const refused = await book.bookAll(demoDrafts(now));
  if (refused) throw new Error(`the demo does not book: ${JSON.stringify(refused)}`);
}

let opened: Promise<House> | undefined;

/** The house of this process; opened on the first call, by the environment. */
export function house(): Promise<House> {
  opened ??= openHouse(
    {
      folder: env.LARDER_DATA ?? './larder-data',
      url: env.DATABASE_URL,
      authToken: env.DATABASE_AUTH_TOKEN,
      readOnly: env.LARDER_READ_ONLY === '1',
      maxPages: env.LARDER_MAX_PAGES ? Number(env.LARDER_MAX_PAGES) : undefined
    },
    env.LARDER_DEMO === '1'
  );
  return opened;
}

/** Closes what {@link house} opened. */
export async function closeHouse(): Promise<void> {
  const open = await opened?.catch(() => undefined);
  opened = undefined;
  open?.scale.close();
  open?.larder.close();
}
