import type { Reading, Stop } from '$core/book';
import {
  batchOf,
  boughtFat,
  batchesFor,
  cleanBetween,
  fromLots,
  grindMinutes,
  isWarning,
  mixOf,
  runsOf,
  usualFat,
  workedMinutes,
  type BlendAsk,
  type BlendLot,
  type GrindPlan,
  type Clean,
  type Ground,
  type Machine,
  type Measure,
  type Mix,
  type Recipe,
  type Run,
  type Source,
  type TrimLot
} from '$core/grind';
import { MINCE, mayBeCured, type CureRule } from '$core/reference';
import {
  HOUR,
  grams,
  parseFigure,
  parseMass,
  parsePercent,
  under,
  type Grams,
  type MassUnit
} from '$core/units';

/** Trim of one animal's tub as the page has it. */
export interface Trim extends TrimLot {
  items: { id: string; grams: Grams; cut?: string }[];
}

/** A lot on the shelf. */
export interface ShelfLot {
  id: string;
  what: string;
  name: string;
  left: Grams;
  fat?: number;
  strength?: number;
  /** What a kilogram cost, in the smallest units of its currency. */
  perKg?: number;
  boughtAt: number;
  held?: string;
  allergens: string[];
  supplierLot?: string;
}

export interface GrindData {
  trim: Trim[];
  shelf: ShelfLot[];
  /** Batches that went through before, the newest first. */
  through: Ground[];
  /** Households that keep their meat to themselves. */
  alone: string[];
  residues: { machine: string; item: string; grams: Grams }[];
  recipes: Recipe[];
  machines: Machine;
  sells: boolean;
  cureRule: CureRule;
  units: MassUnit;
  now: number;
}

/** What is kept on this device until the batch is booked. */
interface Kept {
  chosen: string[];
  fat: Record<string, number>;
  recipe: string;
  aim: string;
  total: string;
  least: 'bought' | 'cost';
  cureLot: string;
  dose: string;
  weighed: Record<string, Reading>;
  ticked: string[];
  stops: Stop[];
  cleaned: boolean;
  /** When something was weighed, ticked or read, ms. */
  acts: number[];
  consent: string;
}

const KEY = 'yonder-grind';
const FRESH: Kept = {
  chosen: [],
  fat: {},
  recipe: '',
  aim: '',
  total: '',
  least: 'bought',
  cureLot: '',
  dose: '',
  weighed: {},
  ticked: [],
  stops: [],
  cleaned: false,
  acts: [],
  consent: ''
};

/** Name of the one machine of a small room. */
export const MACHINE = 'mincer';

/** Acts of a batch whose times are kept. */
const MOST_ACTS = 400;
/** What went through so lately may still be in the machine, ms: a day of work. Own choice. */
const LATELY = 14 * HOUR;

/** Trim that is killed longer ago than this is not waiting to be ground, days. Own choice. */
export const LONG_DAYS = 21;
const isFresh = (lot: TrimLot): boolean => (lot.days ?? 0) <= LONG_DAYS;

/** A row at the scale: meat and fat to be weighed, or what is ticked off as it is weighed out. */
export type Row =
  | { kind: 'meat'; key: string; name: string; reckoned: Grams; have: Grams; all: boolean; reading?: Reading }
  | {
      kind: 'measure';
      key: string;
      measure: Measure;
      /** Lots on the shelf that it comes from, the oldest first; none where nothing of that name is there. */
      lots: ShelfLot[];
      parts: { id: string; take: Grams }[];
      /** Grams that none of them has. */
      short: number;
      ticked: boolean;
    };

/** One batch in the making: what is chosen, what that comes to, and how far it has been weighed out. */
export class Grinding {
  readonly #data: () => GrindData;
  #kept = $state<Kept>({ ...FRESH });

  constructor(data: () => GrindData) {
    this.#data = data;
    const [run] = runsOf(data().trim.filter(isFresh));
    this.#kept.recipe = data().recipes[0]?.key ?? '';
    if (run) this.#kept.chosen = this.#usual(run);
  }

  get data(): GrindData {
    return this.#data();
  }
  /** What is chosen, to be bound to. */
  get choice(): Kept {
    return this.#kept;
  }

  /** Takes up what this device had begun; a lot that is used up since is left out. */
  recall(): void {
    try {
      const read = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<Kept> | null;
      if (!read) return;
      const there = new Set([...this.data.trim.map((t) => t.id), ...this.data.shelf.map((s) => s.id)]);
      this.#kept = {
        ...FRESH,
        ...this.#kept,
        ...read,
        chosen: (read.chosen ?? []).filter((id) => there.has(id)),
        weighed: Object.fromEntries(Object.entries(read.weighed ?? {}).filter(([id]) => there.has(id)))
      };
    } catch {
      // What cannot be read was never begun.
    }
  }
  keep(): void {
    localStorage.setItem(KEY, JSON.stringify(this.#kept));
  }
  /** The batch is booked: another is begun. */
  reset(): void {
    localStorage.removeItem(KEY);
    const { recipe, least, cureLot } = this.#kept;
    this.#kept = { ...FRESH, recipe, least, cureLot };
    const [run] = this.runs;
    if (run) this.#kept.chosen = this.#usual(run);
  }

  readonly runs = $derived.by(() => runsOf(this.data.trim.filter(isFresh)));
  /** What lies in a tub by the book for longer than meat keeps: nobody has said what became of it. */
  readonly long = $derived.by(() =>
    this.data.trim.filter((lot) => !isFresh(lot) && lot.held !== 'condemned')
  );
  readonly recipe = $derived.by(
    () => this.data.recipes.find((r) => r.key === this.#kept.recipe) ?? this.data.recipes[0]
  );
  /** Fat and meat on the shelf that may go in. */
  readonly fats = $derived.by(() =>
    this.data.shelf.filter((lot) => (lot.what === 'fat' || lot.what === 'meat') && !lot.held)
  );
  readonly cures = $derived.by(() => this.data.shelf.filter((lot) => lot.what === 'cure' && !lot.held));
  readonly cureLot = $derived.by(
    () => this.cures.find((lot) => lot.id === this.#kept.cureLot) ?? this.cures.find((lot) => lot.strength)
  );
  /** What a run takes of itself, with the fat that is there for it. */
  #usual(run: Run): string[] {
    const fats = this.data.shelf.filter((lot) => lot.what === 'fat' && !lot.held).map((lot) => lot.id);
    return [...run.lots.map((lot) => lot.id), ...(run.held ? [] : fats)];
  }
  chooseRun(run: Run): void {
    this.#kept.chosen = this.#usual(run);
    this.#kept.weighed = {};
    this.#kept.ticked = [];
  }
  toggle(id: string): void {
    const { chosen } = this.#kept;
    this.#kept.chosen = chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id];
    const { [id]: _, ...weighed } = this.#kept.weighed;
    this.#kept.weighed = weighed;
  }
  readonly fatOf = (lot: TrimLot): number => under(this.#kept.fat, lot.id) ?? usualFat(lot);
  /** Judged by eye, in per cent; nothing typed is the usual. */
  judge(id: string, percent: string): void {
    const value = parsePercent(percent);
    if (value === undefined || value < 0 || value > 1) {
      const { [id]: _, ...rest } = this.#kept.fat;
      this.#kept.fat = rest;
    } else this.#kept.fat = { ...this.#kept.fat, [id]: value };
  }

  readonly chosen = $derived.by(() => {
    const ids = new Set(this.#kept.chosen);
    return this.data.trim.filter((lot) => ids.has(lot.id));
  });
  readonly chosenFats = $derived.by(() => {
    const ids = new Set(this.#kept.chosen);
    return this.fats.filter((lot) => ids.has(lot.id));
  });
  /** Owners of what is chosen; the larder's own is ''. */
  readonly owners = $derived.by(() => [...new Set(this.chosen.map((lot) => lot.owner ?? ''))].sort());
  readonly held = $derived.by(() => this.chosen.filter((lot) => lot.held));
  /** Held meat with other meat: all of it is held then. */
  readonly joinsHeld = $derived.by(
    () => this.held.length > 0 && new Set(this.chosen.map((lot) => lot.animal)).size > 1
  );

  /** Fat that is aimed at, a share; undefined where what is typed is none. */
  readonly aim = $derived.by((): number | undefined => {
    const { aim } = this.#kept;
    if (aim.trim() === '') return this.recipe?.fat.aim;
    const value = parsePercent(aim);
    return value !== undefined && value >= 0 && value <= 0.6 ? value : undefined;
  });
  /** Meat and fat in all, where somebody has said so; undefined where all of it goes, `false` where what is typed is none. */
  readonly total = $derived.by((): Grams | undefined | false => {
    const { total } = this.#kept;
    if (total.trim() === '') return undefined;
    const mass = parseMass(total, this.data.units);
    return mass.ok && mass.grams > 0 ? mass.grams : false;
  });

  /** The question to the solver; undefined where something typed cannot be asked. */
  readonly ask = $derived.by((): BlendAsk | undefined => {
    const { recipe, aim, total } = this;
    if (!recipe || aim === undefined || total === false || this.chosen.length === 0) return undefined;
    const lots: BlendLot[] = [
      ...this.chosen.map((lot) => ({
        id: lot.id,
        have: lot.have,
        fat: this.fatOf(lot),
        ...(lot.tub === 'fat' ? { asNeeded: true } : {}),
        ...(lot.days === undefined ? {} : { days: lot.days })
      })),
      ...this.chosenFats.map((lot) => ({
        id: lot.id,
        have: lot.left,
        fat: lot.fat ?? boughtFat(lot.what),
        bought: true,
        ...(lot.perKg === undefined ? {} : { perKg: lot.perKg })
      }))
    ];
    return { lots, aim, how: recipe.fat.how, least: this.#kept.least, ...(total ? { total } : {}) };
  });

  /** Set by the page from the worker. */
  parts = $state.raw<readonly { id: string; grams: Grams }[]>([]);

  /** Grams that a lot gives: as weighed, else as reckoned. */
  #taken = (id: string, reckoned: Grams): Grams => {
    const reading = under(this.#kept.weighed, id);
    return reading ? grams(reading.grams - (reading.tare ?? 0)) : reckoned;
  };
  readonly meat = $derived.by(() =>
    grams(this.parts.reduce((sum, p) => sum + this.#taken(p.id, p.grams), 0))
  );
  /** Fat ÷ meat and fat of what is on the scale so far and what is still reckoned. */
  readonly fat = $derived.by(() => {
    const share = new Map(this.ask?.lots.map((lot) => [lot.id, lot.fat]));
    const sum = this.parts.reduce((s, p) => s + this.#taken(p.id, p.grams) * (share.get(p.id) ?? 0), 0);
    return this.meat > 0 ? sum / this.meat : 0;
  });
  /** Cure salt by hand, grams to a tenth; undefined where it is the proposed one, `false` where what is typed is none. */
  readonly dose = $derived.by((): number | undefined | false => {
    const { dose } = this.#kept;
    if (dose.trim() === '') return undefined;
    const value = parseFigure(dose);
    return value !== undefined && value > 0 ? Math.round(value * 10) / 10 : false;
  });
  readonly mix = $derived.by((): Mix | undefined => {
    const { recipe, cureLot } = this;
    if (!recipe || this.meat <= 0) return undefined;
    return mixOf(
      recipe,
      this.meat,
      cureLot?.strength
        ? {
            strength: cureLot.strength,
            rule: this.data.cureRule,
            dose: this.dose || undefined
          }
        : undefined
    );
  });
  readonly batches = $derived.by(() => this.mix && batchesFor(this.mix.total, this.data.machines));
  /** What is left in the machine from before, where nobody has cleaned it. */
  readonly residue = $derived.by(() =>
    this.#kept.cleaned ? undefined : this.data.residues.find((r) => r.machine === MACHINE)
  );

  /** Lots on the shelf for what a recipe names, the oldest first. */
  #onShelf(measure: Measure): ShelfLot[] {
    if (measure.kind === 'cure') return this.cureLot ? [this.cureLot] : [];
    const named = (lot: ShelfLot) => lot.name.trim().toLowerCase() === measure.name.toLowerCase();
    const own = this.data.shelf.filter((lot) => lot.what === measure.kind && !lot.held);
    const known = own.filter(named);
    return known.length > 0 || (measure.kind !== 'salt' && measure.kind !== 'casing') ? known : own;
  }
  readonly rows = $derived.by((): Row[] => {
    const have = new Map<string, Grams>([
      ...this.data.trim.map((t) => [t.id, t.have] as const),
      ...this.data.shelf.map((s) => [s.id, s.left] as const)
    ]);
    const names = new Map<string, string>([
      ...this.data.trim.map((t) => [t.id, `${t.code} ${t.tub === 'fat' ? 'fat' : 'trim'}`] as const),
      ...this.data.shelf.map((s) => [s.id, s.name] as const)
    ]);
    const ticked = new Set(this.#kept.ticked);
    return [
      ...this.parts.map((p): Row => {
        const reading = under(this.#kept.weighed, p.id);
        const left = have.get(p.id) ?? grams(0);
        return {
          kind: 'meat',
          key: p.id,
          name: names.get(p.id) ?? '',
          reckoned: p.grams,
          have: left,
          all: p.grams === left,
          ...(reading ? { reading } : {})
        };
      }),
      ...(this.mix?.measures ?? []).map((measure): Row => {
        const key = `${measure.kind} ${measure.name}`;
        const lots = this.#onShelf(measure);
        return {
          kind: 'measure',
          key,
          measure,
          lots,
          ...fromLots(measure.grams, lots),
          ticked: ticked.has(key)
        };
      })
    ];
  });
  /** The row in hand: the first that is neither weighed nor ticked. */
  readonly next = $derived.by(() =>
    this.rows.find((row) => (row.kind === 'meat' ? !row.reading && !this.#waved(row.key) : !row.ticked))
  );
  /** A lot that goes in whole, as the book has it. */
  #waved = (key: string): boolean => this.#kept.ticked.includes(key);
  readonly isWaved = (key: string): boolean => this.#waved(key);

  #act(): void {
    this.#kept.acts = [...this.#kept.acts, Date.now()].slice(-MOST_ACTS);
  }
  weigh(key: string, reading: Reading): void {
    this.#act();
    this.#kept.weighed = { ...this.#kept.weighed, [key]: reading };
  }
  unweigh(key: string): void {
    const { [key]: _, ...rest } = this.#kept.weighed;
    this.#kept.weighed = rest;
    this.untick(key);
  }
  tick(key: string): void {
    this.#act();
    if (!this.#kept.ticked.includes(key)) this.#kept.ticked = [...this.#kept.ticked, key];
  }
  untick(key: string): void {
    this.#kept.ticked = this.#kept.ticked.filter((k) => k !== key);
  }
  stop(stop: Stop): void {
    this.#act();
    this.#kept.stops = [...this.#kept.stops, stop].slice(-20);
  }
  /** Warmest that the mince may be, °C. */
  readonly coldest = $derived.by(() => (this.data.sells ? MINCE.sold : MINCE.home));
  readonly tooWarm = $derived.by(() => {
    const last = this.#kept.stops.at(-1);
    return last !== undefined && last.celsius > this.coldest;
  });

  /** What went through the machine today, the newest first. */
  readonly today = $derived.by(() => this.data.through.filter((t) => this.data.now - t.at < LATELY));
  /** Why the machine is cleaned before this batch; undefined where it may follow, or was cleaned. */
  readonly clean = $derived.by((): Clean | undefined => {
    const [before] = this.today;
    if (!before || this.#kept.cleaned || this.chosen.length === 0) return undefined;
    return cleanBetween(before, {
      species: this.chosen.map((lot) => lot.species),
      owners: this.owners,
      held: this.held.length > 0
    });
  });
  /** Of what is joined, whose household keeps its meat to itself. */
  readonly refuses = $derived.by(() =>
    this.owners.length > 1 ? this.owners.filter((owner) => this.data.alone.includes(owner)) : []
  );
  /** Minutes that it takes, by the larder's own batches as far as there are any. */
  readonly minutes = $derived.by(() => {
    if (!this.mix || this.mix.total <= 0) return undefined;
    const own = this.data.through.flatMap((t) =>
      t.minutes ? [{ kg: t.grams / 1000, minutes: t.minutes }] : []
    );
    return grindMinutes(this.mix.total / 1000, own);
  });

  /** What still forbids the batch; undefined where nothing does. */
  readonly missing = $derived.by((): Missing | undefined => {
    if (!this.recipe || this.parts.length === 0) return 'nothing';
    if (this.dose === false || this.mix?.faults.some((f) => !isWarning(f))) return 'cure';
    if (this.refuses.length > 0) return 'alone';
    if (this.clean === 'held') return 'clean';
    if (this.owners.length > 1 && this.#kept.consent.trim() === '') return 'consent';
    if (this.joinsHeld && !this.#kept.ticked.includes('knowing')) return 'held';
    if (this.next) return 'scale';
    return undefined;
  });

  /** The batch as the book is told. */
  plan(pool: string, out: Reading | undefined): ReturnType<typeof batchOf> | undefined {
    const { recipe, mix } = this;
    if (!recipe || !mix) return undefined;
    const sources: Source[] = this.parts.flatMap((p) => {
      const trim = this.data.trim.find((t) => t.id === p.id);
      const lot = this.data.shelf.find((s) => s.id === p.id);
      const reading = under(this.#kept.weighed, p.id);
      const take = this.#taken(p.id, p.grams);
      const fat = this.ask?.lots.find((l) => l.id === p.id)?.fat;
      if (trim) return [{ of: trim.animal, items: trim.items, take, reading, fat }];
      return lot ? [{ of: lot.id, items: [{ id: lot.id, grams: lot.left }], take, reading, fat }] : [];
    });
    for (const row of this.rows) {
      if (row.kind !== 'measure' || row.measure.kind === 'cure') continue;
      for (const { id, take } of row.parts) {
        const lot = row.lots.find((l) => l.id === id);
        if (lot) sources.push({ of: id, items: [{ id, grams: lot.left }], take });
      }
    }
    const dose = mix.measures.find((m) => m.kind === 'cure')?.grams;
    const water = mix.measures.find((m) => m.kind === 'water')?.grams ?? 0;
    const plan: GrindPlan = {
      pool,
      recipe,
      sources,
      cure:
        dose && this.cureLot && mayBeCured(recipe.product)
          ? { item: this.cureLot.id, grams: dose, rule: this.data.cureRule }
          : undefined,
      water: grams(water),
      residue: this.residue?.item,
      out,
      machine: MACHINE,
      stops: this.#kept.stops,
      minutes: Math.round(workedMinutes([...this.#kept.acts, Date.now()])) || undefined,
      cleaned: this.#kept.cleaned,
      knowing: this.held.length > 0,
      consent: this.owners.length > 1 ? this.#kept.consent.trim() : undefined
    };
    return batchOf(plan);
  }
}

export type Missing = 'nothing' | 'cure' | 'alone' | 'clean' | 'consent' | 'held' | 'scale';
