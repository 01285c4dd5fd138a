import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { asksToWriteOff } from '$core/book';
import { parseScaleLine } from '$core/scale';
import { newId } from './ids';
import { layAsked, type Ask } from './bench-scale';
import { arrival, cutDraft, draftOf, temporaryHouse } from './testkit';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeAll(async () => (house = await temporaryHouse({}, true)));
afterAll(() => house.end());

/** What the plate shows once it has settled. */
async function plate(): Promise<number> {
  return new Promise((resolve) => {
    const stop = house.scale.lines((line) => {
      const parsed = parseScaleLine(line);
      if (!parsed.ok || parsed.reading.state !== 'steady' || parsed.reading.grams === 0) return;
      stop();
      resolve(parsed.reading.grams);
    });
  });
}

const take = (animal: string, from: string, cut: string, side: 'left' | 'right'): Ask => ({
  animal,
  after: newId(),
  want: { kind: 'take', cut, from, side }
});

describe('the plate of the demo', () => {
  it('carries the piece that is asked for, of an animal whose truth is hidden but fixed', async () => {
    const { animal, carcass, draft } = arrival(30_000, { species: 'fallow' });
    await house.book.book([draft]);
    expect(await layAsked(house, take(animal, carcass, 'hindLeg', 'left'))).toMatchObject({ laid: true });
    const left = await plate();
    // A leg of a 30 kg carcass is expected at 0.385 ÷ 2 of it; the true one lies around that.
    expect(left).toBeGreaterThan(30_000 * 0.1925 * 0.7);
    expect(left).toBeLessThan(30_000 * 0.1925 * 1.3);
    await layAsked(house, take(animal, carcass, 'hindLeg', 'right'));
    const right = await plate();
    expect(Math.abs(Math.log(left / right))).toBeLessThan(0.15);
    await layAsked(house, take(animal, carcass, 'hindLeg', 'left'));
    expect(await plate()).toBe(left);
  });

  it('carries half a neck for half a neck, and the same half for both', async () => {
    const { animal, carcass, draft } = arrival(30_000, { species: 'fallow' });
    await house.book.book([draft]);
    const ask = async (side: 'left' | 'right' | 'both') => {
      await layAsked(house, {
        animal,
        after: newId(),
        want: { kind: 'take', cut: 'neckRoast', from: carcass, side }
      });
      return plate();
    };
    const [left, right, whole] = [await ask('left'), await ask('right'), await ask('both')];
    // Trued to 5 g each.
    expect(Math.abs(left + right - whole)).toBeLessThanOrEqual(10);
    // A neck is 0.065 of what hangs; its half is a half of that.
    expect(left).toBeLessThan(30_000 * 0.065 * 0.7);
  });

  it('gives two benches that ask for the same piece one piece', async () => {
    const { animal, carcass, draft } = arrival(14_000);
    await house.book.book([draft]);
    const ask = take(animal, carcass, 'strap', 'left');
    await layAsked(house, ask);
    const before = (house.scale as { asked?: string }).asked;
    expect(await layAsked(house, { ...ask })).toMatchObject({ laid: true });
    expect((house.scale as { asked?: string }).asked).toBe(before);
  });

  it('spills off a heavy frame no more than the book lets pass without a question', async () => {
    for (let i = 0; i < 4; i += 1) {
      const { animal, carcass, draft } = arrival(60_000, { species: 'elk' });
      await house.book.book([draft]);
      await layAsked(house, { animal, after: newId(), want: { kind: 'bone', item: carcass } });
      const gone = 60_000 - (await plate());
      expect(gone).toBeGreaterThan(0);
      expect(asksToWriteOff(gone, 60_000)).toBe(false);
    }
  });

  it('lays back a piece lighter after trimming, and bone when the rest is bone', async () => {
    const { animal, carcass, draft } = arrival(14_000);
    const piece = newId();
    await house.book.book([draft, cutDraft(animal, carcass, 700, piece)]);
    await layAsked(house, { animal, after: newId(), want: { kind: 'trimmed', item: piece } });
    const trimmed = await plate();
    expect(trimmed).toBeLessThan(700);
    expect(trimmed).toBeGreaterThan(700 * 0.88);
    await house.book.book([
      draftOf({
        kind: 'discard',
        animal,
        from: carcass,
        reason: 'silver',
        reading: { grams: 11_000, how: 'scale' }
      })
    ]);
    await layAsked(house, { animal, after: newId(), want: { kind: 'bone', item: carcass } });
    const bone = await plate();
    expect(bone).toBeLessThanOrEqual(2_300);
    expect(bone).toBeGreaterThan(2_300 * 0.98);
  });

  it('lays on what comes off a piece on the board, its leaves, and what is left of it', async () => {
    const { animal, carcass, draft } = arrival(30_000);
    const piece = newId();
    const put = cutDraft(animal, carcass, 1_000, piece);
    const creates = { ...(put.intent as { creates: object }).creates, cut: 'flatIron' };
    await house.book.book([
      draft,
      { ...put, intent: { ...put.intent, creates } as typeof put.intent },
      draftOf({ kind: 'open', animal, item: piece })
    ]);
    const laid = async (want: object) => {
      await layAsked(house, { animal, after: newId(), want } as Parameters<typeof layAsked>[1]);
      return plate();
    };
    const band = await laid({ kind: 'off', item: piece });
    expect(band).toBeGreaterThanOrEqual(5);
    expect(band).toBeLessThan(40);
    const leaf = await laid({ kind: 'take', cut: 'flatIronOuter', from: piece });
    expect(leaf).toBeGreaterThan(1_000 * 0.5 * 0.9);
    expect(leaf).toBeLessThan(1_000 * 0.5 * 1.05);
    // Laid back whole it has lost its silver, not its bone.
    const back = await laid({ kind: 'bone', item: piece });
    expect(back).toBeGreaterThan(920);
    expect(back).toBeLessThan(1_000);
  });

  it('lets an older wish go when a newer one comes while it is looked up', async () => {
    const { animal, carcass, draft } = arrival(14_000);
    await house.book.book([draft]);
    const older = layAsked(house, take(animal, carcass, 'strap', 'left'));
    const newer = layAsked(house, take(animal, carcass, 'hindLeg', 'right'));
    expect((await Promise.all([older, newer])).map((r) => r.laid)).toEqual([false, true]);
    expect((house.scale as { asked?: string }).asked).toContain('hindLeg');
  });

  it('says what had to be lifted off for a piece, so that nobody takes that for the piece asked for', async () => {
    const { animal, carcass, draft } = arrival(14_000);
    await house.book.book([draft]);
    const heard: string[] = [];
    const stop = house.plates.lines((_, number) => heard.push(number));
    await layAsked(house, take(animal, carcass, 'strap', 'left'));
    await expect.poll(() => house.plates.lies).toBeDefined();
    const first = house.plates.lies;
    expect(await layAsked(house, take(animal, carcass, 'hindLeg', 'right'))).toEqual({
      laid: true,
      off: first
    });
    await expect.poll(() => house.plates.lies === undefined || house.plates.lies !== first).toBe(true);
    await expect.poll(() => house.plates.lies !== undefined && house.plates.lies !== first).toBe(true);
    stop();
    expect(heard.at(-1)).not.toBe(first);
  });

  it('lays nothing for what is not in the book', async () => {
    expect(
      await layAsked(house, { animal: newId(), after: newId(), want: { kind: 'bone', item: newId() } })
    ).toEqual({ laid: false });
  });
});
