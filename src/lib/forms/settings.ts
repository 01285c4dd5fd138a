import { z } from 'zod';
import { shortText } from '$core/book';
import { PRICE_USES, TRIM_TUBS, VOCABULARIES, type PriceUse, type TrimmedTub } from '$core/reference';
import { settingsSchema, type Settings } from '$core/settings';
import { currencyDecimals, parseMoney } from '$core/units';

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
  currency: settingsSchema.shape.currency,
  vocabulary: z.enum(VOCABULARIES),
  people: whole(1, 50, 'people'),
  portion: whole(50, 1000, 'grams'),
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

/**
 * The form laid over what is chosen by now: of each field what was changed in the form, else what stands. What somebody
 * else has changed meanwhile stays so. Without a word of how it was shown, all of it counts.
 */
export function overChosen(form: SettingsForm, now: Settings): SettingsForm {
  let seen: Partial<SettingsForm>;
  try {
    seen = JSON.parse(form.seen) as Partial<SettingsForm>;
  } catch {
    return form;
  }
  const standing = settingsFormOf(now);
  const changed = (Object.keys(form) as (keyof SettingsForm)[]).filter((key) => form[key] !== seen[key]);
  return { ...standing, ...Object.fromEntries(changed.map((key) => [key, form[key]])) };
}

function fieldsOf(s: Settings): Omit<SettingsForm, 'seen'> {
  const prices = Object.fromEntries(
    PRICE_USES.map((use) => [`price_${use}`, shown(s.prices[use], s.currency)])
  ) as Record<`price_${PriceUse}`, string>;
  return {
    larderName: s.larderName,
    units: s.units,
    currency: s.currency,
    vocabulary: s.vocabulary,
    people: String(s.people),
    portion: String(s.portion),
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
    cost_perKg: shown(s.costs.perKg, s.currency),
    ...prices
  };
}

const MONEY_FAULTS = {
  notANumber: 'an amount such as 38 or 12.50',
  negative: 'not below zero',
  tooMuch: 'too much'
} as const;

/** The form back into settings; or the fields that are no amount of money. */
export function settingsOf(
  form: SettingsForm,
  now: Settings
): { ok: true; settings: Settings } | { ok: false; faults: [keyof SettingsForm, string][] } {
  const faults: [keyof SettingsForm, string][] = [];
  const money = (key: keyof SettingsForm): number => {
    const parsed = parseMoney(String(form[key]), form.currency);
    if (parsed.ok) return parsed.amount;
    faults.push([key, MONEY_FAULTS[parsed.fault]]);
    return 0;
  };
  const prices = Object.fromEntries(PRICE_USES.map((use) => [use, money(`price_${use}`)]));
  const costs = {
    perSeason: money('cost_perSeason'),
    perAnimal: money('cost_perAnimal'),
    perKg: money('cost_perKg')
  };
  const households = form.households
    .split('\n')
    .map((h) => h.trim())
    .filter(Boolean);
  const candidate = settingsSchema.safeParse({
    ...now,
    ...form,
    people: Number(form.people),
    portion: Number(form.portion),
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
      faults.push([key in form ? key : 'larderName', issue.message]);
    }
  return faults.length > 0 || !candidate.success
    ? { ok: false, faults }
    : { ok: true, settings: candidate.data };
}
