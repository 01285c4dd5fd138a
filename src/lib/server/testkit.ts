import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { Draft, Intent } from '$core/book';
import { intentSchema } from '$core/book';
import { newId } from './ids';
import { openHouse, type House } from './larder';
import type { LarderOptions } from './db/client';
import { DAY } from '$core/units';

/** Lays a copy of the kept demo into an empty folder; where none is kept, the demo is made as the larder is opened. */
export function layDemo(folder: string): void {
  const kept = process.env.LARDER_DEMO_KEPT;
  if (kept) cpSync(kept, folder, { recursive: true });
}

/** A larder of its own in a temporary folder, for one test. */
export async function temporaryHouse(
  options: Partial<LarderOptions> = {},
  demo = false
): Promise<House & { folder: string; end: () => void }> {
  const folder = options.folder ?? mkdtempSync(join(tmpdir(), 'larder-'));
  if (demo && !options.folder) layDemo(folder);
  const house = await openHouse({ folder, ...options }, demo);
  return {
    ...house,
    folder,
    end: () => {
      house.scale.close();
      house.logger.stop();
      house.larder.close();
      rmSync(folder, { recursive: true, force: true });
    }
  };
}

/** The migrations up to one, in a folder of their own. */
export function migrationsUpTo(last: string, folder: string): string {
  cpSync(resolve('drizzle'), folder, { recursive: true });
  const path = join(folder, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(path, 'utf8')) as { entries: { tag: string }[] };
  const at = journal.entries.findIndex((entry) => entry.tag === last);
  writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, at + 1) }));
  return folder;
}

/** An entry as a bench would send it. */
export function draftOf(intent: Record<string, unknown>, extra: Partial<Draft> = {}): Draft {
  return {
    id: newId(),
    at: Date.now(),
    hand: 'Tove',
    device: 'test',
    intent: intentSchema.parse(intent) as Intent,
    ...extra
  };
}

/** Weighs a roe deer in; the draft, its animal and its carcass. */
export function arrival(grams = 14_000, facts: Record<string, unknown> = {}, at = Date.now()) {
  const [animal, carcass] = [newId(), newId()];
  const draft = draftOf(
    {
      kind: 'intake',
      animal,
      // Round weights of tests are no weights of a roe.
      sure: ['weight'],
      facts: { species: 'roe', sex: 'male', ageClass: 'adult', ...facts },
      into: { kind: 'carcass', id: carcass },
      reading: { grams, how: 'scale', stage: 'hanging' }
    },
    { at }
  );
  return { animal, carcass, draft };
}

export const cutDraft = (
  animal: string,
  from: string,
  grams: number,
  id = newId(),
  more: object = {}
): Draft =>
  draftOf({
    kind: 'cut',
    animal,
    sure: ['twice'],
    from,
    creates: { kind: 'piece', id, cut: 'strap', side: 'left', place: { tub: 'prime' }, ...more },
    reading: { grams, how: 'scale' }
  });

/** Two animals of two owners in one batch of mince, four packs of it; one of them given, one eaten. */
export async function mincedTogether(house: House) {
  const must = async (intent: Record<string, unknown>) => {
    const [outcome] = await house.book.book([draftOf(intent)]);
    if (outcome?.status !== 'booked') throw new Error(JSON.stringify(outcome));
  };
  const scale = (grams: number) => ({ grams, how: 'scale' });
  const animals: string[] = [];
  const carcasses: string[] = [];
  for (const [species, owner] of [
    ['roe', 'Alderbank'],
    ['reddeer', 'Fernholt']
  ] as const) {
    const { animal, carcass, draft } = arrival(30_000, { species, owner, killedAt: Date.now() - 3 * DAY });
    await house.book.book([draft]);
    await must({ kind: 'tub', animal, tub: 'grind', reading: scale(2_000) });
    animals.push(animal);
    carcasses.push(carcass);
  }
  const [a = '', b = ''] = animals;
  const pepper = newId();
  await must({
    kind: 'buy',
    pool: pepper,
    what: 'seasoning',
    name: 'pepper',
    reading: scale(200),
    allergens: ['mustard'],
    supplierLot: 'P 77'
  });
  const batch = newId();
  await must({
    kind: 'batch',
    pool: batch,
    what: 'mince',
    name: 'Mince',
    consent: 'both',
    recipe: { key: 'lean-mince', version: 1, name: 'Lean mince', product: 'mince' },
    inputs: [
      { item: `tub:grind:${a}`, of: a },
      { item: `tub:grind:${b}`, of: b, reading: scale(1_500) },
      { item: pepper, of: pepper, reading: scale(10) }
    ]
  });
  const packs = [newId(), newId(), newId(), newId()] as const;
  await must({
    kind: 'pack',
    pool: batch,
    from: batch,
    packs: packs.map((id, i) => ({
      id,
      what: 'Mince',
      wrap: 'vacuum',
      place: { shelf: 'chest' },
      ...(i < 3 ? { reading: scale(800) } : {})
    }))
  });
  return { a, b, batch, pepper, packs, carcasses };
}
