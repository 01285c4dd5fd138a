import { describe, expect, it } from 'vitest';
import { accountOf, type Account } from '$core/account';
import type { Facts } from '$core/book';
import { SPECIES, type SpeciesKey } from '$core/reference';
import { draftOf, temporaryHouse } from '../testkit';
import { atDepth, byChance } from '$core/testdepth';
import { Butcher } from './butcher';

const KILOS: Partial<Record<SpeciesKey, number>> = { roe: 14, fallow: 42, reddeer: 70, moose: 210, boar: 45 };

/** An animal whose truth the model does not know, cut to the last closed part. */
function cut(species: SpeciesKey, seed: number, untrimmed: boolean): { hand: Butcher; account: Account } {
  const facts: Facts = {
    species,
    sex: seed % 2 ? 'female' : 'male',
    ageClass: 'adult',
    condition: 3,
    clean: true,
    rut: false
  };
  const hanging = (KILOS[species] ?? 20) * 1000 * (0.85 + 0.03 * (seed % 11));
  const hand = new Butcher({ seed, facts, hanging, at: Date.UTC(2026, 9, 1), hand: 'Tove', untrimmed });
  hand.weighIn('hanging', hanging);
  for (let n = 0; n < 200 && !hand.done; n += 1) hand.work(1);
  const account = accountOf(hand.state, hand.animal, hand.history);
  if (!account) throw new Error('no account');
  return { hand, account };
}
const species = Object.keys(KILOS) as SpeciesKey[];
/** So many of each are cut. */
const CUT = 5 * atDepth(16);
const animals = (untrimmed: boolean) =>
  Array.from({ length: CUT }, (_, i) => cut(species[i % 5] as SpeciesKey, 1_000 + i, untrimmed));

describe('like with like', () => {
  const bare = animals(true);

  it('of animals cut by the big press alone hardly one is called poor or rich', () => {
    const within = bare.filter(({ account }) => account.verdict === 'within').length / CUT;
    expect(within).toBeGreaterThan(0.85 - byChance(0.85, CUT));
    for (const { account } of bare) expect(account.weighed?.trimmedShare).toBeLessThan(0.35);
  });

  it('their parts too: nothing reads “more” because nobody trimmed it', () => {
    const rows = bare.flatMap(({ account }) => account.parts.filter((p) => p.verdict));
    const share = (v: string) => rows.filter((p) => p.verdict === v).length / rows.length;
    expect(share('above')).toBeLessThan(0.2);
    expect(Math.abs(share('above') - share('below'))).toBeLessThan(0.12);
  });

  it('trimmed ones are judged as trimmed', () => {
    const trimmed = animals(false);
    const within = trimmed.filter(({ account }) => account.verdict === 'within').length / CUT;
    expect(within).toBeGreaterThan(0.8 - byChance(0.8, CUT, 0.06));
    for (const { account } of trimmed) {
      expect(account.weighed?.trimmedShare).toBeGreaterThan(0.75);
      // As weighed is as it will be eaten.
      expect(account.weighed!.trimmed / account.weighed!.actual).toBeGreaterThan(0.97);
    }
  });

  it('says what of the untrimmed is silver and fat: about the trim share of the species', () => {
    for (const { account, hand } of bare) {
      const facts = hand.state.animals[hand.animal]!.facts;
      const left = account.weighed!.trimmed / account.weighed!.actual;
      const usual = SPECIES[facts.species].bonelessToHanging.mean;
      expect(left).toBeGreaterThan(0.8);
      expect(left).toBeLessThan(1);
      expect(Math.abs(account.weighed!.trimmed / account.weighed!.expected.mean / left - 1)).toBeLessThan(
        0.12
      );
      expect(usual).toBeLessThan(1);
    }
  });

  it('and animals that nobody trimmed shift nothing: not the ratio, not the parts', async () => {
    const house = await temporaryHouse();
    const ask = () => house.animals.learnedFor({ facts: { species: 'fallow' }, residual: null });
    const before = await ask();
    for (const { hand } of bare.filter((_, i) => i % 5 === 1).slice(0, 12))
      expect(await house.book.bookAll(hand.drafts, false)).toBeUndefined();
    expect(await ask()).toEqual(before);
    expect(before.n).toBe(0);
    // One that was trimmed teaches.
    expect(await house.book.bookAll(cut('fallow', 77, false).hand.drafts, false)).toBeUndefined();
    expect((await ask()).n).toBe(1);
    house.end();
  });
});

describe('a piece that is trimmed later', () => {
  it('counts as trimmed from then on; a tub read lighter for it too', async () => {
    const house = await temporaryHouse();
    const { hand, account } = cut('fallow', 5, true);
    expect(account.weighed!.trimmedShare).toBeLessThan(0.35);
    await house.book.bookAll(hand.drafts, false);
    for (const tub of ['prime', 'slow', 'jerky', 'grind'] as const) {
      const shown = Object.values(hand.state.items)
        .filter((i) => i.kind === 'piece' && i.place && 'tub' in i.place && i.place.tub === tub)
        .reduce(
          (sum, i) => sum + Object.values(hand.state.balances[i.id] ?? {}).reduce((a, b) => a + b, 0),
          0
        );
      if (shown === 0) continue;
      const [outcome] = await house.book.book([
        draftOf({
          kind: 'tub',
          animal: hand.animal,
          tub,
          lost: 'silver',
          reading: { grams: Math.round(shown * 0.86), how: 'scale' }
        })
      ]);
      expect(outcome?.status).toBe('booked');
    }
    const history = await house.book.history(hand.animal);
    const { state } = await import('../http/views').then((v) => v.bookOf(house, hand.animal));
    const after = accountOf(state, hand.animal, history)!;
    expect(after.weighed!.trimmedShare).toBeGreaterThan(0.95);
    expect(after.verdict).toBe('within');
    house.end();
  });
});
