import { solve } from 'yalps';
import { grams, shareOut, type Grams } from '$core/units';

/** Something that may go into the mixer: trim of an animal, or fat that was bought. */
export interface BlendLot {
  id: string;
  have: Grams;
  /** Fat ÷ weight, as judged. */
  fat: number;
  /** Bought: as little of it as may be. */
  bought?: boolean;
  /** Own, but taken only as it is needed: fat that was kept. */
  asNeeded?: boolean;
  /** What a kilogram costs; own trim costs nothing more than it has. */
  perKg?: number;
  /** Days since it was killed or bought: the older goes in first. */
  days?: number;
}

export interface BlendAsk {
  lots: readonly BlendLot[];
  /** Fat of the whole, a share. */
  aim: number;
  /** Close to it, or no more than it. */
  how: 'near' | 'atMost';
  /** Meat and fat in all; where it is not said, all own trim goes in. */
  total?: Grams | undefined;
  /** Of several ways: the least bought, or the least spent. */
  least: 'bought' | 'cost';
}

export interface Blend {
  parts: { id: string; grams: Grams }[];
  total: Grams;
  /** Fat ÷ whole, of the whole grams that are weighed out. */
  fat: number;
  bought: Grams;
  /** In the smallest units that the lots' prices are in. */
  cost: number;
  /** The aim is met. Where it cannot be, this is the nearest that can. */
  met: boolean;
  /** Why it is not: too lean or too fat for the aim, or not enough of anything. */
  why?: 'lean' | 'fat' | 'short';
}

/** How far the fat of what is weighed out may be from its aim before that is said, a share; a gram of each lot beside. Own choice. */
const NEAR = 0.0005;

/** Amounts in kilograms, by lot, that make one sum smallest while what was reached before is kept. */
interface Model {
  constraints: Record<string, { min?: number; max?: number; equal?: number }>;
  variables: Record<string, Record<string, number>>;
}

/**
 * What goes into a grind for a share of fat: first as near to the aim as the lots allow, then with the least bought fat (or
 * the least cost), then the oldest first. Three linear programmes, each keeping what the one before has reached.
 *
 * @returns undefined where there is nothing to grind
 */
export function blend(ask: BlendAsk): Blend | undefined {
  const { lots, aim, how } = ask;
  const own = sum(lots.filter((lot) => !lot.bought && !lot.asNeeded).map((lot) => lot.have));
  const all = sum(lots.map((lot) => lot.have));
  if (all <= 0 || (ask.total === undefined && own <= 0) || ask.total === 0) return undefined;
  const total = ask.total === undefined ? undefined : Math.min(ask.total, all) / 1000;
  const model = modelOf(lots, aim, how, total);
  const reached = stage(model, 'off', 'minimize');
  const spent = stage(reached.model, ask.least, 'minimize');
  const kilos = stage(spent.model, 'age', 'maximize').kilos;
  return weighedOut(ask, lots, kilos);
}

function modelOf(
  lots: readonly BlendLot[],
  aim: number,
  how: 'near' | 'atMost',
  total: number | undefined
): Model {
  const constraints: Model['constraints'] = { fat: how === 'near' ? { equal: 0 } : { max: 0 } };
  const variables: Model['variables'] = { over: { off: 1, fat: -1 } };
  if (how === 'near') variables.under = { off: 1, fat: 1 };
  if (total !== undefined) constraints.total = { equal: total };
  for (const [i, lot] of lots.entries()) {
    const have = lot.have / 1000;
    const key = `lot${i}`;
    constraints[key] = total === undefined && !lot.bought && !lot.asNeeded ? { equal: have } : { max: have };
    variables[key] = {
      [key]: 1,
      fat: lot.fat - aim,
      total: 1,
      bought: lot.bought ? 1 : 0,
      cost: lot.perKg ?? 0,
      age: lot.bought ? 0 : (lot.days ?? 0)
    };
  }
  return { constraints, variables };
}

/** How much of what a stage has reached the next may give up, kg: less than a whole gram. Own choice. */
const SLACK = 1e-7;

/** Solves for one sum, and gives the model in which that sum stays as good. */
function stage(
  model: Model,
  objective: string,
  direction: 'minimize' | 'maximize'
): { model: Model; kilos: Map<string, number> } {
  const { status, result, variables } = solve(
    { direction, objective, ...model },
    { maxIterations: 10_000, precision: 1e-9 }
  );
  // Its deviations are free, so that there is always a way; a solver that says otherwise is a bug.
  if (status !== 'optimal') throw new Error(`a blend has no ${objective}: ${status}`);
  const kept = direction === 'minimize' ? { max: result + SLACK } : { min: result - SLACK };
  return {
    model: { ...model, constraints: { ...model.constraints, [objective]: kept } },
    kilos: new Map(variables)
  };
}

/** Whole grams of what was solved, and what they come to. */
function weighedOut(ask: BlendAsk, lots: readonly BlendLot[], kilos: ReadonlyMap<string, number>): Blend {
  const exact = lots.map((_, i) => Math.max(0, kilos.get(`lot${i}`) ?? 0) * 1000);
  const whole = grams(Math.round(exact.reduce((a, b) => a + b, 0)));
  const dealt = shareOut(whole, exact).map((value, i) => grams(Math.min(value, lots[i]?.have ?? 0)));
  const parts = lots.flatMap((lot, i) => ((dealt[i] ?? 0) > 0 ? [{ lot, grams: dealt[i] ?? grams(0) }] : []));
  const total = sum(parts.map((p) => p.grams));
  const fat = total > 0 ? parts.reduce((s, p) => s + p.grams * p.lot.fat, 0) / total : 0;
  // What was asked for within half a gram, or a rounding of the lots it was made of.
  const short = ask.total !== undefined && total < ask.total - parts.length;
  const off = fat - ask.aim;
  const near = NEAR + parts.length / Math.max(1, total);
  const why =
    off > near ? 'fat' : ask.how === 'near' && off < -near ? 'lean' : short ? ('short' as const) : undefined;
  return {
    parts: parts.map(({ lot, grams }) => ({ id: lot.id, grams })),
    total: grams(total),
    fat,
    bought: grams(sum(parts.filter((p) => p.lot.bought).map((p) => p.grams))),
    cost: Math.round(parts.reduce((s, p) => s + (p.grams / 1000) * (p.lot.perKg ?? 0), 0)),
    met: why === undefined,
    ...(why ? { why } : {})
  };
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/**
 * Fat to be added to trim for an aim, in closed form: (t·W − F) ÷ (f − t).
 * @param trim  grams of trim
 * @param trimFat  its share of fat
 * @param addFat  share of fat of what is added
 * @returns grams; 0 where it is fat enough; undefined where what is added is no fatter than the aim
 * @example fatToAdd(10000, 0.05, 0.85, 0.2) // 2308
 */
export function fatToAdd(trim: number, trimFat: number, addFat: number, aim: number): number | undefined {
  if (trimFat >= aim) return 0;
  return addFat > aim ? Math.round((trim * (aim - trimFat)) / (addFat - aim)) : undefined;
}
