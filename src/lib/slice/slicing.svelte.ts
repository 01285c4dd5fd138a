import type { NamedMuscle } from '$core/plan';
import {
  ASKED_AT,
  WAY_FACTS,
  areaAt,
  askedSchema,
  evenness,
  faceOf,
  notesOf,
  ribsOf,
  seamOrSlice,
  sliceUp,
  strips,
  tiedRoasts,
  usable,
  faceFor,
  waysOf,
  type Asked,
  type By,
  type KeptSlicing,
  type Measure,
  type Way
} from '$core/slice';
import { cutOf } from '$core/reference';
import { firmingMinutes, type FreezerAir } from '$core/store';
import { GRAMS_PER_POUND, parseFigure, parseMass, type MassUnit } from '$core/units';

export interface SlicingData {
  larder: { units: MassUnit };
  muscles: readonly NamedMuscle[];
  /** The coldest freezer: °C and how its air moves. */
  freezer: { set: number; film: FreezerAir };
  /** Raw grams of a portion, and who eats. */
  household: { people: number; portion: number };
  hand: string;
}

/** How a piece is measured. */
export const MEASURED_BY = ['shape', 'girth', 'faces'] as const;
export type MeasuredBy = (typeof MEASURED_BY)[number];
export const MEASURED_NAMES: Readonly<Record<MeasuredBy, string>> = {
  shape: 'not measured',
  girth: 'tape round it',
  faces: 'width and thickness'
};

/** A measure as it is typed: at its share of the length. */
export interface TypedMeasure {
  at: number;
  girth: string;
  width: string;
  thickness: string;
}
const typedAt = (at: number): TypedMeasure => ({ at, girth: '', width: '', thickness: '' });

/** A roast below this dries out before it is done, g. Usual practice. */
const LEAST_ROAST = 700;

const figure = (text: string): number => parseFigure(text.replace(/\s*(mm|cm)$/i, '')) ?? Number.NaN;
/** Millimetres of what was typed; `21 cm` too. */
const mmOf = (text: string): number => (/cm\s*$/i.test(text) ? figure(text) * 10 : figure(text));

/** One piece on the board: what it is, how it is cut up, and what its slices weighed. */
export class Slicing {
  readonly #data: () => SlicingData;
  /** A muscle of the list; '' for a piece of somebody’s own. */
  chosen = $state('');
  cut = $state('strap');
  /** Typed over the book’s weight; empty is the book’s. */
  weight = $state('');
  length = $state('');
  how = $state<MeasuredBy>('shape');
  measures = $state<TypedMeasure[]>(ASKED_AT.map(typedAt));
  way = $state<Way>('steaks');
  by = $state<By>('thickness');
  value = $state('25');
  /** Typed over the way’s own; empty is that. */
  face = $state('');
  stop = $state('');
  blade = $state('200');
  grain = $state<'with' | 'across'>('across');
  strip = $state('25');
  /** Weights of what was sliced, as typed: with blanks, or one for all. */
  weighed = $state('');
  together = $state('');

  constructor(data: () => SlicingData, chosen = '') {
    this.#data = data;
    this.choose(chosen || (data().muscles[0]?.id ?? ''));
  }
  get data(): SlicingData {
    return this.#data();
  }

  readonly muscle = $derived.by(() => this.data.muscles.find((m) => m.id === this.chosen));
  readonly key = $derived.by(() => this.muscle?.cut ?? this.cut);
  readonly notes = $derived.by(() => notesOf(this.key));
  /** It lies there without its bone. */
  readonly boned = $derived.by(() => this.muscle?.item !== undefined && !this.muscle.bone);
  /** The ways it may be cut up; nobody dries a boar, nor saws what holds no bone. */
  readonly ways = $derived.by(() =>
    waysOf(this.key).filter(
      (way) =>
        (way !== 'strips' || !this.muscle?.never?.includes('jerky')) && (way !== 'roundSteaks' || !this.boned)
    )
  );

  /** Takes another piece in hand: what was measured of the one before is not of this one. */
  choose(id: string, cut = this.cut): void {
    this.chosen = id;
    this.cut = this.data.muscles.find((m) => m.id === id)?.cut ?? cut;
    this.weight = '';
    this.length = '';
    this.measures = ASKED_AT.map(typedAt);
    this.how = 'shape';
    this.weighed = '';
    this.together = '';
    this.stop = '';
    this.takeWay(this.ways.includes(this.way) ? this.way : (this.ways[0] ?? 'roasts'));
  }
  takeWay(way: Way): void {
    this.way = way;
    this.face = '';
    this.takeBy(WAY_FACTS[way].by);
  }
  takeBy(by: By): void {
    this.by = by;
    const { mm, each: usual } = WAY_FACTS[this.way];
    const { people, portion } = this.data.household;
    // A roast is for those at the table, and no smaller than one roasts well.
    const each = this.way === 'roasts' ? Math.max(LEAST_ROAST, people * portion) : usual;
    this.value =
      by === 'thickness'
        ? String(mm)
        : by === 'count'
          ? String(this.way === 'chops' ? ribsOf('deer') : 6)
          : // A roast is no heavier than what it is made of.
            this.#massText(Math.min(each, this.grams ?? each));
  }
  #massText(grams: number): string {
    return this.data.larder.units === 'kg'
      ? `${grams} g`
      : `${((16 * grams) / GRAMS_PER_POUND).toFixed(1)} oz`;
  }
  /** One measure more, in the widest gap. */
  addMeasure(): void {
    const places = [0, ...this.measures.map((m) => m.at).sort((a, b) => a - b), 1];
    let best = 0;
    places.slice(1).forEach((at, i) => {
      const widest = (places[best + 1] ?? 1) - (places[best] ?? 0);
      if (at - (places[i] ?? 0) > widest + 1e-9) best = i;
    });
    const at = Math.round(50 * ((places[best] ?? 0) + (places[best + 1] ?? 1))) / 100;
    this.measures = [...this.measures, typedAt(at)].sort((a, b) => a.at - b.at);
  }

  /** Bone that stays in it, a share of its weight: what is cut with the saw keeps its own. */
  readonly bone = $derived.by(() =>
    this.way === 'roundSteaks' ? (this.muscle?.bone ?? cutOf(this.key)?.bone ?? 0) : 0
  );

  /** Grams of the piece, or nothing where what was typed is none. */
  readonly grams = $derived.by((): number | undefined => {
    // A plan reckons without the bone; the saw does not.
    const { muscle, bone } = this;
    if (this.weight.trim() === '') return muscle && Math.round(muscle.grams / (1 - bone));
    const read = parseMass(this.weight, this.data.larder.units);
    return read.ok ? read.grams : undefined;
  });
  /** The weight is what a scale or the book says, not what is expected of such an animal. */
  readonly weighedPiece = $derived.by(() => this.weight.trim() !== '' || this.muscle?.item !== undefined);

  /** Where slicing stops, mm: as typed, else where such a muscle always does. */
  #stop(length: number): number | undefined {
    if (this.stop.trim() !== '') return mmOf(this.stop);
    return this.notes.stop === undefined || this.way === 'strips' || this.way === 'roasts'
      ? undefined
      : this.notes.stop * length;
  }

  /** What is asked, or what is wrong with it, by field. */
  readonly asked = $derived.by(
    (): { ok: true; asked: Asked } | { ok: false; faults: Readonly<Record<string, string>> } => {
      const typed = this.how === 'shape' ? [] : this.measures;
      const filled = typed.filter((m) =>
        this.how === 'girth' ? m.girth.trim() !== '' : m.width.trim() !== '' || m.thickness.trim() !== ''
      );
      const measures = filled.map((m): Measure =>
        this.how === 'girth'
          ? { at: m.at, girth: mmOf(m.girth) }
          : { at: m.at, width: mmOf(m.width), thickness: mmOf(m.thickness) }
      );
      const value =
        this.by === 'weight'
          ? ((read) => (read.ok ? read.grams : Number.NaN))(parseMass(this.value, this.data.larder.units))
          : figure(this.value);
      const read = askedSchema.safeParse({
        cut: this.key,
        grams: this.grams ?? 0,
        ...(this.bone > 0 ? { boneShare: this.bone } : {}),
        ...(measures.length > 0 && this.length.trim() !== '' ? { length: mmOf(this.length) } : {}),
        measures,
        way: this.way,
        by: this.by,
        value,
        face: this.face.trim() === '' ? WAY_FACTS[this.way].face : mmOf(this.face)
      });
      if (!read.success) {
        const faults: Record<string, string> = {};
        for (const { path, message } of read.error.issues) {
          const [field = '', at] = path.map(String);
          const place =
            field === 'measures' && at !== undefined
              ? `measures.${typed.indexOf(filled[Number(at)] ?? typed[0] ?? typedAt(0))}`
              : field;
          faults[place] ??= /^Invalid/.test(message) ? 'a figure' : message;
        }
        return { ok: false, faults };
      }
      const { data: asked } = read;
      const length = sliceUp(asked).piece.solid.length;
      const stop = this.#stop(length);
      if (stop === undefined) return { ok: true, asked };
      if (!(stop > 0) || stop > 1_500)
        return { ok: false, faults: { stop: 'millimetres from its thick end' } };
      return { ok: true, asked: { ...asked, stop: Math.min(stop, length) } };
    }
  );
  readonly faults = $derived.by(() => (this.asked.ok ? {} : this.asked.faults));

  /** The piece cut up; nothing where something typed is wrong. */
  readonly result = $derived.by(() => {
    const { asked } = this;
    if (!asked.ok) return undefined;
    const found = sliceUp(asked.asked);
    const { solid } = found.piece;
    const largest = Math.max(
      ...found.sliced.slices.map((s) => s.face),
      found.sliced.slices.length > 0 ? 0 : areaAt(solid, solid.length / 2)
    );
    return { ...found, asked: asked.asked, face: faceOf(found.piece, largest) };
  });

  /** There is no slice because one would weigh, or be as thick as, more than there is; not because its faces are small. */
  readonly tooLight = $derived.by(
    () => this.result?.sliced.slices.length === 0 && this.result.sliced.ends.some((e) => e.why === 'over')
  );

  /** One stroke of the blade, or along the seam first. */
  readonly stroke = $derived.by(() => {
    const blade = mmOf(this.blade);
    // Through bone it is the saw.
    const sawn = this.way === 'roundSteaks' || this.way === 'chops';
    const face = sawn ? undefined : this.result?.face.width;
    return face === undefined || !(blade > 0) ? undefined : { face, blade, do: seamOrSlice(face, blade) };
  });

  readonly strips = $derived.by(() => {
    const { result } = this;
    const width = mmOf(this.strip);
    if (!result || this.way !== 'strips' || !(width > 0)) return undefined;
    const stretch = usable(result.piece.solid, {
      face: faceFor(result.piece, result.asked.face ?? 0),
      ...(result.asked.stop === undefined ? {} : { stop: result.asked.stop })
    });
    return stretch && strips(result.piece, this.grain, result.asked.value, width, stretch);
  });

  /** Roasts of this piece and its like from the other side, for those at the table. */
  readonly tied = $derived.by(() => {
    const { result } = this;
    if (!result || this.way !== 'roasts' || this.by !== 'weight') return undefined;
    const low = result.asked.value * 0.8;
    const mates = this.data.muscles.filter(
      (m) => m.cut === this.key && m.id !== this.chosen && m.animal === this.muscle?.animal
    );
    const pieces = [result.asked.grams, ...mates.map((m) => Math.round(m.grams))];
    return { pieces, ...tiedRoasts(pieces, low, result.asked.value * 1.25) };
  });

  /** Minutes in the coldest freezer until it slices cleanly. */
  readonly firming = $derived.by(() => {
    const { result } = this;
    const { set, film } = this.data.freezer;
    if (!result || !(set < -3)) return undefined;
    return firmingMinutes({
      thickness: faceOf(result.piece, areaAt(result.piece.solid, result.piece.solid.length / 2)).thickness,
      round: result.piece.oval < 2,
      from: 4,
      air: set,
      film
    });
  });

  /** Weights as they were typed, one after another; or one for all with how many they are. */
  readonly weights = $derived.by(
    (): { ok: true; weighed: number[]; pieces?: number } | { ok: false; fault: string } => {
      const unit = this.data.larder.units === 'kg' ? 'g' : 'lb';
      const words = this.weighed.split(/[\s;+]+/).filter(Boolean);
      const read = words.map((word) => parseMass(word, unit));
      if (read.some((r) => !r.ok)) return { ok: false, fault: `weights in ${unit}, with blanks between` };
      const weighed = read.flatMap((r) => (r.ok ? [r.grams as number] : []));
      if (weighed.some((w) => w <= 0)) return { ok: false, fault: 'nothing is not a weight' };
      const count = this.together.trim() === '' ? undefined : figure(this.together);
      if (count === undefined) return { ok: true, weighed };
      if (!Number.isInteger(count) || count < 1 || count > 200)
        return { ok: false, fault: 'a whole number of pieces' };
      return weighed.length === 1
        ? { ok: true, weighed, pieces: count }
        : { ok: false, fault: 'one weight for all of them' };
    }
  );
  /** Weights that were typed or taken off the scale so far. */
  readonly count = $derived.by(() => (this.weights.ok ? this.weights.weighed.length : 0));
  /** What the slice that is weighed next should weigh, whole g; undefined past the last. */
  readonly told = $derived.by(() => {
    const next = this.result?.sliced.slices[this.count];
    return next && Math.max(1, Math.round(next.grams));
  });
  /** One slice more, as the scale says it, g. */
  weigh(grams: number): void {
    const text = this.data.larder.units === 'kg' ? String(grams) : (grams / GRAMS_PER_POUND).toFixed(3);
    this.weighed = `${this.weighed.trim()} ${text}`.trim();
  }
  /** Takes the newest weight back. */
  unweigh(): void {
    this.weighed = this.weighed
      .trim()
      .split(/[\s;+]+/)
      .slice(0, -1)
      .join(' ');
  }
  readonly spread = $derived.by(() =>
    this.weights.ok && this.weights.weighed.length > 1 ? evenness(this.weights.weighed) : undefined
  );

  /** What is kept of it; nothing where there is nothing to keep. */
  kept(id: string, at: number): KeptSlicing | undefined {
    const { muscle, result, weights } = this;
    if (!muscle || !result || !weights.ok || weights.weighed.length === 0) return undefined;
    return {
      id,
      animal: muscle.animal,
      muscle: muscle.id,
      asked: result.asked,
      weighed: weights.weighed,
      ...(weights.pieces === undefined ? {} : { pieces: weights.pieces }),
      hand: this.data.hand,
      at
    };
  }
}
