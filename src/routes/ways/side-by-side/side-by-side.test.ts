import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { temporaryHouse } from '$lib/server/testkit';
import { load as loadPage } from './+page.server';

type Loaded = Exclude<Awaited<ReturnType<typeof loadPage>>, void>;

describe('two orders of work side by side', () => {
  let house: Awaited<ReturnType<typeof temporaryHouse>>;
  beforeAll(async () => void (house = await temporaryHouse()));
  afterAll(() => house.end());
  const load = async (query: string): Promise<Loaded> =>
    (await loadPage({
      url: new URL(`http://larder/ways/side-by-side${query}`),
      locals: { house, by: { site: 'home' }, actor: undefined }
    } as never)) as Loaded;

  it('are the two usual ones of a usual animal where nobody has chosen', async () => {
    const { a, b, species, hanging, fault } = await load('');
    expect(species).toBe('whitetail');
    expect(hanging).toBeGreaterThan(15_000);
    expect(a?.key).toBe('Q1');
    expect(b?.key).not.toBe('Q1');
    expect(fault).toBeUndefined();
    expect(a?.value).toBeGreaterThan(0);
  });

  it('cut the same thing: a leg is held against a leg, whatever was asked for', async () => {
    const { a, b, like, part } = await load('?a=S1-mince&b=Q1&species=elk&weight=140');
    expect(part).toBe('hindLeg');
    expect(a?.key).toBe('S1-mince');
    expect(a?.prime).toBe(0);
    expect(like.every((p) => p.part === 'hindLeg')).toBe(true);
    expect(b?.key).toBe('S1');
    expect(b?.prime).toBeGreaterThan(5_000);
  });

  it('of a boar speak of a boar: its orders, its cautions, nothing dried', async () => {
    const { a, all } = await load('?species=boar&weight=45');
    expect(a?.key).toBe('Q4');
    expect(all.map((p) => p.key)).toContain('Q4-straps');
    expect(all.map((p) => p.key)).not.toContain('Q1');
    expect(a?.risks).toContain('Trichinella');
    expect(a?.risks).not.toContain('Wasting disease');
    expect(a?.byClass.J ?? 0).toBe(0);
  });

  it.each(['nothing', '-3', '0', '1e9x'])('say that “%s” is no weight, and keep it', async (typed) => {
    const { fault, hanging, typed: kept } = await load(`?weight=${encodeURIComponent(typed)}`);
    expect(fault).toMatch(/weight above nothing/);
    expect(kept).toBe(typed);
    expect(hanging).toBeGreaterThan(0);
  });

  it('that nobody knows are the usual ones', async () => {
    const { a, species } = await load('?a=constructor&b=__proto__&species=toString');
    expect([a?.key, species]).toEqual(['Q1', 'whitetail']);
  });
});
