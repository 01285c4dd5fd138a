import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factsSchema } from '$core/book';
import { AGE_CLASSES, PLACEMENTS, PROJECTILES, SEXES, SPECIES_KEYS } from '$core/reference';
import { DEFAULT_SETTINGS } from '$core/settings';
import { minorUnits } from '$core/units';
import { factsFormSchema, formOf } from './facts';
import { custodyIntent, custodySchema } from './custody';
import { changes, factsOf, firstFacts } from './facts-map';
import { overChosen, settingsFormOf, settingsFormSchema, settingsOf } from './settings';
import { weighInSchema } from './weigh-in';

const blank = factsFormSchema.parse({ species: 'roe' });
const faultsOf = (parsed: {
  success: boolean;
  error?: { issues: { path: PropertyKey[]; message: string }[] };
}) => Object.fromEntries((parsed.error?.issues ?? []).map((i) => [i.path.join('.'), i.message]));

describe('facts in a form', () => {
  it('say nothing where nobody has said anything', () => {
    expect(firstFacts(blank)).toEqual({ species: 'roe', sex: 'unknown', ageClass: 'adult' });
  });

  it('go into the form and come back the same', () => {
    const facts = fc.record(
      {
        species: fc.constantFrom(...SPECIES_KEYS),
        sex: fc.constantFrom(...SEXES),
        ageClass: fc.constantFrom(...AGE_CLASSES),
        tag: fc.constantFrom('R 12', 'Ø-4'),
        placement: fc.constantFrom(...PLACEMENTS),
        projectile: fc.constantFrom(...PROJECTILES),
        shotSide: fc.constantFrom('left', 'right'),
        condition: fc.integer({ min: 1, max: 5 }),
        rut: fc.constant(true),
        trimStandard: fc.constantFrom(2, 3),
        owner: fc.constantFrom('Fernholt', 'Skarvik'),
        killedAt: fc.integer({ min: 0, max: 2000 }).map((d) => Date.UTC(2020, 0, 1, 12) + d * 86_400_000),
        note: fc.constant('two hits')
      },
      { requiredKeys: ['species', 'sex', 'ageClass', 'placement'] }
    );
    fc.assert(
      fc.property(facts, (given) => {
        const known = factsSchema.parse(given);
        expect(firstFacts(formOf(known))).toEqual(known);
        expect(changes(known, factsOf(formOf(known)))).toEqual({});
      })
    );
  });

  it('amended say only what changed, and take back what was cleared', () => {
    const now = firstFacts({ ...blank, tag: 'R 12', owner: 'Fernholt' });
    expect(changes(now, factsOf({ ...blank, tag: '', owner: 'Skarvik' }))).toEqual({
      tag: null,
      owner: 'Skarvik'
    });
  });

  it('do not keep a shot side without a shot', () => {
    expect(firstFacts({ ...blank, shotSide: 'left', projectile: 'slow' } as typeof blank)).not.toHaveProperty(
      'shotSide'
    );
  });

  it('have their faults said at the field', () => {
    const parsed = factsFormSchema.safeParse({
      species: 'unicorn',
      tag: 'x'.repeat(41),
      killedOn: '2199-01-01',
      condition: '9'
    });
    expect(Object.keys(faultsOf(parsed)).sort()).toEqual(['condition', 'killedOn', 'species', 'tag']);
    expect(faultsOf(parsed).killedOn).toBe('that day is still to come');
    expect(faultsOf(factsFormSchema.safeParse({ species: 'roe', killedOn: '2026-02-31' }))).toHaveProperty(
      'killedOn'
    );
    const first = factsFormSchema.safeParse({ species: 'roe', killedOn: 'yesterday' }).error?.issues[0];
    expect(first?.message).toMatch(/a date such as/);
  });

  it('of a weigh-in ask for a weight, and for nothing that has a default', () => {
    const parsed = weighInSchema.safeParse({ species: 'roe', weight: ' ' });
    expect(Object.keys(faultsOf(parsed)).sort()).toEqual(['animal', 'entry', 'item', 'weight']);
  });
});

describe('settings in a form', () => {
  const form = settingsFormOf(DEFAULT_SETTINGS);

  it('lays what was changed here over what somebody else has changed meanwhile', () => {
    const meanwhile = { ...DEFAULT_SETTINGS, people: 6, atBench: 'Marek', households: ['Skarvik'] };
    const mine = overChosen({ ...form, larderName: 'By the lake', atBench: 'Ilo' }, meanwhile);
    expect(settingsOf(mine, meanwhile)).toMatchObject({
      ok: true,
      settings: { larderName: 'By the lake', people: 6, atBench: 'Ilo', households: ['Skarvik'] }
    });
    // A form that does not say how it was shown counts as it is.
    for (const seen of ['', 'not a form', 'null', '[]', '7', '{"people"'])
      expect(settingsOf(overChosen({ ...form, seen }, meanwhile), meanwhile)).toMatchObject({
        settings: { people: DEFAULT_SETTINGS.people }
      });
  });

  it('go into the form and come back the same', () => {
    expect(settingsFormSchema.parse(form)).toEqual(form);
    expect(settingsOf(form, DEFAULT_SETTINGS)).toEqual({ ok: true, settings: DEFAULT_SETTINGS });
  });

  it('take amounts with a comma, in the currency’s own decimals', () => {
    const euro = settingsOf({ ...form, cost_perKg: '0,85' }, DEFAULT_SETTINGS);
    expect(euro.ok && euro.settings.costs.perKg).toBe(minorUnits(85));
    const yen = settingsOf({ ...form, currency: 'JPY', cost_perKg: '120', rate: '160' }, DEFAULT_SETTINGS);
    expect(yen.ok && yen.settings.costs.perKg).toBe(120);
  });

  it('turn what was not typed anew by the rate, and ask for it; the first currency is kept', () => {
    const asked = settingsOf({ ...form, currency: 'JPY' }, DEFAULT_SETTINGS);
    expect(asked.ok ? [] : asked.faults.map(([key]) => key)).toEqual(['rate']);
    for (const rate of ['0', '-2', 'much']) {
      const wrong = settingsOf({ ...form, currency: 'JPY', rate }, DEFAULT_SETTINGS);
      expect(wrong.ok ? [] : wrong.faults.map(([key]) => key)).toEqual(['rate']);
    }
    const moved = settingsOf(
      { ...form, currency: 'JPY', rate: '162,5', price_mince: '1500' },
      DEFAULT_SETTINGS
    );
    if (!moved.ok) throw new Error('refused');
    // 38.00 × 162.5 in yen, which has no smaller unit.
    expect(moved.settings.prices).toMatchObject({ primeSteak: 6_175, mince: 1_500 });
    expect(moved.settings.firstCurrency).toBe('EUR');
    const again = settingsOf(
      { ...settingsFormOf(moved.settings), currency: 'NOK', rate: '0.07' },
      moved.settings
    );
    expect(again.ok && again.settings.firstCurrency).toBe('EUR');
  });

  it('are in pounds and ounces where these are chosen; what nobody touched stays to the last unit', () => {
    const pounds = { ...DEFAULT_SETTINGS, units: 'lb' as const };
    const shown = settingsFormOf(pounds);
    // 38 a kilo are 17.24 a pound; 180 g are 6.3 oz.
    expect([shown.price_primeSteak, shown.portion]).toEqual(['17.24', '6.3']);
    expect(settingsOf(shown, pounds)).toEqual({ ok: true, settings: pounds });
    const typed = settingsOf({ ...shown, price_mince: '4', cost_perKg: '0.50', portion: '8' }, pounds);
    expect(
      typed.ok && [typed.settings.prices.mince, typed.settings.costs.perKg, typed.settings.portion]
    ).toEqual([882, 110, 227]);
  });

  it('name every field that is no amount of money', () => {
    const bad = settingsOf(
      { ...form, cost_perAnimal: 'lots', cost_perSeason: '-1', price_roast: '99999999' },
      DEFAULT_SETTINGS
    );
    expect(bad.ok).toBe(false);
    if (!bad.ok)
      expect(Object.fromEntries(bad.faults)).toEqual({
        cost_perAnimal: 'an amount such as 38 or 12.50',
        cost_perSeason: 'not below zero',
        price_roast: 'too much'
      });
  });

  it('put the thirtieth of February where it belongs', () => {
    const bad = settingsOf({ ...form, seasonMonth: '2', seasonDay: '30' }, DEFAULT_SETTINGS);
    expect(bad.ok ? [] : bad.faults).toEqual([['seasonDay', 'no such day in that month']]);
  });

  it('split households by line and drop the empty ones', () => {
    const two = settingsOf({ ...form, households: ' Alderbank \n\nFernholt\n' }, DEFAULT_SETTINGS);
    expect(two.ok && two.settings.households).toEqual(['Alderbank', 'Fernholt']);
  });

  it('refuse numbers out of range', () => {
    const faults = faultsOf(settingsFormSchema.safeParse({ ...form, people: '0', seasonMonth: '13' }));
    expect(Object.keys(faults).sort()).toEqual(['people', 'seasonMonth']);
    for (const portion of ['20', '1001', 'much', ''])
      for (const units of ['kg', 'lb'] as const) {
        const bad = settingsOf({ ...form, portion }, { ...DEFAULT_SETTINGS, units });
        if (units === 'lb' && portion === '20') continue;
        expect(bad.ok ? [] : bad.faults.map(([key]) => key)).toEqual(['portion']);
      }
  });
});

describe('custody in a form', () => {
  const entry = '0199c82d-3ecc-7000-8000-000000007ecc';
  const faults = (form: Record<string, unknown>) => faultsOf(custodySchema.safeParse({ entry, ...form }));

  it('asks who and what when something leaves, and for a tick before it condemns', () => {
    expect(Object.keys(faults({ what: 'give' })).sort()).toEqual(['item', 'to']);
    expect(faults({ what: 'send', item: 'x', to: 'a:b' })).toEqual({ to: 'a name without a colon' });
    expect(Object.keys(faults({ what: 'condemn' }))).toEqual(['sure']);
    expect(faults({ what: 'hold' })).toEqual({});
  });

  it('becomes what the book keeps', () => {
    const intent = (form: Record<string, unknown>) =>
      custodyIntent('A', custodySchema.parse({ entry, ...form }));
    expect(intent({ what: 'hold', why: 'test' })).toEqual({ kind: 'hold', animal: 'A', why: 'test' });
    expect(intent({ what: 'lift', hold: entry, note: ' none ' })).toEqual({
      kind: 'lift',
      animal: 'A',
      hold: entry,
      note: 'none'
    });
    expect(intent({ what: 'give', item: 'x', to: 'Ilo' })).toEqual({
      kind: 'give',
      animal: 'A',
      item: 'x',
      to: 'Ilo'
    });
    expect(intent({ what: 'condemn', sure: true })).toEqual({ kind: 'condemn', animal: 'A' });
  });
});

describe('a weigh-in of small game', () => {
  const ids = {
    animal: '0199c82d-3ecc-7000-8000-000000007ec1',
    entry: '0199c82d-3ecc-7000-8000-000000007ec2',
    item: '0199c82d-3ecc-7000-8000-000000007ec3'
  };
  const faults = (form: Record<string, unknown>) =>
    Object.keys(faultsOf(weighInSchema.safeParse({ ...ids, weight: '4', ...form })));

  it('counts from 1 to 999, and knows its own stages', () => {
    expect(faults({ species: 'duck', count: '6', stage: 'drawn' })).toEqual([]);
    for (const count of ['0', '1000', '2.5', 'six', '-1'])
      expect(faults({ species: 'duck', count })).toEqual(['count']);
    expect(faults({ species: 'duck', stage: 'dressed' })).toEqual(['stage']);
    expect(faults({ species: 'duck', stage: 'part' })).toEqual(['stage']);
    expect(faults({ species: 'roe', stage: 'drawn' })).toEqual(['stage']);
  });
});
