import { z } from 'zod';
import { shortText } from '$core/book';
import { PRICE_USES, TRIM_TUBS, VOCABULARIES, type PriceUse, type TrimmedTub } from '$core/reference';
import { settingsSchema, type Settings } from '$core/settings';
import {
  GRAMS_PER_OUNCE,
  currencyDecimals,
  parseMass,
  parseMoney,
  perKilo,
  perUnit,
  type MassUnit
} from '$core/units';
import { SHARED_BY } from '$core/worth';

const figure = z.string().trim().max(20, 'too long');
const whole = (low: number, high: number, what: string) =>
  z
    .string()
    .trim()
    .regex(/^\d{1,6}$/, 'a whole number')
    .refine((t) => Number(t) >= low && Number(t) <= high, `${what}: ${low} to ${high}`);

const priceFields = Object.fromEntries(PRICE_USES.map((use) => [`price_${use}`, figure])) as Record<
  `price_${PriceUse}`,
  typeof figure
>;

const trimFields = Object.fromEntries(
  TRIM_TUBS.map((tub) => [`trim_${tub}`, z.enum(['1', '2', '3'])])
) as Record<`trim_${TrimmedTub}`, z.ZodEnum<{ 1: '1'; 2: '2'; 3: '3' }>>;

/** The settings as a form has them: text as typed, checked a field at a time. */
export const settingsFormSchema = z.object({
  larderName: shortText(40).min(1, 'give it a name'),
  units: z.enum(['kg', 'lb']),
  degrees: z.enum(['C', 'F']),
  currency: settingsSchema.shape.currency,
  /** Asked where the currency is changed: what one of the old is in the new. */
  rate: figure.default(''),
  sharedBy: z.enum(SHARED_BY),
  vocabulary: z.enum(VOCABULARIES),
  people: whole(1, 50, 'people'),
  portion: figure,
  households: z.string().max(3000, 'too long'),
  atBench: shortText(60).min(1, 'somebody must be at the bench'),
  seasonMonth: whole(1, 12, 'month'),
  seasonDay: whole(1, 31, 'day'),
  timeZone: settingsSchema.shape.timeZone,
  silverTo: z.enum(['stock', 'discard']),
  ...trimFields,
  letterKeys: z.boolean(),
  weighs: z.enum(['', 'cable', 'typed', 'paper']),
  standIns: z.boolean(),
  edgeMinutes: whole(5, 120, 'minutes'),
  backupsKept: whole(0, 400, 'backups'),
  address: z.string().max(200, 'too long'),
  /** The form as it was shown: what differs from it is what somebody has changed here. */
  seen: z.string().max(20_000).default(''),
  cost_perSeason: figure,
  cost_perAnimal: figure,
  cost_perKg: figure,
  ...priceFields
});
export type SettingsForm = z.infer<typeof settingsFormSchema>;

const shown = (amount: number, currency: string): string =>
  (amount / 10 ** currencyDecimals(currency)).toFixed(currencyDecimals(currency));

/** Settings into the form. */
export function settingsFormOf(s: Settings): SettingsForm {
  const fields = fieldsOf(s);
  return { ...fields, seen: JSON.stringify(fields) };
}

/** How a form was shown, as it carries it along. */
const shownSchema = z
  .string()
  .transform((text, { addIssue }): unknown => {
    try {
      return JSON.parse(text);
    } catch {
      addIssue('no JSON');
      return z.NEVER;
    }
  })
  .pipe(z.record(z.string(), z.unknown()));

/**
 * The form laid over what is chosen by now: of each field what was changed in the form, else what stands. What somebody
 * else has changed meanwhile stays so. Without a word of how it was shown, all of it counts.
 */
export function overChosen(form: SettingsForm, now: Settings): SettingsForm {
  const read = shownSchema.safeParse(form.seen);
  if (!read.success) return form;
  const seen = read.data as Partial<SettingsForm>;
  const standing = settingsFormOf(now);
  const changed = (Object.keys(form) as (keyof SettingsForm)[]).filter((key) => form[key] !== seen[key]);
  return { ...standing, ...Object.fromEntries(changed.map((key) => [key, form[key]])) };
}

function fieldsOf(s: Settings): Omit<SettingsForm, 'seen'> {
  const prices = Object.fromEntries(
    PRICE_USES.map((use) => [`price_${use}`, shown(perUnit(s.prices[use], s.units), s.currency)])
  ) as Record<`price_${PriceUse}`, string>;
  return {
    larderName: s.larderName,
    units: s.units,
    degrees: s.degrees,
    currency: s.currency,
    rate: '',
    sharedBy: s.sharedBy,
    vocabulary: s.vocabulary,
    people: String(s.people),
    portion: s.units === 'kg' ? String(s.portion) : (s.portion / GRAMS_PER_OUNCE).toFixed(1),
    households: s.households.join('\n'),
    atBench: s.atBench,
    seasonMonth: String(s.seasonStart.month),
    seasonDay: String(s.seasonStart.day),
    timeZone: s.timeZone,
    silverTo: s.silverTo,
    ...(Object.fromEntries(TRIM_TUBS.map((tub) => [`trim_${tub}`, String(s.tubTrims[tub])])) as Record<
      `trim_${TrimmedTub}`,
      '1'
    >),
    letterKeys: s.letterKeys,
    weighs: s.weighs ?? '',
    standIns: s.standIns,
    edgeMinutes: String(s.edgeMinutes),
    backupsKept: String(s.backupsKept),
    address: s.address ?? '',
    cost_perSeason: shown(s.costs.perSeason, s.currency),
    cost_perAnimal: shown(s.costs.perAnimal, s.currency),
    cost_perKg: shown(perUnit(s.costs.perKg, s.units), s.currency),
    ...prices
  };
}

const MONEY_FAULTS = {
  notANumber: 'an amount such as 38 or 12.50',
  negative: 'not below zero',
  tooMuch: 'too much'
} as const;

/** A portion as typed, in grams or ounces; NaN where it is none. */
function portionOf(text: string, standing: string, now: Settings): number {
  if (text === standing) return now.portion;
  const mass = parseMass(`${text} ${now.units === 'kg' ? 'g' : 'oz'}`, 'g');
  return mass.ok ? mass.grams : Number.NaN;
}

/** The form back into settings; or the fields that are no amount of money. */
export function settingsOf(
  form: SettingsForm,
  now: Settings
): { ok: true; settings: Settings } | { ok: false; faults: [keyof SettingsForm, string][] } {
  const faults: [keyof SettingsForm, string][] = [];
  const standing = fieldsOf(now);
  const moved = form.currency !== now.currency;
  const rate = Number(form.rate.trim().replace(',', '.'));
  const rated = form.rate.trim() !== '' && rate > 0 && rate <= 1_000_000;
  /** A sum as typed; one that nobody touched stands to the last unit, or is turned into the new currency. */
  const money = (key: keyof typeof standing, kept: number, each?: MassUnit): number => {
    if (form[key] === standing[key]) {
      if (!moved || kept === 0) return kept;
      if (!rated) {
        if (!faults.some(([at]) => at === 'rate'))
          faults.push([
            'rate',
            `what one ${now.currency} is in ${form.currency}; 1 keeps the figures as they are`
          ]);
        return kept;
      }
      const decimals = currencyDecimals(form.currency) - currencyDecimals(now.currency);
      return Math.round(kept * rate * 10 ** decimals);
    }
    const parsed = parseMoney(String(form[key]), form.currency);
    if (parsed.ok) return each ? perKilo(parsed.amount, each) : parsed.amount;
    faults.push([key, MONEY_FAULTS[parsed.fault]]);
    return 0;
  };
  const prices = Object.fromEntries(
    PRICE_USES.map((use) => [use, money(`price_${use}`, now.prices[use], now.units)])
  );
  const costs = {
    perSeason: money('cost_perSeason', now.costs.perSeason),
    perAnimal: money('cost_perAnimal', now.costs.perAnimal),
    perKg: money('cost_perKg', now.costs.perKg, now.units)
  };
  const households = form.households
    .split('\n')
    .map((h) => h.trim())
    .filter(Boolean);
  const candidate = settingsSchema.safeParse({
    ...now,
    ...form,
    firstCurrency: moved ? (now.firstCurrency ?? now.currency) : now.firstCurrency,
    people: Number(form.people),
    portion: portionOf(form.portion, standing.portion, now),
    edgeMinutes: Number(form.edgeMinutes),
    backupsKept: Number(form.backupsKept),
    // Left empty it says as much as before: nothing, or that no other device comes.
    address: form.address.trim() === '' ? (now.address === null ? null : '') : form.address,
    weighs: form.weighs === '' ? null : form.weighs,
    tubTrims: Object.fromEntries(TRIM_TUBS.map((tub) => [tub, Number(form[`trim_${tub}`])])),
    households,
    seasonStart: { month: Number(form.seasonMonth), day: Number(form.seasonDay) },
    prices,
    costs
  });
  if (!candidate.success)
    for (const issue of candidate.error.issues) {
      const key = issue.path[0] === 'seasonStart' ? 'seasonDay' : (issue.path[0] as keyof SettingsForm);
      const text =
        key === 'portion' ? (now.units === 'kg' ? 'from 50 to 1000 g' : 'from 1.8 to 35 oz') : issue.message;
      faults.push([key in form ? key : 'larderName', text]);
    }
  return faults.length > 0 || !candidate.success
    ? { ok: false, faults }
    : { ok: true, settings: candidate.data };
}
