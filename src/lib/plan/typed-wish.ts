import { wishSchema, type Amount, type Size, type Wish, type WishRow } from '$core/plan';
import type { PlanUse } from '$core/reference';
import { GRAMS_PER_POUND, parseFigure, parseMass, type MassUnit } from '$core/units';

/** A row of a wish as it is typed: nothing that was typed is lost, however wrong. */
export interface TypedRow {
  use: PlanUse;
  by: Amount['by'];
  /** Portions, a weight, or per cent. */
  amount: string;
  /** Raw weight of a portion. */
  each: string;
  /** mm, or a weight, or two with a dash. */
  size: string;
  priority: string;
}
export interface TypedCut {
  cut: string;
  first: PlanUse;
  second: PlanUse | '';
  bone: '' | 'on' | 'off';
  /** mm, or a weight, or two with a dash. */
  size: string;
  /** Left whole, or halved where it is large. */
  halved: '' | 'halved';
  /** A trim standard; '' is the larder’s own. */
  trim: '' | '1' | '2' | '3';
  silver: '' | 'on' | 'off';
}
export interface TypedWish {
  name: string;
  people: string;
  portion: string;
  mealsAWeek: string;
  weeks: string;
  rows: TypedRow[];
  cuts: TypedCut[];
}

const massText = (grams: number, unit: MassUnit): string =>
  String(Number((grams / (unit === 'kg' ? 1000 : GRAMS_PER_POUND)).toFixed(3)));

/** What stands in the fields of a wish. */
export function typedOf(wish: Wish, unit: MassUnit): TypedWish {
  return {
    name: wish.name,
    people: String(wish.people),
    portion: massText(wish.portion, unit),
    mealsAWeek: String(wish.mealsAWeek),
    weeks: String(wish.weeks),
    rows: wish.rows.map(({ use, amount, size, priority }) => ({
      use,
      by: amount.by,
      amount:
        amount.by === 'portions'
          ? String(amount.count)
          : amount.by === 'weight'
            ? massText(amount.grams, unit)
            : String(Math.round(amount.share * 100)),
      each: massText(amount.by === 'portions' ? amount.each : wish.portion, unit),
      size: sizeText(size, unit),
      priority: String(priority)
    })),
    cuts: wish.cuts.map(({ cut, first, second, boneIn, size, halved, trim, silver }) => ({
      cut,
      first,
      second: second ?? '',
      bone: boneIn === undefined ? '' : boneIn ? 'on' : 'off',
      size: sizeText(size, unit),
      halved: halved ? 'halved' : '',
      trim: trim === undefined ? '' : (String(trim) as TypedCut['trim']),
      silver: silver ?? ''
    }))
  };
}
function sizeText(size: Size | undefined, unit: MassUnit): string {
  if (!size) return '';
  return size.by === 'thickness'
    ? `${size.mm} mm`
    : `${massText(size.low, unit)}–${massText(size.high, unit)}`;
}

/** What is wrong with what was typed, by the path of its field: `rows.0.amount`. */
export type Faults = Readonly<Record<string, string>>;

/** Grams of what was typed; 0 where it is no weight, which no schema takes. */
const gramsOf = (text: string, unit: MassUnit): number => {
  const read = parseMass(text, unit);
  return read.ok ? read.grams : 0;
};
const figure = (text: string): number => parseFigure(text) ?? Number.NaN;

function sizeOf(text: string, unit: MassUnit): Size | undefined {
  const plain = text.trim();
  if (plain === '') return undefined;
  const mm = /^(\d+)\s*mm$/i.exec(plain);
  if (mm) return { by: 'thickness', mm: Number(mm[1]) };
  const [low = '', high = low] = plain.split(/\s*[–-]\s*/);
  return { by: 'weight', low: gramsOf(low, unit), high: gramsOf(high, unit) } as Size;
}
function amountOf({ by, amount, each }: TypedRow, unit: MassUnit): Amount {
  if (by === 'portions') return { by, count: figure(amount), each: gramsOf(each, unit) } as Amount;
  if (by === 'weight') return { by, grams: gramsOf(amount, unit) } as Amount;
  return { by, share: figure(amount) / 100 };
}

/** What stands in the fields as a wish, or what is wrong with it, at its place. */
export function readWish(
  typed: TypedWish,
  rest: Pick<Wish, 'id' | 'kitchen' | 'rest' | 'at'>,
  unit: MassUnit
): { ok: true; wish: Wish } | { ok: false; faults: Faults } {
  const read = wishSchema.safeParse({
    ...rest,
    name: typed.name,
    people: figure(typed.people),
    portion: gramsOf(typed.portion, unit),
    mealsAWeek: figure(typed.mealsAWeek),
    weeks: figure(typed.weeks),
    rows: typed.rows.map((row): WishRow => {
      const size = sizeOf(row.size, unit);
      return {
        use: row.use,
        amount: amountOf(row, unit),
        ...(size ? { size } : {}),
        priority: Number(row.priority) as WishRow['priority']
      };
    }),
    cuts: typed.cuts.map(({ cut, first, second, bone, size: written, halved, trim, silver }) => {
      const size = sizeOf(written, unit);
      return {
        cut,
        first,
        ...(second === '' ? {} : { second }),
        ...(bone === '' ? {} : { boneIn: bone === 'on' }),
        ...(size ? { size } : {}),
        ...(halved === '' ? {} : { halved: true }),
        ...(trim === '' ? {} : { trim: Number(trim) }),
        ...(silver === '' ? {} : { silver })
      };
    })
  });
  if (read.success) return { ok: true, wish: read.data };
  const faults: Record<string, string> = {};
  for (const { path, message } of read.error.issues) {
    // A field stands for all that it is parted into.
    const [list, at, field, inside] = path.map(String);
    const key =
      list === 'rows' && field === 'amount'
        ? `rows.${at}.${inside === 'each' ? 'each' : 'amount'}`
        : [list, at, field].filter((p) => p !== undefined).join('.');
    faults[key] ??= message.startsWith('Invalid') ? 'a figure' : message;
  }
  return { ok: false, faults };
}
