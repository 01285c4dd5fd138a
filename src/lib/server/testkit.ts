import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Draft, Intent } from '$core/book';
import { intentSchema } from '$core/book';
import { newId } from './ids';
import { openHouse, type House } from './larder';
import type { LarderOptions } from './db/client';

/** A larder of its own in a temporary folder, for one test. */
export async function temporaryHouse(
  options: Partial<LarderOptions> = {},
  demo = false
): Promise<House & { folder: string; end: () => void }> {
  const folder = options.folder ?? mkdtempSync(join(tmpdir(), 'larder-'));
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
