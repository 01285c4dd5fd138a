import { DEFAULT_SETTINGS, settingsSchema, type Settings } from '$core/settings';
import { sql } from 'drizzle-orm';
import type { Larder } from '../db/client';
import { settings } from '../db/schema';
import { bump, versionOf } from './versions';

type Key = keyof Settings;
const KEYS = Object.keys(settingsSchema.shape) as Key[];

/** What is to change; where it follows from what stands, nobody else's change gets in between. */
type Change = Partial<Settings> | ((standing: Settings) => Partial<Settings>);

/** The larder's choices, each kept by itself: saving one never undoes another. */
export class SettingsRepository {
  #cached: { version: number; settings: Settings } | undefined;
  constructor(private readonly larder: Larder) {}

  /**
   * What is chosen now, by whichever process. A choice that no longer reads counts as not made; the others stand.
   * @param known  the version of now, where it has been read already
   */
  async read(known?: number): Promise<Settings> {
    const { db } = this.larder;
    const version = known ?? (await versionOf(db, 'settings'));
    if (this.#cached?.version === version) return this.#cached.settings;
    const chosen: Partial<Record<Key, unknown>> = {};
    for (const { key, value } of await db.select().from(settings)) {
      const read = KEYS.includes(key as Key) ? readAs(key as Key, value) : undefined;
      if (read !== undefined) chosen[key as Key] = read;
    }
    this.#cached = { version, settings: { ...DEFAULT_SETTINGS, ...chosen } as Settings };
    return this.#cached.settings;
  }

  /** Keeps some choices; those that are not given, or say what stands already, are not touched. */
  async write(changes: Change): Promise<Settings> {
    await this.larder.write(async (tx) => {
      const given = typeof changes === 'function' ? changes(await this.read()) : changes;
      const checked = settingsSchema.partial().parse(given) as Partial<Settings>;
      const standing = new Map((await tx.select().from(settings)).map((r) => [r.key, r.value]));
      let changed = false;
      for (const [key, value] of Object.entries(checked)) {
        const text = JSON.stringify(value);
        if (value === undefined || standing.get(key) === text) continue;
        changed = true;
        await tx
          .insert(settings)
          .values({ key, value: text })
          .onConflictDoUpdate({
            target: settings.key,
            set: { value: text, version: sql`${settings.version} + 1` }
          });
      }
      if (changed) await bump(tx, 'settings');
    });
    return this.read();
  }
}

/** A choice out of its row; undefined where it is none any more. */
function readAs(key: Key, text: string): unknown {
  try {
    const parsed = settingsSchema.shape[key].safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}
