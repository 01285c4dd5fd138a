import { sql } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Draft, RefusalCode } from '$core/book';
import { walk as testWalk } from '$core/book/testwalk';
import { newId } from '../ids';
import { arrival, draftOf, temporaryHouse } from '../testkit';
import { stateOf } from './state';

type Temporary = Awaited<ReturnType<typeof temporaryHouse>>;
let house: Temporary;
beforeEach(async () => {
  house = await temporaryHouse();
});
afterEach(() => house.end());

/** Books one intent that must stand. */
async function must(intent: Record<string, unknown>): Promise<Draft> {
  const draft = draftOf(intent);
  const [outcome] = await house.book.book([draft]);
  if (outcome?.status !== 'booked') throw new Error(JSON.stringify(outcome));
  return draft;
}
async function refused(intent: Record<string, unknown>): Promise<RefusalCode | undefined> {
  const [outcome] = await house.book.book([draftOf(intent)]);
  return outcome?.status === 'refused' ? outcome.refusal.code : undefined;
}
const scale = (grams: number) => ({ grams, how: 'scale' });

/** A deer with so much trim in its grind tub. */
async function deerWithTrim(grams: number, facts: Record<string, unknown> = {}): Promise<string> {
  const { animal, draft } = arrival(40_000, { species: 'reddeer', ...facts });
  await house.book.book([draft]);
  await must({ kind: 'tub', animal, tub: 'grind', reading: scale(grams) });
  return animal;
}
/** A word beside an animal. */
const noteOf = (animal: string, { at }: Draft): Draft =>
  draftOf({ kind: 'note', animal, text: 'hung' }, { at });
const trim = (animal: string) => ({ item: `tub:grind:${animal}`, of: animal });

/** Two deer and a bag of bought fat, ground together and packed: 3 500 + 2 500 + 900 g in four packs. */
async function ground(more: Record<string, unknown> = {}) {
  const [a, b] = [await deerWithTrim(3_500), await deerWithTrim(2_500)];
  const fat = newId();
  await must({ kind: 'buy', pool: fat, what: 'fat', name: 'back fat', reading: scale(2_000), price: 900 });
  const batch = newId();
  const made = await must({
    kind: 'batch',
    pool: batch,
    what: 'mince',
    inputs: [trim(a), trim(b), { item: fat, of: fat, reading: scale(900) }],
    ...more
  });
  const packs = [newId(), newId(), newId(), newId()];
  await must({
    kind: 'pack',
    pool: batch,
    from: batch,
    packs: packs.map((id, i) => ({ id, what: 'mince', ...(i < 3 ? { reading: scale(1_700) } : {}) }))
  });
  return { a, b, fat, batch, packs: packs as [string, string, string, string], made };
}

describe('two deer and a bag of bought fat in one batch', () => {
  it('are found again in each pack, in grams that add up, whatever became of the pack', async () => {
    const { a, b, fat, batch, packs } = await ground();
    await must({ kind: 'eat', pool: batch, item: packs[0], drip: 20 });
    await must({ kind: 'thaw', pool: batch, item: packs[1], reading: scale(1_660) });
    for (const [pack, grams] of [
      [packs[0], 1_700],
      [packs[1], 1_700],
      [packs[3], 1_800]
    ] as const) {
      const whose = await house.trace.whose(pack);
      expect(whose.map((w) => w.origin).sort()).toEqual([a, b, fat].sort());
      expect(whose.reduce((sum, w) => sum + w.grams, 0)).toBe(grams);
      for (const { origin, grams: own } of whose) {
        const share = origin === a ? 3_500 : origin === b ? 2_500 : 900;
        expect(Math.abs(own - (grams * share) / 6_900)).toBeLessThan(1.5);
      }
    }
    const { rows: steps } = await house.trace.back(packs[0]);
    // Back to the field of both and to the shop; not on to what became of it.
    expect(steps.map((s) => s.from)).toEqual(
      expect.arrayContaining([`field:${a}`, `field:${b}`, `store:${fat}`, `tub:grind:${a}`, batch])
    );
    expect(steps.some((s) => s.kind === 'eat')).toBe(false);
    const { rows } = await house.trace.forward(a);
    const mine = (how: string) => rows.filter((r) => r.how === how).reduce((sum, r) => sum + r.own, 0);
    // What came in is on the carcass, in packs, eaten or lost, to the gram.
    expect(mine('in') + mine('eaten') + mine('loss')).toBe(-mine('field'));
    expect(rows.filter((r) => r.how === 'eaten')).toHaveLength(1);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('leaves what each animal gave as it was', async () => {
    const before = await deerWithTrim(3_500);
    const given = async (id: string) => {
      const card = await house.animals.find(id);
      return { boneless: card?.boneless, takeHome: card?.takeHome, beam: card?.segments };
    };
    const alone = await given(before);
    const { a, batch, packs } = await ground();
    expect(await given(a)).toEqual(alone);
    await must({ kind: 'eat', pool: batch, item: packs[0], drip: 20 });
    await must({ kind: 'discard', pool: batch, from: packs[1], reason: 'spoiled', reading: scale(1_700) });
    expect(await given(a)).toEqual(alone);
  });

  it('are held by a hold on either, whenever it was opened, until that is lifted', async () => {
    const { a, b, batch, packs } = await ground();
    const eat = { kind: 'eat', pool: batch, item: packs[0] };
    const hold = await must({ kind: 'hold', animal: a, why: 'test' });
    const [outcome] = await house.book.book([draftOf(eat)]);
    expect(outcome).toMatchObject({ status: 'refused', refusal: { code: 'on-hold', animal: a } });
    expect(await refused({ kind: 'give', pool: batch, item: packs[0], to: 'Ilo' })).toBe('on-hold');
    // Freezing it alone is not forbidden.
    await must({ kind: 'place', pool: batch, item: packs[0], place: { shelf: 'chest, left' } });
    const more = { item: packs[1], of: batch };
    const again = { kind: 'batch', pool: newId(), what: 'sausage', inputs: [more] };
    expect(await refused(again)).toBe('on-hold');
    const lifted = await must({ kind: 'lift', animal: a, hold: hold.id });
    await must({ ...eat, reading: scale(500) });
    // Taken back, the lift takes with it what was eaten since.
    const [back] = await house.book.book([draftOf({ kind: 'void', animal: a, entry: lifted.id })]);
    expect(back).toMatchObject({ status: 'refused', refusal: { code: 'stands-on' } });
    // Joined knowingly, the new batch is held too.
    await must({ kind: 'hold', animal: b, why: 'recall' });
    const sausage = newId();
    await must({ ...again, pool: sausage, knowing: true });
    expect(await refused({ kind: 'eat', pool: sausage, item: sausage })).toBe('on-hold');
    // A condemned one is never joined, knowingly or not.
    await must({ kind: 'condemn', animal: b });
    expect(
      await refused({ ...again, pool: newId(), inputs: [{ item: packs[2], of: batch }], knowing: true })
    ).toBe('condemned');
  });

  it('held for itself is joined to nothing, knowingly or not, until that is lifted', async () => {
    const { batch, packs, fat } = await ground();
    const hold = await must({ kind: 'hold', pool: batch, why: 'test', note: 'a sample of it is out' });
    expect((await house.trace.heldPools()).map((card) => card.pool.id)).toEqual([batch]);
    const sausage = (pool: string, item: string) => ({
      kind: 'batch',
      pool,
      what: 'sausage',
      inputs: [{ item, of: item === fat ? fat : batch }],
      knowing: true
    });
    // Its grams are of deer that nothing is said of: in another batch nobody would know.
    expect(await refused(sausage(newId(), packs[0]))).toBe('on-hold');
    await must({ kind: 'lift', pool: batch, hold: hold.id });
    expect(await house.trace.heldPools()).toEqual([]);
    await must(sausage(newId(), packs[0]));
    // A bought lot is whose grams they are: its hold goes with them.
    await must({ kind: 'hold', pool: fat, why: 'recall' });
    const lard = newId();
    await must(sausage(lard, fat));
    expect(await refused({ kind: 'eat', pool: lard, item: lard })).toBe('on-hold');
  });

  it('come back whole in a recall: each batch, and all that was made of it', async () => {
    const { a, b, batch, packs } = await ground();
    const c = await deerWithTrim(1_000);
    const second = newId();
    const inputs = [trim(c), { item: packs[0], of: batch }];
    await must({ kind: 'batch', pool: second, what: 'sausage', inputs });
    await must({ kind: 'give', pool: batch, item: packs[1], to: 'Ilo' });
    const touched = (await house.trace.recalled(a)).map((t) => t.pool.id);
    expect(touched.sort()).toEqual([batch, second].sort());
    const { rows } = await house.trace.recall(a, touched);
    // The whole of what was given, not only the grams of this animal; and whoever has it.
    expect(rows.find((r) => r.party === 'Ilo')).toMatchObject({ item: { id: packs[1] } });
    const out = rows.filter((r) => r.party === 'Ilo').reduce((sum, r) => sum + r.grams, 0);
    expect(out).toBe(1_700);
    expect(rows.some((r) => r.item?.id === second)).toBe(true);
    expect(await house.trace.recipients(a)).toEqual([
      {
        party: 'Ilo',
        kind: 'given',
        item: expect.objectContaining({ id: packs[1], what: 'mince' }) as unknown,
        grams: 1_700
      }
    ]);
    expect(await house.trace.recipients(c)).toEqual([]);
    // Neither of the other two animals' own is taken.
    expect(rows.some((r) => r.item?.owner === b || r.item?.owner === c)).toBe(false);
    expect(await house.trace.recalled(c)).toHaveLength(1);
  });

  it('are taken back together: the first cut of one, and all that stands on it, over every subject', async () => {
    const { a, batch, made } = await ground();
    const [tub] = (await house.book.history(a)).filter((e) => e.intent.kind === 'tub');
    const [asked] = await house.book.book([draftOf({ kind: 'void', animal: a, entry: tub!.id })]);
    const chain =
      asked?.status === 'refused' && asked.refusal.code === 'stands-on' ? asked.refusal.chain : [];
    expect(chain).toHaveLength(2);
    expect(chain).toContain(made.id);
    await must({ kind: 'void', animal: a, entry: tub!.id, chain });
    expect((await house.trace.pool(batch))?.left).toBeUndefined();
    expect(await house.trace.whose(batch)).toEqual([]);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('keep in the machine what was left there, and find it again in the next batch', async () => {
    const { a } = await ground({ reading: scale(6_780), leftIn: 'mincer' });
    const c = await deerWithTrim(1_000);
    const next = newId();
    const machine = { item: 'equipment:mincer', of: 'equipment:mincer' };
    await must({ kind: 'batch', pool: next, what: 'mince', inputs: [trim(c), machine] });
    const whose = await house.trace.whose(next);
    expect(whose.find((w) => w.origin === a)?.grams).toBe(Math.round((120 * 3_500) / 6_900));
    expect(whose.reduce((sum, w) => sum + w.grams, 0)).toBe(1_120);
    expect((await house.trace.recalled(a)).map((t) => t.pool.id)).toContain(next);
    expect((await house.book.audit()).findings).toEqual([]);
  });
});

describe('a batch that cannot be', () => {
  const batchOf = (...inputs: unknown[]) => ({ kind: 'batch', pool: newId(), what: 'mince', inputs });

  it('is refused by name: of nothing, of too much, of itself, of somebody else’s, into a tub', async () => {
    const [a, b] = [await deerWithTrim(1_000), await deerWithTrim(1_000, { owner: 'Ilo' })];
    const own = newId();
    expect(await refused(batchOf({ item: `tub:prime:${a}`, of: a }))).toBe('nothing');
    expect(await refused(batchOf({ ...trim(a), reading: scale(1_001) }))).toBe('overdrawn');
    expect(await refused({ ...batchOf({ item: own, of: own }), pool: own })).toBe('into-itself');
    expect(await refused(batchOf(trim(a), trim(a)))).toBe('into-itself');
    expect(await refused(batchOf({ ...trim(a), of: b }))).toBe('unknown-item');
    expect(await refused(batchOf({ ...trim(a), of: newId() }))).toBe('unknown-pool');
    expect(await refused({ ...batchOf(trim(a)), place: { tub: 'grind' } })).toBe('no-tub');
    expect(await refused({ ...batchOf(trim(a)), reading: scale(1_200) })).toBe('heavier');
    const [asked] = await house.book.book([draftOf(batchOf(trim(a), trim(b)))]);
    expect(asked).toMatchObject({ refusal: { code: 'consent-missing', owners: ['', 'Ilo'] } });
    // Nothing of it was done by half.
    expect((await stateOf(house.larder.db, a)).balances[`tub:grind:${a}`]).toEqual({ G: 1_000 });
    const agreed = batchOf(trim(a), trim(b));
    await must({ ...agreed, consent: 'Ilo, by telephone' });
    expect((await stateOf(house.larder.db, agreed.pool)).pools[agreed.pool]?.consent).toBe(
      'Ilo, by telephone'
    );
  });

  it('and a pack that cannot: put into an animal’s tub, of more than there is, of a batch nobody knows', async () => {
    const { batch, packs } = await ground();
    const place = { tub: 'grind' };
    expect(await refused({ kind: 'place', pool: batch, item: packs[0], place })).toBe('no-tub');
    const pack = (grams: number) => [{ id: newId(), what: 'mince', reading: scale(grams) }];
    expect(await refused({ kind: 'pack', pool: batch, from: batch, packs: pack(1) })).toBe('overdrawn');
    expect(await refused({ kind: 'pack', pool: batch, from: packs[0], packs: pack(1) })).toBe('wrong-kind');
    expect(await refused({ kind: 'eat', pool: newId(), item: packs[0] })).toBe('unknown-pool');
    expect(await refused({ kind: 'eat', item: packs[0] })).toBe('unknown-pool');
    expect(await refused({ kind: 'eat', pool: batch, item: packs[0], drip: 900, bone: 900 })).toBe(
      'parts-differ'
    );
  });
});

describe('a pack', () => {
  it('of one animal stays that animal’s: opened, packed anew, thawed, it keeps its day and its mark', async () => {
    const a = await deerWithTrim(2_000);
    const [pack, piece, next] = [newId(), newId(), newId()];
    await must({ kind: 'pack', animal: a, from: `tub:grind:${a}`, packs: [{ id: pack, what: 'trim' }] });
    await must({ kind: 'thaw', animal: a, item: pack, reading: scale(1_960) });
    await must({ kind: 'unpack', animal: a, item: pack, id: piece });
    await must({ kind: 'pack', animal: a, from: piece, packs: [{ id: next, what: 'trim' }] });
    const { items } = await stateOf(house.larder.db, a);
    expect(items[next]).toMatchObject({ packedAt: items[pack]!.packedAt, thawedAt: items[pack]!.thawedAt });
    expect((await house.animals.find(a))?.boneless).toBe(2_000);
    expect((await house.book.audit()).findings).toEqual([]);
  });
});

describe('over random walks with several animals, batches and packs', () => {
  it('the larder keeps what core says, out and in again byte for byte, and rebuilt it is the same', async () => {
    const other = await temporaryHouse();
    try {
      for (let seed = 1; seed <= 6; seed += 1) {
        const { history } = testWalk({ seed, steps: 40, animals: 1 + (seed % 4) });
        for (const { seq: _, postings: __, ...walked } of history) {
          // Each walk has a mincer of its own: one that another holds back stands in none.
          const draft = JSON.parse(JSON.stringify(walked).replaceAll('mincer', `mincer ${seed}`)) as Draft;
          expect((await house.book.bookAll([draft], false))?.code).toBeUndefined();
        }
      }
      expect((await house.book.audit()).findings).toEqual([]);
      const dump = async () =>
        [
          await house.larder.db.all(
            sql`select * from flows order by from_item, to_item, origin, class, seq, grams`
          ),
          await house.larder.db.all(sql`select * from origins order by item, origin, class`),
          await house.larder.db.all(sql`select id, last_seq, held, record from pools order by id`),
          await house.larder.db.all(sql`select id, owner, kind, record from items order by id`)
        ].map((rows) =>
          rows.map((row) => JSON.stringify(row, (k, v: unknown) => (k === 'line' ? undefined : v)))
        );
      const before = await dump();
      expect(before.every((rows) => rows.length > 10)).toBe(true);
      await house.book.rebuild();
      expect(await dump()).toEqual(before);
      let text = '';
      for await (const piece of house.book.lines()) text += piece;
      const lines = async function* () {
        for (const line of text.split('\n')) yield line;
      };
      expect(await other.book.import(lines())).toMatchObject({ ok: true });
      let again = '';
      for await (const piece of other.book.lines()) again += piece;
      expect(again).toBe(text);
    } finally {
      other.end();
    }
  });
});

describe('who books', () => {
  it('is asked whether they may: refused by name, and nothing was booked', async () => {
    const { BookRepository } = await import('./book');
    const season = () => house.settings.read();
    const strict = new BookRepository(
      house.larder,
      season,
      Date.now,
      () => Promise.resolve([]),
      ({ name, site }, { kind }) => kind !== 'condemn' || (name === 'Vet' && site === 'house')
    );
    const a = await deerWithTrim(1_000);
    const condemn = draftOf({ kind: 'condemn', animal: a });
    const [no] = await strict.book([condemn]);
    expect(no).toMatchObject({ refusal: { code: 'not-allowed', name: 'Tove', kind: 'condemn' } });
    expect(await strict.book([{ ...condemn, hand: 'Vet' }], { site: 'annexe' })).toMatchObject([
      { status: 'refused' }
    ]);
    expect(await strict.book([{ ...condemn, hand: 'Vet' }])).toMatchObject([{ status: 'booked' }]);
  });

  it('stands with the house it was booked in, where there are several, and goes out and in with it', async () => {
    const { animal, draft } = arrival(14_000);
    await house.book.book([draft], { site: 'annexe' });
    await house.book.book([noteOf(animal, draft)]);
    expect((await house.book.history(animal)).map((e) => e.site)).toEqual(['annexe', undefined]);
  });
});

describe('cure salt', () => {
  const STICKS = { key: 'smoked-sticks', version: 1, name: 'Smoked sticks', product: 'smoked' };
  /** 10 kg of trim and a lot of cure salt of so strong a label. */
  async function cured(strength?: number) {
    const a = await deerWithTrim(10_000);
    const cure = newId();
    await must({
      kind: 'buy',
      pool: cure,
      what: 'cure',
      name: 'cure salt',
      reading: scale(1_000),
      ...(strength === undefined ? {} : { strength })
    });
    const batch = newId();
    const make = (grams: number, more: Record<string, unknown> = {}) => ({
      kind: 'batch',
      pool: batch,
      what: 'sausage',
      recipe: STICKS,
      inputs: [trim(a)],
      cure: { item: cure, grams, rule: 'us' },
      ...more
    });
    return { a, cure, batch, make };
  }
  it('goes in to a tenth of a gram, and the batch says how much nitrite that is', async () => {
    const { batch, cure, make } = await cured(0.0625);
    await must(make(24.9, { stops: [{ what: 'mince', celsius: 1.8 }] }));
    const card = await house.trace.pool(batch);
    expect(card?.pool).toMatchObject({ nitrite: 155.6, recipe: STICKS, stops: [{ celsius: 1.8 }] });
    expect((await stateOf(house.larder.db, cure)).balances[cure]).toEqual({ G: 975 });
    expect((await house.book.audit()).findings).toEqual([]);
  });
  it('is refused over the limit with its arithmetic, by the stricter rule earlier', async () => {
    const { make } = await cured(0.0625);
    const [outcome] = await house.book.book([draftOf(make(25))]);
    expect(outcome).toMatchObject({
      refusal: { code: 'cure-over', grams: 25, strength: 0.0625, meat: 10_000, mgPerKg: 156.25, limit: 156 }
    });
    const strict = (grams: number) => {
      const { cure, ...rest } = make(grams) as ReturnType<typeof make> & { cure: object };
      return { ...rest, cure: { ...cure, rule: 'eu' } };
    };
    expect(await refused(strict(19.3))).toBe('cure-over');
    await must(strict(19.2));
  });
  it('counts what is there already: of a batch that was cured before', async () => {
    const { batch, cure, make } = await cured(0.0625);
    await must(make(15));
    const again = newId();
    const more = (grams: number) => ({
      kind: 'batch',
      pool: again,
      what: 'sausage',
      recipe: STICKS,
      inputs: [{ item: batch, of: batch }],
      cure: { item: cure, grams, rule: 'us' }
    });
    expect(await refused(more(10))).toBe('cure-over');
    await must(more(9.9));
    expect((await house.trace.pool(again))?.pool.nitrite).toBeCloseTo(155.6, 5);
  });
  it('is never guessed, never put into what is eaten fresh, and never taken where there is none', async () => {
    const unknown = await cured();
    expect(await refused(unknown.make(10))).toBe('cure-unknown');
    const { make, cure } = await cured(0.0625);
    expect(await refused(make(10, { recipe: { ...STICKS, product: 'fresh' } }))).toBe('cure-fresh');
    expect(await refused(make(10, { recipe: undefined, what: 'mince' }))).toBe('cure-fresh');
    expect(await refused(make(1_500))).toBe('overdrawn');
    expect(await refused(make(10, { cure: { item: newId(), grams: 10, rule: 'us' } }))).toBe('unknown-pool');
    // Put in as if it were any other thing it counts all the same.
    const all = {
      inputs: [...(make(1) as { inputs: object[] }).inputs, { item: cure, of: cure, reading: scale(30) }]
    };
    expect(await refused({ ...make(1), ...all, cure: undefined })).toBe('cure-over');
  });
  it.each([
    ['nothing', 0],
    ['nothing but nitrite', 1],
    ['less than any is', 0.001]
  ])('of %s is not bought', (_, strength) => {
    const bought = { kind: 'buy', pool: newId(), what: 'cure', name: 'x', reading: scale(10), strength };
    expect(() => draftOf(bought)).toThrow('%');
    expect(() => draftOf({ ...bought, strength: 0.0625 })).not.toThrow();
  });
});
