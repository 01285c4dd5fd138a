import {
  KITCHEN,
  READY_MADE,
  READY_MADE_NAMES,
  contradictionsOf,
  promiseOf,
  readyMade,
  readyMadeId,
  tableOf,
  type Contradiction,
  type KeptUse,
  type NamedMuscle,
  type Pins,
  type Promised,
  type ReadyMade,
  type SavedPlan,
  type Wish
} from '$core/plan';
import type { PlanUse } from '$core/reference';
import type { Grams } from '$core/units';
import { freshId } from '$lib/device/ids';
import type { PlanSolution } from '$lib/workers/plan.worker';

export interface PlanData {
  muscles: NamedMuscle[];
  animals: { id: string; code: string; name: string; held: boolean }[];
  wishes: Wish[];
  household: { people: number; portion: Grams; mealsAWeek: number };
  /** What plans before kept. */
  before?: { uses: readonly KeptUse[] };
}

/** A wish that nobody has written yet, from a ready-made one. */
export const wishFrom = (
  key: ReadyMade,
  { people, portion, mealsAWeek }: PlanData['household'],
  now: number
): Wish => ({
  id: readyMadeId(key),
  name: READY_MADE_NAMES[key],
  people,
  portion,
  mealsAWeek,
  weeks: 26,
  kitchen: [...KITCHEN],
  cuts: [],
  ...readyMade(key),
  at: now
});

/** What is being planned: for which wishes, with what pinned. */
export class Planning {
  /** Wishes that are served, by their ids. */
  chosen = $state<string[]>([]);
  pins = $state.raw<Pins>({});
  /** A wish that is written or changed. */
  draft = $state<Wish | undefined>();
  readonly #data: () => PlanData;
  readonly #now: () => number;

  constructor(data: () => PlanData, now: () => number = Date.now) {
    this.#data = data;
    this.#now = now;
  }

  /** The wishes that are served, as they stand: a ready-made one too. */
  readonly wishes = $derived.by((): Wish[] => {
    const { wishes, household } = this.#data();
    return this.chosen.flatMap((id) => {
      const own = wishes.find((w) => w.id === id);
      if (own) return [own];
      const ready = READY_MADE.find((key) => readyMadeId(key) === id);
      return ready ? [wishFrom(ready, household, 0)] : [];
    });
  });

  /** Serves a wish, or no longer; one is always served. */
  toggle(id: string): void {
    const without = this.chosen.filter((w) => w !== id);
    if (without.length === this.chosen.length) this.chosen = [...without, id].slice(-6);
    else if (without.length > 0) this.chosen = without;
  }

  /** Serves this wish alone. */
  only(id: string): void {
    this.chosen = [id];
  }

  /** Pins what becomes of a muscle; an empty list takes the pin out. */
  pin(muscle: string, uses: readonly PlanUse[]): void {
    const others = Object.entries(this.pins).filter(([id]) => id !== muscle);
    this.pins = Object.fromEntries(uses.length > 0 ? [...others, [muscle, uses]] : others);
  }

  /** Begins a wish of one’s own, from one that is there. */
  write(from: Wish | undefined): void {
    const base = from ?? wishFrom('steaksAndRoasts', this.#data().household, this.#now());
    const own = this.#data().wishes.some((w) => w.id === base.id);
    this.draft = {
      ...(structuredClone($state.snapshot(base)) as Wish),
      id: freshId(),
      name: own ? `${base.name}, again` : '',
      at: this.#now()
    };
  }

  /** Changes one that is kept. */
  change(wish: Wish): void {
    this.draft = structuredClone($state.snapshot(wish)) as Wish;
  }

  readonly contradictions = $derived.by((): Contradiction[] => this.wishes.flatMap(contradictionsOf));

  /** All who eat, what one meal of theirs takes, and the meals they want. */
  readonly table = $derived.by(() => tableOf(this.wishes));

  /** What a solution promises, of all or of one animal. */
  promised(solution: PlanSolution, animal?: string): Promised[] {
    const { muscles, before } = this.#data();
    return promiseOf(solution.plan, muscles, this.wishes, before?.uses, animal);
  }

  /** The plan as it is kept. */
  saved(solution: PlanSolution): SavedPlan {
    const { animals } = this.#data();
    return {
      id: freshId(),
      name: `${animals.map((a) => a.code).join(', ')}: ${this.wishes.map((w) => w.name).join(', ')}`.slice(
        0,
        60
      ),
      animals: animals.map((a) => a.id),
      wishes: $state.snapshot(this.wishes) as Wish[],
      pins: { ...this.pins } as SavedPlan['pins'],
      plan: solution.plan as SavedPlan['plan'],
      proven: solution.proven,
      shortGap: solution.gaps?.short ?? 0,
      lesserGap: solution.gaps?.lesser ?? 0,
      at: this.#now()
    };
  }
}
