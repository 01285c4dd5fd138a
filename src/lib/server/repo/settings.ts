import { DEFAULT_SETTINGS, settingsSchema, type Settings } from '$core/settings';
import type { Larder } from '../db/client';
import { settings } from '../db/schema';

/** The larder's choices, kept in memory after the first read. */
export class SettingsRepository {
  #kept: Settings | undefined;
  constructor(private readonly larder: Larder) {}

  async read(): Promise<Settings> {
    if (this.#kept) return this.#kept;
    const stored: Record<string, unknown> = {};
    for (const { key, value } of await this.larder.db.select().from(settings))
      stored[key] = JSON.parse(value);
    const parsed = settingsSchema.safeParse({ ...DEFAULT_SETTINGS, ...stored });
    this.#kept = parsed.success ? parsed.data : DEFAULT_SETTINGS;
    return this.#kept;
  }

  async write(next: Settings): Promise<Settings> {
    const checked = settingsSchema.parse(next);
    await this.larder.write(async (tx) => {
      for (const [key, value] of Object.entries(checked)) {
        const text = JSON.stringify(value);
        await tx
          .insert(settings)
          .values({ key, value: text })
          .onConflictDoUpdate({ target: settings.key, set: { value: text } });
      }
    });
    this.#kept = checked;
    return checked;
  }
}
